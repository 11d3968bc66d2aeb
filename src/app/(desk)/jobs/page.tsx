import type { Route } from "next";
import { templatesOf } from "@/data/queries/templates";
import { viewsOf } from "@/data/queries/jobList";
import { allPeople } from "@/data/queries/people";
import { ImportBundle } from "@/phases/job/ImportBundle";
import { NewJob } from "@/phases/job/NewJob";
import { jobsAsked, narrowings, queryOf } from "@/phases/jobs/asked";
import { Choose } from "@/phases/jobs/Choose";
import { JobTable } from "@/phases/jobs/JobTable";
import { listedJobs, STRETCH, WHOLE } from "@/phases/jobs/listed";
import { Templates } from "@/phases/jobs/Templates";
import { Views } from "@/phases/jobs/Views";
import { personFor } from "@/server/actor";
import { database } from "@/server/database";
import { rowsAnew } from "@/server/finding";
import { may } from "@/server/permissions";
import Link from "@/ui/Link";

export const metadata = { title: "Jobs" };

/** Jobs as a list that is narrowed, sorted, kept under a name and taken away. */
export default async function JobsPage({ searchParams }: PageProps<"/jobs">) {
  const person = await personFor("viewJobs");
  const db = database();
  void rowsAnew(db);
  const params = await searchParams;
  const asked = jobsAsked(params);
  const query = queryOf(asked);
  // On paper everything stands: nothing is left out because it was not scrolled to.
  const whole = params.whole === "yes";
  const [first, views, people, templates] = await Promise.all([
    listedJobs(asked, 0, whole ? WHOLE : STRETCH, person.profile),
    viewsOf(db, person.id),
    allPeople(db),
    templatesOf(db),
  ]);
  const narrowed = narrowings(asked) > 0;
  return (
    <main className="px-4 py-6 md:px-8">
      <div className="mb-4 flex flex-wrap items-center justify-between gap-4">
        <h1>
          Jobs <span className="num text-soft">{first.total}</span>
        </h1>
        {may(person.role, "jobOpened") ? (
          <div className="flex gap-3">
            <ImportBundle />
            <NewJob templates={templates} />
          </div>
        ) : null}
      </div>
      <Choose asked={asked} people={people.filter((p) => p.active).map((p) => p.name)} />
      <Views views={views} query={query} />
      {first.total === 0 ? (
        <p>
          {narrowed
            ? "No job is like that. Say less, or ask for all."
            : "No open jobs. Open the first one: its survey starts at once."}
        </p>
      ) : (
        <JobTable key={`${query}${first.total}`} asked={asked} first={first} whole={whole} />
      )}
      <div className="mt-4 flex flex-wrap gap-x-6 print:hidden">
        <Link prefetch={false} href={"/points" as Route} className="plainlink min-h-11">
          Open points of all jobs
        </Link>
        <Link prefetch={false} href={"/recall" as Route} className="plainlink min-h-11">
          Recall of a unit
        </Link>
        {narrowed ? (
          <Link prefetch={false} href={"/jobs" as Route} className="plainlink min-h-11">
            All open jobs
          </Link>
        ) : null}
        <a href={`/api/jobs/csv?${query}`} className="plainlink min-h-11" download>
          Take this list away (CSV)
        </a>
        <a href={`/jobs?${query}&whole=yes`} className="plainlink min-h-11">
          The whole list on one page, to print
        </a>
      </div>
      {may(person.role, "jobCopied") ? <Templates templates={templates} /> : null}
    </main>
  );
}
