import { describe, expect, it, vi } from "vitest";
import { hashPassword, passwordMatches, pretendToCheck } from "./auth";

const checked: string[] = [];
vi.mock(import("@node-rs/argon2"), async (original) => {
  const real = await original();
  const verify = (...args: Parameters<typeof real.verify>) => {
    checked.push(String(args[0]));
    return real.verify(...args);
  };
  return { ...real, verify };
});

/** What a hash costs to check: its algorithm, memory, rounds and threads. */
const costOf = (stored: string): string => stored.split("$").slice(1, 4).join(" ");

describe("a name that nobody has", () => {
  it("costs the same check as a wrong password of an account, so that no time tells which names there are", async () => {
    const stored = await hashPassword("low water at dusk");
    expect(await passwordMatches(stored, "high water at dawn")).toBe(false);
    const ofAccount = checked.splice(0);
    await pretendToCheck("high water at dawn");
    const ofNobody = checked.splice(0);
    expect([ofAccount.length, ofNobody.length]).toEqual([1, 1]);
    expect(costOf(ofNobody[0]!)).toBe(costOf(ofAccount[0]!));
    expect(costOf(ofAccount[0]!)).toMatch(/^argon2id v=19 m=\d{5,},t=[2-9],p=1$/);
  });
});
