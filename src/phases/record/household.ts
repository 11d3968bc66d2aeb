import { zipSync } from "fflate";
import type { JobState } from "@/core/job";
import { isHandedOver } from "@/core/job/handedOver";
import type { UnitSystem } from "@/core/units";
import { company, knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { fileStore } from "@/server/files";
import { paperInput } from "@/server/papers";
import { fileName } from "@/server/respond";
import { inThread } from "@/server/threads";
import { drawingName, drawingsAsBuilt } from "../fit/drawings";
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

/** The drawings of a job as it is built, each as PDF by its name. */
export async function drawingPapers(
  job: JobState,
  profile: UnitSystem,
  paper: "A4" | "LETTER",
): Promise<Readonly<Partial<Record<"wall" | "cabinet", Uint8Array>>>> {
  const settings = await company();
  const about = { company: settings.name, zone: settings.timeZone, paper, printed: now() };
  const of = { job: { name: job.name, place: job.place }, ...about };
  const drawings = drawingsAsBuilt(job, await knowledge(), profile);
  const printed = await Promise.all(
    drawings.map(async (wall) => [drawingName(wall), await inThread("wall", { ...of, wall })] as const),
  );
  return Object.fromEntries(printed);
}

/**
 * What the household is given, as one file: the record (the paper that was signed, where there is one), the
 * pack, the valve card where there are valves, and the drawings of what stands where it was measured. ZIP.
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
  const drawings = await drawingPapers(job, profile, paper);
  const papers: Record<string, Uint8Array> = {
    ...Object.fromEntries(Object.entries(drawings).map(([is, pdf]) => [`${name}-${is}.pdf`, pdf])),
    [`${name}-record.pdf`]: record,
    [`${name}-customer-pack.pdf`]: await inThread("pack", input),
    ...(card.rig.handles.length > 0 ? { [`${name}-valve-card.pdf`]: await inThread("card", card) } : {}),
  };
  // Papers are packed already: pressing them again would only keep others waiting.
  return zipSync(papers, { level: 0 });
}
