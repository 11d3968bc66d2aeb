import type { Knowledge } from "../job/knowledge";
import type { ReadingContext } from "../readings/reading";
import type { UnitSystem } from "../units";
import type { Verdict } from "../verdict";
import type { Told } from "../words";
import type { Of, Shape } from "./fields";
import type { JobState, Mark, Role } from "../job/job";

/** What is asked by kinds that keep it as it was asked. Each kind adds itself, in its own file. */
// oxlint-disable-next-line typescript/no-empty-object-type -- kinds add to it by declaration merging
export interface KeptAsAsked {}
/** What is asked by each kind of intent, beside its kind and id. */
// oxlint-disable-next-line typescript/no-empty-object-type -- kinds add to it by declaration merging
export interface Asked extends KeptAsAsked {}
/** What each kind of entry keeps. The log is the whole of a job: everything else is computed from it. */
// oxlint-disable-next-line typescript/no-empty-object-type -- kinds add to it by declaration merging
export interface Kept extends KeptAsAsked {}
export type EntryKind = keyof Kept;
export type IntentKind = keyof Asked;

/**
 * What a person asks for. The server turns it into a log entry, or refuses it in words. `id` is made by the
 * client, so that a repeated send is harmless; `claimed` is when it happened, by the client's reckoning of
 * the server's clock.
 */
export type Intent<K extends IntentKind = IntentKind> = K extends IntentKind
  ? { readonly kind: K; readonly id: string; readonly claimed?: string } & Asked[K]
  : never;

/** Who may ask for something. */
export const crew: readonly Role[] = ["owner", "planner", "installer"];
export const office: readonly Role[] = ["owner", "planner"];

/** What a file of a job is kept for. */
export type FileUse = "photo" | "signature" | "paper";
/** Where an entry names a file of its job: the fields that hold its id and its hash. */
export interface FileNamed {
  readonly use: FileUse;
  readonly file: string;
  readonly sha256: string;
}
/** The paper that is signed, as the server printed and kept it. */
export interface Paper {
  readonly file: string;
  readonly sha256: string;
}

export interface Refusal {
  readonly ok: false;
  /** In words that say what to change. */
  readonly error: string;
  /** The field it belongs beside. */
  readonly field?: string;
  readonly fields?: Readonly<Record<string, string>>;
  /** What somebody else put there meanwhile: who asked chooses between it and their own. */
  readonly stands?: string;
}
export type Decided<D> = { readonly ok: true; readonly kept: D } | Refusal;
/** What is kept of an intent that is taken. */
export const accept = <D>(kept: D): Decided<D> => ({ ok: true, kept });
/** Why an intent is not taken, in words, beside a field where one is named. */
export const refuse = (error: string, field?: string): Refusal => ({ ok: false, error, field });

/**
 * What only the office computes: judging designs, composing runs. A phone has none and decides nothing that
 * needs it.
 */
export interface Office {
  readonly knowledge: Knowledge;
  /** Verdicts of the draft, each with its place. */
  readonly verdicts: (job: JobState) => readonly { readonly at: string; readonly verdict: Verdict }[];
  /** Those of them that keep it from being signed. */
  readonly signingBlockers: (job: JobState) => readonly { readonly at: string; readonly verdict: Verdict }[];
  /** The run of the last signed design. */
  readonly startOf: (job: JobState) => Kept["runStarted"];
  /** The run opened again because of a reading. */
  readonly startAgain: (job: JobState, reading: string) => Kept["runStarted"];
  /** What readings of the draft or of the signed design are judged against, before its run carries it. */
  readonly against: (job: JobState) => ReadingContext;
  readonly tell: (verdict: Verdict, system: UnitSystem) => Told;
}

/** What a decision is taken with. */
export interface Deciding {
  /** ms on the server's clock at which the thing happened. */
  readonly now: number;
  /** The unit system of who asks. */
  readonly system: UnitSystem;
  /** Throws where there is none: kinds that a phone decides never ask for it. */
  readonly office: () => Office;
  /** What a signature is put under; absent where nothing is signed, or nothing can be printed. */
  readonly paper?: Paper;
}

/** Who an entry is by, and where it stands. */
export interface Stamp extends Mark {
  readonly seq: number;
}

interface Spec<A extends Shape, D extends Shape> {
  readonly kind: string;
  /** What is asked, beside kind and id; absent where it is kept as it is asked. */
  readonly asked?: A;
  /** What the entry keeps. */
  readonly kept: D;
  readonly may: readonly Role[];
  /** It touches survey, design or overrides: a signature must have seen it. */
  readonly touchesDesign?: boolean;
  /** Files of its job that it names. */
  readonly names?: readonly FileNamed[];
  /** What a signature of this kind is put under: the server prints and keeps it before it decides. */
  readonly prints?: "record" | "addendum";
  /** It is taken of a job that is closed: every other kind is refused until somebody opens it again. */
  readonly takesClosed?: boolean;
  /**
   * Once the record is signed it is refused without an open addendum, unless this says that it changes
   * nothing that was signed.
   */
  readonly leavesSigned?: (job: JobState, asked: Of<A>) => boolean;
  /** Why it takes somebody of the office, asked as it is asked; nothing where all who `may` ask it may. */
  readonly takesOffice?: (job: JobState, asked: Of<A>) => string | undefined;
  /** What it brings to a job that has no entry yet. */
  readonly begins?: Partial<JobState>;
  /** The entry that it becomes, or why not. Pure. */
  readonly decide: (job: JobState, asked: Of<A>, with_: Deciding) => Decided<Of<D>>;
  /** The job after it. Pure, and harmless when the same entry is met twice. */
  readonly apply: (job: JobState, kept: Of<D>, stamp: Stamp) => JobState;
}

/**
 * A kind of log entry: what is asked, what is kept, who may, how it is decided and what it changes.
 * Schemas, permissions, reducer and the phone's list are derived from it. To add one: a file of this shape,
 * and its name in `list.ts`, or in `phoneList.ts` where a phone decides it.
 */
export interface LogKind {
  readonly kind: EntryKind & IntentKind;
  readonly asked: Shape;
  readonly kept: Shape;
  readonly may: readonly Role[];
  readonly touchesDesign: boolean;
  readonly names: readonly FileNamed[];
  readonly prints?: "record" | "addendum";
  readonly takesClosed: boolean;
  readonly leavesSigned: (job: JobState, asked: never) => boolean;
  readonly takesOffice: (job: JobState, asked: never) => string | undefined;
  readonly begins: Partial<JobState>;
  readonly decide: (job: JobState, asked: never, with_: Deciding) => Decided<unknown>;
  readonly apply: (job: JobState, kept: never, stamp: Stamp) => JobState;
}

/** Types a kind's decision and change by its shapes. */
export const logKind = <D extends Shape, A extends Shape = D>(spec: Spec<A, D>): LogKind => ({
  touchesDesign: false,
  names: [],
  takesClosed: false,
  leavesSigned: () => false,
  takesOffice: () => undefined,
  begins: {},
  asked: spec.kept,
  ...spec,
  kind: spec.kind as LogKind["kind"],
});
