import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { pipes } from "@/catalogue/pipes";
import type { Network } from "@/core/plumbing";
import { loadEngine, type Engine } from "@/core/plumbing/engine";
import { houseNetwork, tapNode, type HouseTap } from "@/core/plumbing/house";
import { SUPPLY_NODE } from "@/core/plumbing/network";
import { servedBy } from "@/core/plumbing/way";

const bore = { C: pipes.copperL!.C, idMm: pipes.copperL!.idMm["3/4"]! };
const tap = (id: string, riseM: number, lengthM: number): HouseTap => ({
  id,
  riseM,
  pipe: { lengthM, ...bore },
  flow: 8,
});

/** Metres of pipe from the house's first node to each of its taps. */
function waysOf({ pipes: all }: ReturnType<typeof houseNetwork>, taps: readonly HouseTap[]): number[] {
  const into = new Map(all.map((p) => [p.to, p]));
  const wayTo = (node: string): number => {
    const pipe = into.get(node);
    return pipe ? pipe.lengthM + wayTo(pipe.from) : 0;
  };
  return taps.map((t) => wayTo(tapNode(t.id)));
}

const houses = fc
  .array(fc.record({ rise: fc.integer({ min: -3, max: 20 }), way: fc.integer({ min: 1, max: 80 }) }), {
    minLength: 1,
    maxLength: 8,
  })
  .map((all) => all.map(({ rise, way }, i) => tap(`tap ${i}`, rise, way)));

describe("the pipes of a house to its taps", () => {
  it("are to each tap as long as was measured, however much of them is common", () => {
    fc.assert(
      fc.property(
        houses,
        fc.option(fc.double({ min: 0, max: 90, noNaN: true }), { nil: undefined }),
        (taps, branchM) => {
          const ways = waysOf(houseNetwork("house", taps, branchM === undefined ? {} : { branchM }), taps);
          ways.forEach((m, i) => expect(m).toBeCloseTo(taps[i]!.pipe.lengthM, 6));
        },
      ),
    );
  });

  it("are each on their own where no pipe is common, or where a branch is as long as the whole way", () => {
    fc.assert(
      fc.property(houses, (taps) => {
        for (const pipesOf of [
          houseNetwork("house", taps, {}),
          houseNetwork("house", taps, { branchM: 80 }),
        ]) {
          expect(pipesOf.pipes.map((p) => p.from)).toEqual(taps.map(() => "house"));
          expect(pipesOf.nodes.map((n) => n.id)).toEqual(taps.map((t) => tapNode(t.id)));
        }
      }),
    );
  });

  it("leave one another at a place that is as low as the lowest tap behind it", () => {
    const { nodes, pipes: all } = houseNetwork("house", [tap("a", 6, 10), tap("b", 2, 20)], { branchM: 3 });
    expect(nodes.filter((n) => n.id.startsWith("house.n"))).toEqual([
      { id: "house.n1", elevationM: 2 },
      { id: "house.n2", elevationM: 2 },
    ]);
    expect(all.map(({ id, from, to, lengthM }) => [id, from, to, lengthM])).toEqual([
      ["house.common.1", "house", "house.n1", 7],
      ["house.common.2", "house.n1", "house.n2", 10],
      ["house.a", "house.n1", "tap: a", 3],
      ["house.b", "house.n2", "tap: b", 3],
    ]);
  });
});

describe("what taps leave one another", () => {
  let engine: Engine;
  beforeAll(async () => {
    engine = await loadEngine();
  });
  const taps = [tap("upstairs", 6, 25), tap("kitchen", 0, 20)];
  /** kPa at the upper tap while both run. */
  const upstairs = (branchM: number | undefined): number => {
    const house = houseNetwork(SUPPLY_NODE, taps, branchM === undefined ? {} : { branchM });
    const network: Network = {
      supply: { static: 400, k: 0.5, assumed: false },
      nodes: [{ id: SUPPLY_NODE, elevationM: 0 }, ...house.nodes],
      pipes: house.pipes,
      units: [],
      fixtures: taps.map((t) => ({ node: tapNode(t.id), flow: t.flow })),
    };
    const open = engine.open(network);
    const served = servedBy(network, open.solve()!);
    open.close();
    return served.find((s) => s.node === tapNode("upstairs"))!.kPa;
  };

  it("is less, the more of their pipe is common", () => {
    const found = [undefined, 15, 10, 5, 1].map(upstairs);
    found.slice(1).forEach((kPa, i) => expect(kPa).toBeLessThan(found[i]!));
    // 20 of 25 m carry 16 instead of 8 L/min: at 16 L/min 3/4 in copper loses about 0.8 kPa/m, at 8 about 0.2.
    expect(found[0]! - found.at(-1)!).toBeGreaterThan(5);
    expect(found[0]! - found.at(-1)!).toBeLessThan(20);
  });
});
