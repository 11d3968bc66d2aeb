import { takenBack } from "../job/rigTurns";
import { whole, type Of } from "./fields";
import { onStep, type JobState } from "../job/job";
import { accept, crew, logKind, refuse } from "./kind";

const kept = { turn: whole(1, 100_000) };
declare module "./kind" {
  /** The last turn was marked by mistake: no hand made it. `turn` is its number, from 1. */
  interface KeptAsAsked {
    turnTakenBack: Of<typeof kept>;
  }
}

export const turnTakenBack = logKind({
  kind: "turnTakenBack",
  kept,
  may: crew,
  leavesSigned: () => true,
  decide: (job, { turn }) => {
    const last = job.rig?.turned.length ?? 0;
    if (last === 0 || turn > last) return refuse("There is no such turn");
    if (turn < last) return refuse("A handle was turned since: turn it back instead");
    return job.rig!.back ? accept({ turn }) : refuse("It is taken back already");
  },
  apply: (job, { turn }, { by, at }) => {
    if (!job.rig || job.rig.turned.length !== turn) return job;
    const { run, steps } = takenBack(job.rig, { by, at });
    // Clocks and reasons alone go back, of steps that nobody finished meanwhile.
    return Object.entries(steps).reduce<JobState>(
      (j, [id, was]) =>
        onStep(j, id, (s) => (s.done || s.skipped ? s : { ...s, kept: was.kept, clock: was.clock })),
      { ...job, rig: run },
    );
  },
});
