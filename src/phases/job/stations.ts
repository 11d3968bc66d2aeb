import { siteFacts } from "@/core/site";
import { stepState, type JobState, type Phase } from "@/core/record";
import { clockOf, countedBy } from "@/core/run";
import type { TrainJudgement } from "@/core/train";
import { print, type Profile } from "@/core/units";
import type { LineStation } from "@/ui/Line";

/** How far the longest soak of a unit has come, 0–1; undefined while none has begun. */
function soakOf(job: JobState, key: string, now: number): number | undefined {
  const soaks = (job.run?.steps ?? []).filter((s) => s.unit === key && s.kind === "soak").sort((a, b) => clockOf(b)! - clockOf(a)!);
  const step = soaks[0];
  const clock = step && stepState(job, step.id).clock;
  return step && clock ? Math.min(1, countedBy(clock, now) / clockOf(step)!) : undefined;
}

function stateOf(job: JobState, key: string, now: number): LineStation["state"] {
  const steps = (job.run?.steps ?? []).filter((s) => s.unit === key);
  if (steps.length === 0) return undefined;
  if (steps.every((s) => { const st = stepState(job, s.id); return st.done ?? st.skipped; })) return "in service";
  const active = steps.find((s) => { const st = stepState(job, s.id); return st.clock && !st.done; });
  if (active?.kind === "soak" && countedBy(stepState(job, active.id).clock!, now) < clockOf(active)!) return "soaking";
  return active?.kind === "flow" ? "flushing" : "dry";
}

/** The Line of a job for a phase: main, units in water's order, house. */
export function stationsOf(job: JobState, judged: TrainJudgement, phase: Phase, now: number, profile: Profile): LineStation[] {
  const facts = siteFacts(job.answers);
  const base = `/jobs/${job.id}/${phase}`;
  const main: LineStation = { key: "main", name: "Main", family: "main", branch: false, line: facts.source ? { municipal: "from the street", well: "from the well", surface: "from the intake" }[facts.source] : "source not surveyed", markIn: "raw", markOut: "raw", href: phase === "site" ? `${base}#source` : base, ...(facts.staticPressure === undefined ? {} : { pressure: print(facts.staticPressure, "pressure", profile) }) };
  const units = judged.stations.map((s): LineStation => {
    const soaked = phase === "run" ? soakOf(job, s.key, now) : undefined;
    const state = phase === "run" ? stateOf(job, s.key, now) : undefined;
    return {
      key: s.key, name: `${s.model.code}${s.unit.parallel > 1 ? ` × ${s.unit.parallel}` : ""}`, family: s.model.family, branch: s.model.branch, markIn: s.markIn, markOut: s.markOut,
      href: phase === "train" ? `${base}?at=${s.key}` : phase === "run" ? `${base}?at=${s.key}` : phase === "site" ? `${base}#water` : `${base}#unit-${s.key}`,
      ...(phase === "run" && job.run ? { line: state ?? "" } : { level: s.level, line: s.headline }),
      ...(soaked === undefined ? {} : { soaked }), ...(state ? { state } : {}), ...(s.pressureIn === undefined || s.model.branch ? {} : { pressure: print(s.pressureIn, "pressure", profile) }),
    };
  });
  const last = judged.house;
  return [main, ...units, { key: "house", name: "House", family: "house", branch: false, line: "cold, then heater", markIn: last.mark, markOut: last.mark, href: phase === "train" ? `${base}?at=house` : phase === "site" ? `${base}#household` : base, ...(last.pressurePeak === undefined ? {} : { pressure: `${print(Math.max(0, last.pressurePeak), "pressure", profile)} at peak` }) }];
}
