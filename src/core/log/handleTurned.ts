import { judge } from "../rig/judge";
import { flowsStopped, soaksDisturbed, turnedOn } from "../job/rigTurns";
import { circumstancesOf, waterOffAt } from "../job/rigWishes";
import { rigTold } from "../rig/told";
import { facts, id, level, list, object, optional, text, type Of } from "./fields";
import { findStep, onStep, stepState, type JobState } from "../job/job";
import { accept, crew, logKind, refuse, type Stamp } from "./kind";
import { onClock } from "./steps";

const asked = { handle: id, to: text(30), step: optional(id), why: optional(text(500)) };
const kept = {
  ...asked,
  /** What Brant said of it before. */
  verdicts: optional(list(object({ level, rule: id, facts }), 40)),
};
declare module "./kind" {
  interface Asked {
    handleTurned: Of<typeof asked>;
  }
  /** A hand turned a handle. */
  interface Kept {
    handleTurned: Of<typeof kept>;
  }
}

/**
 * A turned handle that stops a flow's water stops its clock; one that lets water through a unit that is
 * soaking starts its soak again, or with a reason it goes on (handbook 5, Steps).
 */
function clocksAfter(job: JobState, before: JobState, turn: Of<typeof kept>, stamp: Stamp): JobState {
  const { by, at } = stamp;
  const steps = before.run?.steps ?? [];
  const moment = Date.parse(at);
  const stopped = flowsStopped(before.rig!, job.rig!, steps, before.steps).reduce(
    (j, step) => onClock(j, step.id, { is: "pause", at: moment }),
    job,
  );
  return soaksDisturbed(before.rig, steps, before.steps, turn).reduce(
    (j, step) =>
      turn.why
        ? onStep(j, step.id, (s) => ({ ...s, kept: [...s.kept, { by, at, why: turn.why! }] }))
        : onClock(j, step.id, { is: "restart", at: moment }),
    stopped,
  );
}

export const handleTurned = logKind({
  kind: "handleTurned",
  asked,
  kept,
  may: crew,
  leavesSigned: () => true,
  // What it trips is kept with it; a Stop is taken with a reason only, because what was done was done.
  decide: (job, { handle: id, to, step, why }, { now }) => {
    if (!job.rig) return refuse("This run has no rig to turn a handle of");
    const handle = job.rig.rig.handles.find((h) => h.id === id);
    if (!handle?.positions.some((p) => p.name === to))
      return refuse("The rig has no such handle or position");
    if (job.rig.state.positions[id] === to) return refuse(`${handle.name} stands there already`);
    const inHand = step === undefined ? undefined : findStep(job, step);
    const circumstances = circumstancesOf(job.rig, inHand, waterOffAt(job.waterOffs, now));
    const { verdicts } = judge(job.rig.rig, job.rig.state, { handle: id, to }, circumstances);
    const stop = verdicts.find((v) => v.level === "Stop");
    if (stop && (why ?? "").trim().length < 3)
      return refuse(`${rigTold(stop).reason}. If it was done all the same, say why`, "why");
    const warned = verdicts.map(({ level, rule, facts }) => ({ level, rule, facts }));
    return accept({
      handle: id,
      to,
      step,
      why: why?.trim() || undefined,
      verdicts: warned.length > 0 ? warned : undefined,
    });
  },
  apply: (job, turn, stamp) => {
    if (!job.rig) return job;
    const { handle, to, step, why, verdicts: warned = [] } = turn;
    const { by, at } = stamp;
    const inHand = step === undefined ? undefined : findStep(job, step);
    const turned = turnedOn(job.rig, { by, at, handle, to, step, why, warned }, inHand);
    const after = clocksAfter({ ...job, rig: turned }, job, turn, stamp);
    const touched = Object.keys(after.steps).filter((id) => after.steps[id] !== job.steps[id]);
    const steps = Object.fromEntries(touched.map((id) => [id, stepState(job, id)]));
    const back = { state: job.rig.state, supply: job.rig.supply, steps };
    return { ...after, rig: { ...after.rig!, back } };
  },
});
