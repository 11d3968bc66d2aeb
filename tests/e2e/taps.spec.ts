import { expect, test, type Page } from "@playwright/test";
import { desk, entriesOf, openJob, phone, signedIn } from "./hands";

const kindsOf = async (page: Page, job: string) => (await entriesOf(page, job)).map((e) => e.kind);

test("Ctrl+Enter in a sheet saves the sheet, and nothing behind it", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await openJob(page, "Kittle Point lighthouse cottage");
  await page.goto(`/jobs/${job}/train`);
  await page.getByRole("button", { name: "override" }).first().click();
  const sheet = page.getByRole("dialog", { name: "Override with a reason" });
  await sheet.getByRole("textbox").fill("A restrictor comes with the second visit");
  await page.keyboard.press("Control+Enter");
  await expect(sheet).toHaveCount(0);
  await expect(page.getByText("A restrictor comes with the second visit")).toBeVisible();
  const kinds = await kindsOf(page, job);
  expect(kinds.at(-1)).toBe("verdictOverridden");
  expect(kinds).not.toContain("designSigned");

  // A sheet that saves nothing keeps what lies behind it safe too.
  await page.getByRole("button", { name: "Add a unit" }).click();
  await expect(page.getByRole("dialog", { name: "Add a unit" })).toBeAttached();
  await page.keyboard.press("Control+Enter");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  expect(await kindsOf(page, job)).toEqual(kinds);
  await context.close();
});

test("two quick taps finish one step", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "tobias", phone);
  const job = await openJob(page, "Pell Lane bakery", "run?step=u2.lines");
  const done = async () => (await kindsOf(page, job)).filter((k) => k === "stepDone").length;
  const before = await done();
  const step = page.locator("article[data-step]");
  const first = await step.getAttribute("data-step");
  const button = step.getByRole("button", { name: "Done", exact: true });
  await expect(button).toBeEnabled();
  const at = (await button.boundingBox())!;
  // By the page's own clock: sent from here, the second would on a busy machine come too late to be quick.
  await page.evaluate(
    ([x, y]) => {
      const tap = () => (document.elementFromPoint(x, y) as HTMLElement | null)?.click();
      tap();
      setTimeout(tap, 150);
    },
    [at.x + at.width / 2, at.y + at.height / 2] as const,
  );
  await expect(step).not.toHaveAttribute("data-step", first!);
  await expect(page.locator("[data-queued]")).toHaveCount(0);
  // Long enough for a second entry to have been sent.
  await page.waitForTimeout(1500);
  expect(await done()).toBe(before + 1);
  await context.close();
});
