import { describe, expect, it } from "vitest";
import { applyEntry, emptyJob, phoneKinds, type Entry } from "@/core/log";
import type { JobState } from "@/core/job";
import { decided as byCrew } from "@/phases/run/crewParts";
import type { DecidedHere } from "@/phases/run/queued";
import { decided as ofReadings } from "@/phases/run/readingParts";
import { imke, running, work } from "./desk";

const { entries, job: whole } = work(running());

/** Each entry of a whole job with the job before and after it, by all kinds. */
function followed(): { readonly before: JobState; readonly entry: Entry; readonly after: JobState }[] {
  let before = emptyJob(whole.id);
  return entries.map((entry) => {
    const after = applyEntry(before, entry);
    const one = { before, entry, after };
    before = after;
    return one;
  });
}

describe.each<[string, DecidedHere, readonly string[]]>([
  ["readings alone", ofReadings, ["readingTaken"]],
  ["all that a crew does", byCrew, phoneKinds.map((k) => k.kind)],
])("a phone that decides %s", (_, decided, kinds) => {
  it("follows what a crew did as the server does, entry by entry, and leaves the rest to it", () => {
    const known = followed().filter(({ entry }) => kinds.includes(entry.kind));
    expect(known.length).toBeGreaterThan(3);
    for (const { before, entry, after } of known) {
      const apply = decided.applier([entry]);
      expect(apply?.(before, entry), entry.kind).toEqual(after);
    }
    const others = entries.filter((e) => !kinds.includes(e.kind));
    expect(others.map((e) => decided.applier([e])).filter((apply) => apply !== undefined)).toEqual([]);
    // One that it does not know is enough: what follows would be wrong without it.
    expect(decided.applier([known[0]!.entry, others[0]!])).toBeUndefined();
  });

  it("shows a reading in its queue with the verdict that the server gives it", () => {
    const reading = followed().find(({ entry }) => entry.kind === "readingTaken")!;
    const { reads, values, ...kept } = {
      ...(reading.entry.data as Record<string, unknown>),
      reads: reading.after.readings.at(-1)!.kind,
      values: Object.fromEntries(
        Object.entries(reading.after.readings.at(-1)!.values).map(([id, value]) => [id, value.text]),
      ),
    };
    const intent = {
      ...kept,
      reads,
      values,
      kind: "readingTaken",
      id: reading.entry.id,
      claimed: reading.entry.at,
      profile: "us",
    } as never;
    const shown = decided.withQueue(reading.before, [intent], imke, "us");
    expect(shown.readings.at(-1)!.verdict).toEqual(reading.after.readings.at(-1)!.verdict);
    expect(shown.rig).toEqual(reading.after.rig);
  });
});

it("does not decide by readings alone what else a crew does", () => {
  const job = running().job;
  const step = job.run!.steps[0]!.id;
  const done = { kind: "stepDone", step, id: "01J00000000000000000000001" } as const;
  expect(ofReadings.decision(job, done, "us")).toBeUndefined();
  expect(byCrew.decision(job, done, "us")).toMatchObject({ ok: true });
  expect(ofReadings.withQueue(job, [done], imke, "us")).toBe(job);
});
