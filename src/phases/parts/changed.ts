import type { JobState, Knowledge } from "@/core/job";
import { changesBetween, type LineChange, type ListChanges } from "@/core/plumbing/changes";
import type { Offcuts } from "@/core/plumbing/offcut";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { judgedOf } from "@/core/record";
import type { UnitSystem } from "@/core/units";
import { muchOf } from "../stock/words";
import { partsOf, type Parts } from "./listed";

/**
 * What a job's list gains and loses against that of the design that was signed last; undefined where none
 * was. Where the units of one of them have no place, units alone are compared: the other's pipes are no
 * change.
 */
export function changedParts(
  job: JobState,
  { lines, assembly }: Pick<Parts, "lines" | "assembly">,
  known: Knowledge,
  { profile, offcuts }: { readonly profile: UnitSystem; readonly offcuts?: Offcuts },
): ListChanges | undefined {
  const signed = job.revisions.at(-1);
  if (!signed) return undefined;
  const judged = judgedOf(job, known, signed);
  const before = partsOf(job, judged, known, { profile, offcuts, basis: signed });
  const areAlike = (before.assembly === undefined) === (assembly === undefined);
  const compared = (all: readonly TakeOffLine[]) =>
    areAlike ? all : all.filter((line) => line.why.some((why) => why.by === "itself"));
  return changesBetween(compared(before.lines), compared(lines));
}

/**
 * What became of a thing that is not asked for any more: it was taken from stock, or lies in the van.
 * `taken`: what the job took, by part.
 */
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
