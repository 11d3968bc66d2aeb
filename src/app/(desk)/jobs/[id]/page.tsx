import { phaseOf } from "@/core/job";
import type { Route } from "next";
import { redirect } from "next/navigation";

import { openJob } from "@/phases/job/load";

/** Leads to the phase that a job is in. */
export default async function JobPage({ params }: PageProps<"/jobs/[id]">) {
  const { job } = await openJob((await params).id);
  redirect(`/jobs/${job.id}/${phaseOf(job)}` as Route);
}
