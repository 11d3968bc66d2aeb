import type { Standing } from "@/data/queries/bell";

/** What the bell has said to a person on this device: in which words, and whether they have looked. */
export interface Rung {
  readonly id: string;
  readonly kind: Standing["kind"];
  readonly jobId: string;
  readonly jobName: string;
  readonly says: string;
  /** When it was first heard of, ms. */
  readonly at: number;
  readonly seen: boolean;
}

/** A visit as it was heard of last. */
interface KnownVisit {
  readonly from: string;
  readonly to: string;
  readonly jobId: string;
  readonly jobName: string;
  readonly title: string;
}
export interface Bell {
  readonly rung: readonly Rung[];
  /** By the visit's name; undefined before anything was heard: what is planned already is no news then. */
  readonly visits?: Readonly<Record<string, KnownVisit>>;
}
export const silent: Bell = { rung: [] };

/** So many are kept, the newest first. */
const KEPT = 60;

type Say = (from: string, to: string) => string;
const visitsOf = (standings: readonly Standing[]): Record<string, KnownVisit> =>
  Object.fromEntries(
    standings.flatMap((s) =>
      s.kind === "visit" && s.from && s.to
        ? [[s.id, { from: s.from, to: s.to, jobId: s.jobId, jobName: s.jobName, title: s.title }]]
        : [],
    ),
  );

/** What changed of somebody's visits: new ones, moved ones, and ones that are gone before their time. */
function visitNews(had: Bell["visits"], has: Record<string, KnownVisit>, now: number, say: Say) {
  if (!had) return [];
  const ring = (id: string, v: KnownVisit, says: string) => ({
    // Told against what was heard last: the same change may come again.
    id: `visit.${id}.${now}`,
    kind: "visit" as const,
    jobId: v.jobId,
    jobName: v.jobName,
    says,
  });
  const planned = Object.entries(has).flatMap(([id, v]) => {
    const before = had[id];
    if (!before) return [ring(id, v, `A visit of yours: ${v.title}, ${say(v.from, v.to)}`)];
    if (before.from === v.from && before.to === v.to) return [];
    return [ring(id, v, `Moved: ${v.title} is ${say(v.from, v.to)} now, not ${say(before.from, before.to)}`)];
  });
  const gone = Object.entries(had)
    .filter(([id, v]) => !has[id] && Date.parse(v.to) > now)
    .map(([id, v]) => ring(id, v, `Not yours any more: ${v.title}, ${say(v.from, v.to)}`));
  return [...planned, ...gone];
}

/**
 * The bell after it has heard how things stand; `say` puts a visit's hours into words. What is no longer so
 * stays in the list until it is old.
 */
export function heard(bell: Bell, standings: readonly Standing[], now: number, say: Say): Bell {
  const has = visitsOf(standings);
  const standing = standings
    .filter((s) => s.kind !== "visit")
    .map((s) => ({
      id: `${s.kind}.${s.id}`,
      kind: s.kind,
      jobId: s.jobId,
      jobName: s.jobName,
      says: s.kind === "stop" ? `Stop: ${s.title}` : `Its time has run: ${s.title}`,
    }));
  const known = new Set(bell.rung.map((r) => r.id));
  const fresh = [...standing, ...visitNews(bell.visits, has, now, say)]
    .filter((r) => !known.has(r.id))
    .map((r) => ({ ...r, at: now, seen: false }));
  return { rung: [...fresh, ...bell.rung].slice(0, KEPT), visits: has };
}

/** Everything was looked at. */
export const looked = (bell: Bell): Bell => ({
  ...bell,
  rung: bell.rung.map((r) => ({ ...r, seen: true })),
});
