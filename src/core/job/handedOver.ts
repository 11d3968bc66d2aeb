import type { JobState } from "./job";

/** Signed by both: the job is handed over. */
export const isHandedOver = (job: JobState): boolean =>
  job.signatures.some((s) => s.as === "installer") && job.signatures.some((s) => s.as === "householder");

/** When both had signed, ISO 8601; undefined for a job that is not handed over. */
export const handedOverAt = (job: JobState): string | undefined =>
  isHandedOver(job)
    ? job.signatures
        .map((s) => s.at)
        .sort()
        .at(-1)
    : undefined;

/** Was an entry written after both had signed; what is not there was not. */
export const isAfterSigning = (job: JobState, entry: { readonly seq: number } | undefined): boolean =>
  entry !== undefined && isHandedOver(job) && job.signatures.every((s) => s.seq < entry.seq);

/**
 * The addendum to the signed record that was opened and is not signed yet; one to a record that was laid
 * aside since is none.
 */
export const openAddendum = (job: JobState): JobState["addenda"][number] | undefined =>
  job.addenda.find((a) => a.signed === undefined && isAfterSigning(job, a));

/** Is what was signed closed to changes: handed over, and no addendum open. */
export const isSealed = (job: JobState): boolean => isHandedOver(job) && openAddendum(job) === undefined;
