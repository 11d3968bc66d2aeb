import Link from "next/link";
import type { Route } from "next";
import { withModels } from "@/core/record";
import { siteFacts } from "@/core/site";
import { nearestTurns } from "@/core/train";
import { JobShell } from "@/phases/job/JobShell";
import { openJob } from "@/phases/job/load";
import { stationsOf } from "@/phases/job/stations";
import { Turns } from "@/phases/train/Turns";

export const metadata = { title: "What if" };

export default async function WhatIfPage({ params }: PageProps<"/jobs/[id]/train/what-if">) {
  const { job, person, judged, known, now } = await openJob((await params).id);
  const turns = nearestTurns({ facts: siteFacts(job.answers), units: withModels(job.units, known), schools: known.schools, tables: known.tables, profile: person.profile }, 12);
  const names = new Map<string, string>([["house", "House"], ...judged.stations.map((s) => [s.key, s.model.code] as const)]);
  return (
    <JobShell id={job.id} name={job.name} about={job.place} phase="train" stations={stationsOf(job, judged, "train", now, person.profile)}>
      <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
        <div><h1>What would turn a verdict</h1><p className="max-w-[72ch] text-soft">The smallest change of one surveyed value at a time that makes any judgement of this train another; nearest first. Nothing is changed by looking.</p></div>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/train` as Route}>Back to the train</Link>
      </div>
      <Turns jobId={job.id} turns={turns} names={names} profile={person.profile} />
    </JobShell>
  );
}
