import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { type Page, expect, test, type Locator } from "@playwright/test";
import { base, desk, entriesOf, folder, openJob, other, signedIn, survey } from "./hands";
import {
  addUnits,
  agreedAndSigned,
  handedOver,
  measure,
  opened,
  paper,
  photographed,
  walked,
  type Crew,
} from "./walk";

const answers = {
  "source.kind": "Municipal",
  "source.static": "58 psi",
  "source.flowing": "54 psi",
  "source.flowingAt": "9 gpm",
  "cutin.pipe": "Copper, type L",
  "cutin.size": "3/4 in",
  "heater.kind": "Electric tank",
  "power.outlet": "Ground-fault protected",
  "drain.airGap": "Yes",
  "household.daily": "230 gal",
  "household.drinkers": "4",
  "fixture.kitchenSink": "2",
  "fixture.toilet": "1",
  "sink.rise": "2 m",
  "water.hardness": "22 gpg",
  "water.iron": "0.08",
  "water.manganese": "<0.02",
  "water.ph": "7.4",
  "water.alkalinity": "210",
  "water.tds": "420",
  "water.temperature": "52 °F",
  "water.chlorine": "1.1",
  "water.chloramine": "<0.05",
  "water.turbidity": "0.4",
  "water.sulphide": "ND",
  "water.nitrate": "12",
  "water.nitrateAs": "NO3",
  "water.lead": "1",
  "water.coliform": "Absent",
  "water.ecoli": "Absent",
};
const readings: Crew["readings"] = {
  "site.pressureBefore": { pressure: "58 psi" },
  "site.hardnessBefore": { hardness: "22 gpg" },
  precharge: { pressure: "6.5 psi" },
  chlorine: { in: "1.1", out: "0.05", flow: "4 gpm" },
  hardness: { in: "22 gpg", out: "6 gpg" },
  holdTest: { start: "58 psi", end: "57.5 psi", minutes: "15 min", division: "2 psi" },
  trainLoss: { before: "56 psi", after: "54.3 psi", flow: "4 gpm" },
  programmed: { hardness: "23 gpg", reserve: "day", hour: "2", people: "4" },
  rejection: { feed: "420", product: "28" },
  roFlows: { product: "0.12 L/min", drain: "0.5 L/min", pressure: "52 psi", temperature: "52 °F" },
};

/** Reads the first flow ten times too fast, and is told. */
function misreadsFirst(): (step: Locator) => Promise<void> {
  let misread = false;
  return async (step) => {
    if (misread) return;
    misread = true;
    await measure(step, "60 s");
    await expect(step).toContainText("Stop");
    await expect(step).toContainText("Close the handle");
    // The verdict is there before the server has taken the reading; the form closes only then.
    await expect(step.getByRole("button", { name: "Measure the flow again" })).toBeVisible();
  };
}

/** What of a bundle comes in where, and what does not: `here` made it, `there` has taken it in. */
async function importsJudged(here: Page, there: Page, job: string, bundle: string): Promise<void> {
  const send = async (page: Page, text: string) => {
    const answer = await page.request.post("/api/import", {
      headers: { origin: new URL(page.url()).origin, "content-type": "application/json" },
      data: Buffer.from(text),
    });
    return (await answer.json()) as { added?: number; error?: string };
  };
  type Signed = { entries: unknown[]; signature?: { value: string } };
  const count = async () => (await entriesOf(there, job)).length;
  const before = await count();
  expect(await send(there, bundle)).toMatchObject({ added: 0 });
  // What goes on there is signed with another key: it does not come back into the job that is here.
  const back = await there.request.get(`/api/jobs/${job}/record?as=bundle`);
  expect((await send(here, (await back.body()).toString())).error).toMatch(/This job is here already/);
  const other = await openJob(here, "Ropewalk Studio");
  const signed = await here.request.get(`/api/jobs/${other}/record?as=bundle`);
  const changed = JSON.parse((await signed.body()).toString()) as Signed;
  changed.signature!.value = (JSON.parse(bundle) as Signed).signature!.value;
  expect((await send(there, JSON.stringify(changed))).error).toMatch(/signature does not fit/);
  expect(await count()).toBe(before);
}

test(
  "the bakery job from survey to signed record by the interface alone, at 1280×800",
  { tag: "@long" },
  async ({ browser }) => {
    test.setTimeout(1_500_000);
    const { page, context } = await signedIn(browser, "imke", desk);
    const title = "Bakery of the test";
    const job = await opened(page, title);
    await survey(page, answers);
    await expect(page.locator("[data-findings]")).toContainText("Softener");
    await addUnits(page, job, ["CT-1354", "SF-150", "RO-T5"]);
    await agreedAndSigned(page, job);

    const done = await walked(page, job, { readings, beforeFlow: misreadsFirst() }, async (steps) => {
      if (steps !== 3) return;
      await page.goto(`/jobs/${job}/record`);
      await expect(page.locator("[data-blockers]")).toContainText("Not finished");
      await expect(page.getByRole("button", { name: "Sign as installer" })).toHaveCount(0);
      await page.goto(`/jobs/${job}/run`);
      await photographed(page.locator("article[data-step]"));
    });
    expect(done.length).toBeGreaterThan(40);

    await page.goto(`/jobs/${job}/record`);
    await expect(page.locator("[data-blockers]")).toContainText("A reading is a Stop");
    await page.goto(`/jobs/${job}/run`);
    await handedOver(page, "Blended on purpose for the dough");
    const entries = await entriesOf(page, job);
    expect(entries.filter((e) => e.kind === "signed")).toHaveLength(2);
    expect(entries.filter((e) => e.kind === "readingTaken" && e.data.supersedes)).not.toHaveLength(0);

    const record = await paper(page, job, "record&paper=A4");
    for (const words of [
      "Commissioning record",
      title,
      "CT-1354",
      "Blended on purpose for the dough",
      "Handed over",
      "Imke Vos",
      "SM-serial",
      // What was signed, which the signature names.
      `head ${String(entries.at(-1)!.data.head)}`,
    ])
      expect(record.text.toLowerCase()).toContain(words.toLowerCase());
    expect((await paper(page, job, "record&paper=LETTER&as_of=now")).text).toContain(
      `head ${entries.at(-1)!.hash}`,
    );
    const pack = await paper(page, job, "pack");
    for (const words of ["Your water treatment", "Service", "14 days"]) expect(pack.text).toContain(words);
    expect(pack.pages).toBe(2);
    expect(pack.text).toContain("2 of 2");
    expect(record.text).toContain(`${record.pages} of ${record.pages}`);

    const bundle = join(folder, "job.json");
    const body = await (await page.request.get(`/api/jobs/${job}/record?as=bundle`)).body();
    writeFileSync(bundle, body);
    expect(
      execFileSync(process.execPath, ["--import", "tsx", "scripts/verify.ts", bundle], { encoding: "utf8" }),
    ).toContain("entries hold");
    const there = await signedIn(browser, "imke", desk, other);
    await there.page.goto("/jobs");
    await there.page
      .locator('input[type="file"]')
      .setInputFiles({ name: "job.json", mimeType: "application/json", buffer: body });
    await expect(there.page).toHaveURL(new RegExp(`${other}/jobs/${job}/record`));
    await expect(there.page.getByText("Handed over")).toBeVisible();
    const again = (
      await (await there.page.request.get(`/api/jobs/${job}/record?as=bundle`)).body()
    ).toString();
    const hashes = (text: string) =>
      JSON.parse(text) as { entries: { hash: string }[]; files: { sha256: string }[] };
    // Behind them stands only the note that it came in.
    expect(
      hashes(again)
        .entries.map((e) => e.hash)
        .slice(0, -1),
    ).toEqual(hashes(readFileSync(bundle, "utf8")).entries.map((e) => e.hash));
    const mark = /Imported by Imke Vos on .+, signed by \S{12}/;
    await expect(there.page.locator("[data-notice]")).toHaveText(mark);
    expect((await paper(there.page, job, "record")).text).toMatch(mark);
    expect(
      hashes(again)
        .files.map((f) => f.sha256)
        .sort(),
    ).toEqual(
      hashes(readFileSync(bundle, "utf8"))
        .files.map((f) => f.sha256)
        .sort(),
    );
    await importsJudged(page, there.page, job, body.toString());
    await there.context.close();
    await context.close();
    expect(base).not.toBe(other);
  },
);
