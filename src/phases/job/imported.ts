import type { JobState } from "@/core/job";
import { stamp } from "@/ui/time";

/** Whose signature it was, short enough to read out: the beginning of a public key. */
const keySaid = (key: string | undefined): string => (key ? `signed by ${key.slice(0, 12)}` : "unsigned");

/** Where a job, or a part of it, came from, for every page and paper of it; empty for one that was never elsewhere. */
export const importedSaid = ({ imported }: Pick<JobState, "imported">, zone: string): string =>
  imported.map((i) => `Imported by ${i.by.name} on ${stamp(i.at, zone)}, ${keySaid(i.signedBy)}`).join("; ");
