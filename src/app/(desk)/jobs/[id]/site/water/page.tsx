import Link from "@/ui/Link";
import type { Route } from "next";
import { siteFacts } from "@/core/site";
import { rememberedLabels } from "@/data/queries/labNames";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { LabReport } from "@/phases/site/LabReport";
import { Reports } from "@/phases/site/Reports";
import { WaterProfile, withChanges } from "@/phases/site/WaterProfile";
import { database } from "@/server/database";

export const generateMetadata = titled("Water");

/** Water tests, and the water behind every station. */
export default async function WaterPage({ params }: PageProps<"/jobs/[id]/site/water">) {
  const opened = await openJob((await params).id);
  const { can, job, person, judged, settings } = opened;
  const frame = frameOf(opened, "site");
  const { water } = siteFacts(job.answers);
  const { profile } = person;
  return (
    <JobShell {...frame} stations={withChanges(frame.stations, judged, water, profile)}>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <h1>Water</h1>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site#water` as Route}>
          Back to the survey
        </Link>
      </div>
      <div className="grid gap-10">
        {can("labReportTaken") ? (
          <section aria-labelledby="in">
            <h2 id="in">A water test in</h2>
            <LabReport jobId={job.id} profile={profile} remembered={await rememberedLabels(database())} />
          </section>
        ) : null}
        <section aria-labelledby="behind">
          <h2 id="behind">Behind every station</h2>
          <WaterProfile judged={judged} raw={water} profile={profile} />
        </section>
        <section aria-labelledby="tests">
          <h2 id="tests">Tests side by side</h2>
          <Reports job={job} profile={profile} zone={settings.timeZone} />
        </section>
      </div>
    </JobShell>
  );
}
