import type { JobState, Knowledge } from "@/core/job";
import { changesBetween, type LineChange, type ListChanges } from "@/core/plumbing/changes";
import type { Offcuts } from "@/core/plumbing/offcut";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { judgedOf } from "@/core/record";
import type { UnitSystem } from "@/core/units";
import { muchOf } from "../stock/words";
import { partsOf } from "./listed";

/** What a job's list gains and loses against that of the design that was signed last; undefined where none was. */
export function changedParts(
  job: JobState,
  lines: readonly TakeOffLine[],
  known: Knowledge,
  { profile, offcuts }: { readonly profile: UnitSystem; readonly offcuts?: Offcuts },
): ListChanges | undefined {
  const signed = job.revisions.at(-1);
  if (!signed) return undefined;
  const judged = judgedOf(job, known, signed);
  return changesBetween(partsOf(job, judged, known, { profile, offcuts, basis: signed }).lines, lines);
}

/** What became of a thing that is not asked for any more: it was taken from stock, or lies in the van. `taken`: what the job took, by part. */
export function hadSaid(
  { id, part, unit }: LineChange,
  job: Pick<JobState, "parts">,
  taken: ReadonlyMap<string, number>,
  profile: UnitSystem,
): string {
  const count = taken.get(part) ?? 0;
  return [
    count > 0
      ? `${muchOf(count, unit, profile)} taken from stock: it goes back with the next press there`
      : "",
    job.parts[id]?.state === "loaded" ? "packed in the van" : "",
  ]
    .filter(Boolean)
    .join("; ");
}
