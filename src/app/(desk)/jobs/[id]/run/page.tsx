import Link from "@/ui/Link";
import type { Route } from "next";
import { jobInShort } from "@/core/job/inShort";
import { carrying, nextStep, reopenedBy, tellRun, type JobState, type Knowledge } from "@/core/job";
import { startOf } from "@/core/record";
import { allPeople } from "@/data/queries/people";
import { visitsAhead } from "@/data/queries/today";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, type Opened } from "@/phases/job/load";
import type { Pending } from "@/phases/run/CarryOn";
import { Crew } from "@/phases/run/Crew";
import { OpenAgain } from "@/phases/run/OpenAgain";
import { allTexts } from "@/phases/run/allTexts";
import { firstAtUnit, stepShown } from "@/phases/run/firstStep";
import { textsOf } from "@/phases/run/texts";
import { RunBoard } from "@/phases/run/RunBoard";
import { CarryOn, StartRun } from "@/phases/run/officeForms";
import type { Engagement } from "@/phases/run/VisitForm";
import { Visits } from "@/phases/run/Visits";
import { database } from "@/server/database";
import { ulid } from "ulid";

/** The window is named after the step that is shown. */
export async function generateMetadata({ params, searchParams }: PageProps<"/jobs/[id]/run">) {
  const { job, now } = await openJob((await params).id);
  const { step } = await searchParams;
  const shown = job.run?.steps.find((s) => s.id === step) ?? nextStep(job, now);
  return { title: `${shown?.title ?? "Run"} · ${job.name}` };
}

/** What the newest signed design would change of the run; undefined where the run follows it. */
function pendingOf(job: JobState, known: Knowledge): Pending | undefined {
  const newest = job.revisions.at(-1)?.revision;
  if (!job.run || newest === undefined || newest <= job.run.revision) return undefined;
  const next = startOf(job, known).steps;
  const { entered, struck, again } = carrying(job, next);
  const titles = (ids: readonly string[]) =>
    next.filter((s) => ids.includes(s.id)).map((s) => (s.unitName ? `${s.title} · ${s.unitName}` : s.title));
  return {
    revision: newest,
    entered: titles(entered),
    struck: struck.map(({ step, restedOn }) => ({ title: step.title, restedOn })),
    again: titles(again),
  };
}

/**
 * What is to be decided about the run before its steps go on: it is opened again, or carried on with a
 * newer design.
 */
function Notice({ opened, crew }: { opened: Opened; crew: boolean }) {
  const { job, known, person } = opened;
  const found = reopenedBy(job);
  if (found) return <OpenAgain jobId={job.id} why={tellRun(found.verdict, person.profile)} crew={crew} />;
  const pending = crew ? pendingOf(job, known) : undefined;
  return pending ? <CarryOn jobId={job.id} pending={pending} /> : null;
}

/** What everybody of the company has from a moment on. */
const engagementsFrom = async (now: number): Promise<readonly Engagement[]> =>
  (await visitsAhead(database(), new Date(now))).map(({ item, jobName, who, from, to }) => ({
    visit: item.replace("visit.", ""),
    job: jobName,
    who,
    from: from.toISOString(),
    to: to.toISOString(),
  }));

/**
 * What the page begins with: the job in short, with the words of the step that is shown and of the one that
 * comes after it.
 */
function inShort({ job, person, now }: Opened, chosen: string | undefined) {
  const steps = [stepShown(job, chosen, now), nextStep(job, now)].filter((s) => s !== undefined);
  return {
    initial: jobInShort(job, {
      steps: new Set(steps.map((s) => s.id)),
      rig: steps.some((s) => s.goal !== undefined),
    }),
    texts: textsOf(allTexts(person.profile), steps),
  };
}

/** The run on site, or why it has not started. */
export default async function RunPage({ params, searchParams }: PageProps<"/jobs/[id]/run">) {
  const opened = await openJob((await params).id);
  const { can, job, person, now, settings } = opened;
  const { step, at, refused } = await searchParams;
  const people = (await allPeople(database()))
    .filter((p) => p.active && p.role !== "apprentice")
    .map(({ id, name }) => ({ id, name }));
  const today = new Intl.DateTimeFormat("en-CA", { timeZone: settings.timeZone }).format(new Date(now));
  const crew = can("stepDone");
  const active = typeof at === "string" ? at : undefined;
  const wanted = typeof step === "string" ? step : undefined;
  const frame = { ...frameOf(opened, "run"), active };
  const who = (
    <>
      <Crew jobId={job.id} crew={job.crew} people={people} readOnly={!can("crewChanged")} />
      <Visits
        jobId={job.id}
        visits={job.visits}
        people={people}
        zone={settings.timeZone}
        readOnly={!can("visitPlanned")}
        engagements={can("visitPlanned") ? await engagementsFrom(now) : []}
        today={today}
      />
    </>
  );
  if (job.run)
    return (
      <RunBoard
        frame={frame}
        {...inShort(opened, wanted ?? firstAtUnit(job, active, now)?.id)}
        serverNow={now}
        person={{ id: person.id, name: person.name, role: person.role }}
        profile={person.profile}
        zone={settings.timeZone}
        readOnly={!crew}
        wanted={wanted}
        unit={active}
        formId={ulid()}
        refused={refused !== undefined}
        notice={<Notice opened={opened} crew={crew} />}
      >
        {who}
      </RunBoard>
    );
  return (
    <JobShell {...frame}>
      <h1>The run has not started</h1>
      {job.revisions.length === 0 ? (
        <p className="mt-2">
          It is composed from the signed design.{" "}
          <Link href={`/jobs/${job.id}/train` as Route} className="plainlink">
            Sign the design first
          </Link>
          .
        </p>
      ) : crew ? (
        <>
          <p className="mt-2 text-soft">
            Design {job.revisions.length} is signed. Once the run has started, its steps stay as they are; a
            design that is signed later is taken over only when you say so.
          </p>
          <StartRun jobId={job.id} />
        </>
      ) : (
        <p className="mt-2">The crew has not started it yet.</p>
      )}
      {who}
    </JobShell>
  );
}
