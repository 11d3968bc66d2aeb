// What a phone decides, and says of it, is fetched in three parts, each from within the one before it: a file
// that brought the same rules by itself would bring them once more. First what a reading needs.
export { tellRun } from "@/core/job/tellRun";
export { readingsDecided as decided } from "./readingsDecided";
export { understood } from "@/ui/understood";
export { LastReading, ReadingsSaid } from "./ReadingsSaid";
export { correctionOf } from "./written";

/** Parts of steps that need no more than this. */
export const ruled = {
  correction: () => import("./Correction"),
  judgeAgain: () => import("./JudgeAgain"),
  runAnnounced: () => import("./RunAnnounced"),
  supplyStrip: () => import("../valves/SupplyStrip"),
} as const;

/** Then all that a crew does. */
export const fetchCrewParts = () => import("./crewParts");
