import { expect, test, type BrowserContext, type Page } from "@playwright/test";
import { awake, desk, phone, press, signedIn } from "./hands";
import { handedOver, walked } from "./walk";

/** What hands did on a page: presses, and fields that something was typed into. */
interface Count {
  readonly taps: number;
  readonly fields: number;
}

/** Counts in every page of a browser what hands do, from page to page; a list that is chosen from counts as a press. */
async function counting(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    const add = (what: string) =>
      sessionStorage.setItem(what, String(Number(sessionStorage.getItem(what) ?? 0) + 1));
    let last: EventTarget | null = null;
    window.addEventListener("click", (e) => e.isTrusted && add("taps"), true);
    window.addEventListener(
      "input",
      (e) => {
        const field = e.target as HTMLInputElement;
        if (["checkbox", "radio", "file"].includes(field.type)) return;
        if (field.tagName === "SELECT") add("taps");
        else if (field !== last) add("fields");
        last = field;
      },
      true,
    );
  });
}
const counted = (page: Page): Promise<Count> =>
  page.evaluate(() => ({
    taps: Number(sessionStorage.getItem("taps") ?? 0),
    fields: Number(sessionStorage.getItem("fields") ?? 0),
  }));
const since = (now: Count, before: Count): Count => ({
  taps: now.taps - before.taps,
  fields: now.fields - before.fields,
});

/** Opens a job from Today. */
async function opened(page: Page, name: string, place: string): Promise<string> {
  await page.goto("/");
  await press(page.getByRole("button", { name: "Open a job" }));
  await page.getByLabel(/^Job/).fill(name);
  await page.getByLabel(/^Place/).fill(place);
  await press(page.getByRole("button", { name: "Open and start the survey" }));
  await expect(page).toHaveURL(/\/site$/);
  await awake(page);
  return /jobs\/(\w+)\//.exec(page.url())![1]!;
}

const field = (page: Page, id: string) => page.locator(`[data-field="${id}"]`);
async function chosen(page: Page, id: string, words: string): Promise<void> {
  await press(field(page, id).getByRole("button", { name: words }).first());
  await expect(field(page, id)).toContainText("✓");
}
async function written(page: Page, id: string, text: string): Promise<void> {
  const input = field(page, id).locator("input");
  await input.fill(text);
  await input.blur();
  await expect(field(page, id)).toContainText("saved");
}
async function oneMore(page: Page, id: string): Promise<void> {
  const row = field(page, id);
  const before = Number((await row.locator("output").textContent())!.replace("—", "0"));
  await press(row.getByRole("button", { name: /One more/ }));
  await expect(row.locator("output")).toHaveText(String(before + 1));
}

/** Takes a laboratory's report in by pasting it, and says what nitrate is counted as. */
async function pasted(page: Page, report: string): Promise<void> {
  await press(page.getByRole("link", { name: "Water", exact: true }));
  await press(page.getByRole("button", { name: "Paste" }));
  await page.getByLabel("The report's lines or cells").fill(report);
  await press(page.getByRole("button", { name: /^Take \d+ values? in/ }));
  await expect(page.getByText(/^Taken in/)).toBeVisible();
}

/** Adds units from the design, one after the other. */
async function withUnits(page: Page, codes: readonly string[]): Promise<void> {
  await press(page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: /Train$/ }));
  for (const code of codes) {
    await press(page.getByRole("button", { name: "Add a unit" }));
    await press(page.getByRole("dialog").getByRole("button", { name: new RegExp(`^${code} `) }));
    await expect(page.getByRole("heading", { level: 1 })).toContainText(code);
  }
}

async function signedDesign(page: Page): Promise<void> {
  await press(page.getByRole("button", { name: "Sign design" }));
  await expect(page.getByRole("heading", { name: "Signed. What comes next" })).toBeVisible();
}

/** At most four fifths of what the same took before: presses and fields. */
const most = ({ taps, fields }: Count): Count => ({
  taps: Math.floor(0.8 * taps),
  fields: Math.floor(0.8 * fields),
});
function within(what: string, count: Count, before: Count): void {
  console.log(`${what}: ${count.taps} taps of ${before.taps}, ${count.fields} fields of ${before.fields}`);
  expect(count.taps, what).toBeLessThanOrEqual(most(before).taps);
  expect(count.fields, what).toBeLessThanOrEqual(most(before).fields);
}

const MUNICIPAL = `Hardness: 14 gpg
Iron: 0.05 mg/L
Manganese: 0.01 mg/L
pH: 7.6
Alkalinity: 180 mg/L
Dissolved solids: 340 mg/L
Temperature: 54 °F
Free chlorine: 0.9 mg/L
Chloramine: <0.05 mg/L
Turbidity: 0.3 NTU
Nitrate as NO3: 12 mg/L
Lead: 1 µg/L
Hydrogen sulphide: ND`;

test(
  "a house on the street's main is planned from nothing to its signature in few presses",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(120_000);
    const { page, context } = await signedIn(browser, "imke", desk);
    await counting(context);
    await opened(page, "Counted house", "Quay 1");
    await chosen(page, "source.kind", "Municipal");
    await written(page, "source.static", "58 psi");
    await written(page, "source.flowing", "54 psi");
    await written(page, "source.flowingAt", "9 gpm");
    await chosen(page, "power.outlet", "Ground-fault protected");
    await chosen(page, "drain.airGap", "Yes");
    await chosen(page, "floor.carries", "Yes");
    await written(page, "household.daily", "230 gal");
    for (const [fixture, n] of [
      ["kitchenSink", 1],
      ["toilet", 2],
      ["lavatory", 2],
      ["shower", 1],
    ] as const)
      for (let i = 0; i < n; i += 1) await oneMore(page, `fixture.${fixture}`);
    await pasted(page, MUNICIPAL);
    await withUnits(page, ["CT-1354", "SF-150"]);
    await signedDesign(page);
    within("municipal", await counted(page), { taps: 70, fields: 24 });
    await context.close();
  },
);

test(
  "a filter under the sink is planned, run and signed in few presses",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(300_000);
    const { page, context } = await signedIn(browser, "imke", { ...phone });
    await counting(context);
    const job = await opened(page, "Counted sink", "Quay 2");
    await chosen(page, "source.kind", "Municipal");
    await written(page, "source.static", "58 psi");
    await pasted(
      page,
      "Dissolved solids: 340 mg/L\nTemperature: 54 °F\nNitrate as NO3: 12 mg/L\nLead: 1 µg/L",
    );
    await withUnits(page, ["PF-1"]);
    await signedDesign(page);
    const plan = await counted(page);
    within("under the sink", plan, { taps: 14, fields: 5 });
    await walked(page, job);
    await handedOver(page);
    within("its run", since(await counted(page), plan), { taps: 43, fields: Infinity });
    await context.close();
  },
);
