import { expect, test } from "@playwright/test";
import { desk, openJob, phone, signedIn, survey } from "./hands";
import { surveySent } from "./crew";

test("a train is proposed for a new site, taken as a draft, judged like any other, and undone", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await page.goto("/jobs");
  await page.getByRole("button", { name: "Open a job" }).click();
  await page.getByLabel(/^Job/).fill("Proposed house");
  await page.getByLabel(/^Place/).fill("Weir Lane");
  await page.getByRole("button", { name: "Open and start the survey" }).click();
  await expect(page).toHaveURL(/\/site$/);
  const job = /jobs\/(\w+)\//.exec(page.url())![1]!;
  await survey(page, {
    "source.kind": "Municipal",
    "source.static": "62 psi",
    "source.flowing": "56 psi",
    "source.flowingAt": "10 gpm",
    "power.outlet": "Ground-fault protected",
    "drain.airGap": "Yes",
    "household.persons": "3",
    "household.drinkers": "3",
    "fixture.kitchenSink": "1",
    "fixture.shower": "1",
    "fixture.toilet": "1",
    "sink.rise": "1 m",
    "water.hardness": "18 gpg",
    "water.iron": "0.05",
    "water.manganese": "<0.02",
    "water.ph": "7.4",
    "water.tds": "620",
    "water.temperature": "54 °F",
    "water.chlorine": "0.9",
    "water.chloramine": "<0.05",
    "water.turbidity": "0.4",
    "water.sulphide": "ND",
  });
  await page.goto(`/jobs/${job}/train`);
  await page.getByRole("link", { name: "Propose", exact: true }).click();
  const proposals = page.locator("[data-proposal]");
  await expect(proposals.first()).toBeVisible();
  // Dissolved solids above 500 mg/L ask for an RO by themselves.
  await expect(proposals.first()).toContainText("RO-");
  await expect(proposals.first()).toContainText(/S[FT]-\d+/);
  await expect(proposals.first()).toContainText("Over 10 years");
  await page.getByRole("link", { name: "Without an RO" }).click();
  await expect(page.getByRole("link", { name: "With an RO" })).toBeVisible();
  await expect(proposals.first()).not.toContainText("↳ RO-");
  await page.getByRole("link", { name: "With an RO" }).click();
  await expect(proposals.first()).toContainText("RO-");
  // The planner asks for something: no salt, then the cheapest first.
  await page.getByRole("link", { name: "No salt" }).click();
  await expect(page).toHaveURL(/hardness=noSalt/);
  await expect(page.getByRole("link", { name: "✓ No salt" })).toBeVisible();
  await expect(proposals.first()).toBeVisible();
  expect((await proposals.allTextContents()).join()).not.toMatch(/SF-\d+/);
  await page.getByRole("link", { name: "With a softener" }).click();
  await expect(page.getByRole("link", { name: "✓ With a softener" })).toBeVisible();
  await expect(proposals.first()).toContainText(/S[FT]-\d+/);
  await page.getByRole("link", { name: "Least cost" }).click();
  await expect(page.getByRole("link", { name: "✓ Least cost" })).toBeVisible();
  await expect(proposals.first()).toBeVisible();
  await page.getByRole("link", { name: "Whatever is best" }).click();
  await page.getByRole("link", { name: "Fewest Stops" }).click();
  await expect(page.getByRole("link", { name: "✓ Fewest Stops" })).toBeVisible();
  await expect(proposals.first()).toContainText("RO-");
  // Whether a train goes on the wall is Unknown until that is measured; then each is looked for there.
  const onWall = page.locator("[data-goes-on-wall]");
  await expect(onWall.first()).toContainText("Unknownwhether it goes on the wall");
  const wall = {
    "cutin.pipe": "pex",
    "cutin.size": "1",
    "cutin.x": "300 mm",
    "cutin.height": "1900 mm",
    "cutin.runs": "right",
    "space.height": "2400 mm",
    "space.depth": "700 mm",
  };
  await surveySent(page, job, { ...wall, "space.width": "6000 mm" });
  await page.reload();
  await expect(onWall.first()).toContainText("Goodgoes on the surveyed wall");
  await surveySent(page, job, { ...wall, "space.width": "500 mm" });
  await page.reload();
  await expect(onWall.first()).toContainText("Stopdoes not go on the surveyed wall");
  await expect(onWall.first()).toContainText("too narrow");
  const codes = (await proposals.first().locator("ol li span.num").allTextContents()).map(
    (t) => t.replace("↳", "").trim().split(" ")[0]!,
  );
  await proposals.first().getByRole("button", { name: "Take this train" }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/train$`));
  for (const [i, code] of codes.entries())
    await expect(page.locator(`[data-line-station=u${i + 1}]`)).toContainText(code);
  await expect(page.getByText(/To settle/)).toBeVisible();
  await page.getByRole("button", { name: /^Undo: Proposed/ }).click();
  await expect(page.locator("[data-line-station=u1]")).toHaveCount(0);
  await context.close();
});

test("a site of which little is known is proposed nothing as Good, and told what to find out", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await openJob(page, "Ferryman's Rest inn", "train/propose");
  await expect(page.locator("[data-not-known]")).toContainText(
    "whether RO at the drinking tap is needed because of lead",
  );
  const proposals = page.locator("[data-proposal]");
  await expect(proposals.first()).toContainText("to find out");
  await expect(proposals.filter({ hasText: "nothing left to settle" })).toHaveCount(0);
  await page.locator("[data-not-known]").getByRole("link", { name: "lead" }).click();
  await expect(page).toHaveURL(/\/site#water\.lead/);
  await context.close();
});

test("what would turn a verdict is listed, nearest first, and leads to the survey's question", async ({
  browser,
}) => {
  const { page, context } = await signedIn(browser, "imke", desk);
  await openJob(page, "Pell Lane bakery", "train");
  await page.getByRole("link", { name: "What if" }).click();
  const turns = page.locator("[data-turns] > li");
  await expect(turns.first()).toBeVisible();
  expect(await turns.count()).toBeGreaterThan(3);
  await expect(turns.filter({ hasText: "Static pressure" }).first()).toContainText(/from \w+ to/);
  await turns.first().getByRole("link").click();
  await expect(page).toHaveURL(/\/site#/);
  await context.close();
});

for (const [name, screen] of [
  ["a wide screen", desk],
  ["a phone", phone],
] as const)
  test(`the fill of an RO's tank answers to pressure and temperature, on ${name}`, async ({ browser }) => {
    const { page, context } = await signedIn(browser, "imke", screen);
    const job = await openJob(page, "Pell Lane bakery");
    await page.goto(`/jobs/${job}/train?at=u4`);
    const chart = page.locator("[data-ro-fill]");
    const designed = chart.getByRole("row").filter({ hasText: "as designed" });
    await expect(designed).toContainText(/\d h \d\d/);
    const before = await designed.textContent();
    await chart.getByLabel(/Feed at the unit/).fill("150");
    await expect(designed).not.toHaveText(before!);
    await expect(designed).toContainText("22 psi");
    await chart.getByLabel(/^Water,/).fill("25");
    await expect(chart.getByText("77 °F")).toBeVisible();
    await chart.getByRole("button", { name: "Back to this site" }).click();
    await expect(designed).toHaveText(before!);
    await context.close();
  });
