import { expect, test, type Locator, type Page } from "@playwright/test";
import { awake, desk, entriesOf, openJob, signedIn } from "./hands";

/** Presses Tab until something has the focus. */
async function tabTo(page: Page, what: Locator, most = 120): Promise<void> {
  await what.first().waitFor();
  for (let i = 0; i < most; i += 1) {
    if (await what.first().evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`Tab does not come to ${String(what)}`);
}

/** Something of the page has the focus: it has not fallen to nothing. */
const focused = (page: Page) =>
  expect
    .poll(() => page.evaluate(() => document.activeElement?.tagName), {
      message: "something has the focus",
      timeout: 10_000,
    })
    .not.toBe("BODY");

test(
  "a job is opened, surveyed, designed and signed with keys alone",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await signedIn(browser, "imke", desk);
    await page.goto("/jobs");
    await awake(page);
    await tabTo(page, page.getByRole("button", { name: "Open a job" }));
    await page.keyboard.press("Enter");
    // A sheet begins with its first field.
    await expect(page.getByLabel(/^Job/)).toBeFocused();
    await page.keyboard.type("Keys alone");
    await page.keyboard.press("Tab");
    await page.keyboard.type("Quay 4");
    await page.keyboard.press("Control+Enter");
    await expect(page).toHaveURL(/\/site$/);
    const job = /jobs\/(\w+)\//.exec(page.url())![1]!;
    await awake(page);

    // The survey is walked by its parts.
    await tabTo(page, page.getByRole("navigation", { name: "Parts of the survey" }).getByRole("link").nth(1));
    const part = await page.evaluate(() => document.activeElement!.getAttribute("href"));
    await page.keyboard.press("Enter");
    await expect(page.locator(part!)).toBeInViewport();
    await page.goBack();
    const answers: Record<string, string> = { "source.static": "58 psi", "water.chlorine": "0.6 mg/L" };
    for (const [field, text] of Object.entries(answers)) {
      await tabTo(page, page.locator(`[data-field='${field}'] input`), 500);
      await page.keyboard.type(text);
      await page.keyboard.press("Tab");
      await expect(page.locator(`[data-field='${field}']`)).toContainText("saved");
      await focused(page);
    }

    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await page.keyboard.press("2");
    await expect(page).toHaveURL(/\/train$/);
    await awake(page);
    await tabTo(page, page.getByRole("button", { name: "Add a unit" }));
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Code or words")).toBeFocused();
    await page.keyboard.type("ro h");
    await tabTo(page, page.getByRole("dialog").getByRole("button", { name: /^RO-H/ }));
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/train\?at=u1/);
    await focused(page);

    await page.goto(`/jobs/${job}/train`);
    await awake(page);
    // Why it cannot be signed stands at the button, and leads to what is to be settled.
    await expect(page.getByRole("link", { name: /^Not yet: \d+ judgements? to settle first/ })).toBeVisible();
    const overrides = page.getByRole("button", { name: /^override/ });
    const sign = page.getByRole("button", { name: "Sign design" });
    for (let i = 0; i < 30 && !(await sign.isEnabled()); i += 1) {
      const left = await overrides.count();
      await tabTo(page, overrides);
      await page.keyboard.press("Enter");
      const sheet = page.getByRole("dialog", { name: "Override with a reason" });
      await expect(sheet.getByRole("textbox")).toBeFocused();
      await page.keyboard.type("Agreed with the household");
      await page.keyboard.press("Control+Enter");
      await expect(sheet).toHaveCount(0);
      await expect(overrides).toHaveCount(left - 1);
      await focused(page);
    }
    await page.goto(`/jobs/${job}/train`);
    await awake(page);
    await tabTo(page, sign);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("heading", { name: "Signed. What comes next" })).toBeVisible();
    await expect(page.getByRole("link", { name: "Plan the visit" })).toBeVisible();
    await focused(page);
    expect((await entriesOf(page, job)).at(-1)!.kind).toBe("designSigned");

    // The run is begun, and its first step done: what follows has the focus.
    await tabTo(page, page.getByRole("link", { name: "Start the run" }));
    await page.keyboard.press("Enter");
    await tabTo(page, page.getByRole("button", { name: "Start the run" }));
    await page.keyboard.press("Enter");
    const step = page.locator("article[data-step]");
    await expect(step).toBeVisible();
    await awake(page);
    const first = (await step.getAttribute("data-step"))!;
    await focused(page);
    await tabTo(page, step.locator("form[action$='/done'] button"), 200);
    await page.keyboard.press("Enter");
    await expect(step).not.toHaveAttribute("data-step", first);
    await focused(page);
    await context.close();
  },
);

test("n goes on to the next open thing from where one is", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await openJob(page, "Pell Lane bakery", "run?step=u2.lines");
  await awake(page);
  const step = page.locator("article[data-step]");
  await page.keyboard.press("n");
  await expect(step).not.toHaveAttribute("data-step", "u2.lines");
  await expect(step).toHaveAttribute("data-status", /open|ready|paused/);
  const second = (await step.getAttribute("data-step"))!;
  await page.keyboard.press("n");
  await expect(step).not.toHaveAttribute("data-step", second);

  // On a list it presses the first after the one that has the focus.
  await openJob(page, "Kittle Point lighthouse cottage", "train");
  await awake(page);
  const places = page.locator("section[aria-labelledby=unsettled] li > a");
  await places.nth(1).evaluate((a) => a.addEventListener("click", (e) => e.preventDefault()));
  await places.nth(0).focus();
  await page.keyboard.press("n");
  await expect(places.nth(1)).toBeFocused();
  await context.close();
});

test("a valve is turned from the drawing by keys", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await page.goto("/practice/bowl");
  await awake(page);
  const valve = page.locator("svg [role=button]").first();
  const name = (await valve.getAttribute("aria-label"))!.replace(/^Turn /, "");
  await valve.focus();
  const words = () => page.locator("[data-rig]").innerText();
  const before = await words();
  await page.keyboard.press("Enter");
  await expect.poll(words).not.toBe(before);
  expect(await words()).toContain(name);
  await context.close();
});
