import { zipSync } from "fflate";
import type { JobState } from "@/core/job";
import { isHandedOver } from "@/core/job/handOver";
import type { UnitSystem } from "@/core/units";
import { now } from "@/server/clock";
import { fileStore } from "@/server/files";
import { paperInput } from "@/server/papers";
import { fileName } from "@/server/respond";
import { inThread } from "@/server/threads";
import { cardInput } from "../valves/cardInput";

/**
 * The record as both signed it here; undefined where it is not signed, was before signed papers were kept,
 * or came in signed from elsewhere: a paper that another Brant printed bears no mark of its import.
 */
export async function signedRecord(job: JobState): Promise<Buffer | undefined> {
  const signature = job.signatures.find((s) => s.as === "householder");
  const isFromElsewhere = job.imported.some((i) => (signature?.seq ?? 0) <= i.upTo);
  if (!signature?.paper || isFromElsewhere || !isHandedOver(job)) return undefined;
  return fileStore().get(signature.paper);
}

/**
 * What the household is given, as one file: the record (the paper that was signed, where there is one), the
 * pack, and the valve card where there are valves. ZIP.
 */
export async function householdPapers(
  job: JobState,
  profile: UnitSystem,
  paper: "A4" | "LETTER",
): Promise<Uint8Array> {
  const input = await paperInput(job, { profile, paper, printed: now() });
  const record = (await signedRecord(job)) ?? (await inThread("record", input));
  const name = fileName(job.name);
  const card = await cardInput(job, paper);
  const papers: Record<string, Uint8Array> = {
    [`${name}-record.pdf`]: record,
    [`${name}-customer-pack.pdf`]: await inThread("pack", input),
    ...(card.rig.handles.length > 0 ? { [`${name}-valve-card.pdf`]: await inThread("card", card) } : {}),
  };
  // Papers are packed already: pressing them again would only keep others waiting.
  return zipSync(papers, { level: 0 });
}
