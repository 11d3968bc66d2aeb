import type { Step } from "../run/step";
import type { Derived } from "../readings";
import type { Arrangement, Rig } from "../rig";
import type { SurveyAnswer } from "../site";
import type { DesignUnit } from "../families";
import type { Measured } from "../units";
import type { Facts, Level, Verdict } from "../verdict";

export type Role = "owner" | "planner" | "installer" | "apprentice";
export interface Actor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

export interface ReadingValue {
  readonly text: string;
  readonly value?: number;
  readonly measured?: Measured;
}

/** What each kind of log entry carries. The log is the whole of a job: everything else is computed from it. */
export interface EntryData {
  jobOpened: { readonly name: string; readonly place: string; readonly about: string };
  surveyAnswered: { readonly field: string } & SurveyAnswer;
  /** A laboratory's report, or a water test of one's own: its values become the survey's; what no question asks for is kept as it was written. */
  labReportTaken: {
    readonly report: string;
    readonly source: "form" | "paste" | "file";
    readonly lab?: string;
    readonly sampled?: string;
    readonly values: Readonly<Record<string, SurveyAnswer>>;
    readonly left: readonly { readonly label: string; readonly raw: string }[];
  };
  designChanged: { readonly units: readonly DesignUnit[]; readonly what: string };
  /** A job's own school over the company's; an empty option goes back to it. */
  schoolChosen: { readonly school: string; readonly option: string; readonly why: string };
  verdictOverridden: {
    readonly at: string;
    readonly rule: string;
    readonly level: Level;
    readonly facts: Facts;
    readonly why: string;
  };
  overrideWithdrawn: { readonly at: string; readonly rule: string };
  designSigned: {
    readonly revision: number;
    readonly units: readonly DesignUnit[];
    readonly answers: Readonly<Record<string, SurveyAnswer>>;
    /** The schools it was judged by. */
    readonly schools: Readonly<Record<string, string>>;
    readonly verdicts: readonly {
      readonly at: string;
      readonly rule: string;
      readonly level: Level;
      readonly facts: Facts;
      readonly why?: string;
    }[];
  };
  visitPlanned: {
    readonly visit: string;
    readonly from: string;
    readonly to: string;
    readonly person: { readonly id: string; readonly name: string };
    readonly what: string;
  };
  visitCancelled: { readonly visit: string; readonly why: string };
  /** Hours, ISO 8601, in which the household agreed to have no water. */
  waterOffAgreed: { readonly from: string; readonly to: string };
  /** How the train can be passed by; `own` is the rig as somebody changed it, in place of the composed one. */
  bypassChosen: {
    readonly arrangement: Arrangement;
    readonly drainCock: boolean;
    readonly own?: Rig;
    readonly what: string;
  };
  /** `rig` is absent where what somebody drew does not hang together. */
  runStarted: { readonly revision: number; readonly steps: readonly Step[]; readonly rig?: Rig };
  /** A hand turned a handle. `verdicts`: what Brant said of it before. */
  handleTurned: {
    readonly handle: string;
    readonly to: string;
    readonly step?: string;
    readonly why?: string;
    readonly verdicts?: readonly Pick<Verdict, "level" | "rule" | "facts">[];
  };
  /** The last turn was marked by mistake: no hand made it. `turn` is its number, from 1. */
  turnTakenBack: { readonly turn: number };
  /** The sound of filling has stopped. */
  fillHeard: { readonly step?: string };
  stepDone: { readonly step: string; readonly note?: string };
  stepUndone: { readonly step: string; readonly why: string };
  stepSkipped: { readonly step: string; readonly why: string };
  clockStarted: { readonly step: string };
  clockPaused: { readonly step: string };
  clockRestarted: { readonly step: string; readonly why: string };
  soakKept: { readonly step: string; readonly why: string };
  /** `cycle` is which one, so that two phones counting the same one count it once. */
  cycleCounted: { readonly step: string; readonly cycle: number };
  readingTaken: {
    readonly reading: string;
    readonly kind: string;
    readonly step?: string;
    readonly place: string;
    readonly instrument?: string;
    readonly when: "before" | "after";
    readonly values: Readonly<Record<string, ReadingValue>>;
    readonly derived: readonly Derived[];
    readonly verdict: Verdict;
    readonly supersedes?: string;
    readonly why?: string;
  };
  readingOverridden: { readonly reading: string; readonly why: string };
  serialRecorded: {
    readonly unit: string;
    readonly unitName: string;
    readonly what: string;
    readonly label: string;
    readonly text: string;
    readonly step?: string;
  };
  photoAdded: {
    readonly file: string;
    readonly sha256: string;
    readonly caption: string;
    readonly step?: string;
    readonly field?: string;
  };
  photoRemoved: { readonly file: string; readonly why: string };
  openPointAdded: {
    readonly point: string;
    readonly text: string;
    readonly who: string;
    readonly due?: string;
  };
  openPointClosed: { readonly point: string; readonly how: string };
  signed: {
    readonly as: "installer" | "householder";
    readonly name: string;
    readonly file: string;
    readonly sha256: string;
    readonly head: string;
  };
}

export type EntryKind = keyof EntryData;

/** An entry before it has its place in the chain. `at` is when it happened by the server's clock, `received` when it arrived; ISO 8601, UTC. */
export type Draft<K extends EntryKind = EntryKind> = K extends EntryKind
  ? {
      readonly id: string;
      readonly kind: K;
      readonly at: string;
      readonly received: string;
      readonly by: Actor;
      readonly data: EntryData[K];
    }
  : never;

/** An entry in the chain of its job. */
export type Entry<K extends EntryKind = EntryKind> = K extends EntryKind
  ? Draft<K> & {
      readonly v: 1;
      readonly job: string;
      readonly seq: number;
      readonly previous: string;
      readonly hash: string;
    }
  : never;
