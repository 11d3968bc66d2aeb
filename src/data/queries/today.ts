import { and, asc, desc, eq, gte, inArray, isNotNull, like, lt, lte, or, sql } from "drizzle-orm";
import type { JobSummary } from "../../core/record";
import type { Database } from "../database";
import { job, jobSerial, stripItem, user } from "../schema";

export interface JobRow {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly summary: JobSummary;
  readonly changedAt: Date;
}
export interface StripRow {
  readonly jobId: string;
  readonly jobName: string;
  readonly item: string;
  readonly kind: string;
  readonly title: string;
  readonly who: string;
  readonly from: Date;
  readonly to: Date;
  readonly paused: boolean;
}
export interface Today {
  readonly strip: readonly StripRow[];
  readonly jobs: readonly JobRow[];
  readonly late: readonly JobRow[];
}

const columns = {
  id: job.id,
  name: job.name,
  place: job.place,
  summary: job.summary,
  changedAt: job.changedAt,
};
const asRow = (r: {
  id: string;
  name: string;
  place: string;
  summary: unknown;
  changedAt: Date;
}): JobRow => ({ ...r, summary: r.summary as JobSummary });

/** The three questions of Today, each written once: it is the page that is opened most. */
const questionsOf = (db: Database) => ({
  strip: db
    .select({
      jobId: stripItem.jobId,
      jobName: job.name,
      item: stripItem.item,
      kind: stripItem.kind,
      title: stripItem.title,
      who: stripItem.who,
      from: stripItem.startsAt,
      to: stripItem.endsAt,
      paused: stripItem.paused,
    })
    .from(stripItem)
    .innerJoin(job, eq(job.id, stripItem.jobId))
    .where(
      and(gte(stripItem.endsAt, sql.placeholder("from")), lte(stripItem.startsAt, sql.placeholder("to"))),
    )
    .orderBy(asc(stripItem.endsAt))
    .limit(40)
    .prepare(),
  jobs: db
    .select(columns)
    .from(job)
    .where(lt(job.rank, 9))
    .orderBy(asc(job.rank), desc(job.changedAt))
    .limit(12)
    .prepare(),
  late: db
    .select(columns)
    .from(job)
    .where(and(isNotNull(job.dueAt), lt(job.dueAt, sql.placeholder("now"))))
    .orderBy(asc(job.dueAt))
    .limit(12)
    .prepare(),
});
const questions = new WeakMap<Database, ReturnType<typeof questionsOf>>();

/** What is running between two moments, the jobs that need someone first, and those with something late. All bounded. */
export async function todayOf(db: Database, from: Date, to: Date, now: Date): Promise<Today> {
  const asked = questions.get(db) ?? questionsOf(db);
  questions.set(db, asked);
  const [strip, jobs, late] = await Promise.all([
    asked.strip.execute({ from, to }),
    asked.jobs.execute(),
    asked.late.execute({ now }),
  ]);
  return {
    strip: strip.map((s) => ({ ...s, paused: s.paused === 1 })),
    jobs: jobs.map(asRow),
    late: late.map(asRow),
  };
}

/** Visits that are not over at a moment, at every job, the earliest first; at most 500. */
export const visitsAhead = (db: Database, now: Date) =>
  db
    .select({
      item: stripItem.item,
      jobName: job.name,
      who: stripItem.who,
      from: stripItem.startsAt,
      to: stripItem.endsAt,
    })
    .from(stripItem)
    .innerJoin(job, eq(job.id, stripItem.jobId))
    .where(and(eq(stripItem.kind, "visit"), gte(stripItem.endsAt, now)))
    .orderBy(asc(stripItem.startsAt))
    .limit(500);

export const PAGE = 25;
/** A page of all jobs, newest change first, with how many there are. */
export async function jobPage(
  db: Database,
  page: number,
): Promise<{ readonly rows: readonly JobRow[]; readonly total: number }> {
  const [rows, [count]] = await Promise.all([
    db
      .select(columns)
      .from(job)
      .orderBy(asc(job.rank), desc(job.changedAt))
      .limit(PAGE)
      .offset(PAGE * (page - 1)),
    db.select({ n: sql<number>`count(*)` }).from(job),
  ]);
  return { rows: rows.map(asRow), total: Number(count?.n ?? 0) };
}

export interface Found {
  readonly kind: "job" | "unit" | "serial" | "person";
  readonly title: string;
  readonly detail: string;
  readonly jobId?: string;
}

/** Jobs, units, serial numbers and people whose text contains what is asked; at most 20. Shorter than two characters finds nothing. */
export async function findAnything(db: Database, asked: string): Promise<Found[]> {
  const text = asked.trim().slice(0, 60);
  if (text.length < 2) return [];
  const pattern = `%${text.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const matches = (
    column:
      | typeof job.name
      | typeof job.place
      | typeof jobSerial.text
      | typeof jobSerial.unitName
      | typeof user.name,
  ) => like(sql`${column} collate utf8mb4_general_ci`, pattern);
  const [jobs, serials, people] = await Promise.all([
    db
      .select({ id: job.id, name: job.name, place: job.place })
      .from(job)
      .where(or(matches(job.name), matches(job.place)))
      .orderBy(desc(job.changedAt))
      .limit(8),
    db
      .select({
        jobId: jobSerial.jobId,
        unitName: jobSerial.unitName,
        what: jobSerial.what,
        text: jobSerial.text,
        name: job.name,
      })
      .from(jobSerial)
      .innerJoin(job, eq(job.id, jobSerial.jobId))
      .where(or(matches(jobSerial.text), matches(jobSerial.unitName)))
      .limit(8),
    db
      .select({ name: user.name, role: user.role })
      .from(user)
      .where(and(matches(user.name), eq(user.active, true)))
      .limit(4),
  ]);
  const withUnit = await db
    .select({ id: job.id, name: job.name, units: sql<string>`json_value(${job.summary}, '$.units[0]')` })
    .from(job)
    .where(like(sql`json_extract(${job.summary}, '$.units') collate utf8mb4_general_ci`, pattern))
    .limit(6);
  return [
    ...jobs.map((j): Found => ({ kind: "job", title: j.name, detail: j.place, jobId: j.id })),
    ...serials.map((s): Found => ({
      kind: "serial",
      title: s.text,
      detail: `${s.unitName}, ${s.name}`,
      jobId: s.jobId,
    })),
    ...withUnit
      .filter((u) => !serials.some((s) => s.jobId === u.id))
      .map((u): Found => ({ kind: "unit", title: text.toUpperCase(), detail: `in ${u.name}`, jobId: u.id })),
    ...people.map((p): Found => ({ kind: "person", title: p.name, detail: p.role })),
  ].slice(0, 20);
}

/** Names by id for the jobs asked. */
export async function jobNames(db: Database, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  return new Map(
    (
      await db
        .select({ id: job.id, name: job.name })
        .from(job)
        .where(inArray(job.id, [...ids]))
    ).map((r) => [r.id, r.name]),
  );
}
