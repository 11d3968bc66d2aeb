import { and, asc, count, desc, eq, gt, inArray, isNotNull, lt, or, sql, type SQL } from "drizzle-orm";
import type { JobSummary, Life } from "../../core/record";
import type { Phase } from "../../core/job";
import type { OfferState } from "../../core/log";
import type { Level } from "../../core/verdict";
import type { Database } from "../database";
import { job, savedView } from "../schema";
import { holding } from "./holding";

/** Which jobs are asked for; what is left out does not matter. */
export interface JobChoice {
  readonly life?: Life;
  readonly phase?: Phase;
  readonly level?: Level;
  readonly offer?: OfferState;
  /** Somebody who is on it, or has to act on it. */
  readonly person?: string;
  /** A unit's code, or a part of it. */
  readonly unit?: string;
  readonly place?: string;
  /** Something promised is over its day. */
  readonly late?: boolean;
  readonly withPoints?: boolean;
  /** Those that a search found. */
  readonly ids?: readonly string[];
}
/** What a list of jobs can be sorted by. */
export const jobSorts = {
  attention: [job.rank, job.changedAt],
  name: [job.name],
  place: [job.place],
  phase: [job.phase, job.rank],
  who: [job.who, job.rank],
  due: [job.dueAt],
  changed: [job.changedAt],
} as const;
export type JobSort = keyof typeof jobSorts;

export interface ListedJob {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly summary: JobSummary;
  readonly due: Date | null;
  readonly changedAt: Date;
}

const wordsAt = (field: string) => sql`json_value(${job.words}, ${`$.${field}`})`;

function chosen(choice: JobChoice, now: Date): SQL | undefined {
  const { life, phase, level, offer, person, unit, place, late, withPoints, ids } = choice;
  return and(
    life && eq(job.life, life),
    phase && eq(job.phase, phase),
    level && eq(job.level, level),
    offer && eq(job.offer, offer),
    person ? or(eq(job.who, person), holding(wordsAt("people"), person)) : undefined,
    unit ? holding(wordsAt("units"), unit) : undefined,
    place ? holding(job.place, place) : undefined,
    late ? and(isNotNull(job.dueAt), lt(job.dueAt, now)) : undefined,
    withPoints ? gt(job.openPoints, 0) : undefined,
    ids && (ids.length === 0 ? sql`false` : inArray(job.id, [...ids])),
  );
}

/** In the order asked; what is not dated comes last. */
function sorted(by: JobSort, falling: boolean): SQL[] {
  const way = falling ? desc : asc;
  if (by === "attention") return [way(job.rank), desc(job.changedAt), asc(job.id)];
  const last = by === "due" ? [asc(sql`${job.dueAt} is null`)] : [];
  return [...last, ...jobSorts[by].map((column) => way(column)), asc(job.id)];
}

/** Jobs of a choice in an order: a stretch of them, with how many there are in all. */
export async function jobsOf(
  db: Database,
  choice: JobChoice,
  order: { readonly by: JobSort; readonly falling: boolean },
  { from, most, now }: { readonly from: number; readonly most: number; readonly now: Date },
): Promise<{ readonly rows: readonly ListedJob[]; readonly total: number }> {
  const where = chosen(choice, now);
  const [rows, [all]] = await Promise.all([
    db
      .select({
        id: job.id,
        name: job.name,
        place: job.place,
        summary: job.summary,
        due: job.dueAt,
        changedAt: job.changedAt,
      })
      .from(job)
      .where(where)
      .orderBy(...sorted(order.by, order.falling))
      .limit(most)
      .offset(from),
    db.select({ n: count() }).from(job).where(where),
  ]);
  return { rows: rows.map((r) => ({ ...r, summary: r.summary as JobSummary })), total: all?.n ?? 0 };
}

/** Open points of every job that nobody closed, with their jobs. */
export async function pointsOfAll(db: Database) {
  const rows = await db
    .select({ id: job.id, name: job.name, place: job.place, summary: job.summary })
    .from(job)
    .where(gt(job.openPoints, 0))
    .orderBy(asc(job.name));
  return rows.flatMap(({ id, name, place, summary }) =>
    (summary as JobSummary).points.map((p) => ({ ...p, jobId: id, jobName: name, place })),
  );
}

/** Jobs with a unit of a code in their design, by name. */
export const jobsWithUnit = (db: Database, code: string) =>
  db
    .select({ id: job.id, name: job.name, place: job.place })
    .from(job)
    .where(sql`json_contains(${job.summary}, ${JSON.stringify(code)}, '$.units')`)
    .orderBy(asc(job.name));

/** A row in the order of writing: when it was written, by the database's clock, and its id. */
export interface WrittenAt {
  readonly at: string;
  readonly id: string;
}
/** What jobs are found by, in the order of writing, behind a row. */
export const wordsSince = (db: Database, behind: WrittenAt | undefined, most: number) =>
  db
    .select({
      id: job.id,
      name: job.name,
      place: job.place,
      words: job.words,
      writtenAt: job.writtenAt,
    })
    .from(job)
    .where(
      behind && or(gt(job.writtenAt, behind.at), and(eq(job.writtenAt, behind.at), gt(job.id, behind.id))),
    )
    .orderBy(asc(job.writtenAt), asc(job.id))
    .limit(most);

/** A write may take so long from its moment until others see it, s. */
const SETTLING = 5;

/** A moment of the database's clock, of which every job that was written until then can be read by now. */
export async function settledNow(db: Database): Promise<string> {
  const moment = sql<string>`cast(current_timestamp(3) - interval ${SETTLING} second as char)`;
  const [row] = await db.select({ moment }).from(sql`dual`);
  return row!.moment;
}

/** Choices that somebody gave a name, by name. */
export const viewsOf = (db: Database, person: string) =>
  db
    .select({ name: savedView.name, query: savedView.query })
    .from(savedView)
    .where(eq(savedView.personId, person))
    .orderBy(asc(savedView.name));

/** Keeps a choice under a name, in place of what had it. */
export const keepView = (
  db: Database,
  person: string,
  view: { name: string; query: string },
  savedAt: Date,
) =>
  db
    .insert(savedView)
    .values({ personId: person, ...view, savedAt })
    .onDuplicateKeyUpdate({ set: { query: view.query, savedAt } });

/** Forgets a choice. */
export const dropView = (db: Database, person: string, name: string) =>
  db.delete(savedView).where(and(eq(savedView.personId, person), eq(savedView.name, name)));
