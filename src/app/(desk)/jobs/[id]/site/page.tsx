import Link from "next/link";
import type { Route } from "next";
import { surveyGroups } from "@/catalogue/survey";
import { JobShell } from "@/phases/job/JobShell";
import { openJob } from "@/phases/job/load";
import { stationsOf } from "@/phases/job/stations";
import { Findings } from "@/phases/site/Findings";
import { Survey } from "@/phases/site/Survey";
import { may } from "@/server/permissions";

export const metadata = { title: "Site" };

export default async function SitePage({ params }: PageProps<"/jobs/[id]/site">) {
  const { job, person, judged, now, settings } = await openJob((await params).id);
  return (
    <JobShell
      id={job.id}
      name={job.name}
      about={[job.place, job.about].filter(Boolean).join(" · ")}
      phase="site"
      stations={stationsOf(job, judged, "site", now, person.profile)}
    >
      <div className="grid gap-10 xl:grid-cols-[1fr_300px]">
        <div>
          <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
            <h1>Survey</h1>
            <div className="flex gap-3">
              <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site/water` as Route}>
                Water
              </Link>
              <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site/demand` as Route}>
                Demand
              </Link>
            </div>
          </div>
          <Survey
            job={job}
            groups={surveyGroups}
            profile={person.profile}
            readOnly={!may(person.role, "surveyAnswered")}
            zone={settings.timeZone}
          />
        </div>
        <div
          className="xl:sticky xl:top-4 xl:max-h-[calc(100vh-2rem)] xl:self-start xl:overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Findings"
        >
          <Findings job={job} profile={person.profile} roWanted={judged.stations.some((s) => s.model.ro)} />
        </div>
      </div>
    </JobShell>
  );
}
