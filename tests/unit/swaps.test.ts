import { describe, expect, it } from "vitest";
import { findStep } from "@/core/job/job";
import { joinsNow } from "@/core/job/joins";
import { jointsLeft } from "@/core/job/progress";
import type { Assembly } from "@/core/plumbing/assembly";
import type { CatalogueFitting } from "@/core/plumbing/fittings";
import { jointsOfSwap, type Swap } from "@/core/plumbing/swapped";
import { assemblyOf, judgedOf } from "@/core/record";
import { partsOf } from "@/phases/parts/listed";
import { reportOf } from "@/phases/record/report";
import { knowledge, signed, work, type Desk } from "./desk";
import { fitted, roomyTrain } from "./placing";

const started = (): Desk => signed(roomyTrain()).do({ kind: "runStarted" });
const swapsOf = (d: Desk, step: string): readonly Swap[] => findStep(d.job, step)!.swaps ?? [];
const builtOf = (d: Desk): Assembly => assemblyOf(fitted(d.job), d.job, knowledge)!;
const swapTo = (d: Desk, step: string, { part, to }: Swap) =>
  d.do({ kind: "fittingSwapped", step, part, to: to.fitting });

/** How long a pipe is from end to end: its pieces, and what its fittings take up along it. */
function endToEnd({ pieces, fittings }: Assembly, run: string): number {
  const lengths = pieces.filter((p) => p.run === run).map((p) => p.lengthMm);
  const taken = (f: CatalogueFitting) => f.layingMm[0] + f.layingMm[1];
  const fitted = fittings.filter((f) => f.run === run).map((f) => taken(f.fitting));
  return [...lengths, ...fitted].reduce((a, b) => a + b, 0);
}

describe("a fitting that comes instead of another", () => {
  it("joins the same ports, leaves every pipe as long as it was, and makes no piece too short", () => {
    const swaps = ["site.bench", "site.pipes"].flatMap((step) => swapsOf(started(), step));
    expect(swaps.length).toBeGreaterThan(3);
    for (const swap of swaps) {
      const d = started();
      const before = builtOf(d);
      const at = swapsOf(d, "site.bench").some(
        (s) => s.part === swap.part && s.to.fitting === swap.to.fitting,
      )
        ? "site.bench"
        : "site.pipes";
      swapTo(work(d, at), at, swap);
      const after = builtOf(d);
      expect(after.fittings.find((f) => f.id === swap.part)!.fitting.id).toBe(swap.to.fitting);
      expect(after.faults).toEqual(before.faults);
      for (const run of new Set(before.pieces.map((p) => p.run)))
        expect(Math.abs(endToEnd(after, run) - endToEnd(before, run))).toBeLessThanOrEqual(1);
      const changed = after.joints.filter((j) => before.joints.find((b) => b.id === j.id)!.kind !== j.kind);
      expect(changed.map((j) => j.id).sort()).toEqual([...jointsOfSwap(swap)].sort());
    }
  });

  it("is asked for by the list of parts, and what it came instead of is not", () => {
    const d = work(started(), "site.bench");
    const counts = () => {
      const { lines } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
      return new Map(lines.map((l) => [l.id, l.count ?? 0]));
    };
    const before = counts();
    const swap = swapsOf(d, "site.bench")[0]!;
    swapTo(d, "site.bench", swap);
    const after = counts();
    const was = `fitting ${swap.was.fitting}`;
    const to = `fitting ${swap.to.fitting}`;
    expect(after.get(was) ?? 0).toBe(before.get(was)! - 1);
    expect(after.get(to)).toBe((before.get(to) ?? 0) + 1);
  });

  it("has its joints looked at the way they are made now, those found right before too, and the record says so", () => {
    const d = work(started(), "site.bench");
    const step = findStep(d.job, "site.bench")!;
    const all = jointsLeft(d.job, step);
    d.do({ kind: "jointsChecked", step: step.id, joints: all, found: "right" });
    expect(jointsLeft(d.job, step)).toEqual([]);
    const swap = swapsOf(d, step.id)[0]!;
    swapTo(d, step.id, swap);
    expect([...jointsLeft(d.job, step)].sort()).toEqual([...jointsOfSwap(swap)].sort());
    const brought = joinsNow(d.job, step).filter((alike) => alike.instead);
    expect(brought.map((alike) => alike.instead!.to)).toEqual(swap.ways.map(() => swap.to.name));
    expect(brought.every((alike) => alike.checks.includes("tug"))).toBe(true);
    const left = jointsLeft(d.job, step);
    d.do({ kind: "jointsChecked", step: step.id, joints: left, found: "right" });
    expect(d.try({ kind: "stepDone", step: step.id }).ok).toBe(true);
    const { joints } = reportOf(d.job, knowledge, "metric", "UTC", d.now);
    const said = joints.filter((row) => row.how.includes(`${swap.to.name} instead of ${swap.was.name}`));
    expect(said.map((row) => row.found)).toEqual(said.map(() => expect.stringMatching(/^all right/)));
    expect(said.length).toBeGreaterThan(0);
  });

  it("goes back to what was planned, and every joint is made once whatever was swapped", () => {
    const d = work(started(), "site.bench");
    const planned = builtOf(d);
    const ids = () =>
      ["site.bench", "site.bypass", "site.pipes"]
        .flatMap((step) => joinsNow(d.job, findStep(d.job, step)!))
        .flatMap((alike) => alike.joints.map((j) => j.id))
        .sort();
    const before = ids();
    const swap = swapsOf(d, "site.bench")[0]!;
    swapTo(d, "site.bench", swap);
    expect(ids()).toEqual(before);
    d.do({ kind: "fittingSwapped", step: "site.bench", part: swap.part });
    expect(ids()).toEqual(before);
    expect(builtOf(d)).toEqual(planned);
  });

  it("is refused where it is not offered, where nothing was swapped, and at a step that is finished", () => {
    const d = work(started(), "site.bench");
    const swap = swapsOf(d, "site.bench")[0]!;
    const ask = (of: object) => d.try({ kind: "fittingSwapped", step: "site.bench", part: swap.part, ...of });
    expect(ask({ to: "tee-solder-copper-1" })).toMatchObject({
      ok: false,
      error: "That fitting does not come instead of this one here",
    });
    expect(ask({})).toMatchObject({ ok: false, error: "That fitting is as it was planned" });
    const step = findStep(d.job, "site.bench")!;
    d.do({ kind: "jointsChecked", step: step.id, joints: jointsLeft(d.job, step), found: "right" });
    d.do({ kind: "stepDone", step: "site.bench" });
    expect(ask({ to: swap.to.fitting })).toMatchObject({
      ok: false,
      error: "This step is finished: undo it first",
    });
  });
});
