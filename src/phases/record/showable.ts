import { jobFrom, type Entry } from "@/core/log";
import type { Knowledge } from "@/core/job";
import { readingKinds } from "@/core/readings";
import { draftBasis, judgedOf, rigFor } from "@/core/record";
import { MOST_UNITS } from "@/core/rig/rig";
import { stationsOf } from "../job/stations";
import { reportOf } from "./report";

/** Units of a design, those side by side counted one by one. */
const inAll = (units: readonly { readonly parallel: number }[]): number =>
  units.reduce((sum, u) => sum + u.parallel, 0);

/** Can the pages and papers of a job be made from its log: what nobody can look at is not taken in. */
export function isShowable(job: string, entries: readonly Entry[], known: Knowledge, now: number): boolean {
  try {
    const state = jobFrom(job, entries);
    const designs = [draftBasis(state), ...state.revisions];
    if (designs.some(({ units }) => inAll(units) > MOST_UNITS)) return false;
    if (state.readings.some((r) => !readingKinds.has(r.kind))) return false;
    const judged = judgedOf(state, known);
    for (const phase of ["site", "train", "run", "record"] as const)
      stationsOf(state, judged, phase, now, "metric");
    rigFor(state, draftBasis(state), known);
    reportOf(state, known, "metric", "UTC", now);
    return true;
  } catch {
    return false;
  }
}
