import { afterEach, describe, expect, it } from "vitest";
import { asksToSignIn, signedInAgain, willAskToSignIn } from "@/phases/people/ended";

const ends: (() => void)[] = [];
afterEach(() => {
  for (const end of ends.splice(0)) end();
});

describe("a session that has ended while somebody works", () => {
  it("is begun again by who asks on the page; nobody asks where there is none", async () => {
    expect(await signedInAgain()).toBe(false);
    ends.push(asksToSignIn(() => Promise.resolve(true)));
    expect(await signedInAgain()).toBe(true);
  });

  it("hastens who asks where that has not come yet, and waits for it", async () => {
    let hastened = 0;
    ends.push(willAskToSignIn(() => (hastened += 1)));
    const signedIn = signedInAgain();
    expect(hastened).toBe(1);
    let isAnswered = false;
    void signedIn.then(() => (isAnswered = true));
    await Promise.resolve();
    expect(isAnswered).toBe(false);
    ends.push(asksToSignIn(() => Promise.resolve(true)));
    expect(await signedIn).toBe(true);
    expect(await signedInAgain()).toBe(true);
    expect(hastened).toBe(1);
  });

  it("is waited for no longer where the page is left", async () => {
    const left = willAskToSignIn(() => undefined);
    const signedIn = signedInAgain();
    left();
    expect(await signedIn).toBe(false);
  });
});
