import { tz } from "@date-fns/tz";
import { addDays, addWeeks, isValid, parseISO, startOfDay, startOfWeek } from "date-fns";
import type { WeekRow } from "@/data/queries/today";
import { dateIn } from "@/ui/time";

/** A week's days as dates, Monday first, with its first and last moment. */
export interface WeekSpan {
  readonly days: readonly string[];
  readonly from: Date;
  readonly to: Date;
  readonly before: string;
  readonly after: string;
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** The week that a day stands in, in a zone; the present one where the day is none. */
export function weekOf(day: unknown, now: number, zone: string): WeekSpan {
  const within = { in: tz(zone) };
  const read = typeof day === "string" && DAY.test(day) ? parseISO(day, within) : undefined;
  const at = read && isValid(read) ? read : startOfDay(now, within);
  const from = startOfWeek(at, { ...within, weekStartsOn: 1 });
  const dayAt = (n: number) => dateIn(addDays(from, n, within).getTime(), zone);
  return {
    days: Array.from({ length: 7 }, (_, n) => dayAt(n)),
    from: new Date(from.getTime()),
    to: new Date(addWeeks(from, 1, within).getTime()),
    before: dayAt(-7),
    after: dayAt(7),
  };
}

/** What somebody has on a day, with whether they are elsewhere at the same time. */
export interface Engaged extends WeekRow {
  readonly clashes: boolean;
}

const isDuring = (a: WeekRow, b: WeekRow) => a.from < b.to && b.from < a.to;

/**
 * Everybody's visits and ends of clocks by person and day. Who has none is free; who is not of the company
 * any more still has theirs.
 */
export function byPerson(
  rows: readonly WeekRow[],
  people: readonly string[],
  { days }: Pick<WeekSpan, "days">,
  zone: string,
): readonly { readonly who: string; readonly days: readonly (readonly Engaged[])[] }[] {
  const names = [...new Set([...people, ...rows.map((r) => r.who)])];
  return names.map((who) => {
    const own = rows.filter((r) => r.who === who);
    const engaged = own.map((row) => ({
      ...row,
      clashes: row.kind === "visit" && own.some((o) => o !== row && o.kind === "visit" && isDuring(o, row)),
    }));
    const moment = (row: WeekRow) => (row.kind === "visit" ? row.from : row.to).getTime();
    return {
      who,
      days: days.map((day) =>
        engaged.filter((row) => dateIn(moment(row), zone) === day).toSorted((a, b) => moment(a) - moment(b)),
      ),
    };
  });
}
