import { and, desc, eq, gte, inArray, like, lt, lte, sql, type SQL } from "drizzle-orm";
import type { JobSummary } from "../../core/record";
import type { UnitSystem } from "../../core/units";
import { saidIn } from "../../core/words";
import type { Database } from "../database";
import { job, stripItem } from "../schema";

/** Something that a person should hear of, as it stands now. */
export interface Standing {
  readonly kind: "soak" | "stop" | "visit";
  /** Stays the same as long as it is the same thing: an ended clock, a Stop with its words, a visit. */
  readonly id: string;
  readonly jobId: string;
  readonly jobName: string;
  readonly title: string;
  /** When the clock ended, or the visit begins and ends, ISO 8601. */
  readonly from?: string;
  readonly to?: string;
}

/** A clock that ended longer ago is no news, ms. */
const NEWS = 3 * 24 * 3_600_000;
const MOST = 50;

/** Whose jobs: all of them, or those on which somebody is by name. */
const isOn = (name: string | undefined): SQL | undefined =>
  name === undefined ? undefined : like(sql`json_value(${job.words}, '$.people')`, `%${name}%`);

/**
 * Clocks that ended, Stops that nobody has taken on, and a person's visits that are to be; each kind
 * bounded. `onlyOwn`: of the jobs that they are on.
 */
export async function standingsFor(
  db: Database,
  person: { readonly name: string; readonly profile: UnitSystem; readonly onlyOwn: boolean },
  now: Date,
): Promise<readonly Standing[]> {
  const own = isOn(person.onlyOwn ? person.name : undefined);
  const strip = {
    item: stripItem.item,
    title: stripItem.title,
    jobId: stripItem.jobId,
    jobName: job.name,
    from: stripItem.startsAt,
    to: stripItem.endsAt,
  };
  const ofJob = eq(job.id, stripItem.jobId);
  const hasEnded = and(
    inArray(stripItem.kind, ["soak", "wait"]),
    eq(stripItem.paused, 0),
    lte(stripItem.endsAt, now),
    gte(stripItem.endsAt, new Date(now.getTime() - NEWS)),
  );
  const isMine = and(eq(stripItem.kind, "visit"), eq(stripItem.who, person.name), gte(stripItem.endsAt, now));
  const [ended, visits, stops] = await Promise.all([
    db
      .select(strip)
      .from(stripItem)
      .innerJoin(job, ofJob)
      .where(and(hasEnded, own))
      .orderBy(desc(stripItem.endsAt))
      .limit(MOST),
    db
      .select(strip)
      .from(stripItem)
      .innerJoin(job, ofJob)
      .where(isMine)
      .orderBy(stripItem.startsAt)
      .limit(MOST),
    db
      .select({ id: job.id, name: job.name, summary: job.summary })
      .from(job)
      .where(and(eq(job.level, "Stop"), lt(job.rank, 9), own))
      .orderBy(desc(job.changedAt))
      .limit(MOST),
  ]);
  const times = ({ from, to }: { readonly from: Date; readonly to: Date }) => ({
    from: from.toISOString(),
    to: to.toISOString(),
  });
  return [
    ...stops.map(({ id, name, summary }): Standing => {
      const { next, detail } = summary as JobSummary;
      const title = (system: UnitSystem) =>
        [next, detail].flatMap((text) => (text ? [saidIn(text, system)] : [])).join(": ");
      return {
        kind: "stop",
        // The same thing in whichever units it is told.
        id: `${id}.${title("metric")}`,
        jobId: id,
        jobName: name,
        title: title(person.profile),
      };
    }),
    ...ended.map((e): Standing => ({
      kind: "soak",
      id: `${e.jobId}.${e.item}.${e.to.getTime()}`,
      jobId: e.jobId,
      jobName: e.jobName,
      title: e.title,
      ...times(e),
    })),
    ...visits.map((v): Standing => ({
      kind: "visit",
      id: `${v.jobId}.${v.item}`,
      jobId: v.jobId,
      jobName: v.jobName,
      title: v.title,
      ...times(v),
    })),
  ];
}
