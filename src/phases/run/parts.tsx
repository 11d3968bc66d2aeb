"use client";
// What is typed and what is decided are both read as quantities: here it comes once, with each of them twice.
import "@/core/units/parse";
import { fetchSearch } from "../valves/useOrder";
import { afterPage } from "@/ui/later/afterPage";
import { shownFirst } from "@/ui/later/shownFirst";
import { untilFetched } from "@/ui/later/untilFetched";
import { crewParts, readingParts } from "./decided";
import { part } from "./part";
import type { Fetched } from "./fetched";

type Ruled<F> = F extends Fetched<infer M extends { readonly ruled: unknown }> ? M["ruled"] : never;

/** What only some kinds of steps show: a step's page fetches its own. */
const plain = {
  jointsForm: () => import("./JointsForm"),
  meanwhile: () => import("./Meanwhile"),
  readingForm: () => import("./ReadingForm"),
  reasonForm: () => import("./ReasonForm"),
  serialForm: () => import("./SerialForm"),
  soakTools: () => import("./SoakTools"),
  waterOff: () => import("./WaterOff"),
  orderSearch: fetchSearch,
} as const;

/** One of the parts that need what decides readings. */
const ofReadings = <T,>(fetchOf: (ruled: Ruled<typeof readingParts>) => Promise<T>) =>
  readingParts.get().then((m) => fetchOf(m.ruled));
/** One of the parts that need all that a crew does. */
const ofCrew = <T,>(fetchOf: (ruled: Ruled<typeof crewParts>) => Promise<T>) =>
  crewParts.get().then((m) => fetchOf(m.ruled));

export const BoxesForm = part(() => ofCrew((p) => p.boxesForm()).then((m) => m.BoxesForm));
export const FlowMeter = part(() => ofCrew((p) => p.flowMeter()).then((m) => m.FlowMeter));
export const JointsForm = part(() => plain.jointsForm().then((m) => m.JointsForm));
export const Meanwhile = part(() => plain.meanwhile().then((m) => m.Meanwhile));
export const ReadingForm = part(() => plain.readingForm().then((m) => m.ReadingForm));
export const ReadingsSaid = part(() => readingParts.get().then((m) => m.ReadingsSaid));
// Nothing of it is seen, and nothing is said before a hand has done something.
export const RunAnnounced = afterPage(() => ofReadings((p) => p.runAnnounced()).then((m) => m.RunAnnounced));
export const SerialForm = part(() => plain.serialForm().then((m) => m.SerialForm));
export const SoakTools = part(() => plain.soakTools().then((m) => m.SoakTools));
export const StepMoves = part(() => ofCrew((p) => p.stepMoves()).then((m) => m.StepMoves));
// It only tells of the water: a page turns handles without it.
export const SupplyStrip = shownFirst(() => ofReadings((p) => p.supplyStrip()).then((m) => m.SupplyStrip));
export const WaterOff = part(() => plain.waterOff().then((m) => m.WaterOff));

/** Fetches what later steps will show, so that it is there without a signal. */
export async function fetchAllParts(): Promise<void> {
  const [first, then] = [await readingParts.get(), await crewParts.get()];
  const ruled = [...Object.values(first.ruled), ...Object.values(then.ruled)];
  const all = [...Object.values(plain), ...ruled, then.fetchEveryKind];
  await Promise.allSettled(all.map((fetchIt) => untilFetched<unknown>(fetchIt)));
}
