import { fittings } from "@/catalogue/fittings";
import { unitModels } from "@/catalogue/units";
import type { PlacedUnit } from "@/core/families";
import { onWall } from "@/core/fit/onWall";
import { pipePlan, pipesBuilt, type JobPiping, type PipePlan } from "@/core/fit/piped";
import { place } from "@/core/fit/place";
import type { Wall } from "@/core/fit/wall";
import type { Piping } from "@/core/plumbing/piping";

export const all = [...fittings.values()];
export const pex: Piping = { system: "pex", size: "1", method: "crimp", ring: "crimp" };
export const copper: Piping = { system: "copper", size: "3/4", method: "solder", ring: "crimp" };

/** The units of a design in the house's line, by their codes. */
export const line = (codes: readonly string[]): PlacedUnit[] => {
  const models = codes.map((code) => [...unitModels.values()].find((m) => m.code === code)!);
  return models.map((model, i) => {
    const unit = { key: `u${i + 1}`, model: model.code, version: model.version ?? 1, parallel: 1 };
    return { unit, model } as unknown as PlacedUnit;
  });
};

const stubOf = (plan: PipePlan, key: string) => {
  const joined = plan.units.find((u) => u.key === key)!;
  return { inlet: joined.inlet?.length, outlet: joined.outlet?.length };
};

/** A train on a wall of its own, built. */
export function built(codes: readonly string[], piping: JobPiping, obstacles: Wall["obstacles"] = []) {
  const units = line(codes);
  const plan = pipePlan(all, units, piping, true);
  const placeable = units.map((u) => onWall(u, stubOf(plan, u.unit.key))!);
  const half = Math.ceil(plan.onWall!.apart! / 2);
  const { stub, pipe } = plan.onWall!;
  const wall: Wall = {
    width: 4000,
    height: 2600,
    obstacles,
    from: { x: 500 - half, y: 2400, facing: "down", stub },
    to: { x: 500 + half, y: 2400, facing: "down", stub },
    pipe,
  };
  const { best } = place(wall, placeable, { step: 100, clear: 30, patience: 50_000 });
  const assembly = best && pipesBuilt(plan, best.routes);
  return { plan, wall, best, assembly };
}
