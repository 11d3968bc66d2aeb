import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { supplyCurve } from "@/core/plumbing";
import { loadEngine, type Engine, type Solved } from "@/core/plumbing/engine";
import type { Network } from "@/core/plumbing/network";
import { lossesTo, servedBy, treatmentLoss, withDirtyCartridges } from "@/core/plumbing/way";
import { KPA_PER_METRE } from "@/core/units";
import { anyHouse } from "./anyHouse";

let engine: Engine;
beforeAll(async () => {
  engine = await loadEngine();
});
function solved(network: Network): Solved {
  const open = engine.open(network);
  const end = open.solve()!;
  open.close();
  return end;
}
const sum = (all: readonly { readonly kPa: number }[]) => all.reduce((kPa, p) => kPa + p.kPa, 0);

const pipe = { lengthM: 10, C: 150, idMm: 17 };
/** A cartridge and a softener in a row, a bypass that is longer, and a tap above. */
const house: Network = {
  supply: supplyCurve({ static: 400, flowing: 320, flow: 40 })!,
  nodes: [
    { id: "main", elevationM: 0 },
    { id: "between", elevationM: 1 },
    { id: "house", elevationM: 1 },
    { id: "shower", elevationM: 5 },
  ],
  pipes: [
    { id: "bypass", from: "main", to: "house", lengthM: 400, C: 150, idMm: 12.1 },
    { id: "riser", from: "house", to: "shower", ...pipe },
  ],
  units: [
    { id: "cartridge", from: "main", to: "between", a: 0.3, b: 0.01 },
    // Drawn against the way of the water.
    { id: "softener", from: "house", to: "between", a: 0.5, b: 0.02 },
  ],
  fixtures: [
    { node: "shower", flow: 9.5 },
    { node: "house", flow: 6 },
  ],
};

describe("where pressure goes on the way of the water", () => {
  it("adds up to what the supply gives less what is left, at every fixture", () => {
    fc.assert(
      fc.property(anyHouse, (network) => {
        const end = solved(network);
        for (const { node } of network.fixtures) {
          const parts = lossesTo(network, end, node)!;
          expect(sum(parts)).toBeCloseTo(network.supply.static - end.pressures[node]!, 6);
          for (const p of parts) if (p.of !== "height") expect(p.kPa).toBeGreaterThan(-0.01);
        }
      }),
      { numRuns: 40, endOnFailure: true },
    );
  });

  it("follows the water through the train, not past it, and knows the treatment's own share", () => {
    const end = solved(house);
    const parts = lossesTo(house, end, "shower")!;
    expect(parts.map((p) => p.id ?? p.of)).toEqual(["supply", "cartridge", "softener", "riser", "height"]);
    const q = end.flows.cartridge!;
    expect(end.flows.softener).toBeCloseTo(-q, 3);
    expect(treatmentLoss(parts)).toBeCloseTo(0.8 * q + 0.03 * q ** 2, 0);
    expect(parts.at(-1)!.kPa).toBeCloseTo(5 * KPA_PER_METRE, 6);
    expect(lossesTo(house, end, "attic")).toBeUndefined();
  });

  it("names the fixture with the least pressure first, and what each draws of what it wants", () => {
    const [worst, other] = servedBy(house, solved(house));
    expect([worst!.node, other!.node]).toEqual(["shower", "house"]);
    expect(worst!.drawn).toBe(9.5);
    const low = { ...house, supply: { ...house.supply, static: 190 } };
    const [thirsty] = servedBy(low, solved(low));
    expect(thirsty!.kPa).toBeLessThan(140);
    expect(thirsty!.drawn).toBeCloseTo(9.5 * Math.sqrt(thirsty!.kPa / 140), 6);
  });

  it("loses 70 kPa more at a cartridge's rated flow where it is full", () => {
    const dirty = withDirtyCartridges(house, { cartridge: 19 });
    const [clean, full] = [house, dirty].map((n) => treatmentLoss(lossesTo(n, solved(n), "shower")!));
    const q = solved(dirty).flows.cartridge!;
    expect(full! - clean!).toBeGreaterThan((70 * q) / 19 - 8);
    expect(full! - clean!).toBeLessThan((70 * q) / 19 + 1);
    const points = {
      ...house,
      units: [
        {
          id: "cartridge",
          from: "main",
          to: "house",
          points: [
            [0, 0],
            [20, 4],
          ] as const,
        },
      ],
    };
    expect(withDirtyCartridges(points, { cartridge: 20 }).units).toEqual([
      {
        ...points.units[0],
        points: [
          [0, 0],
          [20, 4 + 70 / KPA_PER_METRE],
        ],
      },
    ]);
    expect(() => withDirtyCartridges(house, { cartridge: 0 })).toThrow(RangeError);
  });
});
