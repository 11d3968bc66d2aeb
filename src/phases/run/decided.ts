"use client";
import type { JobState } from "@/core/job";
import type { Entry, Intent } from "@/core/log";
import { fetched, useFetched } from "./fetched";
import type { DecidedHere } from "./queued";

/** What decides readings on this phone, and says what they were judged. */
export const readingParts = fetched(() => import("./readingParts"));
/** What decides all that a crew does, and follows the rig. */
export const crewParts = fetched(() => readingParts.get().then((m) => m.fetchCrewParts()));

/** What decides some intents on this phone, as far as it is here. */
export const decidedHere = (intents: readonly Intent[]): DecidedHere | undefined =>
  [crewParts, readingParts]
    .map((part) => part.here()?.decided)
    .find((decided) => decided !== undefined && intents.every((i) => decided.decides(i.kind)));

const isReading = (kind: Intent["kind"]): boolean => kind === "readingTaken";

/** Does a phone decide a kind by itself; fetches what can say. */
export const isDecidedHere = async (kind: Intent["kind"]): Promise<boolean> =>
  isReading(kind) ? readingParts.get().then(() => true) : (await crewParts.get()).decided.decides(kind);

/** What decides a queue on this phone; undefined while it is on its way. */
export function useDecided(queue: readonly Intent[]): DecidedHere | undefined {
  const isOfReadings = queue.every((intent) => isReading(intent.kind));
  const ofCrew = useFetched(crewParts, !isOfReadings)?.decided;
  const ofReadings = useFetched(readingParts)?.decided;
  return ofCrew ?? (isOfReadings ? ofReadings : undefined);
}

/** What follows some entries: what a crew does is followed by what decides it, the rest is fetched. */
export async function applierOf(
  entries: readonly Entry[],
): Promise<(job: JobState, entry: Entry) => JobState> {
  for (const part of [crewParts, readingParts]) {
    const applier = part.here()?.decided.applier(entries);
    if (applier) return applier;
  }
  const crew = await crewParts.get();
  return crew.decided.applier(entries) ?? (await crew.fetchEveryKind()).applyEntry;
}
