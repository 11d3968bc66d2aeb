import type { JobState } from "../job/job";
import { broughtOn } from "../job/runRig";
import type { Entry } from "./entry";
import type { LogKind } from "./kind";

/** The job after one more entry, of the kind that it is. Pure. */
export function afterEntry({ apply, touchesDesign }: LogKind, job: JobState, entry: Entry): JobState {
  const { by, at, seq, data } = entry;
  const next = apply(job, data as never, { by, at, seq });
  const moved = next.steps !== job.steps || next.rig !== job.rig || next.readings !== job.readings;
  return {
    ...next,
    // Media come on by steps: the rig follows them.
    rig:
      moved && next.rig && next.run
        ? broughtOn(
            next.rig,
            { steps: next.run.steps, states: next.steps, readings: next.readings },
            Date.parse(at),
          )
        : next.rig,
    designSeq: touchesDesign ? Math.max(job.designSeq, seq) : next.designSeq,
    seq,
    head: entry.hash,
    lastAt: at,
    lastReceived: entry.received,
  };
}
