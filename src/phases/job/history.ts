import type { JobState, Knowledge, Phase } from "@/core/job";
import type { Entry, EntryKind, Kept } from "@/core/log";
import { readingKinds } from "@/core/readings/kinds";
import { linesSaid } from "@/core/site/namedLengths";
import { tell } from "@/core/tell";
import { printMeasured, type UnitSystem } from "@/core/units";
import { inSentence } from "@/core/words";
import { choices } from "../jobs/asked";
import { said } from "../outbox/said";

/** Something that happened at a job, as a sentence. */
export interface HistoryLine {
  readonly seq: number;
  readonly at: string;
  readonly who: string;
  readonly phase: Phase;
  readonly text: string;
}

/** Names of what entries speak of by id. */
interface Names {
  readonly step: (id: string | undefined) => string;
  readonly field: (id: string) => string;
  readonly answer: (kept: Kept["surveyAnswered"]) => string;
  readonly handle: (id: string) => string;
  readonly unit: (key: string) => string;
  readonly reading: (id: string) => string;
  readonly point: (id: string) => string;
  readonly visit: (id: string) => string;
  readonly day: (at: string) => string;
  readonly profile: UnitSystem;
}
interface Told<K extends EntryKind> {
  readonly phase: Phase;
  readonly say: (data: Kept[K], names: Names) => string;
}

const at = <K extends EntryKind>(phase: Phase, say: Told<K>["say"]): Told<K> => ({ phase, say });
const because = (why: string | undefined): string => (why ? `: ${why}` : "");

/** What kinds of entries say of themselves, and the phase that they belong to; one that is not here says its name. */
export const tellings: { readonly [K in EntryKind]?: Told<K> } = {
  jobOpened: at("site", ({ name }) => `Job opened: ${name}`),
  jobCopied: at("site", ({ from }) => `Begun as a copy of ${from.name}`),
  jobImported: at("site", () => "Came in from another Brant"),
  jobRenamed: at("site", ({ name, place }) => `Now called ${name}, ${place}`),
  offerMoved: at("train", ({ is, on, note }) => `${choices.offer[is]} on ${on}${because(note)}`),
  jobClosed: at("record", ({ as, why }) => `Closed as ${as}${because(why)}`),
  jobReopened: at("record", ({ why }) => `Opened again${because(why)}`),
  crewChanged: at("site", ({ responsible, letIn }) => {
    const others = letIn.map((p) => p.name).join(", ");
    return `${responsible ? `${responsible.name} is responsible` : "Nobody is responsible"}${others ? `; let in: ${others}` : ""}`;
  }),
  surveyAnswered: at("site", (kept, n) =>
    kept.text === ""
      ? `Answer taken back: ${n.field(kept.field)}`
      : `${n.field(kept.field)}: ${n.answer(kept)}`,
  ),
  labReportTaken: at("site", ({ lab }) => `Laboratory report taken in${lab ? `: ${lab}` : ""}`),
  designChanged: at("train", ({ what }) => `Design changed: ${what}`),
  schoolChosen: at("train", ({ why }) => `Way of working chosen for this job${because(why)}`),
  unitsPlaced: at("train", ({ what }) => `On the wall: ${what}`),
  bypassChosen: at("train", ({ what }) => `Way past the train chosen: ${what}`),
  verdictOverridden: at("train", ({ why }) => `A judgement was overridden${because(why)}`),
  overrideWithdrawn: at("train", () => "An override was withdrawn"),
  designSigned: at("train", ({ revision }) => `Design ${revision} signed`),
  visitPlanned: at(
    "run",
    ({ person, what, from }, n) => `Visit planned for ${n.day(from)}: ${person.name}, ${what}`,
  ),
  visitCancelled: at("run", ({ visit, why }, n) => `Visit called off, ${n.visit(visit)}${because(why)}`),
  waterOffAgreed: at(
    "run",
    ({ from, to }, n) => `Hours without water agreed: ${n.day(from)} to ${n.day(to)}`,
  ),
  runStarted: at("run", ({ again }) => (again ? "Run opened again" : "Run started")),
  runCarriedOn: at("run", ({ revision, why }) => `Run carried on with design ${revision}${because(why)}`),
  handleTurned: at("run", ({ handle, to }, n) => `${n.handle(handle)} turned to ${to}`),
  turnTakenBack: at("run", () => "A turn was taken back: nobody had made it"),
  fillHeard: at("run", ({ step }, n) => `Heard full, at ${n.step(step)}`),
  stepDone: at("run", ({ step, why }, n) => `Done: ${n.step(step)}${because(why)}`),
  stepUndone: at("run", ({ step, why }, n) => `Undone: ${n.step(step)}${because(why)}`),
  stepSkipped: at("run", ({ step, why }, n) => `Skipped: ${n.step(step)}${because(why)}`),
  clockStarted: at("run", ({ step }, n) => `Clock started: ${n.step(step)}`),
  clockPaused: at("run", ({ step }, n) => `Clock paused: ${n.step(step)}`),
  clockRestarted: at("run", ({ step, why }, n) => `Clock started again: ${n.step(step)}${because(why)}`),
  soakKept: at(
    "run",
    ({ step, why }, n) => `Soak went on although disturbed: ${n.step(step)}${because(why)}`,
  ),
  partChecked: at("train", ({ what, state }) => {
    const found = { loaded: "packed", missing: "not to be had", open: "open again" } as const;
    return `For the van: ${what}, ${found[state]}`;
  }),
  jointsChecked: at("run", ({ step, joints, found, note }, n) => {
    const words = joints.length === 1 ? "One joint" : `${joints.length} joints`;
    return `${words} ${found === "right" ? "found right" : "to be made again"}${because(note)}: ${n.step(step)}`;
  }),
  fittingSwapped: at("run", ({ step, says, part }, n) => `${says ?? part}: ${n.step(step)}`),
  boxChecked: at("run", ({ unit, what, found }, n) =>
    found === "missing"
      ? `Not in the box of ${n.unit(unit)}: ${what}`
      : `There after all, of ${n.unit(unit)}: ${what}`,
  ),
  cycleCounted: at("run", ({ step, cycle }, n) => `Filled and discarded, ${cycle}: ${n.step(step)}`),
  readingTaken: at("run", ({ kind, place, verdict, supersedes, why }, n) => {
    const label = readingKinds.get(kind)?.label ?? kind;
    const words = `${label}, ${inSentence(place)}: ${verdict.level}, ${tell(verdict, n.profile).reason}`;
    return supersedes ? `Corrected${because(why)}. ${words}` : words;
  }),
  readingOverridden: at("record", ({ reading, why }, n) => `${n.reading(reading)} taken on${because(why)}`),
  serialRecorded: at("run", ({ unit, label, text }, n) => `${label} of ${n.unit(unit)}: ${text}`),
  photoAdded: at("run", ({ caption }) => `Photo: ${caption}`),
  photoRemoved: at("run", ({ why }) => `Photo taken out${because(why)}`),
  openPointAdded: at(
    "record",
    ({ text, who, step }, n) => `${step ? `Found wrong at ${n.step(step)}` : "Open point"}: ${text} (${who})`,
  ),
  openPointClosed: at("record", ({ point, how }, n) => `Settled: ${n.point(point)}${because(how)}`),
  signed: at("record", ({ as, name }) => `Record signed by the ${as}, ${name}`),
  addendumOpened: at("record", ({ why }) => `Addendum opened${because(why)}`),
  addendumSigned: at("record", ({ name }) => `Addendum signed by ${name}`),
};

function namesOf(job: JobState, known: Knowledge, profile: UnitSystem, day: (at: string) => string): Names {
  const struck = job.carried.flatMap((c) => c.struck.map((s) => s.step));
  const steps = new Map([...struck, ...(job.run?.steps ?? [])].map((s) => [s.id, s]));
  const nameOfStep = (id: string) => {
    const step = steps.get(id);
    if (!step) return id;
    return step.unitName ? `${step.title} · ${step.unitName}` : step.title;
  };
  return {
    step: (id) => (id === undefined ? "the valves" : nameOfStep(id)),
    field: (id) => known.fields.get(id)?.label ?? id,
    answer: ({ field, text, measured }) => {
      const asked = known.fields.get(field);
      if (measured && asked?.kind === "quantity") return printMeasured(measured, asked.quantity, profile);
      const isLines = asked?.kind === "obstacles" || asked?.kind === "strips" || asked?.kind === "taps";
      return (isLines ? linesSaid(text, profile) : text).slice(0, 120);
    },
    handle: (id) => job.rig?.rig.handles.find((h) => h.id === id)?.name ?? id,
    unit: (key) => job.units.find((u) => u.key === key)?.model ?? key,
    reading: (id) => {
      const reading = job.readings.find((r) => r.reading === id);
      return reading ? (readingKinds.get(reading.kind)?.label ?? reading.kind) : "A reading";
    },
    point: (id) => job.openPoints.find((p) => p.point === id)?.text ?? "an open point",
    visit: (id) => job.visits.find((v) => v.visit === id)?.what ?? "a visit",
    day,
    profile,
  };
}

/** What happened at a job, the newest first. `day` puts a moment into words. */
export function historyOf(
  entries: readonly Entry[],
  job: JobState,
  {
    known,
    profile,
    day,
  }: { readonly known: Knowledge; readonly profile: UnitSystem; readonly day: (at: string) => string },
): readonly HistoryLine[] {
  const names = namesOf(job, known, profile, day);
  return entries.toReversed().map(({ kind, data, seq, at, by }) => {
    const told = tellings[kind] as Told<typeof kind> | undefined;
    const text = told ? told.say(data as never, names) : said(kind);
    return { seq, at: day(at), who: by.name, phase: told?.phase ?? "run", text };
  });
}
