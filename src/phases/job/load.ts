import { mayWriteOn } from "@/core/job";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { cache } from "react";
import type { IntentKind } from "@/core/log";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { company, knowledge, personFor } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { mayOn } from "@/server/permissions";

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
    judged: judgedOf(job, known),
    now: now(),
    readsOnly: !mayWriteOn(job, person),
    /** May this person write an entry of a kind on this job. */
    can: (kind: IntentKind) => mayOn(job, person, kind),
  };
});

/** The title of a job's page: what it shows, and of which job. */
export const titled =
  (what: string) =>
  async ({ params }: { readonly params: Promise<{ readonly id: string }> }): Promise<Metadata> => ({
    title: `${what} · ${(await openJob((await params).id)).job.name}`,
  });

/** A job as its pages have it. */
export type Opened = Awaited<ReturnType<typeof openJob>>;
