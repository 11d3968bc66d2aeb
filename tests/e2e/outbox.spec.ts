import { expect, test, type BrowserContext, type Page } from "@playwright/test";
import type { Step } from "@/core/run/step";
import { crewUntil, started, stateOf } from "./crew";
import { base, entriesOf, freshId, phone, post, press, signedIn, signIn } from "./hands";

/** A job that stands at a step which wants nothing but a press. */
async function ready(page: Page, name: string): Promise<{ readonly job: string; readonly step: Step }> {
  const job = await started(page, {
    name,
    units: ["RO-H"],
    answers: { "source.kind": "municipal", "source.static": "60 psi", "heater.kind": "gas" },
  });
  const { run } = await stateOf(page, job);
  const plain = run!.steps.find(
    (s) => s.kind === "do" && s.needs.length > 0 && !s.goal && !s.read && !s.record && !s.check,
  );
  await crewUntil(page, job, plain!.id);
  return { job, step: plain! };
}

/** Undoes something that a step rests on, and nothing else does. */
async function undoneAhead(page: Page, job: string, step: Step): Promise<void> {
  for (const id of step.needs) {
    const intent = { kind: "stepUndone", id: freshId(), step: id, why: "Something is missing" };
    if ((await post(page, job, intent)).ok()) return;
  }
  throw new Error("nothing ahead of the step can be undone");
}

/** No write of this browser comes through, or each is answered so. */
const writesFail = (context: BrowserContext, status?: number) =>
  context.route(/\/api\/jobs\/\w+\/(entries|files)/, (route) => {
    if (route.request().method() === "GET") return route.continue();
    return status === undefined ? route.abort() : route.fulfill({ status, body: "no" });
  });
const writesPass = (context: BrowserContext) => context.unroute(/\/api\/jobs\/\w+\/(entries|files)/);

const done = (page: Page) => press(page.getByRole("button", { name: "Done", exact: true }));
const timesDone = async (page: Page, job: string, { id }: Step) =>
  (await entriesOf(page, job)).filter((e) => e.kind === "stepDone" && e.data.step === id).length;

test("what a phone keeps, pictures too, is shown on every page and sent from it", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", phone);
  const { job, step } = await ready(page, "Outbox of the first test");
  await page.goto(`/jobs/${job}/run`);
  const shown = page.locator("article[data-step]");
  await writesFail(context);
  await shown.locator('input[type="file"]').setInputFiles("docs/screenshots/today.png");
  await expect(shown.locator("[data-waiting-photo]")).toContainText("Kept here");
  await done(page);
  await expect(shown).not.toHaveAttribute("data-step", step.id);

  await page.goto("/jobs");
  await expect(page.locator("[data-outbox]")).toContainText(
    "2 kept on this device for Outbox of the first test",
  );
  expect(await timesDone(page, job, step)).toBe(0);
  await writesPass(context);
  await expect(page.locator("[data-outbox]")).toHaveCount(0, { timeout: 30_000 });
  const entries = await entriesOf(page, job);
  expect(entries.filter((e) => e.kind === "photoAdded")).toHaveLength(1);
  expect(await timesDone(page, job, step)).toBe(1);
  const { file } = entries.find((e) => e.kind === "photoAdded")!.data;
  expect((await page.request.get(`/api/files/${String(file)}`)).status()).toBe(200);
  await context.close();
});

test(
  "two tabs share what is kept: both show it, and it is sent once",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await signedIn(browser, "imke", phone);
    const { job, step } = await ready(page, "Outbox of two tabs");
    await page.goto(`/jobs/${job}/run`);
    const other = await context.newPage();
    await other.goto(`/jobs/${job}/run`);
    await writesFail(context);
    await done(page);
    await expect(other.locator("[data-queued]")).toContainText("1 kept on this phone");
    await expect(other.locator("article[data-step]")).not.toHaveAttribute("data-step", step.id);
    await writesPass(context);
    for (const tab of [page, other])
      await expect(tab.locator("[data-queued]")).toHaveCount(0, { timeout: 30_000 });
    expect(await timesDone(page, job, step)).toBe(1);
    await context.close();
  },
);

test(
  "what a server fails at again and again is shown, and sent again when asked",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(120_000);
    const { page, context } = await signedIn(browser, "imke", phone);
    const { job, step } = await ready(page, "Outbox of a failing server");
    await page.goto(`/jobs/${job}/run`);
    await writesFail(context, 500);
    await done(page);
    const shown = page.locator('[data-unsettled="held"]');
    await expect(shown).toContainText("The server failed at this", { timeout: 60_000 });
    await expect(shown).toContainText("Step done:");
    await writesPass(context);
    await press(shown.getByRole("button", { name: "Send it again" }));
    await expect(shown).toHaveCount(0);
    await expect.poll(() => timesDone(page, job, step)).toBe(1);
    await context.close();
  },
);

test("what does not go any more after what another phone has done is refused, stays with its words, and is left out when asked", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", phone);
  const { job, step } = await ready(page, "Outbox of two phones");
  await page.goto(`/jobs/${job}/run`);
  await writesFail(context);
  await done(page);
  const other = await signedIn(browser, "adaeze", phone);
  await undoneAhead(other.page, job, step);
  await writesPass(context);
  const shown = page.locator('[data-unsettled="refused"]');
  await expect(shown).toContainText("Step done:", { timeout: 30_000 });
  await page.goto("/");
  await expect(shown).toContainText("Outbox of two phones");
  await press(shown.getByRole("button", { name: "Leave it out" }));
  await press(shown.getByRole("button", { name: "Yes, it never happened" }));
  await expect(page.locator("[data-outbox]")).toHaveCount(0);
  await page.reload();
  await expect(page.locator("[data-outbox]")).toHaveCount(0);
  await context.close();
  await other.context.close();
});

test("nothing is sent under another's name", async ({ browser }) => {
  const context = await browser.newContext({ ...phone, baseURL: base });
  const page = await context.newPage();
  await signIn(page, "imke");
  const { job, step } = await ready(page, "Outbox of two people");
  await page.goto(`/jobs/${job}/run`);
  await writesFail(context);
  await done(page);
  await expect(page.locator("[data-queued]")).toContainText("1 kept on this phone");
  await context.clearCookies();
  const theirs = await context.newPage();
  await signIn(theirs, "tobias");
  await writesPass(context);
  // The page that was left open has its own person's work, and the browser the other's session.
  await page.evaluate(() => window.dispatchEvent(new Event("online")));
  await expect(page.getByText("Your session has ended")).toBeVisible();
  await theirs.goto("/jobs");
  await expect(theirs.locator("[data-outbox]")).toContainText("1 kept on this device for Imke Vos");
  expect(await timesDone(theirs, job, step)).toBe(0);
  const refused = await post(
    theirs,
    job,
    { kind: "runStarted", id: freshId() },
    { "x-brant-person": "somebody" },
  );
  expect(refused.status()).toBe(401);
  const file = await theirs.request.post(`/api/jobs/${job}/files?id=${freshId()}`, {
    headers: { origin: new URL(base).origin, "x-brant-person": "somebody" },
    data: Buffer.from("x"),
  });
  expect(file.status()).toBe(401);
  await context.close();
});
