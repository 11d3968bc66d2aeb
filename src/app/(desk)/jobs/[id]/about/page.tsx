import { phaseOf } from "@/core/job";
import { contactsOf } from "@/data/queries/contacts";
import { jobEntries } from "@/data/queries/jobs";
import { allPeople } from "@/data/queries/people";
import { Contacts } from "@/phases/about/Contacts";
import { History } from "@/phases/about/History";
import { Life } from "@/phases/about/Life";
import { Names } from "@/phases/about/Names";
import { Offer } from "@/phases/about/Offer";
import { frameOf } from "@/phases/job/frame";
import { historyOf } from "@/phases/job/history";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import { choices } from "@/phases/jobs/asked";
import { OpenPoints } from "@/phases/record/RecordDesk";
import { Crew } from "@/phases/run/Crew";
import { database } from "@/server/database";
import { may } from "@/server/permissions";
import { dateIn, stamp } from "@/ui/time";

export const generateMetadata = titled("About the job");

/** What a job is called, who is on it, whom to speak to, what is open, what happened, and what becomes of it. */
export default async function AboutPage({ params }: PageProps<"/jobs/[id]/about">) {
  const opened = await openJob((await params).id);
  const { job, known, person, settings, now, can } = opened;
  const zone = settings.timeZone;
  const [contacts, entries, people] = await Promise.all([
    contactsOf(database(), job.id),
    jobEntries(database(), job.id),
    allPeople(database()),
  ]);
  const lines = historyOf(entries, job, {
    known,
    profile: person.profile,
    day: (at) => stamp(at, zone),
  });
  const isOpen = job.closed === undefined;
  return (
    <JobShell {...frameOf(opened, phaseOf(job))} isAbout>
      <h1>About {job.name}</h1>
      {job.about ? <p className="text-soft">{job.about}</p> : null}
      {job.copiedFrom ? <p className="text-soft">Begun as a copy of {job.copiedFrom.name}.</p> : null}
      <section className="mt-8" aria-labelledby="contacts">
        <h2 id="contacts">Contacts</h2>
        <Contacts
          jobId={job.id}
          contacts={contacts}
          readOnly={!may(person.role, "keepContacts") || opened.readsOnly}
        />
      </section>
      <Crew
        jobId={job.id}
        crew={job.crew}
        people={people.filter((p) => p.active && p.role !== "apprentice")}
        readOnly={!can("crewChanged") || !isOpen}
      />
      <section className="mt-8" aria-labelledby="offer">
        <h2 id="offer">Before the work</h2>
        {job.offer ? (
          <p>
            {choices.offer[job.offer.is]} since {job.offer.on}
            {job.offer.note ? `: ${job.offer.note}` : ""}
          </p>
        ) : null}
        {can("offerMoved") && isOpen ? (
          <Offer key={job.offer?.at} jobId={job.id} offer={job.offer} today={dateIn(now, zone)} />
        ) : null}
      </section>
      <section className="mt-8" aria-labelledby="points">
        <h2 id="points">Open points</h2>
        <OpenPoints
          jobId={job.id}
          points={job.openPoints}
          followUps={[]}
          readOnly={!can("openPointAdded") || !isOpen}
          today={dateIn(now, zone)}
          papers={{ photos: job.photos, jobName: job.name, zone }}
        />
      </section>
      {can("jobClosed") ? (
        <section className="mt-8" aria-labelledby="life">
          <h2 id="life">Rename, close, copy</h2>
          {isOpen ? <Names jobId={job.id} name={job.name} place={job.place} about={job.about} /> : null}
          <Life job={job} />
        </section>
      ) : null}
      <section className="mt-8" aria-labelledby="history">
        <h2 id="history">History</h2>
        <History lines={lines} />
      </section>
    </JobShell>
  );
}
