import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { entriesOf, openJob, phone, signedIn } from "./hands";

const file = (name: string) => `tests/lab/${name}`;
/** A job of its own with nothing surveyed. */
async function freshJob(page: Page, name: string): Promise<string> {
  await page.goto("/jobs");
  await page.getByRole("button", { name: "Open a job" }).click();
  await page.getByLabel(/^Job/).fill(name);
  await page.getByLabel(/^Place/).fill("Weir Lane");
  await page.getByRole("button", { name: "Open and start the survey" }).click();
  await expect(page).toHaveURL(/\/site$/);
  return /jobs\/(\w+)\//.exec(page.url())![1]!;
}
const answers = async (page: Page, job: string) =>
  Object.fromEntries(
    (await entriesOf(page, job))
      .filter((e) => e.kind === "labReportTaken")
      .flatMap((e) =>
        Object.entries((e.data as { values: Record<string, { text: string }> }).values).map(([k, v]) => [
          k.slice(6),
          v.text,
        ]),
      ),
  );
async function read(page: Page, job: string, name: string) {
  await page.goto(`/jobs/${job}/site/water`);
  await page.getByRole("button", { name: "From a file" }).click();
  await page.getByLabel(/A table of a laboratory/).setInputFiles(file(name));
  await expect(page.locator("[data-mapping]")).toBeVisible();
}
const take = async (page: Page) => {
  await page.getByRole("button", { name: /^Take \d+ values? in$/ }).click();
  await expect(page.getByText("Taken in.")).toBeVisible();
};

/** What each layout must become; the whole of each is checked figure by figure in the core's tests. */
const layouts: readonly (readonly [string, Readonly<Record<string, string>>, string | undefined])[] = [
  [
    "1-columns-comma-bom.csv",
    { hardness: "310 mg/L", iron: "0.9 mg/L", manganese: "<0.02 mg/L", coliform: "absent" },
    "Silica",
  ],
  [
    "2-zeilen-semikolon-latin1.csv",
    { hardness: "21.4 °dH", iron: "0.35 mg/L", ph: "7.32", nitrateAs: "NO3" },
    "Kieselsäure",
  ],
  ["4-symbols-rows.csv", { iron: "420 µg/L", nitrateAs: "N", uvt: "78 %", coliform: "present" }, "NH4"],
  ["5-muestras-punto-y-coma.csv", { hardness: "280 mg/L", iron: "1.25 mg/L", tds: "512 mg/L" }, "Fluoruro"],
  ["7-split-header.csv", { hardness: "22.0 gpg", chlorine: "1.10 mg/L", sulphide: "ND" }, undefined],
];
for (const [name, wanted, aside] of layouts)
  test(`a laboratory's file comes in whole: ${name}`, async ({ browser }) => {
    const { page, context } = await signedIn(browser, "imke");
    const job = await freshJob(page, `Lab ${name}`);
    await read(page, job, name);
    if (aside)
      await expect(page.getByRole("row").filter({ hasText: aside })).toContainText(
        "not known here: kept as written",
      );
    await take(page);
    expect(await answers(page, job)).toMatchObject(wanted);
    if (aside) await expect(page.getByText(/Kept as written/)).toContainText(aside);
    await context.close();
  });

test("what is unclear in a report is asked, line by line; the answer is remembered for the next report", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await freshJob(page, "Unclear report");
  await read(page, job, "6-unclear.csv");
  const row = (label: string) => page.locator(`[data-lab="${label}"]`);
  await expect(page.getByText("5 lines are unclear")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Take \d/ })).toBeDisabled();
  await page.getByLabel("Unit of Hardness").selectOption("gpg");
  await expect(row("hardness")).toContainText("18 gpg");
  await page.getByLabel("Unit of Iron", { exact: true }).selectOption("mg/L");
  await page.getByLabel("Iron total means").selectOption("leave it out");
  await row("nitrate").getByRole("button", { name: "as N", exact: true }).click();
  await page.getByLabel("Unit of Nitrate").selectOption("mg/L");
  await page.getByLabel("Unit of Dissolved solids").selectOption("mg/L");
  await page.getByLabel("Day of the sample").fill("2026-11-19");
  await page.getByLabel(/^Laboratory/).fill("Valley laboratory");
  await take(page);
  expect(await answers(page, job)).toMatchObject({
    hardness: "18 gpg",
    iron: "0.4 mg/L",
    nitrate: "6 mg/L",
    nitrateAs: "N",
    tds: "1250 mg/L",
  });

  const next = await freshJob(page, "The same laboratory again");
  await read(page, next, "6-unclear.csv");
  await expect(page.locator("[data-asks]")).toHaveCount(0);
  await take(page);
  await context.close();
});

test("the French layout asks for one unit, and takes the rest", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await freshJob(page, "Rapport");
  await read(page, job, "3-colonnes-tabulation.tsv");
  await expect(page.locator("[data-asks]")).toHaveCount(1);
  await expect(page.locator('[data-lab="turbidite"]')).toContainText("NFU");
  await page.getByLabel("Unit of Turbidité").selectOption("NTU");
  await expect(page.getByLabel("Day of the sample")).toHaveValue("2026-11-14");
  await take(page);
  expect(await answers(page, job)).toMatchObject({
    hardness: "32.5 °fH",
    iron: "<20 µg/L",
    manganese: "ND",
    turbidity: "0.3 NTU",
  });
  await context.close();
});

test("a re-test stands beside the first, with what changed; the water behind every station follows", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Tern Street 12");
  await page.goto(`/jobs/${job}/site/water`);
  for (const [text, day] of [
    ["Hardness: 22 gpg\nIron 0.9 mg/L\nBoron 0.2 mg/L", "2026-11-01"],
    ["Hardness: 22 gpg\nIron 0.3 mg/L", "2026-11-20"],
  ] as const) {
    await page.getByRole("button", { name: "Paste" }).click();
    await page.getByLabel(/The report/).fill(text);
    await page.getByRole("button", { name: "Read it" }).click();
    await page.getByLabel("Day of the sample").fill(day);
    await take(page);
  }
  const tests = page.locator("[data-reports]");
  await expect(tests.getByRole("row").filter({ hasText: "Iron" })).toContainText("▼ less");
  await expect(tests.getByRole("row").filter({ hasText: "Total hardness" })).not.toContainText("▲");
  await expect(tests).toContainText("2026-11-20");
  await expect(
    page.locator("[data-profile]").getByRole("row").filter({ hasText: "Total hardness" }),
  ).toContainText("22 gpg");
  await context.close();
});

test("a test is typed in on a phone; a wrong value says what to change and nothing is lost", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "tobias", phone);
  const job = await openJob(page, "Ferryman's Rest inn");
  await page.goto(`/jobs/${job}/site/water`);
  await page.getByRole("button", { name: "Type it in" }).click();
  await page.getByLabel("Iron", { exact: true }).fill("rusty");
  await page.getByLabel("Manganese").fill("<0.02");
  await page.getByRole("button", { name: "Take this test in" }).click();
  await expect(page.getByText("Some values could not be read")).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Type it in" }).click();
  await expect(page.getByLabel("Iron", { exact: true })).toHaveValue("rusty");
  await page.getByLabel("Iron", { exact: true }).fill("0.2");
  await page.getByRole("button", { name: "Take this test in" }).click();
  await expect(page.getByText("Taken in.")).toBeVisible();
  expect(await answers(page, job)).toMatchObject({ iron: "0.2", manganese: "<0.02" });
  await context.close();
});

test("a file that is no report, or far too large, is refused in words", async ({ browser }) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await openJob(page, "Ferryman's Rest inn");
  await page.goto(`/jobs/${job}/site/water`);
  await page.getByRole("button", { name: "From a file" }).click();
  const input = page.getByLabel(/A table of a laboratory/);
  await input.setInputFiles({
    name: "letter.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("Dear Sir,\nthank you."),
  });
  await expect(page.getByText("No result was found in it")).toBeVisible();
  await input.setInputFiles({ name: "big.csv", mimeType: "text/csv", buffer: Buffer.alloc(2_100_000, "a") });
  await expect(page.getByText("too large for a water test")).toBeVisible();
  expect(readFileSync(file("8-lines.txt"), "utf8")).toContain("Boron");
  await context.close();
});

test("fixtures are counted on the Demand screen, and both schools and the peak follow", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke");
  const job = await freshJob(page, "Counted house");
  await page.goto(`/jobs/${job}/site/demand`);
  await expect(page.getByText("Known once fixtures are counted")).toBeVisible();
  const more = async (field: string, n: number) => {
    for (let i = 0; i < n; i += 1) {
      await page
        .locator(`[data-field="${field}"]`)
        .getByRole("button", { name: /One more/ })
        .click();
      await expect(page.locator(`[data-field="${field}"] output`)).toHaveText(String(i + 1));
    }
  };
  await more("fixture.bathroomGroup", 2);
  await more("fixture.kitchenSink", 1);
  // 2 × 3.6 + 1.4 = 8.6 units: 12.8 + 0.6 × 0.9 gpm on the curve.
  await expect(page.locator('[data-figure="peakUnits"]')).toContainText("13.34");
  await more("together.shower", 2);
  await expect(page.locator('[data-figure="peakTogether"]')).toContainText("4.02");
  await expect(page.locator('[data-figure="peakUnits"]')).toContainText("in use");
  await page.getByRole("button", { name: "Fixtures together" }).click();
  await expect(page.locator('[data-figure="peak"]')).toContainText("4.02");
  await expect(page.locator("[data-at-peak]")).toContainText("4.02 gpm");
  await context.close();
});
