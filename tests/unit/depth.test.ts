import { describe, expect, it } from "vitest";
import { misfits, tooFarOut } from "@/core/fit/judge";
import { whyNotFit } from "@/core/fit/whyNot";
import { assemblyOf } from "@/core/record";
import { isInTheWay } from "@/core/record/fitOf";
import { partsOf } from "@/phases/parts/listed";
import { judgedOf } from "@/core/record";
import { knowledge } from "./desk";
import { fitted, placesOf, plannedTrain } from "./placing";

/** A tank, 257 mm deep, 75 mm off its wall, that stands before a wall of so much depth. */
const train = (depth: string, answers = {}, units = ["CT-1054"]) =>
  plannedTrain(
    { "space.depth": depth, "cutin.height": "90 in", "space.height": "110 in", ...answers },
    units,
  );

describe("the free depth before a wall", () => {
  it("holds a tank with what is kept free behind it", () => {
    const stood = (depth: string) => {
      const { found, units } = fitted(train(depth).job);
      if (found.is !== "known") throw new Error("nobody measured the wall");
      const at = [{ x: 1500, y: 0, lies: false, mirrored: false }];
      return { found, units, faults: misfits(found.wall, units, at).filter((m) => m.is === "tooDeep") };
    };
    expect(stood("332 mm").faults).toEqual([]);
    const { found, units, faults } = stood("331 mm");
    expect(faults).toEqual([{ is: "tooDeep", unit: "u1", by: 1 }]);
    if (found.is === "known") expect(whyNotFit(found.wall, units)).toContainEqual({ is: "deeper", by: 1 });
  });

  it("keeps a tank from standing further out only to line up with a pipe", () => {
    const off = (depth: string) =>
      fitted(train(depth, { "cutin.standOff": "300 mm" }).job).plan!.units[0]!.off!;
    // Its ports at half its depth: lined up its back is 171.5 mm off the wall.
    expect(off("900 mm")).toEqual({ back: 171.5, inlet: 300, outlet: 300 });
    expect(off("400 mm").back).toBeCloseTo(400 - 257, 6);
    expect(off("332 mm").back).toBe(75);
  });

  it("is a Stop, and there is no list of pipes, for a unit that its pipes bring too far out", () => {
    // A housing of 190 mm with 100 free before it; from a pipe at 130 nothing leads over to its ports at
    // 95, so that it comes 35 out.
    const housing = (depth: string) => {
      const d = train(depth, { "cutin.standOff": "130 mm" }, ["PS-20"]);
      return d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "put", seen: d.job.designSeq });
    };
    const deep = housing("325 mm");
    const fit = fitted(deep.job);
    const { backs } = assemblyOf(fit, deep.job, knowledge)!;
    expect(backs).toEqual({ u1: 35 });
    expect(isInTheWay(fit, deep.job)).toBe(false);
    expect(tooFarOut({ depth: 324 }, fit.units, backs)).toEqual([{ is: "tooDeep", unit: "u1", by: 1 }]);
    // What does not fit against the wall either is said once, where it is judged without its pipes.
    expect(tooFarOut({ depth: 280 }, fit.units, backs)).toEqual([]);
    const shallow = housing("324 mm");
    expect(isInTheWay(fitted(shallow.job), shallow.job)).toBe(true);
    const parts = partsOf(shallow.job, judgedOf(shallow.job, knowledge), knowledge, { profile: "metric" });
    expect(parts.assembly).toBeUndefined();
  });
});
