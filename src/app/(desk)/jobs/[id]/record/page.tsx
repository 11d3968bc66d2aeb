import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { drawingName, drawingsAsBuilt } from "@/phases/fit/drawings";
import { RecordPage } from "@/phases/record/RecordPage";
import { reportOf } from "@/phases/record/report";
import { may } from "@/server/permissions";

export const generateMetadata = titled("Record");

/** The commissioning record, its signatures and papers. */
export default async function Page({ params }: PageProps<"/jobs/[id]/record">) {
  const opened = await openJob((await params).id);
  const { can, job, person, known, now, settings } = opened;
  const today = new Intl.DateTimeFormat("en-CA", { timeZone: settings.timeZone }).format(new Date(now));
  return (
    <JobShell {...frameOf(opened, "record")}>
      <RecordPage
        job={job}
        profile={person.profile}
        report={reportOf(job, known, person.profile, settings.timeZone, now)}
        zone={settings.timeZone}
        person={{ name: person.name }}
        canOverride={can("readingOverridden")}
        canSign={can("signed")}
        canExport={may(person.role, "exportRecord")}
        readOnly={!can("openPointAdded")}
        today={today}
        drawings={drawingsAsBuilt(job, known, person.profile).map(drawingName)}
      />
    </JobShell>
  );
}
