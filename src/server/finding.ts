import { familyOf } from "@/core/families";
import { finderOver } from "@/core/words";
import type { Database } from "@/data/database";
import { jobsFound } from "@/data/queries/finding";
import { rowMadeAnew, rowsOfBefore } from "@/data/queries/jobs";
import { peopleNamed } from "@/data/queries/people";
import { company, knowledge } from "./actor";
import { now } from "./clock";
import { errorFacts, log } from "./log";

const kept = globalThis as typeof globalThis & { brantRowsAnew?: Promise<void> };

/** How many rows are made anew before it is asked which are left. */
const AT_ONCE = 100;
const breathe = () => new Promise<void>((go) => setImmediate(go));

/**
 * Makes rows of an earlier build anew, one by one, once in the life of the process; lists are short of what
 * those rows lack meanwhile.
 */
export function rowsAnew(db: Database): Promise<void> {
  kept.brantRowsAnew ??= (async () => {
    const settings = { knowledge: await knowledge(), profile: (await company()).profile, now: now() };
    for (;;) {
      const ids = await rowsOfBefore(db, AT_ONCE);
      for (const id of ids) {
        await rowMadeAnew(db, id, settings);
        await breathe();
      }
      if (ids.length < AT_ONCE) return;
    }
  })().catch((error: unknown) => {
    log.error({ did: "rowsAnew", ...errorFacts(error) });
  });
  return kept.brantRowsAnew;
}

export interface Found {
  readonly kind: "job" | "unit" | "person";
  readonly title: string;
  readonly detail: string;
  readonly href: string;
}

/** The catalogue's units that hold every word of a question. */
async function unitsFound(question: string, most: number): Promise<Found[]> {
  const { offered } = await knowledge();
  const finder = finderOver(["code", "name", "family"], "code");
  for (const m of offered)
    finder.put({ id: m.code, texts: { code: m.code, name: m.name, family: familyOf(m).label } });
  return finder.find(question, most).map(({ id }) => ({
    kind: "unit",
    title: id,
    detail: offered.find((m) => m.code === id)!.name,
    href: `/catalogue/${id}`,
  }));
}

/**
 * Jobs, units of the catalogue and people that hold every word of a question: in any order, at the
 * beginning of a word or one letter off. Shorter than two characters finds nothing.
 */
export async function found(db: Database, asked: string): Promise<readonly Found[]> {
  const question = asked.trim().slice(0, 80);
  if (question.length < 2) return [];
  await rowsAnew(db);
  const [jobs, units, people] = await Promise.all([
    jobsFound(db, question, 12),
    unitsFound(question, 6),
    peopleNamed(db, question, 4),
  ]);
  return [
    ...jobs.map((j): Found => ({
      kind: "job",
      title: j.name,
      detail: j.found === "job" ? j.place : `${j.place} · by its ${j.found}`,
      href: `/jobs/${j.id}`,
    })),
    ...units,
    ...people.map((p): Found => ({
      kind: "person",
      title: p.name,
      detail: p.role,
      href: `/jobs?person=${encodeURIComponent(p.name)}`,
    })),
  ];
}
