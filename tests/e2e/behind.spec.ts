import { expect, test, type Page } from "@playwright/test";
import { crewUntil, started, stateOf, twoTanks } from "./crew";
import { awake, base, desk, openJob, phone, signedIn } from "./hands";

const job = (page: Page, name: string) => started(page, { name, ...twoTanks });

/** A gate that what comes behind a page waits at, until it is opened. */
function gate() {
  let open!: () => void;
  const isOpen = new Promise<void>((go) => (open = go));
  return { open, isOpen };
}

/**
 * Opens the valves' page of a run. Scripts that it names itself bring it to life; all others come behind
 * it, when the gate opens.
 */
async function valvesBehind(page: Page, id: string) {
  const address = `${base}/jobs/${id}/run/valves`;
  const html = await (await page.request.get(address)).text();
  const behind = gate();
  let held = 0;
  await page.route(/\/_next\/static\/chunks\/[^/]+\.js/, async (route) => {
    if (!html.includes(new URL(route.request().url()).pathname)) {
      held += 1;
      await behind.isOpen;
    }
    await route.continue();
  });
  // A page is not loaded before what is held has come, where that is asked for early.
  await page.goto(address, { waitUntil: "commit" });
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  // What is folded up opens with the scripts that are held.
  await expect(page.locator("[data-asleep]")).toHaveCount(0);
  return { behind, held: () => held };
}

test(
  "presses that follow each other before a page is whole are all done, each once",
  { tag: "@long" },
  async ({ browser }) => {
    const { page, context } = await signedIn(browser, "tobias", phone);
    const id = await openJob(page, "Pell Lane bakery");
    const { behind } = await valvesBehind(page, id);
    const larger = page.getByRole("button", { name: "Larger" });
    await larger.tap();
    await larger.tap();
    behind.open();
    const pane = page.getByRole("group", { name: "Drawing of the rig" });
    await expect.poll(() => pane.evaluate((p) => p.scrollWidth / p.clientWidth)).toBeCloseTo(1.5 * 1.5, 1);
    await context.close();
  },
);

test("a valve that is pressed before its page is whole is turned once, when it is", async ({ browser }) => {
  const office = await signedIn(browser, "imke", desk);
  const id = await job(office.page, "Held quay");
  await crewUntil(office.page, id, "site.bypass");
  const { page, context } = await signedIn(browser, "tobias", phone);
  const turns = async () => (await stateOf(office.page, id)).rig!.turned.length;
  const before = await turns();
  const { behind, held } = await valvesBehind(page, id);
  await page.locator('[data-rig-picture] [data-handle="bypass"] rect').last().tap();
  await expect(page.getByText("Heard; it is done in a moment…")).toBeVisible();
  expect(held()).toBeGreaterThan(0);
  expect(await turns()).toBe(before);
  behind.open();
  await expect(page.locator("[data-happened]")).toContainText(/bypass/i);
  await expect(page.getByText("Heard; it is done in a moment…")).toHaveCount(0);
  await expect.poll(turns).toBe(before + 1);
  await context.close();
  await office.context.close();
});

test("a step is shown with its words at once, others when the whole job has come; none is finished unread", async ({
  browser,
}) => {
  const office = await signedIn(browser, "imke", desk);
  const id = await job(office.page, "Wordless quay");
  const { page, context } = await signedIn(browser, "tobias", phone);
  const behind = gate();
  await page.route(/\/api\/jobs\/\w+\/whole/, async (route) => {
    await behind.isOpen;
    await route.continue();
  });
  await page.goto(`/jobs/${id}/run`);
  await awake(page);
  const steps = (await stateOf(office.page, id)).run!.steps;
  const article = page.locator("article[data-step]");
  const first = (await article.getAttribute("data-step"))!;
  await expect(article).toContainText(steps.find((s) => s.id === first)!.why.split("{")[0]!);
  await page.getByRole("button", { name: "After ›" }).tap();
  await expect(page.getByText("The words of this step are on their way…")).toBeVisible();
  await expect(page.locator("form[action$='/done']")).toHaveCount(0);
  // What is done at the step that was read does not wait for the others.
  await page.getByRole("button", { name: "‹ Before" }).tap();
  await article.locator("form[action$='/done'] button").tap();
  await expect
    .poll(async () => (await stateOf(office.page, id)).steps[first]?.done?.by.name)
    .toBe("Tobias Rell");
  behind.open();
  await expect(page.getByText("The words of this step are on their way…")).toHaveCount(0);
  await expect(article).not.toHaveAttribute("data-step", first);
  const shown = (await article.getAttribute("data-step"))!;
  await expect(article).toContainText(steps.find((s) => s.id === shown)!.why.split("{")[0]!);
  await expect(article.locator("form[action$='/done'] button").first()).toBeVisible();
  await context.close();
  await office.context.close();
});

test("an address that names a question which comes behind the page leads to it", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  const job = await openJob(page, "Pell Lane bakery");
  await page.goto("/jobs");
  await page.goto(`/jobs/${job}/site#water.lead`);
  await awake(page);
  await expect(page.locator('[data-field="water.lead"]')).toBeInViewport();
  await context.close();
});
