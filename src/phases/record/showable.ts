import { jobFrom, type Entry } from "@/core/log";
import type { Knowledge } from "@/core/job";
import { draftBasis, rigFor } from "@/core/record";
import { judgeJob } from "@/core/train";
import { stationsOf } from "../job/stations";
import { reportOf } from "./report";

/** Can the pages and papers of a job be made from its log: what nobody can look at is not taken in. */
export function isShowable(job: string, entries: readonly Entry[], known: Knowledge, now: number): boolean {
  try {
    const state = jobFrom(job, entries);
    const judged = judgeJob(draftBasis(state), known);
    for (const phase of ["site", "train", "run", "record"] as const)
      stationsOf(state, judged, phase, now, "metric");
    rigFor(state, draftBasis(state), known);
    reportOf(state, known, "metric", "UTC");
    return true;
  } catch {
    return false;
  }
}
