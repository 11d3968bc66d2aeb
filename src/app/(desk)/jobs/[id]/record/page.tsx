import { JobShell } from "@/phases/job/JobShell";
import { openJob } from "@/phases/job/load";
import { stationsOf } from "@/phases/job/stations";
import { RecordPage } from "@/phases/record/RecordPage";
import { reportOf } from "@/phases/record/report";
import { may } from "@/server/permissions";

export const metadata = { title: "Record" };

/** The commissioning record, its signatures and papers. */
export default async function Page({ params }: PageProps<"/jobs/[id]/record">) {
  const { job, person, judged, known, now, settings } = await openJob((await params).id);
  const today = new Intl.DateTimeFormat("en-CA", { timeZone: settings.timeZone }).format(new Date(now));
  return (
    <JobShell
      id={job.id}
      name={job.name}
      about={job.place}
      phase="record"
      stations={stationsOf(job, judged, "record", now, person.profile)}
    >
      <RecordPage
        job={job}
        report={reportOf(job, known, person.profile, settings.timeZone)}
        zone={settings.timeZone}
        person={{ name: person.name }}
        canOverride={may(person.role, "readingOverridden")}
        canSign={may(person.role, "signed")}
        canExport={may(person.role, "exportRecord")}
        readOnly={!may(person.role, "openPointAdded")}
        today={today}
      />
    </JobShell>
  );
}
