import type { Clock } from "../run/clock";
import type { Step } from "../run/step";

/** What the first entry of a log follows: 64 zeros. */
export const genesis = "0".repeat(64);

export type Role = "owner" | "planner" | "installer" | "apprentice";
export interface Actor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
/** Who did something, and when: ISO 8601, by the server's clock. */
export interface Mark {
  readonly by: Actor;
  readonly at: string;
}

/** What was found of joints that were made: right, or to be made again. */
export interface JointsFound {
  readonly joints: readonly string[];
  readonly found: "right" | "wrong";
  readonly note?: string;
}

/** Something that was not in a unit's box. */
export interface NotInBox {
  readonly unit: string;
  readonly code: string;
  readonly what: string;
}

/** How far a step of the run has come. */
export interface StepState {
  /** `why`: the rig was not where the step wants it. */
  readonly done?: Mark & { readonly note?: string; readonly why?: string };
  readonly skipped?: Mark & { readonly why: string };
  readonly clock?: Clock;
  readonly cycles: number;
  /** When each filling was counted. */
  readonly countedAt?: readonly string[];
  /** Joints that were looked at after they were made, in the order in which that was said. */
  readonly joints?: readonly (Mark & JointsFound)[];
  /** What was not in the boxes that were opened at it. */
  readonly missing?: readonly (Mark & NotInBox)[];
  /** Reasons given for going on with a disturbed soak. */
  readonly kept: readonly (Mark & { readonly why: string })[];
}

/** A whole job, as its log tells it. Each kind of entry adds here what it brings, in its own file. */
export interface JobState {
  readonly id: string;
  readonly seq: number;
  readonly head: string;
  readonly lastAt?: string;
  /** When the last entry arrived: the next one arrives no earlier. */
  readonly lastReceived?: string;
  /** Number of the last entry that touched survey, design or overrides: a signature must have seen it. */
  readonly designSeq: number;
  readonly steps: Readonly<Record<string, StepState>>;
}

export const noStep: StepState = { cycles: 0, kept: [] };
/** What is known of a step; a fresh state where nothing has happened at it. */
export const stepState = (job: Pick<JobState, "steps">, id: string): StepState => job.steps[id] ?? noStep;
/** The step of an id in the job's run; undefined where the run has none. */
export const findStep = (
  job: { readonly run?: { readonly steps: readonly Step[] } },
  id: string,
): Step | undefined => job.run?.steps.find((s) => s.id === id);

/** The job with a step's state changed. */
export const onStep = (job: JobState, id: string, change: (s: StepState) => StepState): JobState => ({
  ...job,
  steps: { ...job.steps, [id]: change(stepState(job, id)) },
});

/** A record without one of its keys. */
export const without = <T>(record: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(record).filter(([k]) => k !== key));
