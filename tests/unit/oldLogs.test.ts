import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { isHandedOver } from "@/core/job";
import { jobFrom } from "@/core/log";
import { signedPart } from "@/core/record";
import { readBundle } from "@/phases/record/readBundle";
import { reportOf } from "@/phases/record/report";
import { isShowable } from "@/phases/record/showable";
import { isSignedBy } from "@/server/signing";
import { knowledge } from "./desk";

const root = join(import.meta.dirname, "../reference/logs");
const NOW = Date.UTC(2026, 10, 28);

/**
 * What the record of each log said at its release: a later build may word it otherwise, but not judge or
 * count it otherwise.
 */
const told = JSON.parse(readFileSync(join(root, "told.json"), "utf8")) as Readonly<Record<string, unknown>>;

const bytesOf = (name: string): Buffer => readFileSync(join(root, `${name}.json`));
const releases = readdirSync(root).filter((name) => name !== "told.json");
const names = releases.flatMap((release) =>
  readdirSync(join(root, release)).map((file) => `${release}/${file.replace(".json", "")}`),
);

function opened(bytes: Buffer) {
  const bundle = readBundle(bytes, { known: knowledge, now: NOW });
  if ("error" in bundle) throw new Error(bundle.error);
  return bundle;
}

describe("logs of every release", () => {
  it("lie here, each with what it said", () => {
    expect(names.toSorted()).toEqual(Object.keys(told).toSorted());
  });

  it.each(names)("%s is whole, shown, and says what it said", (name) => {
    const { job, entries, head, signed } = opened(bytesOf(name));
    expect(isSignedBy(signedPart({ job, head, files: signed.files }), signed.signature!)).toBe(true);
    const state = jobFrom(job, entries);
    const report = reportOf(state, knowledge, "metric", "UTC", NOW);
    expect(state.head).toBe(head);
    expect(isShowable(job, entries, knowledge, NOW)).toBe(true);
    const says = {
      entries: entries.length,
      units: state.revisions.at(-1)?.units.map((u) => u.model),
      readings: state.readings.map((r) => `${r.kind}: ${r.verdict.level}`),
      lines: report.readings.length,
      done: Object.values(state.steps).filter((s) => s.done).length,
      photos: state.photos.length,
      isHandedOver: isHandedOver(state),
    };
    expect(says).toEqual(told[name]);
  });

  it.each(names)("%s is refused once a letter of it is changed", (name) => {
    const text = bytesOf(name).toString("utf8");
    const changed = text.replace(/"by":\{"id":"([^"]+)","name":"./, '"by":{"id":"$1","name":"X');
    expect(changed).not.toBe(text);
    expect(() => opened(Buffer.from(changed))).toThrow(/chain is broken/);
  });
});
