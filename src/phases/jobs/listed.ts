import Papa from "papaparse";
import type { Phase } from "@/core/job";
import type { UnitSystem } from "@/core/units";
import type { Level } from "@/core/verdict";
import { saidIn } from "@/core/words/text";
import { jobsFound } from "@/data/queries/finding";
import { jobsOf } from "@/data/queries/jobList";
import { company } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { stamp } from "@/ui/time";
import { choiceOf, choices, type JobsAsked } from "./asked";

/** A job as a row of the list shows it: words alone. */
export interface RowShown {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly phase: Phase;
  readonly offer?: string;
  readonly level?: Level;
  readonly next: string;
  readonly who: string;
  readonly due: string;
  readonly late: boolean;
  readonly changed: string;
  readonly units: string;
}

/** Rows that come at once, and those of a list that is taken away whole. */
export const STRETCH = 100;
export const WHOLE = 10_000;
/** Jobs that a search finds at most: beyond that it should say more. */
const MOST_FOUND = 500;

/**
 * A stretch of the list that is asked for, from its so manieth row, with how many rows it has in all, in
 * the units of who reads it.
 */
export async function listedJobs(
  asked: JobsAsked,
  from: number,
  most: number,
  profile: UnitSystem,
): Promise<{ readonly rows: readonly RowShown[]; readonly total: number }> {
  const db = database();
  const at = now();
  const found = asked.q === "" ? undefined : await jobsFound(db, asked.q, MOST_FOUND);
  const choice = { ...choiceOf(asked), ids: found?.map((f) => f.id) };
  const [{ timeZone }, { rows, total }] = await Promise.all([
    company(),
    jobsOf(db, choice, { by: asked.by, falling: asked.falling }, { from, most, now: new Date(at) }),
  ]);
  return {
    total,
    rows: rows.map(({ id, name, place, summary: s, due, changedAt }) => ({
      ...{ id, name, place, phase: s.phase, level: s.level, next: saidIn(s.next, profile), who: s.who },
      offer: s.offer && choices.offer[s.offer],
      due: s.due ?? "",
      late: due !== null && due.getTime() < at,
      changed: stamp(changedAt, timeZone),
      units: s.units.join(", "),
    })),
  };
}

/** Rows as CSV. Cells that a spreadsheet would take for a formula are escaped. */
export const jobsCsv = (rows: readonly RowShown[]): string =>
  Papa.unparse(
    rows.map((r) => ({
      job: r.name,
      place: r.place,
      phase: choices.phase[r.phase],
      offer: r.offer ?? "",
      verdict: r.level ?? "",
      "needs next": r.next,
      who: r.who,
      promised: r.due,
      late: r.late ? "late" : "",
      units: r.units,
      changed: r.changed,
    })),
    { escapeFormulae: true },
  );
