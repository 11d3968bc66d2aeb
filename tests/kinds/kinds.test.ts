import { describe, expect, it } from "vitest";
import { statusOf } from "@/core/job";
import { isHandedOver } from "@/core/job/handedOver";
import { minutesTaken } from "@/core/job/progress";
import { unitModels } from "@/catalogue/units";
import { serviceOf } from "@/core/families";
import { canPassBy, regions, type RegionState } from "@/core/rig";
import { clockOf } from "@/core/run";
import { type Desk, MIN, work } from "../unit/desk";
import { handedOver } from "./handedOver";
import { kinds } from "./kinds";
import { started } from "./started";

/** The pressure behind a unit of the rig, or in the house's pipe. */
function stateAt(d: Desk, part: string): RegionState | undefined {
  const { rig, state } = d.job.rig!;
  const node = rig.edges.find((e) => e.unit === part)?.to ?? rig.nodes.find((n) => n.kind === part)?.id;
  return regions(rig, state).find((r) => r.nodes.includes(node!))?.state;
}

describe.each(kinds.map((k) => [k.id, k] as const))("%s", (_, kind) => {
  const d = started(kind);
  const ids = d.job.run!.steps.map((s) => s.id);

  it(`has its steps in their order: ${kind.title}`, () => {
    for (const chain of kind.order) {
      expect(chain.filter((id) => !ids.includes(id))).toEqual([]);
      expect(chain.map((id) => ids.indexOf(id))).toEqual(
        chain.map((id) => ids.indexOf(id)).toSorted((a, b) => a - b),
      );
    }
  });

  it("has nothing that is not there", () => {
    expect(kind.absent.filter((id) => ids.includes(id))).toEqual([]);
  });

  it("comes to its moments as it should: pressure, clocks, and what is predicted", () => {
    const walked = started(kind);
    for (const id of ids) {
      const moment = kind.moments[id];
      if (!moment) continue;
      work(walked, id, { own: kind.readings });
      const step = walked.job.run!.steps.find((s) => s.id === id)!;
      const stands = Object.keys(moment.rig ?? {}).map((part) => [part, stateAt(walked, part)]);
      expect([id, Object.fromEntries(stands)]).toEqual([id, moment.rig ?? {}]);
      if (moment.clock !== undefined) expect([id, clockOf(step)]).toEqual([id, moment.clock * MIN]);
      const expected = step.cycle?.expected ?? step.wait?.expected;
      const [from, to] = moment.predicted ?? [expected, expected];
      if (moment.predicted) expect(expected, id).toBeGreaterThanOrEqual(from!);
      if (moment.predicted) expect(expected, id).toBeLessThanOrEqual(to!);
    }
    expect(Object.keys(kind.moments).filter((id) => !ids.includes(id))).toEqual([]);
  });

  it("can be worked to a signed record, without a move that is a Stop", () => {
    work(d, undefined, { own: kind.readings });
    const left = d.job.run!.steps.filter((s) => statusOf(d.job, s, d.now) !== "done").map((s) => s.id);
    expect(left).toEqual([]);
    const warned = d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"));
    expect(warned).toEqual([]);
    expect(isHandedOver(handedOver(d).job)).toBe(true);
  });

  it("can be worked so too where its waits are used for other work", () => {
    const busy = work(started(kind), undefined, { own: kind.readings, meanwhile: true });
    const left = busy.job.run!.steps.filter((s) => statusOf(busy.job, s, busy.now) !== "done");
    expect(left.map((s) => s.id)).toEqual([]);
    expect(busy.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
  });

  it("judges what was read", () => {
    for (const [step, level] of Object.entries(kind.judged ?? {}))
      expect([step, ...d.job.readings.filter((r) => r.step === step).map((r) => r.verdict.level)]).toEqual([
        step,
        level,
      ]);
  });

  it("writes back to the survey which stub is the inlet, where one is proved", () => {
    expect(d.job.answers["cutin.inlet"]?.text).toBe(ids.includes("site.inlet") ? "left" : undefined);
  });

  it("feeds the house as it is said to", () => {
    expect(new Set(d.job.rig!.supply.map((s) => s.is))).toEqual(new Set(kind.supply));
  });

  it("keeps what every fill and wait took", () => {
    const timed = d.job.run!.steps.filter((s) => s.cycle ?? s.wait);
    for (const s of timed) {
      const took = minutesTaken(d.job, s);
      expect([s.id, took.length]).toEqual([s.id, s.cycle?.count ?? 1]);
      expect(took.every((m) => m >= 0 && m >= (s.wait?.minutes ?? 0))).toBe(true);
    }
  });

  it("packs what the household can do, and what its units are due for", () => {
    const due = kind.units.flatMap((code) => serviceOf(unitModels.get(code)!).map((s) => s.what));
    const isDue = (words: string) => due.some((what) => what.includes(words));
    expect(kind.service.filter((words) => !isDue(words))).toEqual([]);
    expect(canPassBy(d.job.rig!.rig)).toBe(kind.bypass);
  });
});
