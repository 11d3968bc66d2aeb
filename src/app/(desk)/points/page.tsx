import type { Route } from "next";
import { pointsOfAll } from "@/data/queries/jobList";
import { company, personFor } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { rowsAnew } from "@/server/finding";
import Link from "@/ui/Link";
import { dateIn } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";

export const metadata = { title: "Open points" };

const kindSaid = { permit: "Permit", inspection: "Inspection" } as const;
type Point = Awaited<ReturnType<typeof pointsOfAll>>[number];

/** What is promised first comes first; what has no day last. */
const bySoonest = (a: Point, b: Point): number => (a.due ?? "9999").localeCompare(b.due ?? "9999");

function Promised({ due, today }: { due: string | undefined; today: string }) {
  if (!due) return <span className="text-soft">no day</span>;
  return due < today ? <VerdictMark level="Check">{`${due}, late`}</VerdictMark> : due;
}

/** Open points of all jobs, by the day that they are promised for; `?who=` shows one person's. */
export default async function PointsPage({ searchParams }: PageProps<"/points">) {
  await personFor("viewJobs");
  const { timeZone } = await company();
  await rowsAnew(database());
  const all = (await pointsOfAll(database())).toSorted(bySoonest);
  const who = (await searchParams).who;
  const shown = typeof who === "string" ? all.filter((p) => p.who === who) : all;
  const today = dateIn(now(), timeZone);
  const people = [...new Set(all.map((p) => p.who))].toSorted((a, b) => a.localeCompare(b));
  return (
    <main className="px-4 py-6 md:px-8">
      <h1>
        Open points <span className="num text-soft">{shown.length}</span>
      </h1>
      <nav aria-label="Whose points" className="my-3 flex flex-wrap gap-x-5">
        <Link
          prefetch={false}
          href={"/points" as Route}
          className={`inline-flex min-h-11 items-center ${who === undefined ? "font-semibold" : "plainlink"}`}
        >
          Everybody
        </Link>
        {people.map((p) => (
          <Link
            key={p}
            prefetch={false}
            href={`/points?who=${encodeURIComponent(p)}` as Route}
            className={`inline-flex min-h-11 items-center ${who === p ? "font-semibold" : "plainlink"}`}
          >
            {p}
          </Link>
        ))}
      </nav>
      {shown.length === 0 ? <p>Nothing is open.</p> : null}
      <ul>
        {shown.map((p) => (
          <li
            key={p.point}
            data-point
            className="rule grid gap-x-6 gap-y-1 py-2.5 md:grid-cols-[170px_1fr_160px_minmax(200px,300px)]"
          >
            <span>
              <Promised due={p.due} today={today} />
            </span>
            <span>
              {p.is ? <b>{kindSaid[p.is]} </b> : null}
              {p.text}
            </span>
            <span>{p.who}</span>
            <span>
              <Link prefetch={false} href={`/jobs/${p.jobId}/about` as Route} className="plainlink">
                {p.jobName}
              </Link>
              <span className="block text-sm text-soft">{p.place}</span>
            </span>
          </li>
        ))}
      </ul>
    </main>
  );
}
