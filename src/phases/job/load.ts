import { judgeJob } from "@/core/train";
import { notFound } from "next/navigation";
import { cache } from "react";
import { draftBasis } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { company, knowledge, personFor } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";

/** Everything a job's pages start from, read once a request. */
export const openJob = cache(async (id: string) => {
  const [person, settings, known] = [await personFor("viewJobs"), await company(), await knowledge()];
  const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
  if (!job) notFound();
  return {
    job,
    person,
    settings,
    known,
    judged: judgeJob(draftBasis(job), known),
    now: now(),
  };
});

/** A job as its pages have it. */
export type Opened = Awaited<ReturnType<typeof openJob>>;
