import { beforeAll, describe, expect, it } from "vitest";
import { pipes } from "@/catalogue/pipes";
import { unitModels } from "@/catalogue/units";
import { loadEngine, type Engine } from "@/core/plumbing/engine";
import { boreKey, judgedCase, pressuresOf, trainNetwork, type DrivenTrain } from "@/core/plumbing/pressure";
import { pipeLoss, supplyCurve, supplyPressure } from "@/core/plumbing/supply";
import { lossCurve, unitLoss } from "@/core/treatment";
import { built, copper, pex } from "./piped";

const bores = {
  [boreKey(pex)]: { C: pipes.pex!.C, idMm: pipes.pex!.idMm["1"]! },
  [boreKey(copper)]: { C: pipes.copperL!.C, idMm: pipes.copperL!.idMm["3/4"]! },
};
const supply = supplyCurve({ static: 400, flowing: 300, flow: 60 })!;

/** A train on its wall, with what drives it. */
function driven(codes: readonly string[], house = copper): DrivenTrain {
  const { assembly } = built(codes, { house, train: pex, threads: "rule" });
  const models = codes.map((code) => [...unitModels.values()].find((m) => m.code === code)!);
  return {
    assembly: assembly!,
    units: models.map((m, i) => ({
      key: `u${i + 1}`,
      ...lossCurve(m.lossPoints),
      ...(m.family === "cartridge" && m.ratedFlow ? { rated: m.ratedFlow } : {}),
    })),
    supply,
    bores,
  };
}

describe("the pressure behind a train", () => {
  let engine: Engine;
  beforeAll(async () => {
    engine = await loadEngine();
  });

  it("is the supply's less every pipe's, fitting's and unit's loss, to half a percent of what is lost", () => {
    const train = driven(["PS-20", "SF-100"]);
    const { peak } = pressuresOf(engine, train, { peak: 40, shower: 7.6 });
    const network = trainNetwork(train, 40);
    const flow = peak!.drawn;
    const lost =
      network.pipes.reduce((sum, p) => sum + pipeLoss(p, flow), 0) +
      train.units.reduce((sum, u) => sum + unitLoss(u, flow), 0);
    expect(lost).toBeGreaterThan(20);
    expect(Math.abs(supplyPressure(supply, flow) - lost - peak!.kPa)).toBeLessThan(0.005 * lost + 0.3);
    expect(peak!.treatmentKPa).toBeCloseTo(
      train.units.reduce((sum, u) => sum + unitLoss(u, flow), 0),
      0,
    );
    expect(peak!.losses.reduce((sum, part) => sum + part.kPa, 0)).toBeCloseTo(400 - peak!.kPa, 1);
  });

  it("counts every millimetre of pipe, and a fitting as the pipe that loses as much", () => {
    const train = driven(["SF-100"]);
    const { pieces, fittings } = train.assembly;
    const runs = new Set(["r1", "r2"]);
    const cut = pieces.filter((p) => runs.has(p.run)).reduce((m, p) => m + p.lengthMm / 1000, 0);
    const like = fittings.filter((f) => runs.has(f.run)).reduce((m, f) => m + f.fitting.likeM, 0);
    const tees = fittings
      .filter((f) => f.fitting.shape === "tee")
      .reduce((m, f) => m + f.fitting.branchLikeM!, 0);
    const network = trainNetwork(train, 10);
    expect(network.pipes.reduce((m, p) => m + p.lengthM, 0)).toBeCloseTo(cut + like + tees, 9);
    // Soldered ¾ tees by their branch: 0.91 m each.
    expect(tees).toBeCloseTo(1.82, 9);
  });

  it("is less with full cartridges, and more with the bypass open", () => {
    const found = pressuresOf(engine, driven(["PS-20", "SF-100"]), { peak: 40, shower: 7.6 });
    expect(found.dirty!.kPa).toBeLessThan(found.peak!.kPa - 5);
    expect(found.bypass!.kPa).toBeGreaterThan(found.peak!.kPa + 5);
    expect(found.shower!.kPa).toBeGreaterThan(found.peak!.kPa);
    expect(found.peak!.fastest.ms).toBeGreaterThan(found.shower!.fastest.ms);
  });

  it("before a unit that is backwashed is what the pipes and units ahead of it leave, and a backwash that starves is a Stop", () => {
    const plain = driven(["PS-20", "SF-100"]);
    const washing = (wash: number) => ({
      ...plain,
      units: plain.units.map((u) => (u.key === "u2" ? { ...u, wash } : u)),
    });
    const { wash } = pressuresOf(engine, washing(15), { shower: 7.6 });
    expect(wash!.unit).toBe("u2");
    expect(wash!.drawn).toBeCloseTo(15, 6);
    const ahead = trainNetwork(plain, 15).pipes.filter((p) => /^r[12]/.test(p.id));
    const lost = ahead.reduce((sum, p) => sum + pipeLoss(p, 15), 0) + unitLoss(plain.units[0]!, 15);
    expect(Math.abs(supplyPressure(supply, 15) - lost - wash!.kPa)).toBeLessThan(0.005 * lost + 0.3);
    expect(judgedCase(wash!).left).toBeUndefined();
    const starved = pressuresOf(engine, washing(110), { shower: 7.6 }).wash!;
    expect(starved.drawn).toBeLessThan(starved.wanted);
    expect(judgedCase(starved).left).toBe("Stop");
  });

  it("of an unknown peak is unknown: one shower alone is computed", () => {
    expect(Object.keys(pressuresOf(engine, driven(["SF-100"]), { shower: 7.6 }))).toEqual(["shower"]);
  });

  it("says what can be drawn where the supply is weak", () => {
    const weak = { ...driven(["SF-100"]), supply: supplyCurve({ static: 150, flowing: 20, flow: 20 })! };
    const { peak } = pressuresOf(engine, weak, { peak: 60, shower: 7.6 });
    expect(peak!.drawn).toBeLessThan(25);
    expect(peak!.kPa).toBeGreaterThanOrEqual(0);
  });
});
