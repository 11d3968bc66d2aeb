import { applyEntry, emptyJob, type Draft, type Entry, type Intent } from "@/core/log";
import { nextStep, statusOf, stepState, type Actor, type JobState, type Knowledge } from "@/core/job";
import { jointsLeft, runningClocks } from "@/core/job/progress";
import { createHash } from "node:crypto";
import { knowledgeWith } from "@/catalogue/knowledge";
import { clockOf } from "@/core/run";
import { decide, emptyHead, movesFor, seal, signingBlockers } from "@/core/record";

export const sha256 = (text: string) => createHash("sha256").update(text, "utf8").digest("hex");
export const knowledge = knowledgeWith();
export const imke: Actor = { id: "p1", name: "Imke Vos", role: "planner" };
export const MIN = 60_000;
export const ulidAt = (n: number) => `01J${String(n).padStart(23, "0")}`;

export type Wish = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;
/** A job driven by intents alone, as the server does it, on a clock that the test moves. */
export class Desk {
  entries: Entry[] = [];
  now = Date.UTC(2026, 10, 25, 8);
  private n = 0;
  job: JobState;
  constructor(
    private readonly known: Knowledge = knowledge,
    private readonly id = "job1",
    readonly name = "Pell Lane bakery",
  ) {
    this.job = emptyJob(id);
  }
  try(wish: Wish) {
    const intent = { ...wish, id: ulidAt((this.n += 1)) } as Intent;
    const decision = decide(this.job, intent, this.now, this.known);
    if (decision.ok) {
      const at = new Date(this.now).toISOString();
      const last = this.entries.at(-1);
      const entry = seal(
        this.id,
        last ? { seq: last.seq, hash: last.hash } : emptyHead,
        { id: intent.id, at, received: at, by: imke, ...decision.entry } as Draft,
        sha256,
      );
      this.entries.push(entry);
      this.job = applyEntry(this.job, entry);
    }
    return decision;
  }
  do(wish: Wish) {
    const d = this.try(wish);
    if (!d.ok) throw new Error(`${wish.kind}: ${d.error} ${JSON.stringify(d.fields ?? {})}`);
    return this;
  }
  answer(values: Record<string, string>) {
    for (const [field, text] of Object.entries(values))
      this.do({ kind: "surveyAnswered", field, text, profile: "us" });
    return this;
  }
}

export const opened = (d = new Desk()) =>
  d.do({ kind: "jobOpened", name: d.name, place: "Mill house", about: "" });
/** A house of which everything is known that most jobs ask, by field and answer. */
export const house = {
  "source.kind": "municipal",
  "source.static": "58 psi",
  "source.flowing": "50 psi",
  "source.flowingAt": "5 gpm",
  "household.daily": "230 gal",
  "fixture.kitchenSink": "2",
  "fixture.toilet": "1",
  "heater.kind": "electric",
  "drain.airGap": "yes",
  "sink.rise": "2 m",
  "household.drinkers": "4",
  "water.hardness": "22 gpg",
  "water.iron": "0.08",
  "water.manganese": "<0.02",
  "water.chlorine": "1.1",
  "water.chloramine": "<0.05",
  "water.turbidity": "0.4",
  "water.sulphide": "ND",
  "water.temperature": "52 °F",
  "water.tds": "420",
  "water.ph": "7.4",
} as const;
export const surveyed = (d = new Desk()) => opened(d).answer(house);
export const designed = () => {
  const d = surveyed();
  return d.do({
    kind: "designChanged",
    units: [
      { key: "a", model: "CT-1354", parallel: 1 },
      { key: "b", model: "SF-150", parallel: 1 },
      { key: "c", model: "RO-T5", parallel: 1 },
    ],
    what: "Carbon, softener, RO",
    seen: d.job.designSeq,
  });
};
/** Signs the design as it stands, every Stop of it taken on. */
export const signed = (d: Desk, known = knowledge) => {
  for (const { at, verdict } of signingBlockers(d.job, known))
    d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "Agreed with the baker" });
  return d.do({ kind: "designSigned", seen: d.job.designSeq });
};
export const signedDesign = () => signed(designed());
/** A run of these units, each by its code, on a site with some other answers. */
export const runOf = (
  models: readonly string[],
  answers: Readonly<Record<string, string>> = {},
  desk = new Desk(),
) => {
  const d = surveyed(desk).answer(answers);
  d.do({
    kind: "designChanged",
    units: models.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: models.join(", "),
    seen: d.job.designSeq,
  });
  return signed(d).do({ kind: "runStarted" });
};
export const running = () => signedDesign().do({ kind: "runStarted" });

type Readings = Readonly<Record<string, Readonly<Record<string, string>>>>;
/**
 * How a crew works: what it reads at steps where not the usual, and whether it sits out what only takes
 * time or does other work meanwhile.
 */
interface Way {
  readonly own?: Readings;
  readonly meanwhile?: boolean;
}
/** Works through every step as a crew would, until `until`, or the end. */
export function work(d: Desk, until?: string, { own = {}, meanwhile = false }: Way = {}): Desk {
  for (;;) {
    const step = nextStep(d.job, d.now);
    const status = step && statusOf(d.job, step, d.now);
    if (!step || step.id === until || status === "done") return d;
    if (status === "counting") {
      d.now = Math.min(...runningClocks(d.job, d.now).map((c) => c.readyAt ?? Infinity));
      continue;
    }
    const clock = clockOf(step);
    for (const m of status === "ready" ? [] : movesFor(d.job.rig, step)) {
      d.do({ kind: "handleTurned", handle: m.handle, to: m.to, step: step.id });
      if (d.job.rig!.state.filling.length > 0) d.do({ kind: "fillHeard", step: step.id });
    }
    if (clock !== undefined && !stepState(d.job, step.id).clock)
      d.do({ kind: "clockStarted", step: step.id });
    if (step.flow?.band && status !== "ready")
      d.do({
        kind: "readingTaken",
        reading: ulidAt(900_000 + d.entries.length),
        reads: "timedFlow",
        step: step.id,
        place: "Hose end",
        when: "after",
        values: { volume: "10 L", time: `${10 / ((step.flow.band.low + step.flow.band.high) / 2)} min` },
        profile: "metric",
      });
    if (meanwhile && clock !== undefined && status === "open") continue;
    if (clock !== undefined && status === "open") d.now += clock;
    for (const place of step.read ? (step.read.places ?? [step.read.place]) : [])
      d.do({
        kind: "readingTaken",
        reading: ulidAt(900_000 + d.entries.length),
        reads: step.read!.reading,
        step: step.id,
        place,
        when: step.read!.when,
        values: own[step.id] ?? readings[step.read!.reading]!,
        profile: "metric",
      });
    const joints = jointsLeft(d.job, step);
    if (joints.length > 0) d.do({ kind: "jointsChecked", step: step.id, joints, found: "right" });
    if (step.cycle)
      for (let c = stepState(d.job, step.id).cycles + 1; c <= step.cycle.count; c += 1)
        d.do({ kind: "cycleCounted", step: step.id, cycle: c });
    if (step.record)
      d.do({
        kind: "serialRecorded",
        unit: step.unit!,
        what: step.record.what,
        label: step.record.label,
        text: "SM-4471",
        step: step.id,
      });
    if (step.check?.photo === "needed") {
      const file = ulidAt(700_000 + d.entries.length);
      d.do({ kind: "photoAdded", file, sha256: sha256(file), caption: step.title, step: step.id });
    }
    d.do({ kind: "stepDone", step: step.id, answer: step.writes?.options[0]!.id });
    d.now += MIN;
  }
}
/** What a crew reads where all is well, with its units, by reading and field. */
export const readings: Record<string, Record<string, string>> = {
  staticPressure: { pressure: "400 kPa" },
  clarity: { look: "clear" },
  rinsed: { volume: "8 L", look: "clear" },
  rawWater: { hardness: "377 mg/L" },
  precharge: { pressure: "42 kPa" },
  chlorine: { in: "1.1 mg/L", out: "0.05 mg/L", flow: "10 L/min" },
  totalChlorine: { in: "1.8 mg/L", out: "0.05 mg/L" },
  hardness: { in: "377 mg/L", out: "12 mg/L" },
  holdTest: { start: "400 kPa", end: "398 kPa", minutes: "15 min", division: "10 kPa" },
  trainLoss: { before: "380 kPa", after: "355 kPa", flow: "15 L/min" },
  rejection: { feed: "420 mg/L", product: "30 mg/L" },
  dosed: { poured: "2 L", strength: "5 %" },
  doseReached: { measured: "55 mg/L" },
  residual: { end: "40 mg/L" },
  flushResidual: { residual: "0.1 mg/L" },
  teeResidual: { residual: "0.05 mg/L" },
  jointsGauged: { made: "14", right: "14" },
  retained: { measured: "1.5 mg/L" },
  programmed: { hardness: "25 gpg", reserve: "day", hour: "2", people: "4" },
  faucetFlow: { volume: "1 L", time: "48 s" },
  uvFlow: { flow: "20 L/min", uvt: "95 %", lamp: "on" },
  roFlows: { product: "0.12 L/min", drain: "0.5 L/min", pressure: "380 kPa", temperature: "11 °C" },
};
