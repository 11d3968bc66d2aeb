import type { DesignUnit } from "@/core/families";
import type { WallUnit } from "@/core/fit/standing";
import type { Wall } from "@/core/fit/wall";
import type { JobState, Knowledge } from "@/core/job";
import { draftPlaced } from "@/core/record";
import { fitOf } from "@/core/record/fitOf";
import { judgeJob } from "@/core/train";

/**
 * A job's wall with units that are only thought of, ready to be placed; or why nobody can say whether they
 * go on it.
 */
export type WallAsked =
  | { readonly is: "nothing" | "notMeasured" }
  | { readonly is: "unmeasured"; readonly codes: readonly string[] }
  | { readonly is: "faulty"; readonly fault: string }
  | {
      readonly is: "known";
      readonly wall: Wall;
      readonly units: readonly WallUnit[];
      /** By the units' keys. */
      readonly codes: Readonly<Record<string, string>>;
    };

/** A job's wall, asked whether another design goes on it. */
export function wallAsked(job: JobState, known: Knowledge, units: readonly DesignUnit[]): WallAsked {
  const basis = { ...draftPlaced(job), units, places: {}, held: {}, transitions: {} };
  const judged = judgeJob(basis, known);
  const { found, line, units: onWall, unmeasured } = fitOf(job, judged, known, { basis });
  if (line.length === 0) return { is: "nothing" };
  if (found.is === "missing") return { is: "notMeasured" };
  if (found.is === "faulty") return { is: "faulty", fault: found.faults[0]! };
  if (unmeasured.length > 0) return { is: "unmeasured", codes: unmeasured };
  const codes = Object.fromEntries(line.map(({ unit, model }) => [unit.key, model.code]));
  return { is: "known", wall: found.wall, units: onWall, codes };
}
