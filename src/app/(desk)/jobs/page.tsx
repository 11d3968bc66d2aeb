import Link from "@/ui/Link";
import type { Route } from "next";
import { jobPage, PAGE } from "@/data/queries/today";
import { ImportBundle } from "@/phases/job/ImportBundle";
import { NewJob } from "@/phases/job/NewJob";
import { company, personFor } from "@/server/actor";
import { database } from "@/server/database";
import { may } from "@/server/permissions";
import { wholeUpTo } from "@/server/request";
import { stamp } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";

export const metadata = { title: "Jobs" };

/** All jobs by page, to be sought. */
export default async function JobsPage({ searchParams }: PageProps<"/jobs">) {
  const person = await personFor("viewJobs");
  const settings = await company();
  const page = Math.max(1, wholeUpTo(1e6, (await searchParams).page, 1));
  const { rows, total } = await jobPage(database(), page);
  return (
    <main className="px-4 py-6 md:px-8">
      <div className="mb-4 flex flex-wrap items-center justify-between gap-4">
        <h1>
          Jobs <span className="num text-soft">{total}</span>
        </h1>
        {may(person.role, "jobOpened") ? (
          <div className="flex gap-3">
            <ImportBundle />
            <NewJob />
          </div>
        ) : null}
      </div>
      {rows.length === 0 ? (
        <p>No jobs yet. Open the first one: its survey starts at once.</p>
      ) : (
        <ol>
          {rows.map((r) => (
            <li
              key={r.id}
              className="rule grid gap-x-6 py-2.5 md:grid-cols-[minmax(200px,300px)_70px_1fr_130px_150px]"
            >
              <span>
                <Link
                  prefetch={false}
                  href={`/jobs/${r.id}` as Route}
                  className="inline-block min-h-6 font-semibold no-underline hover:underline"
                >
                  {r.name}
                </Link>
                <span className="block text-sm text-soft">{r.place}</span>
              </span>
              <span>{{ site: "Site", train: "Train", run: "Run", record: "Record" }[r.summary.phase]}</span>
              <span>
                {r.summary.level ? (
                  <VerdictMark level={r.summary.level}>{r.summary.next}</VerdictMark>
                ) : (
                  r.summary.next
                )}
              </span>
              <span>{r.summary.who}</span>
              <span className="text-sm text-soft">{stamp(r.changedAt, settings.timeZone)}</span>
            </li>
          ))}
        </ol>
      )}
      {total > PAGE ? (
        <nav aria-label="Pages" className="mt-4 flex gap-4">
          {page > 1 ? (
            <Link prefetch={false} href={`/jobs?page=${page - 1}` as Route} className="button quiet">
              Newer
            </Link>
          ) : null}
          <span className="self-center">
            page {page} of {Math.ceil(total / PAGE)}
          </span>
          {page * PAGE < total ? (
            <Link prefetch={false} href={`/jobs?page=${page + 1}` as Route} className="button quiet">
              Older
            </Link>
          ) : null}
        </nav>
      ) : null}
    </main>
  );
}
