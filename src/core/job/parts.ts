import { isHandedOver } from "./handOver";
import type { JobState } from "./job";

/** What is not to be had for the van of a job that is not handed over, by name. */
export const missingParts = (job: JobState): readonly string[] =>
  isHandedOver(job)
    ? []
    : Object.values(job.parts)
        .filter((p) => p.state === "missing")
        .map((p) => p.what);
