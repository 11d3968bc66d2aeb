import type { JobState } from "@/core/job";
import { draftBasis, rigFor } from "@/core/record";
import { company, knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { stamp } from "@/ui/time";
import { importedSaid } from "../job/imported";

/** The rig of a job: as its run follows it, else as its design composes it. */
export const rigOfJob = async (job: JobState) =>
  job.rig?.rig ?? rigFor(job, draftBasis(job), await knowledge());

/** What a job's valve card is printed from, on a sheet. */
export async function cardInput(job: JobState, paper: "A4" | "LETTER") {
  const settings = await company();
  return {
    rig: await rigOfJob(job),
    name: job.name,
    place: job.place,
    company: settings.name,
    paper,
    printed: stamp(now(), settings.timeZone),
    imported: importedSaid(job, settings.timeZone),
  };
}
