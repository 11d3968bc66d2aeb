import {
  applyEntry,
  emptyJob,
  type Draft,
  type Entry,
  type FileUse,
  type Intent,
  type Paper,
} from "../../core/log";
import { nextStep, stepState, type Actor, type JobState, type Knowledge } from "../../core/job";
import { jointsLeft } from "../../core/job/progress";
import type { DesignUnit } from "../../core/families";
import { createHash } from "node:crypto";
import { ulid } from "ulid";
import { clockOf } from "../../core/run";
import { decide, emptyHead, movesFor, seal, signingBlockers } from "../../core/record";

/** What is read where water runs until it is clear. */
const glasses: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  clarity: { look: "clear" },
  rinsed: { volume: "2 gal", look: "clear" },
};
const sha256 = (text: string) => createHash("sha256").update(text).digest("hex");
export type DemoWish = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;
export const MIN = 60_000;
export const HOUR = 60 * MIN;
export const DAY = 24 * HOUR;

/** Something that is kept as a file, with its hash. */
export interface Made {
  readonly content: Buffer;
  readonly sha256: string;
}
export interface DemoFile {
  readonly job: string;
  readonly id: string;
  readonly use: FileUse;
  readonly content: Buffer;
}

/**
 * Plays a job through the very decisions that the application takes, on a clock of its own, so that the
 * demo is made of real entries.
 */
export class DemoDesk {
  readonly id: string;
  readonly entries: Entry[] = [];
  readonly files: DemoFile[] = [];
  job: JobState;
  constructor(
    private readonly knowledge: Knowledge,
    public now: number,
    public by: Actor,
    /** What its photos show, where it takes some. */
    private readonly view?: Made,
  ) {
    this.id = ulid(now);
    this.job = emptyJob(this.id);
  }

  do(wish: DemoWish, paper?: Paper): this {
    const intent = { ...wish, id: ulid(this.now) } as Intent;
    const decision = decide(this.job, intent, this.now, this.knowledge, "us", paper);
    if (!decision.ok)
      throw new Error(
        `demo, ${this.job.name || "new job"}, ${wish.kind}: ${decision.error} ${JSON.stringify(decision.fields ?? {})}`,
      );
    const at = new Date(this.now).toISOString();
    const last = this.entries.at(-1);
    const entry = seal(
      this.id,
      last ? { seq: last.seq, hash: last.hash } : emptyHead,
      { id: intent.id, at, received: at, by: this.by, ...decision.entry } as Draft,
      sha256,
    );
    this.entries.push(entry);
    this.job = applyEntry(this.job, entry);
    this.now += 20_000;
    return this;
  }

  /** Keeps what was made with the job, for the entry that names it. */
  keep(use: FileUse, { content, sha256 }: Made) {
    const id = ulid(this.now);
    this.files.push({ job: this.id, id, use, content });
    return { file: id, sha256 };
  }

  open(name: string, place: string, about = ""): this {
    return this.do({ kind: "jobOpened", name, place, about });
  }
  /** Who answers for it, and who else may write on it. */
  crew(responsible: Actor, ...letIn: readonly Actor[]): this {
    const named = ({ id, name }: Actor) => ({ id, name });
    return this.do({
      kind: "crewChanged",
      responsible: named(responsible),
      letIn: letIn.map(named),
    });
  }
  survey(values: Readonly<Record<string, string>>): this {
    for (const [field, text] of Object.entries(values))
      this.do({ kind: "surveyAnswered", field, text, profile: "us" });
    return this;
  }
  design(units: readonly DesignUnit[], what: string): this {
    return this.do({ kind: "designChanged", units: [...units], what, seen: this.job.designSeq });
  }

  /** Signs, with the reason given for whatever is still a Stop or Unknown. */
  sign(why: string): this {
    for (const { at, verdict } of signingBlockers(this.job, this.knowledge))
      this.do({ kind: "verdictOverridden", at, rule: verdict.rule, why });
    return this.do({ kind: "designSigned", seen: this.job.designSeq });
  }

  /** Works through the open steps as a crew would, up to a step, taking the readings given. */
  work(
    until: string | undefined,
    readings: Readonly<Record<string, Readonly<Record<string, string>>>>,
    numbers: Readonly<Record<string, string>> = {},
  ): this {
    for (;;) {
      const step = nextStep(this.job, this.now);
      if (!step || step.id === until || stepState(this.job, step.id).done) return this;
      this.now += step.work * MIN * 0.6;
      const clock = clockOf(step);
      for (const m of movesFor(this.job.rig, step)) {
        this.do({ kind: "handleTurned", handle: m.handle, to: m.to, step: step.id });
        if (this.job.rig!.state.filling.length > 0) this.do({ kind: "fillHeard", step: step.id });
      }
      if (clock !== undefined && !stepState(this.job, step.id).clock)
        this.do({ kind: "clockStarted", step: step.id });
      if (step.flow?.band)
        this.do({
          kind: "readingTaken",
          reading: ulid(this.now),
          reads: "timedFlow",
          step: step.id,
          place: step.flow.to,
          instrument: "10 L jug and stopwatch",
          when: "after",
          values: {
            volume: "10 L",
            time: `${(10 / ((step.flow.band.low + step.flow.band.high) / 2)).toFixed(2)} min`,
          },
          profile: "metric",
        });
      if (clock !== undefined) this.now += clock;
      for (const place of step.read ? (step.read.places ?? [step.read.place]) : [])
        this.do({
          kind: "readingTaken",
          reading: ulid(this.now),
          reads: step.read!.reading,
          step: step.id,
          place,
          when: step.read!.when,
          values: glasses[step.read!.reading] ?? readings[step.read!.reading] ?? {},
          profile: "us",
        });
      const joints = jointsLeft(this.job, step);
      if (joints.length > 0) this.do({ kind: "jointsChecked", step: step.id, joints, found: "right" });
      if (step.cycle)
        for (let c = stepState(this.job, step.id).cycles + 1; c <= step.cycle.count; c += 1) {
          this.now += 90 * MIN;
          this.do({ kind: "cycleCounted", step: step.id, cycle: c });
        }
      if (step.record)
        this.do({
          kind: "serialRecorded",
          unit: step.unit!,
          what: step.record.what,
          label: step.record.label,
          text: numbers[`${step.unitName}.${step.record.what}`] ?? `SM-${4100 + this.entries.length}`,
          step: step.id,
        });
      if (this.view && step.check?.photo === "needed")
        this.do({
          kind: "photoAdded",
          ...this.keep("photo", this.view),
          caption: step.title,
          step: step.id,
        });
      this.do({ kind: "stepDone", step: step.id, answer: step.writes?.options[0]!.id });
    }
  }
}
