import Link from "@/ui/Link";
import type { Route } from "next";
import { planOf } from "@/core/families";
import { noticesOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { siteShown } from "@/phases/site/shown";
import { SiteBoard } from "@/phases/site/SiteBoard";
import { Survey } from "@/phases/site/Survey";

export const generateMetadata = titled("Site");

/** The survey beside its findings. */
export default async function SitePage({ params, searchParams }: PageProps<"/jobs/[id]/site">) {
  const opened = await openJob((await params).id);
  const { from } = await searchParams;
  const { can, job, person, judged, known, now, settings } = opened;
  return (
    <SiteBoard
      frame={{
        id: job.id,
        name: job.name,
        about: [job.place, job.about].filter(Boolean).join(" · "),
        notices: noticesOf(opened),
      }}
      shown={siteShown(job, judged, known, now, person.profile)}
    >
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <h1>Survey</h1>
        <div className="flex flex-wrap gap-3">
          {from === "train" ? (
            <Link className="button" prefetch={false} href={`/jobs/${job.id}/train` as Route}>
              Back to the train
            </Link>
          ) : null}
          <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site/water` as Route}>
            Water
          </Link>
          <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/site/demand` as Route}>
            Demand
          </Link>
        </div>
      </div>
      <Survey
        job={{ id: job.id, name: job.name, answers: job.answers, photos: job.photos.filter((p) => p.field) }}
        plan={planOf(judged.stations)}
        profile={person.profile}
        readOnly={!can("surveyAnswered")}
        zone={settings.timeZone}
      />
    </SiteBoard>
  );
}
