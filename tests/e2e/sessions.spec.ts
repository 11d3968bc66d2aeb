import { expect, test, type Page } from "@playwright/test";
import {
  added,
  base,
  choosePassword,
  newSession,
  openJob,
  password,
  phone,
  press,
  signedIn,
  signIn,
} from "./hands";

/** A browser whose clock the test moves. */
async function withClock(page: Page): Promise<void> {
  await page.clock.install({ time: new Date() });
}
const unlocked = async (page: Page, pin: string) => {
  await page.getByLabel("PIN").fill(pin);
  await page.getByRole("button", { name: "Unlock" }).click();
};

test("a person sees where they are signed in, is told of a new one, and ends it", async ({ browser }) => {
  const first = await newSession(browser, "adaeze", phone);
  await expect(first.page.locator("[data-other-sign-in]")).toHaveCount(0);
  const second = await newSession(browser, "adaeze");
  // The newer one has nothing to be told of.
  await expect(second.page.locator("[data-other-sign-in]")).toHaveCount(0);
  await first.page.goto("/");
  await expect(first.page.locator("[data-other-sign-in]")).toContainText("A computer signed in");
  await press(first.page.getByRole("link", { name: "Was it not you?" }));
  const list = first.page.locator("[data-sessions] > li");
  await expect(list.filter({ hasText: "This one" })).toHaveCount(1);
  const before = await list.count();
  await press(list.first().getByRole("button", { name: /^End it/ }));
  await expect(list).toHaveCount(before - 1);
  await second.page.goto("/jobs");
  await expect(second.page).toHaveURL(/sign-in/);
  await first.page.goto("/");
  await expect(first.page.locator("[data-other-sign-in]")).toHaveCount(0);
  for (const { context } of [first, second]) await context.close();
});

test("a screen that nobody touches for a quarter of an hour locks itself, and opens where it was", async ({
  browser,
}) => {
  const context = await browser.newContext({ ...phone, baseURL: base });
  const page = await context.newPage();
  await withClock(page);
  await signIn(page, "adaeze");
  const job = await openJob(page, "Marram Row 2", "site");
  await page.clock.runFor("14:00");
  // A stroke is a touch: who types is not locked out.
  await page.keyboard.press("Shift");
  await page.clock.runFor("14:00");
  await expect(page).toHaveURL(/\/site/);
  await page.clock.runFor("02:00");
  await expect(page).toHaveURL(/\/unlock/);
  await unlocked(page, "4721");
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/site$`));

  // Closed meanwhile, it locks at the first look.
  await page.goto("/schema");
  await page.evaluate(() => localStorage.setItem("brant.touched", String(Date.now() - 20 * 60_000)));
  await page.goto("/jobs");
  await expect(page).toHaveURL(/\/unlock/);
  await unlocked(page, "4721");
  await expect(page).toHaveURL(/\/jobs$/);
  await context.close();
});

test("a connection may rest for a minute, as a proxy's does", async ({ request }) => {
  expect((await request.get("/api/health")).headers()["keep-alive"]).toBe("timeout=75");
});

test("who has no PIN is not locked out", async ({ browser }) => {
  const context = await browser.newContext({ ...phone, baseURL: base });
  const owner = await signedIn(browser, "office");
  const link = await added(owner.page, "Mirre Holt", "mirre");
  await owner.context.close();
  const page = await context.newPage();
  await withClock(page);
  await choosePassword(page, link, password);
  await expect(page).toHaveURL(/sign-in/);
  await signIn(page, "mirre");
  await page.goto("/jobs");
  await page.clock.runFor("30:00");
  await expect(page).toHaveURL(/\/jobs$/);
  await context.close();
});
