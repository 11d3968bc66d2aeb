import { applyEntry, emptyJob, type Draft, type Entry, type Intent } from "@/core/log";
import { nextStep, statusOf, stepState, type Actor, type Knowledge } from "@/core/job";
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
  job = emptyJob("job1");
  constructor(private readonly known: Knowledge = knowledge) {}
  try(wish: Wish) {
    const intent = { ...wish, id: ulidAt((this.n += 1)) } as Intent;
    const decision = decide(this.job, intent, this.now, this.known);
    if (decision.ok) {
      const at = new Date(this.now).toISOString();
      const last = this.entries.at(-1);
      const entry = seal(
        "job1",
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
  d.do({ kind: "jobOpened", name: "Pell Lane bakery", place: "Mill house", about: "" });
export const surveyed = (d = new Desk()) =>
  opened(d).answer({
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
  });
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
export const runOf = (models: readonly string[], answers: Readonly<Record<string, string>> = {}) => {
  const d = surveyed().answer(answers);
  d.do({
    kind: "designChanged",
    units: models.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: models.join(", "),
    seen: d.job.designSeq,
  });
  return signed(d).do({ kind: "runStarted" });
};
export const running = () => signedDesign().do({ kind: "runStarted" });

/** Works through every step as a crew would, until `until`, or the end. */
export function work(d: Desk, until?: string): Desk {
  for (;;) {
    const step = nextStep(d.job, d.now);
    if (!step || step.id === until || statusOf(d.job, step, d.now) === "done") return d;
    const clock = clockOf(step);
    for (const m of movesFor(d.job.rig, step)) {
      d.do({ kind: "handleTurned", handle: m.handle, to: m.to, step: step.id });
      if (d.job.rig!.state.filling.length > 0) d.do({ kind: "fillHeard", step: step.id });
    }
    if (clock !== undefined && !stepState(d.job, step.id).clock)
      d.do({ kind: "clockStarted", step: step.id });
    if (step.flow?.band)
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
    if (clock !== undefined) d.now += clock;
    if (step.read)
      d.do({
        kind: "readingTaken",
        reading: ulidAt(900_000 + d.entries.length),
        reads: step.read.reading,
        step: step.id,
        place: step.read.place,
        when: step.read.when,
        values: readings[step.read.reading]!,
        profile: "metric",
      });
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
    d.do({ kind: "stepDone", step: step.id });
    d.now += MIN;
  }
}
export const readings: Record<string, Record<string, string>> = {
  staticPressure: { pressure: "400" },
  rawWater: { hardness: "377" },
  precharge: { pressure: "42" },
  chlorine: { in: "1.1", out: "0.05", flow: "10" },
  totalChlorine: { in: "1.8", out: "0.05" },
  hardness: { in: "377", out: "12" },
  holdTest: { start: "400", end: "398", minutes: "15", division: "10" },
  trainLoss: { before: "380", after: "355", flow: "15" },
  rejection: { feed: "420", product: "30" },
  residual: { dose: "50", start: "55", end: "40" },
  flushResidual: { residual: "0.6" },
  uvFlow: { flow: "20", uvt: "95", lamp: "on" },
  roFlows: { product: "0.12", drain: "0.5", pressure: "380", temperature: "11" },
};
