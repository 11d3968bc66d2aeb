import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { knowledgeWith } from "@/catalogue/knowledge";
import { nextStep, stepState, type JobState } from "@/core/job";
import { jointsLeft } from "@/core/job/progress";
import { jobFrom, type Entry } from "@/core/log";
import { movesFor, signingBlockers } from "@/core/record";
import { clockOf } from "@/core/run";
import { readings } from "../unit/desk";
import { placesOf } from "../unit/placing";
import { base, entriesOf, freshId, moveClock, post } from "./hands";

/** The job as its log tells it. */
export const stateOf = async (page: Page, job: string): Promise<JobState> =>
  jobFrom(job, (await entriesOf(page, job)) as unknown as Entry[]);
/** Sends an intent past the screens, which has to be taken. */
export const sent = async (page: Page, job: string, intent: Record<string, unknown>) => {
  const r = await post(page, job, { id: freshId(), ...intent });
  expect(r.ok(), `${String(intent.kind)}: ${await r.text()}`).toBe(true);
};

/** Answers a survey past the screens, which other tests fill in. */
export async function surveySent(
  page: Page,
  job: string,
  answers: Readonly<Record<string, string>>,
): Promise<void> {
  for (const [field, text] of Object.entries(answers))
    await sent(page, job, { kind: "surveyAnswered", field, text, profile: "us" });
}

interface Planned {
  readonly name: string;
  readonly units: readonly string[];
  readonly answers: Readonly<Record<string, string>>;
  /** Its units are placed on the wall that the answers measure. */
  readonly placed?: boolean;
}

/** Puts these units in the design and signs it, every judgement that keeps it open taken on. */
export async function designed(
  page: Page,
  job: string,
  units: readonly string[],
  placed = false,
): Promise<void> {
  // A bypass alone has none.
  if (units.length > 0)
    await sent(page, job, {
      kind: "designChanged",
      units: units.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
      what: units.join(", "),
      seen: (await stateOf(page, job)).designSeq,
    });
  if (placed) {
    const state = await stateOf(page, job);
    await sent(page, job, {
      kind: "unitsPlaced",
      places: placesOf(state),
      what: "placed",
      seen: state.designSeq,
    });
  }
  for (const { at, verdict } of signingBlockers(await stateOf(page, job), knowledgeWith()))
    await sent(page, job, {
      kind: "verdictOverridden",
      at,
      rule: verdict.rule,
      why: "Agreed with the household",
    });
  await sent(page, job, { kind: "designSigned", seen: (await stateOf(page, job)).designSeq });
}

/** Lets both installers in, so that they may write on a job. */
export async function letIn(page: Page, job: string): Promise<void> {
  const form = await (await page.request.get(`/jobs/${job}/run`)).text();
  const idOf = (name: string) => new RegExp(`<option value="([^"]+)"[^>]*>${name}<`).exec(form)![1]!;
  const people = ["Tobias Rell", "Adaeze Quill"].map((name) => ({ id: idOf(name), name }));
  await sent(page, job, { kind: "crewChanged", letIn: people });
}

/** A job of these units, signed and started; done past the screens, which other tests walk. */
export async function started(page: Page, { name, units, answers, placed }: Planned): Promise<string> {
  await page.goto("/jobs");
  await page.getByRole("button", { name: "Open a job" }).click();
  await page.getByLabel(/^Job/).fill(name);
  await page.getByLabel(/^Place/).fill("Quay");
  await page.getByRole("button", { name: "Open and start the survey" }).click();
  await expect(page).toHaveURL(/\/site$/);
  const job = /jobs\/(\w+)\//.exec(page.url())![1]!;
  await surveySent(page, job, answers);
  await letIn(page, job);
  await designed(page, job, units, placed);
  await sent(page, job, { kind: "runStarted" });
  return job;
}

/** Sends a photo of a step past the screens. */
async function photoSent(page: Page, job: string, step: string, caption: string): Promise<void> {
  const file = freshId();
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#7a5" } })
    .png()
    .toBuffer();
  const kept = await page.request.post(`/api/jobs/${job}/files?id=${file}`, {
    headers: { origin: new URL(base).origin },
    data: picture,
  });
  const { sha256 } = (await kept.json()) as { sha256: string };
  await sent(page, job, { kind: "photoAdded", file, sha256, caption, step });
}

/** Does the open steps as a crew would, up to one, by intents. */
export async function crewUntil(page: Page, job: string, until: string): Promise<void> {
  for (;;) {
    const state = await stateOf(page, job);
    const now = ((await (await page.request.get("/api/time")).json()) as { now: number }).now;
    const step = nextStep(state, now);
    if (!step || step.id === until) return;
    for (const m of movesFor(state.rig, step)) {
      await sent(page, job, { kind: "handleTurned", handle: m.handle, to: m.to, step: step.id });
      if ((await stateOf(page, job)).rig!.state.filling.length > 0)
        await sent(page, job, { kind: "fillHeard", step: step.id });
    }
    if (clockOf(step) !== undefined && !stepState(state, step.id).clock)
      await sent(page, job, { kind: "clockStarted", step: step.id });
    if (step.flow?.band)
      await sent(page, job, {
        kind: "readingTaken",
        reading: freshId(),
        reads: "timedFlow",
        step: step.id,
        place: "Hose end",
        when: "after",
        values: { volume: "10 L", time: `${10 / ((step.flow.band.low + step.flow.band.high) / 2)} min` },
        profile: "metric",
      });
    if (clockOf(step) !== undefined) await moveClock(page, clockOf(step)!);
    for (const place of step.read ? (step.read.places ?? [step.read.place]) : [])
      await sent(page, job, {
        kind: "readingTaken",
        reading: freshId(),
        reads: step.read!.reading,
        step: step.id,
        place,
        when: step.read!.when,
        values: readings[step.read!.reading]!,
        profile: "metric",
      });
    const joints = jointsLeft(state, step);
    if (joints.length > 0)
      await sent(page, job, { kind: "jointsChecked", step: step.id, joints, found: "right" });
    for (let cycle = stepState(state, step.id).cycles + 1; cycle <= (step.cycle?.count ?? 0); cycle += 1)
      await sent(page, job, { kind: "cycleCounted", step: step.id, cycle });
    if (step.record)
      await sent(page, job, {
        kind: "serialRecorded",
        unit: step.unit,
        what: step.record.what,
        label: step.record.label,
        text: "SM-4471",
        step: step.id,
      });
    if (step.check?.photo === "needed") await photoSent(page, job, step.id, step.title);
    await sent(page, job, { kind: "stepDone", step: step.id, answer: step.writes?.options[0]!.id });
  }
}

/** A house of one bath with a carbon tank and a conditioner, as a job that is planned. */
export const twoTanks = {
  units: ["CT-1054", "CN-40"],
  answers: {
    "source.kind": "municipal",
    "source.static": "58 psi",
    "heater.kind": "electric",
    "fixture.kitchenSink": "1",
    "fixture.bathtub": "1",
  },
} as const;
