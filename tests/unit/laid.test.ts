import { describe, expect, it } from "vitest";
import { loadEngine } from "@/core/plumbing/engine";
import { laidRuns, pressuresOf } from "@/core/plumbing/pressure";
import { inpOf } from "@/core/plumbing/inp";
import { readInp } from "@/core/plumbing/readInp";
import { pipeLoss } from "@/core/plumbing/supply";
import { readingKinds } from "@/core/readings";
import {
  assemblyOf,
  draftBasis,
  draftNetwork,
  drivingOf,
  judgedOf,
  laidOf,
  readingContext,
  signingBlockers,
} from "@/core/record";
import { judgeJob, judgeTrain, withModels } from "@/core/train";
import { inputOf } from "@/phases/train/trials";
import { knowledge, signed, surveyed, type Desk } from "./desk";
import { fitted, measuredWall, placesOf } from "./placing";

/** What any tap has to keep, kPa (handbook 3). */
const LEAST = 140;
const KPA_PER_PSI = 6.894757;

/** A filter and a softener on a wall that was measured, not placed yet. */
function planned(answers: Readonly<Record<string, string>> = {}): Desk {
  const d = surveyed().answer({ ...measuredWall, "fixture.bathroomGroup": "1", ...answers });
  return d.do({
    kind: "designChanged",
    units: ["PS-20", "SF-150"].map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: "Filter, softener",
    seen: d.job.designSeq,
  });
}
const placed = (answers?: Readonly<Record<string, string>>, d = planned(answers)): Desk =>
  d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "placed", seen: d.job.designSeq });
const byUnits = (d: Desk) => judgeJob(draftBasis(d.job), knowledge);
const whole = (d: Desk) => judgedOf(d.job, knowledge);

describe("what if something were otherwise, once its units are placed", () => {
  it("is judged with the same pipes as the Line: a try with nothing tried is the train as it is", () => {
    const d = placed();
    const basis = { ...draftBasis(d.job), places: d.job.places, held: d.job.held };
    const given = {
      answers: d.job.answers,
      units: withModels(d.job.units, knowledge),
      schools: knowledge.schoolsWith(basis.schools ?? {}),
      tables: knowledge.tables,
      profile: "us" as const,
      laid: laidOf(d.job, basis, byUnits(d), knowledge),
    };
    const tried = judgeTrain(inputOf(given, given.answers, given.units, given.laid));
    expect(tried.house.pressurePeak).toBeCloseTo(whole(d).house.pressurePeak!, 9);
    const alone = judgeTrain(inputOf(given, given.answers, given.units, undefined));
    expect(alone.house.pressurePeak).toBeGreaterThan(tried.house.pressurePeak! + 1);
  });
});

describe("a train's judgement once its units are placed", () => {
  it("counts what each run of its pipes takes, up to each unit and behind the last", () => {
    const d = placed();
    const [units, laid] = [byUnits(d), whole(d)];
    const fit = fitted(d.job);
    const { bores } = drivingOf(fit, d.job, units, knowledge)!;
    const runs = laidRuns({ assembly: assemblyOf(fit, d.job, knowledge)!, bores });
    expect(runs).toHaveLength(3);
    const taken = (flow: number, until: number) =>
      runs.slice(0, until).reduce((sum, run) => sum + run.reduce((kPa, p) => kPa + pipeLoss(p, flow), 0), 0);
    laid.stations.forEach((s, i) => {
      const before = units.stations[i]!.pressureIn!;
      expect(before - s.pressureIn!).toBeCloseTo(taken(units.continuous!, i + 1), 6);
    });
    const lost = units.house.pressurePeak! - laid.house.pressurePeak!;
    expect(lost).toBeGreaterThan(1);
    expect(lost).toBeCloseTo(taken(units.peak!, 3), 6);
  });

  it("says at the house what the network says at its peak", async () => {
    const d = placed({ "source.static": "95 psi", "source.flowing": "92 psi", "source.flowingAt": "10 gpm" });
    const fit = fitted(d.job);
    const judged = whole(d);
    const { peak, shower, ...train } = drivingOf(fit, d.job, judged, knowledge)!;
    const engine = await loadEngine();
    const found = pressuresOf(
      engine,
      { ...train, assembly: assemblyOf(fit, d.job, knowledge)! },
      { peak, shower },
    );
    expect(found.peak!.drawn).toBeCloseTo(peak!, 3);
    expect(Math.abs(found.peak!.kPa - judged.house.pressurePeak!)).toBeLessThan(1);
  });

  it("leaves what the units alone take as it was, and everything else of a design that is not placed", () => {
    const loss = (j: ReturnType<typeof whole>) => j.house.verdicts.find((v) => v.rule === "train-loss");
    const d = placed();
    expect(loss(whole(d))).toBeDefined();
    expect(loss(whole(d))).toEqual(loss(byUnits(d)));
    const open = planned();
    expect(whole(open)).toEqual(byUnits(open));
  });

  it("opens what keeps a design from being signed where the pipes take the last of the pressure", () => {
    // So much that the units alone leave enough, and their pipes do not.
    const limit = (d: Desk, of: typeof whole) =>
      of(d).house.verdicts.find((v) => v.rule === "house-pressure")?.level;
    const at = (psi: number) => {
      const d = planned({ "source.static": "120 psi" });
      d.answer({ "source.flowing": `${psi - 8} psi`, "source.static": `${psi} psi` });
      return placed({}, d);
    };
    const high = at(100);
    const middle = (byUnits(high).house.pressurePeak! + whole(high).house.pressurePeak!) / 2;
    const between = 100 - (middle - LEAST) / KPA_PER_PSI;
    const d = at(Number(between.toFixed(2)));
    expect(limit(d, byUnits)).not.toBe("Stop");
    expect(limit(d, whole)).toBe("Stop");
    expect(signingBlockers(d.job, knowledge).map((b) => b.verdict.rule)).toContain("house-pressure");
  });

  it("is what a design is signed with, and what it was signed with stays", () => {
    const d = signed(placed());
    const { verdicts } = d.job.revisions.at(-1)!;
    const kept = verdicts.find((v) => v.rule === "house-pressure")!;
    const left = whole(d).house.verdicts.find((v) => v.rule === "house-pressure")!;
    expect(kept.facts).toEqual(left.facts);
    expect(kept.facts).not.toEqual(byUnits(d).house.verdicts.find((v) => v.rule === "house-pressure")!.facts);
  });

  it("is what a measured loss is compared with: units and pipes, at the flow of the reading", () => {
    const d = placed();
    const fit = fitted(d.job);
    const { bores } = drivingOf(fit, d.job, byUnits(d), knowledge)!;
    const pipes = laidRuns({ assembly: assemblyOf(fit, d.job, knowledge)!, bores }).flat();
    const predicted = (job: Desk["job"]) => {
      const context = readingContext(job, undefined, knowledge);
      const values = { before: 380, after: 330, flow: 30 };
      const { derived } = readingKinds.get("trainLoss")!.judge(values, context);
      return derived.find((x) => x.label === "Predicted")!.value;
    };
    const open = signed(planned());
    expect(predicted(signed(d).job) - predicted(open.job)).toBeCloseTo(
      pipes.reduce((kPa, p) => kPa + pipeLoss(p, 30), 0),
      6,
    );
  });

  it("is taken away as a file that comes back as the same network", () => {
    expect(draftNetwork(planned().job, knowledge)).toBeUndefined();
    const network = draftNetwork(placed().job, knowledge)!;
    const read = readInp(inpOf(network));
    if (!read.ok) throw new Error(read.why);
    expect(read.leftOut).toEqual([]);
    const metres = (pipes: typeof network.pipes) => pipes.reduce((sum, p) => sum + p.lengthM, 0);
    expect(metres(read.network.pipes)).toBeCloseTo(metres(network.pipes), 3);
    expect(read.network.fixtures).toHaveLength(1);
    expect(read.network.fixtures[0]!.flow).toBeCloseTo(network.fixtures[0]!.flow, 6);
    expect(read.network.units).toHaveLength(2);
  });
});
