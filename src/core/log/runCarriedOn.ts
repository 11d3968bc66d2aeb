import { carriedOn, carrying, mustBeRelieved } from "../job/carryOn";
import { broughtOn } from "../job/runRig";
import { without, type JobState, type Mark } from "../job/job";
import type { Step } from "../run/step";
import { listed } from "../words";
import { id, list, optional, readingContext, reason, rig, step, whole, type Of } from "./fields";
import { accept, crew, logKind, refuse } from "./kind";
import { pastAt } from "./readingTaken";
import { unsigned } from "./signed";

const asked = { why: reason };
const kept = {
  why: reason,
  revision: whole(1, 10_000),
  steps: list(step, 400),
  against: readingContext,
  rig: optional(rig),
  entered: list(id, 400),
  /** Asked again, because of what entered. */
  again: list(id, 400),
  struck: list(step, 400),
};
declare module "./kind" {
  interface Asked {
    runCarriedOn: Of<typeof asked>;
  }
  interface Kept {
    runCarriedOn: Of<typeof kept>;
  }
}
/** A step that a newer design took out of the run, and why. */
export interface StruckStep extends Mark {
  readonly step: Step;
  readonly why: string;
}
declare module "../job/job" {
  interface JobState {
    /** What newer designs changed of the run: what entered, and what was struck. */
    readonly carried: readonly (Mark & {
      readonly revision: number;
      readonly why: string;
      readonly entered: readonly string[];
      readonly struck: readonly StruckStep[];
    })[];
  }
}

/** Why a run cannot be carried on; undefined where it can. */
function whyNot(job: JobState): string | undefined {
  if (!job.run) return "The run has not started";
  return (job.revisions.at(-1)?.revision ?? 0) > job.run.revision
    ? undefined
    : "The run follows the newest signed design already";
}

export const runCarriedOn = logKind({
  kind: "runCarriedOn",
  asked,
  kept,
  may: crew,
  begins: { carried: [] },
  // A newer design is signed by both again once its steps are done.
  leavesSigned: () => true,
  decide: (job, { why }, { office }) => {
    const fault = whyNot(job);
    if (fault) return refuse(fault);
    const next = office().startOf(job);
    const pressured = job.rig && next.rig ? mustBeRelieved(job.rig, next.rig) : [];
    if (pressured.length > 0)
      return refuse(`Relieve first what is taken apart: ${listed(pressured)} still stands under pressure`);
    const { entered, struck, again } = carrying(job, next.steps);
    return accept({ why, ...next, entered, again, struck: struck.map((s) => s.step) });
  },
  apply: (job, { why, rig: nextRig, steps, revision, against, entered, again, struck }, { by, at }) => {
    if (!job.run || job.run.revision >= revision) return job;
    const states = again.reduce(without, job.steps);
    const readings = pastAt(job.readings, again, { by, at });
    const carriedRig = job.rig && nextRig ? carriedOn(job.rig, nextRig) : undefined;
    return {
      ...unsigned(job, { by, at }),
      steps: states,
      readings,
      run: { ...job.run, revision, steps, against },
      rig: carriedRig && broughtOn(carriedRig, { steps, states, readings }, Date.parse(at)),
      carried: [
        ...job.carried,
        { revision, why, entered, struck: struck.map((s) => ({ step: s, why, by, at })), by, at },
      ],
    };
  },
});
