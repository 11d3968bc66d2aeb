import type { JobState, Knowledge } from "@/core/job";
import { governing, judgedOf, placingOfJob } from "@/core/record";
import { tubingOfJob } from "@/core/record/tubing";
import type { UnitSystem } from "@/core/units";
import { partsOf } from "../parts/listed";
import { roomPaper, wallPaper, type WallPaper } from "./wallPaper";

/**
 * A job's drawings as it is built: of the design that its run follows, with what came instead of fittings on
 * site. Empty while none is signed, or nothing of it was put where it stands.
 */
export function drawingsAsBuilt(job: JobState, known: Knowledge, profile: UnitSystem): readonly WallPaper[] {
  if (job.revisions.length === 0) return [];
  const basis = { ...governing(job), swapped: job.swapped };
  const placed = { ...basis, places: basis.places ?? {} };
  const judged = judgedOf(job, known, basis);
  const parts = partsOf(job, judged, known, { profile, basis });
  const placing = parts.assembly && placingOfJob(parts.fit, placed);
  const tubing = tubingOfJob(basis.answers, judged, placed.places);
  // One way in which things would stand is not how they were put.
  const put = (is: "ownWall" | "cabinet") => {
    const found = tubing[is];
    return found?.is === "fits" && found.byHand ? roomPaper(tubing, is, profile) : undefined;
  };
  return [placing && wallPaper(parts, placing, profile), put("ownWall"), put("cabinet")].filter(
    (paper) => paper !== undefined,
  );
}

/** What a drawing is called in an address and a file's name. */
export const drawingName = ({ is }: Pick<WallPaper, "is">): "wall" | "cabinet" =>
  is === "cabinet" ? "cabinet" : "wall";
