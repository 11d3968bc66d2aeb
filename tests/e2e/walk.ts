import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Locator, type Page } from "@playwright/test";
import sharp from "sharp";
import type { Arrangement } from "@/core/rig";
import { readingKinds } from "@/core/readings";
import { clockOf, type Step } from "@/core/run/step";
import { readings as usual } from "../unit/desk";
import { stateOf } from "./crew";
import { folder, lookAtGlass, moveClock, press, pressThrough, survey, tick, turnAll } from "./hands";

/** A job to be planned by the screens. */
export interface Plan {
  readonly title: string;
  readonly answers: Readonly<Record<string, string>>;
  readonly units: readonly string[];
  readonly arrangement?: Arrangement;
}

const arrangementWords: Record<Arrangement, string> = {
  threeValve: "Three valves round the train",
  heads: "Each unit's own head, isolating valves",
  none: "None: a shut-off ahead, the house off meanwhile",
};

/** Opens a new job by the list of jobs; returns its id. */
export async function opened(page: Page, title: string): Promise<string> {
  await page.goto("/jobs");
  await page.getByRole("button", { name: "Open a job" }).click();
  await page.getByLabel(/^Job/).fill(title);
  await page.getByLabel(/^Place/).fill("Mill house");
  await page.getByRole("button", { name: "Open and start the survey" }).click();
  await expect(page).toHaveURL(/\/site$/);
  return /jobs\/(\w+)\//.exec(page.url())![1]!;
}

/** Adds units to the design, one by one. */
export async function addUnits(page: Page, job: string, codes: readonly string[]): Promise<void> {
  for (const code of codes) {
    await page.goto(`/jobs/${job}/train`);
    await page.getByRole("button", { name: "Add a unit" }).click();
    await page.getByRole("button", { name: new RegExp(`^${code} `) }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText(code);
  }
}

/** Takes on every judgement that keeps the design open, and signs it. */
export async function agreedAndSigned(page: Page, job: string): Promise<void> {
  await page.goto(`/jobs/${job}/train`);
  const open = page
    .locator("section")
    .filter({ hasText: "To settle" })
    .getByRole("listitem")
    .filter({ hasText: /Stop|Unknown/ });
  while ((await open.count()) > 0) {
    const before = await open.count();
    const taken = page.getByRole("button", { name: "Override", exact: true });
    // The list is read anew after each one: a sheet that was opened on the old list is opened again.
    await expect(async () => {
      if ((await open.count()) < before) return;
      if (!(await taken.isVisible()))
        await open
          .first()
          .getByRole("button", { name: /^override/ })
          .click({ timeout: 5000 });
      await page
        .getByLabel(/Reason, kept in the record/)
        .fill("Agreed with the household", { timeout: 5000 });
      await taken.click({ timeout: 5000 });
      await expect(open).toHaveCount(before - 1, { timeout: 20_000 });
    }).toPass({ timeout: 90_000 });
  }
  await page.getByRole("button", { name: "Sign design" }).click();
  await expect(page.getByText("Signed", { exact: true })).toBeVisible();
}

/** Surveys, designs and signs a job by the screens; returns its id. */
export async function planned(page: Page, { title, answers, units, arrangement }: Plan): Promise<string> {
  const job = await opened(page, title);
  await survey(page, answers);
  await addUnits(page, job, units);
  if (arrangement) {
    await page.goto(`/jobs/${job}/train/valves`);
    await page
      .getByRole("combobox", { name: "Bypass" })
      .selectOption({ label: arrangementWords[arrangement] });
  }
  await agreedAndSigned(page, job);
  return job;
}

/** What a crew meets that is not as usual. */
export interface Crew {
  /** What it reads, by a step's id or a reading's; else what is usual. */
  readonly readings?: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Is asked before a flow is measured; measures it wrong first, if it likes. */
  readonly beforeFlow?: (step: Locator) => Promise<void>;
}

/** Measures the flow by container and stopwatch. */
export async function measure(step: Locator, time: string, correct?: string): Promise<void> {
  const again = step.getByRole("button", { name: "Measure the flow again" });
  if (await again.isVisible()) await press(again);
  await step.getByLabel("Container", { exact: true }).fill("10 L");
  await step.getByLabel("Time to fill").fill(time);
  if (correct) {
    await tick(step.getByLabel(/corrects the last one/));
    await step.getByLabel("Why is it corrected?").fill(correct);
  }
  await press(step.getByRole("button", { name: "Keep this flow" }));
}

/** Lets the time pass that a clock of this step still needs. */
async function letPass(page: Page, step: Step): Promise<void> {
  // The queue must be taken before the clock moves.
  await expect(page.locator("[data-queued]")).toHaveCount(0);
  await moveClock(page, clockOf(step)! + 60_000);
  await page.goto(page.url().replace(/\/run.*/, `/run?step=${step.id}`));
}

async function read(step: Locator, of: Step, { readings = {} }: Crew): Promise<void> {
  const { reading, places = [of.read!.place] } = of.read!;
  const values = readings[of.id] ?? readings[reading] ?? usual[reading]!;
  for (const place of places) {
    if (places.length > 1) await step.getByText(place, { exact: true }).waitFor();
    for (const field of readingKinds.get(reading)!.fields) {
      const text = values[field.id];
      if (text === undefined || (field.byClock && of.wait)) continue;
      const option = field.options?.find((o) => o.id === text);
      if (option)
        await press(
          step
            .getByRole("group", { name: field.label })
            .getByRole("button", { name: option.label, exact: true }),
        );
      else {
        const input = step
          .getByLabel(field.label, { exact: true })
          .or(step.getByLabel(new RegExp(`^${field.label}`)))
          .first();
        // What was read at the place before goes once it is written down; the same figure typed over it
        // would go with it.
        if (place !== places[0]) await expect(input).toHaveValue("");
        await input.fill(text);
      }
    }
    await press(step.getByRole("button", { name: "Keep this reading" }));
    if (places.length > 1)
      await step.getByRole("list", { name: "Read so far" }).getByText(`${place}: `).waitFor();
  }
  await step.getByRole("button", { name: "Keep this reading" }).waitFor({ state: "detached" });
  await expect(step).toContainText(/Good|Stop|Check|Unknown/);
}

/** A flow or a soak: started, measured where it must be, ended. */
async function timed(page: Page, step: Locator, of: Step, crew: Crew): Promise<void> {
  const over = step.getByRole("button", { name: /Soak is over|Water is clear|No air comes|Flow is done/ });
  const other = page.locator(`article[data-step]:not([data-step="${of.id}"])`);
  if ((await over.count()) === 0) {
    await pressThrough(
      step,
      step.getByRole("button", {
        name: /^(All turned; )?(now listen|soak starts now|water is running|water runs again)$/i,
      }),
    );
    // A clock that only counts makes room for other work; a flow that must be measured stays.
    await over.or(other).first().waitFor();
    if ((await step.count()) === 0) return;
  }
  await step.getByText("This part is on its way").waitFor({ state: "detached" });
  if (of.flow?.band && (await step.getByLabel("Time to fill").count()) > 0) {
    await crew.beforeFlow?.(step);
    const { low, high } = of.flow.band;
    const again = await step.getByRole("button", { name: "Measure the flow again" }).isVisible();
    await measure(
      step,
      `${(10 / ((low + high) / 2)).toFixed(2)} min`,
      again ? "The stopwatch was stopped too early" : undefined,
    );
    await expect(step).toContainText("Good");
    if ((await step.count()) === 0) return;
  }
  if ((await step.getAttribute("data-status")) !== "ready") {
    await expect(over).toBeDisabled();
    await letPass(page, of);
  }
  if (of.flow?.until) await lookAtGlass(step);
  await press(over);
}

/** Keeps a picture with a step. */
export async function photographed(step: Locator): Promise<void> {
  const input = step.locator('input[type="file"]');
  await expect(input).toBeEnabled();
  await input.setInputFiles({
    name: "boxes.png",
    mimeType: "image/png",
    buffer: await sharp({ create: { width: 40, height: 30, channels: 3, background: "#7a5" } })
      .png()
      .toBuffer(),
  });
  await expect(step).toContainText("Photo kept");
}

/** Says of all joints of a step that they are right: at once where they are of several kinds. */
async function allRight(step: Locator): Promise<void> {
  const rest = step.getByRole("button", { name: /^All \d+ are right$|^This one is right$/ });
  await rest.first().waitFor();
  const all = step.getByRole("button", { name: /^All \d+ of this step are right$/ });
  if ((await all.count()) > 0) {
    await press(all);
    await expect(rest).toHaveCount(0);
    return;
  }
  while ((await rest.count()) > 0) {
    const left = await rest.count();
    await press(rest.first());
    await expect(rest).toHaveCount(left - 1);
  }
}

/**
 * Does the step on the screen as a crew would, by what the screen offers. Returns the step, or undefined
 * where all is done.
 */
export async function doStep(
  page: Page,
  job: { readonly id: string; readonly steps: ReadonlyMap<string, Step> },
  crew: Crew,
): Promise<Step | undefined> {
  const shown = page.locator("article[data-step]");
  await shown.waitFor();
  const id = (await shown.getAttribute("data-step"))!;
  if ((await shown.getAttribute("data-status")) === "done") return undefined;
  const of = job.steps.get(id)!;
  const step = page.locator(`article[data-step="${id}"]`);
  await expect(step).toHaveAttribute("data-kind", of.kind);
  const goOn = step.getByRole("button", { name: "Go on" });
  switch (of.kind) {
    case "soak":
    case "flow":
      await timed(page, step, of, crew);
      break;
    case "read":
      if ((await step.locator("[data-step-moves]").count()) > 0) await turnAll(step);
      if (of.wait) {
        await press(step.getByRole("button", { name: "Its minutes start now" }));
        await letPass(page, of);
      }
      await read(step, of, crew);
      await press(goOn);
      break;
    case "cycle":
      for (let c = 1; c <= of.cycle!.count; c += 1)
        await pressThrough(
          step,
          step.getByRole("button", {
            name: new RegExp(`now listen|Filled, emptied and discarded: ${c}$`, "i"),
          }),
        );
      await pressThrough(step, step.getByRole("button", { name: /now listen|discards are done$/i }));
      break;
    case "record": {
      await step.getByText("This part is on its way").waitFor({ state: "detached" });
      const label = step.getByRole("textbox").first();
      await label.fill(`SM-${id.split(".").reverse().join("-")}`);
      await expect(label).toHaveValue(/^SM-/);
      await press(step.getByRole("button", { name: /^Keep / }));
      await expect(step).toContainText("kept:");
      await press(goOn);
      break;
    }
    default: {
      if (of.check?.photo === "needed") await photographed(step);
      if (of.joins) await allRight(step);
      const start = step.getByRole("button", { name: /its minutes start now$/i });
      if ((await start.count()) > 0) {
        await pressThrough(step, step.getByRole("button", { name: /(now listen|its minutes start now)$/i }));
        await letPass(page, of);
      }
      const found = of.writes?.options[0]!.label;
      await pressThrough(
        step,
        step.getByRole("button", {
          name:
            found ??
            /^(All turned; )?(now listen|done|yes, checked|turned|all turned as listed|sign this hold)$/i,
        }),
      );
    }
  }
  await page.locator(`article[data-step="${id}"]:not([data-status="done"])`).waitFor({ state: "detached" });
  return of;
}

/** Starts the run of a signed job and does every step that the screen offers; returns those done, in their order. */
export async function walked(
  page: Page,
  id: string,
  crew: Crew = {},
  between: (done: number) => Promise<void> = () => Promise.resolve(),
): Promise<readonly string[]> {
  await page.goto(`/jobs/${id}/run`);
  await press(page.getByRole("button", { name: "Start the run" }));
  await expect(page.locator("article[data-step]")).toBeVisible();
  const steps = new Map((await stateOf(page, id)).run!.steps.map((s) => [s.id, s]));
  const done: string[] = [];
  for (;;) {
    const step = await doStep(page, { id, steps }, crew);
    if (!step) return done;
    done.push(step.id);
    expect(done.length).toBeLessThan(2 * steps.size);
    await between(done.length);
  }
}

/** Signs the record by both, after every reading that is a Stop was agreed. */
export async function handedOver(page: Page, agreed = "Agreed with the household"): Promise<void> {
  await press(page.getByRole("link", { name: "Go to the record" }));
  const override = page.getByRole("button", { name: /Override with a reason/ });
  const sign = page.getByRole("button", { name: "Sign as installer" });
  await expect(override.or(sign).first()).toBeVisible();
  // The list is read anew after each one, and as the last steps arrive.
  await expect(async () => {
    if ((await override.count()) === 0) return;
    await override.first().click({ timeout: 5000 });
    await page.getByLabel(/Reason, kept in the record/).fill(agreed, { timeout: 5000 });
    await page.getByRole("button", { name: "Override", exact: true }).click({ timeout: 5000 });
    await expect(override).toHaveCount(0, { timeout: 5000 });
  }).toPass({ timeout: 90_000 });
  for (const [as, name] of [
    ["installer", "Imke Vos"],
    ["householder", "The household"],
  ] as const) {
    await press(page.getByRole("button", { name: `Sign as ${as}` }));
    await page.getByLabel("Name", { exact: true }).fill(name);
    await page.getByRole("button", { name: "Sign", exact: true }).dblclick();
    await expect(
      page.getByText(`${as === "installer" ? "Installer" : "householder"}: ${name}`).first(),
    ).toBeVisible();
  }
  await expect(page.getByText("Handed over")).toBeVisible();
}

/** The text of one of a job's papers, as a reader of PDFs takes it, and how many pages it has. */
export async function paper(
  page: Page,
  job: string,
  as: string,
): Promise<{ readonly text: string; readonly pages: number }> {
  const file = join(folder, "paper.pdf");
  writeFileSync(file, await (await page.request.get(`/api/jobs/${job}/record?as=${as}`)).body());
  const info = execFileSync("pdfinfo", [file], { encoding: "utf8" });
  expect(info).toMatch(/Tagged:\s+yes/);
  const pages = /Pages:\s+(\d+)/.exec(info);
  const text = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  return { text: text.replace(/\s+/g, " "), pages: Number(pages![1]) };
}
