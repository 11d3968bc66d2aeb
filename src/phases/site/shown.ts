import type { JobState, Knowledge } from "@/core/job";
import { planOf } from "@/core/families";
import { findingsOf, type Findings } from "@/core/record/findings";
import type { TrainJudgement } from "@/core/train";
import type { UnitSystem } from "@/core/units";
import type { LineStation } from "@/ui/line/station";
import { stationsOf } from "../job/stations";

/** What the survey's page shows beside its questions, as the job stands after entry `seq`. */
export interface SiteShown {
  readonly seq: number;
  readonly stations: readonly LineStation[];
  readonly findings: Findings;
}

/** The Line and the findings of a job in a person's unit system. */
export function siteShown(
  job: JobState,
  judged: TrainJudgement,
  known: Knowledge,
  now: number,
  profile: UnitSystem,
): SiteShown {
  return {
    seq: job.seq,
    stations: stationsOf(job, judged, "site", now, profile),
    findings: findingsOf(
      job,
      known,
      { roWanted: judged.stations.some((s) => s.model.ro), plan: planOf(judged.stations) },
      profile,
    ),
  };
}
