import { fittings } from "@/catalogue/fittings";
import { unitModels } from "@/catalogue/units";
import type { PlacedUnit } from "@/core/families";
import { type JobPiping } from "@/core/fit/jobPiping";
import { pipePlan, plannedOnWall, type PassedBy, type PipePlan } from "@/core/fit/pipePlan";
import { pipesBuilt } from "@/core/fit/piped";
import { place } from "@/core/fit/place";
import type { Wall } from "@/core/fit/wall";
import type { Assembly } from "@/core/plumbing/assembly";
import type { Piping } from "@/core/plumbing/piping";
import { mates } from "@/core/plumbing/transitions";
import { expect } from "vitest";

export const all = [...fittings.values()];
export const pex: Piping = { system: "pex", size: "1", method: "crimp", ring: "crimp" };
export const copper: Piping = { system: "copper", size: "3/4", method: "solder", ring: "crimp" };

export const passed: PassedBy = { arrangement: "threeValve", isUnsafe: false };

/** The units of a design in the house's line, by their codes; `SF-300x2` are two side by side. */
export const line = (codes: readonly string[]): PlacedUnit[] => {
  const asked = codes.map((text) => text.split("x") as [string, string?]);
  return asked.map(([code, parallel = "1"], i) => {
    const model = [...unitModels.values()].find((m) => m.code === code)!;
    const version = model.version ?? 1;
    const unit = { key: `u${i + 1}`, model: model.code, version, parallel: Number(parallel) };
    return { unit, model } as unknown as PlacedUnit;
  });
};

/** A train on a wall of its own, built. */
export function built(
  codes: readonly string[],
  piping: JobPiping,
  obstacles: Wall["obstacles"] = [],
  by: PassedBy = passed,
) {
  const units = line(codes);
  const plan = pipePlan(all, units, piping, by);
  const placeable = units.map((u) => plannedOnWall(u, plan)!);
  const half = Math.ceil((plan.onWall!.apart ?? 150) / 2);
  const { stubs, pipe } = plan.onWall!;
  const isPassed = by.arrangement === "threeValve";
  const wall: Wall = {
    width: 4000,
    height: 2600,
    obstacles,
    from: { x: 500 - half, y: 2400, facing: isPassed ? "down" : "right", stub: stubs![0] },
    to: { x: 500 + half, y: 2400, facing: isPassed ? "down" : "left", stub: stubs![1] },
    pipe,
  };
  const { best } = place(wall, placeable, { step: 100, clear: 30, patience: 50_000 });
  const assembly = best && pipesBuilt(plan, best.routes);
  return { plan, wall, units: placeable, best, assembly };
}

/** Everything that a joint may name, with the ports that it has for pipe and for others. */
export function checkJoints({ pieces, fittings: used, joints }: Assembly, plan: PipePlan): void {
  const pieceOf = new Map(pieces.map((p) => [p.id, p]));
  const fittingOf = new Map(used.map((f) => [f.id, f.fitting]));
  const unitKeys = new Set(plan.units.flatMap((u) => u.keys));
  const count = new Map<string, number>();
  for (const joint of joints) {
    for (const part of joint.parts) count.set(part, (count.get(part) ?? 0) + 1);
    const [a, b] = joint.parts;
    const known = (id: string) =>
      pieceOf.has(id) || fittingOf.has(id) || unitKeys.has(id) || id.startsWith("house.");
    expect(known(a) && known(b), joint.parts.join(" ")).toBe(true);
    const [fa, fb] = [fittingOf.get(a), fittingOf.get(b)];
    const piece = pieceOf.get(a) ?? pieceOf.get(b);
    // Some port of the one goes with some port of the other.
    if (fa && fb) expect(fa.ports.some((p) => fb.ports.some((q) => mates(p, q)))).toBe(true);
    const fitting = fa ?? fb;
    if (fitting && piece)
      expect(
        fitting.ports.some((p) => p.system === piece.piping.system && p.size === piece.piping.size),
        `${fitting.id} ${piece.id}`,
      ).toBe(true);
  }
  for (const p of pieces) expect(count.get(p.id), p.id).toBe(2);
  for (const f of used) expect(count.get(f.id), f.id).toBe(f.fitting.shape === "tee" ? 3 : 2);
  for (const key of unitKeys) expect(count.get(key), key).toBe(2);
}
