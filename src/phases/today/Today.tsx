"use client";
import { KeyLink } from "@/ui/Pressed";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { UnitSystem } from "@/core/units";
import { saidIn } from "@/core/words/text";
import type { JobRow, Today as TodayData } from "@/data/queries/today";
import { LiveNow } from "@/ui/LiveNow";
import { clockTime, longDay, momentOf } from "@/ui/time";
import { TimeStrip, type StripBar } from "@/ui/TimeStrip";
import { VerdictMark } from "@/ui/VerdictMark";

const hourWords = (ms: number): string =>
  ms < 60 * 60_000
    ? `${Math.max(1, Math.ceil(ms / 60_000))} min left`
    : `${Math.floor(ms / 3_600_000)} h ${String(Math.floor((ms % 3_600_000) / 60_000)).padStart(2, "0")} left`;

function barOf(s: TodayData["strip"][number], now: number, zone: string): StripBar {
  const [from, to] = [s.from.getTime(), s.to.getTime()];
  const detail =
    s.kind === "off"
      ? s.paused
        ? `${s.title} since ${momentOf(from, now, zone)}`
        : `${s.title} ${clockTime(from, zone)} to ${clockTime(to, zone)}`
      : s.kind === "visit"
        ? `${s.title}, ${s.who}, ${clockTime(from, zone)} to ${clockTime(to, zone)}`
        : s.paused
          ? `${s.title}, paused`
          : to <= now
            ? `${s.title}, ready since ${momentOf(to, now, zone)}`
            : `${s.title}, ready ${momentOf(to, now, zone)}, ${hourWords(to - now)}`;
  return {
    key: `${s.jobId}${s.item}`,
    href: `/jobs/${s.jobId}`,
    title: s.jobName,
    detail,
    kind: s.kind as StripBar["kind"],
    from,
    to: s.paused ? now : to,
    paused: s.paused,
  };
}

function Row({ row, now, zone, profile }: { row: JobRow; now: number; zone: string; profile: UnitSystem }) {
  const s = row.summary;
  const next = saidIn(s.next, profile);
  const late = s.due !== undefined && Date.parse(`${s.due}T23:59:59Z`) < now;
  const phase = `/jobs/${row.id}/${s.phase}`;
  return (
    <li className="rule grid min-h-16 gap-x-9 gap-y-1 py-3 md:grid-cols-[minmax(220px,330px)_1fr_190px]">
      <div>
        <KeyLink
          href={phase as Route}
          prefetch={false}
          className="text-lg font-medium no-underline hover:underline"
          pressedBy={s.rank < 9 ? "n" : undefined}
        >
          {row.name}
        </KeyLink>
        <span className="block text-sm text-soft">
          {row.place}
          {s.units.length > 0 ? ` · ${s.units.join(", ")}` : ""}
        </span>
      </div>
      <div>
        <p>{s.level ? <VerdictMark level={s.level}>{next}</VerdictMark> : next}</p>
        {s.detail ? <p className="text-sm text-soft">{saidIn(s.detail, profile)}</p> : null}
        {late ? (
          <p className="text-sm">
            <VerdictMark level="Check">{`late: ${s.dueText}, promised for ${momentOf(`${s.due}T12:00:00Z`, now, zone).slice(0, -6)}`}</VerdictMark>
          </p>
        ) : null}
      </div>
      <div>
        {s.who}
        <span className="block text-sm text-soft">
          {s.phase === "site"
            ? "survey"
            : s.phase === "train"
              ? "design"
              : s.phase === "run"
                ? "on site"
                : "record"}
        </span>
      </div>
    </li>
  );
}

interface TodayProps {
  /** What who may open a job begins it with. */
  readonly newJob?: React.ReactNode;
  readonly profile: UnitSystem;
  readonly today: TodayData;
  readonly now: number;
  readonly from: number;
  readonly to: number;
  readonly zone: string;
}

/** The day, and how much of what there is. */
function Head({ today, now, zone, newJob }: TodayProps) {
  const running = today.strip.filter(
    (s) => s.kind !== "visit" && s.kind !== "off" && s.from.getTime() <= now,
  );
  const visits = today.strip.filter(
    (s) => s.kind === "visit" && s.from.getTime() <= now && s.to.getTime() > now,
  );
  const stops = today.jobs.filter((j) => j.summary.stops > 0);
  const counts: [string, number][] = [
    ["soak", running.filter((s) => s.kind === "soak").length],
    ["flow", running.filter((s) => s.kind === "flow").length],
    ["visit", visits.length],
  ];
  return (
    <div className="mb-6 flex flex-wrap items-baseline gap-x-8 gap-y-2">
      <h1>
        {longDay(now, zone)}, <span className="num">{clockTime(now, zone)}</span>
      </h1>
      {counts
        .filter(([, n]) => n > 0)
        .map(([what, n]) => (
          <span key={what}>
            <b>{n}</b> {what}
            {n === 1 ? "" : "s"} {what === "visit" ? "now" : "running"}
          </span>
        ))}
      {stops.length > 0 ? (
        <VerdictMark level="Stop">
          {stops.length === 1 ? "on one job's readings" : `on the readings of ${stops.length} jobs`}
        </VerdictMark>
      ) : null}
      <Link prefetch={false} href={"/week" as Route} className="plainlink inline-flex min-h-11 items-center">
        The week of all crews
      </Link>
      {today.total.late > 0 ? (
        <Link prefetch={false} href={"/jobs?late=yes" as Route} className="inline-flex min-h-11 items-center">
          <VerdictMark level="Check">{`${today.total.late} late`}</VerdictMark>
        </Link>
      ) : null}
      {newJob ? <div className="ml-auto">{newJob}</div> : null}
    </div>
  );
}

/** The first screen: what runs now, what each job needs next and from whom, and what is late. */
export function Today(props: TodayProps) {
  const { today, now, from, to, zone, profile } = props;
  const rows = [...today.jobs, ...today.late.filter((l) => !today.jobs.some((j) => j.id === l.id))];
  return (
    <main className="px-4 py-6 md:px-8">
      <LiveNow every={30} />
      <Head {...props} />
      <TimeStrip
        bars={today.strip.map((s) => barOf(s, now, zone))}
        from={from}
        to={to}
        now={now}
        zone={zone}
      />
      {today.total.strip > today.strip.length ? (
        <p className="text-soft">
          {today.strip.length} of {today.total.strip} clocks and visits of these hours are drawn.
        </p>
      ) : null}
      <h2 className="visually-hidden">What each job needs next</h2>
      <ol className="mt-8">
        {rows.map((r) => (
          <Row key={r.id} row={r} now={now} zone={zone} profile={profile} />
        ))}
      </ol>
      {today.total.jobs > today.jobs.length ? (
        <p className="mt-3">
          <Link
            prefetch={false}
            href={"/jobs" as Route}
            className="plainlink inline-flex min-h-11 items-center"
          >
            All {today.total.jobs} open jobs
          </Link>
        </p>
      ) : null}
      {rows.length === 0 ? (
        <p className="mt-6">
          No open jobs.{" "}
          <Link href="/jobs" className="plainlink">
            Open the first one
          </Link>
          .
        </p>
      ) : null}
    </main>
  );
}
