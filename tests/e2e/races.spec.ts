import { expect, test, type APIRequestContext, type Page } from "@playwright/test";
import { caught, sentAgain, type Sent } from "./actions";
import {
  added,
  base,
  choosePassword,
  moveClock,
  newSession,
  password,
  phone,
  signedIn,
  signIn,
} from "./hands";

// Twenty at once: what is counted is counted before it is judged, whoever comes first.

const AT_ONCE = 20;
const many = (http: APIRequestContext, sent: Sent): Promise<readonly string[]> =>
  Promise.all(Array.from({ length: AT_ONCE }, async () => (await sentAgain(http, sent)).text));
const count = (answers: readonly string[], words: string): number =>
  answers.filter((text) => text.includes(words)).length;

/**
 * Sends twenty at once: the first five are judged, and one more for each wait that a slow machine let pass
 * meanwhile.
 */
async function fiveAreJudged(http: APIRequestContext, sent: Sent): Promise<void> {
  const began = Date.now();
  const answers = await many(http, sent);
  const seconds = (Date.now() - began) / 1000;
  const judged = count(answers, "do not match");
  expect(judged).toBeGreaterThanOrEqual(5);
  expect(judged).toBeLessThanOrEqual(5 + [2, 2 + 4, 2 + 4 + 8].filter((end) => seconds >= end).length);
  expect(count(answers, "Too many tries")).toBe(AT_ONCE - judged);
}

/** Somebody of their own, who has signed in once. */
async function somebody(owner: Page, page: Page, name: string, who: string): Promise<void> {
  await choosePassword(page, await added(owner, name, who), password);
  await expect(page).toHaveURL(/sign-in/);
}

test(
  "of twenty wrong passwords at once five are judged, and the owner of the account still gets in from a known browser",
  { tag: "@long" },
  async ({ browser }) => {
    const owner = await signedIn(browser, "office");
    const known = await browser.newContext({ ...phone, baseURL: base });
    const page = await known.newPage();
    await somebody(owner.page, page, "Ebbe Lind", "ebbe");
    await signIn(page, "ebbe");

    const stranger = await browser.newContext({ ...phone, baseURL: base });
    const guess = await stranger.newPage();
    await guess.goto("/sign-in");
    await guess.getByLabel("E-mail").fill("nobody.of.these@saltmarsh.example");
    await guess.getByLabel("Password").fill("a wrong one entirely");
    const sent = await caught(guess, () => guess.getByRole("button", { name: "Sign in" }).click());
    const asEbbe = { ...sent, body: sent.body.replace("nobody.of.these", "ebbe") };
    await fiveAreJudged(stranger.request, asEbbe);
    // A name that nobody has is answered and counted the same.
    const asNobody = { ...sent, body: sent.body.replace("nobody.of.these", "nobody.at.all") };
    await fiveAreJudged(stranger.request, asNobody);
    // Each wrong one that waited its turn doubles the wait.
    for (const seconds of [2, 4, 8, 16, 32]) {
      await moveClock(page, 1000 * seconds);
      expect((await sentAgain(stranger.request, asEbbe)).text).toContain("do not match");
    }
    // Even the right password waits its turn there, and none at the browser that is known.
    const right = { ...asEbbe, body: asEbbe.body.replace("a wrong one entirely", password) };
    expect((await sentAgain(stranger.request, right)).text).toContain("Too many tries");
    await page.goto("/me");
    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await signIn(page, "ebbe");
    await expect(page).toHaveURL(/\/$/);
    for (const context of [known, stranger, owner.context]) await context.close();
  },
);

test(
  "of twenty wrong PINs at once no more than five are judged, and then the password is asked for",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await newSession(browser, "adaeze", phone);
    await page.goto("/me");
    await page.getByRole("button", { name: "Lock this phone now" }).click();
    await page.getByLabel("PIN").fill("9999");
    const sent = await caught(page, () => page.getByRole("button", { name: "Unlock" }).click());
    await expect(page.getByText("That PIN is not right")).toBeVisible();
    const answers = await many(context.request, sent);
    // One was judged by hand before; the fifth wrong one ends the session.
    expect(count(answers, "That PIN is not right")).toBeLessThanOrEqual(3);
    const right = { ...sent, body: sent.body.replace("9999", "4721") };
    expect((await sentAgain(context.request, right)).text).toContain("/sign-in");
    await page.goto("/jobs");
    await expect(page).toHaveURL(/sign-in/);
    await context.close();
  },
);

test(
  "what is of the owner alone is refused to everybody else who sends its forms, and changes nothing",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(180_000);
    const { page, context } = await signedIn(browser, "office");
    await page.goto("/people");
    const add = page.locator("form").last();
    await add.getByLabel("Name").fill("Una Brook");
    await add.getByLabel("E-mail").fill("una@saltmarsh.example");
    const invited = await caught(page, () => add.getByRole("button", { name: "Add person" }).click());
    await expect(page.locator("[data-person='una@saltmarsh.example']")).toBeVisible();
    const una = page.locator("[data-person='una@saltmarsh.example']");
    const linked = await caught(page, () =>
      una.getByRole("button", { name: /Link for a new password/ }).click(),
    );
    await una.getByLabel("Role").selectOption("Apprentice");
    const changed = await caught(page, () => una.getByRole("button", { name: "Save Una Brook" }).click());
    await page.goto("/company");
    const saved = await caught(page, () => page.getByRole("button", { name: "Save" }).click());

    const people = async () => {
      await page.goto("/people");
      return page.locator("[data-person]").evaluateAll((rows) => rows.map((r) => r.textContent));
    };
    const before = await people();
    const ofTheOwner = [
      { ...invited, body: invited.body.replaceAll("una@", "una.two@") },
      linked,
      { ...changed, body: changed.body.replace("apprentice", "owner") },
    ];
    for (const who of ["imke", "tobias", "sunniva"]) {
      const other = await signedIn(browser, who);
      for (const form of ofTheOwner) {
        const { text } = await sentAgain(other.context.request, form);
        expect(text).toContain("you cannot do this");
        expect(text).not.toContain("/welcome#");
      }
      // Settings of the company are the planner's too.
      const { text } = await sentAgain(other.context.request, saved);
      expect(text.includes("you cannot do this")).toBe(who !== "imke");
      await other.context.close();
    }
    const nobody = await browser.newContext({ baseURL: base });
    for (const form of [...ofTheOwner, saved]) {
      const { text } = await sentAgain(nobody.request, form);
      expect(text).toContain("session has ended");
    }
    await nobody.close();
    expect(await people()).toEqual(before);
    await context.close();
  },
);
