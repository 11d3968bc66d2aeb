import type { JobChoice, JobSort } from "@/data/queries/jobList";
import { offerStates } from "@/core/log/offerMoved";

/**
 * What may stand in the address of the list of jobs, with its words. `life` is open where nothing is said;
 * `any` asks for all.
 */
export const choices = {
  life: { open: "Open", handed: "Handed over", done: "Closed as done", lost: "Closed as lost", any: "All" },
  phase: { site: "Site", train: "Train", run: "Run", record: "Record" },
  level: { Stop: "Stop", Check: "Check", Unknown: "Unknown" },
  offer: { offered: "Offered", accepted: "Accepted", ordered: "Parts ordered" } satisfies Record<
    (typeof offerStates)[number],
    string
  >,
} as const;
/** Columns that a list is sorted by, in the order in which they stand. */
export const sorts = {
  name: "Job",
  place: "Place",
  phase: "Phase",
  attention: "Needs next",
  who: "Who",
  due: "Promised",
  changed: "Changed",
} as const satisfies Record<JobSort, string>;

/** A list of jobs as its address asks for it. */
export interface JobsAsked {
  readonly q: string;
  readonly life: keyof typeof choices.life;
  readonly phase?: keyof typeof choices.phase;
  readonly level?: keyof typeof choices.level;
  readonly offer?: keyof typeof choices.offer;
  readonly person: string;
  readonly unit: string;
  readonly place: string;
  readonly late: boolean;
  readonly by: JobSort;
  readonly falling: boolean;
}
export type Params = Readonly<Record<string, string | readonly string[] | undefined>>;

/** The longest text that is sought. */
const MOST = 80;
const isIn = <T extends object>(options: T, text: string): text is Extract<keyof T, string> =>
  Object.hasOwn(options, text);

/** Reads an address; what cannot stand there counts as not said. */
export function jobsAsked(params: Params): JobsAsked {
  const text = (name: string) => {
    const value = params[name];
    return (typeof value === "string" ? value : "").trim().slice(0, MOST);
  };
  const one = <T extends object>(name: string, options: T) => {
    const value = text(name);
    return isIn(options, value) ? value : undefined;
  };
  return {
    q: text("q"),
    life: one("life", choices.life) ?? "open",
    phase: one("phase", choices.phase),
    level: one("level", choices.level),
    offer: one("offer", choices.offer),
    person: text("person"),
    unit: text("unit"),
    place: text("place"),
    late: text("late") === "yes",
    by: one("by", sorts) ?? "attention",
    falling: text("falling") === "yes",
  };
}

/** The address of a list, without what goes without saying. */
export function queryOf(asked: JobsAsked): string {
  const said: Readonly<Record<string, string | undefined>> = {
    q: asked.q,
    life: asked.life === "open" ? undefined : asked.life,
    phase: asked.phase,
    level: asked.level,
    offer: asked.offer,
    person: asked.person,
    unit: asked.unit,
    place: asked.place,
    late: asked.late ? "yes" : undefined,
    by: asked.by === "attention" ? undefined : asked.by,
    falling: asked.falling ? "yes" : undefined,
  };
  return new URLSearchParams(
    Object.entries(said).flatMap(([name, value]) => (value ? [[name, value]] : [])),
  ).toString();
}

/** How many things narrow a list, beside its order. */
export const narrowings = ({ q, life, phase, level, offer, person, unit, place, late }: JobsAsked): number =>
  [q, life === "open" ? "" : life, phase, level, offer, person, unit, place, late].filter(Boolean).length;

/** What the database is asked for. */
export const choiceOf = ({ life, phase, level, offer, person, unit, place, late }: JobsAsked): JobChoice => ({
  life: life === "any" ? undefined : life,
  phase,
  level,
  offer,
  person: person || undefined,
  unit: unit || undefined,
  place: place || undefined,
  late,
});
