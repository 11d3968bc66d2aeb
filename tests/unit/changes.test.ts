import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { changesBetween } from "@/core/plumbing/changes";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { judgedOf } from "@/core/record";
import { changedParts, hadSaid } from "@/phases/parts/changed";
import { partsOf } from "@/phases/parts/listed";
import { knowledge, signed, type Desk } from "./desk";
import { placeAll, plannedTrain } from "./placing";

const lines = fc
  .uniqueArray(
    fc.record({
      id: fc.constantFrom("a", "b", "c", "d", "e"),
      count: fc.option(fc.integer({ min: 1, max: 9 }), { nil: undefined }),
    }),
    { selector: (l) => l.id, maxLength: 5 },
  )
  .map((all) =>
    all.map((l): TakeOffLine => ({ ...l, group: "fittings", what: l.id, unit: "pieces", why: [] })),
  );

const changed = (d: Desk) => {
  const now = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
  return changedParts(d.job, now, knowledge, { profile: "metric" });
};

describe("what a changed list gains and loses", () => {
  it("is nothing against itself, and turned round what the other way loses and gains", () => {
    fc.assert(
      fc.property(lines, lines, (before, after) => {
        expect(changesBetween(before, before)).toEqual({ gained: [], lost: [] });
        const [there, back] = [changesBetween(before, after), changesBetween(after, before)];
        expect(there.gained).toEqual(back.lost);
        expect(there.lost).toEqual(back.gained);
      }),
    );
  });

  it("makes the one list of the other: before, plus what is gained, less what is lost", () => {
    fc.assert(
      fc.property(lines, lines, (before, after) => {
        const { gained, lost } = changesBetween(before, after);
        const counts = new Map(before.map((l) => [l.id, l.count ?? 0]));
        for (const { id, by = 0 } of gained) counts.set(id, (counts.get(id) ?? 0) + by);
        for (const { id, by = 0 } of lost) counts.set(id, counts.get(id)! - by);
        for (const l of after) expect(counts.get(l.id)).toBe(l.count ?? 0);
      }),
    );
  });
});

describe("a design that changes after it was signed", () => {
  const whole = () => signed(placeAll(plannedTrain()));

  it("changes nothing of its list until it does, and is compared with nothing before it is signed", () => {
    expect(changed(placeAll(plannedTrain()))).toBeUndefined();
    expect(changed(whole())).toEqual({ gained: [], lost: [] });
  });

  it("compares units alone where only one of both designs is placed", () => {
    const d = placeAll(signed(plannedTrain()));
    expect(changed(d)).toEqual({ gained: [], lost: [] });
  });

  it("names what one does for all once, whoever asks for it", () => {
    const tape = (id: string, group: TakeOffLine["group"]): TakeOffLine => ({
      id,
      group,
      what: "thread tape",
      unit: "pieces",
      count: 1,
      why: [],
    });
    const [asTool, asSeal] = [tape("tools thread tape", "tools"), { ...tape("seal tape", "seal"), count: 9 }];
    expect(changesBetween([asTool], [asSeal])).toEqual({ gained: [], lost: [] });
  });

  it("says which unit and which fittings come and go, and what of them was taken and packed", () => {
    const d = whole();
    d.do({ kind: "partChecked", part: "units PS-20", what: "PS-20", state: "loaded" });
    d.do({
      kind: "designChanged",
      units: [{ key: "u2", model: "SF-150", parallel: 1 }],
      what: "Without the filter",
      seen: d.job.designSeq,
    });
    const { gained, lost } = changed(d)!;
    // The pipe from the cut goes past where the filter was, and may be longer for it.
    expect(gained.filter((change) => !change.id.startsWith("pipe "))).toEqual([]);
    const unit = lost.find((change) => change.id === "units PS-20")!;
    expect(unit.by).toBe(1);
    expect(lost.some((change) => change.id.startsWith("fitting "))).toBe(true);
    const said = hadSaid(unit, d.job, new Map([["units PS-20", 1]]), "metric");
    expect(said).toBe("1 taken from stock: it goes back with the next press there; packed in the van");
    expect(hadSaid(lost.at(-1)!, { parts: {} }, new Map(), "metric")).toBe("");
  });
});
