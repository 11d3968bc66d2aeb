import { readFileSync } from "node:fs";
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { pipeLoss, supplyCurve, supplyPressure } from "@/core/plumbing";
import { FaultyNetwork, loadEngine, type Engine, type Solved } from "@/core/plumbing/engine";
import { inpNames, inpOf } from "@/core/plumbing/inp";
import {
  laminarFlow,
  networkFaults,
  tubeLoss,
  velocityIn,
  WANTED_KPA,
  type Network,
} from "@/core/plumbing/network";
import { KPA_PER_METRE } from "@/core/units";
import { anyHouse } from "./anyHouse";

let engine: Engine;
beforeAll(async () => {
  engine = await loadEngine();
});

/** How water runs in a network, which must come to a balance. */
function solved(network: Network, lengths?: Record<string, number>): Solved {
  const open = engine.open(network);
  const end = open.solve(lengths);
  open.close();
  expect(end).toBeDefined();
  return end!;
}

const supply = supplyCurve({ static: 400, flowing: 300, flow: 40 })!;
const pipe = { lengthM: 12, C: 150, idMm: 17 };
/** A main, a unit, and two floors with a fixture each. */
const house: Network = {
  supply,
  nodes: [
    { id: "main", elevationM: 0 },
    { id: "after unit", elevationM: 1 },
    { id: "low", elevationM: 1 },
    { id: "high", elevationM: 4 },
  ],
  pipes: [
    { id: "p1", from: "after unit", to: "low", ...pipe },
    { id: "p2", from: "low", to: "high", ...pipe },
  ],
  units: [{ id: "u1", from: "main", to: "after unit", a: 0.5, b: 0.02 }],
  fixtures: [
    { node: "low", flow: 9 },
    { node: "high", flow: 6 },
  ],
};

/** What a fixture draws at a pressure (handbook 3). */
const drawn = (flow: number, kPa: number): number =>
  flow * Math.sqrt(Math.min(1, Math.max(0, kPa / WANTED_KPA)));

describe("the network", () => {
  it("agrees with the reference within 1.5 kPa and 0.15 L/min", () => {
    const cases = JSON.parse(
      readFileSync(new URL("../reference/network.json", import.meta.url), "utf8"),
    ) as (Omit<Network, "supply"> & Solved & { supply: Parameters<typeof supplyCurve>[0] })[];
    expect(cases.length).toBeGreaterThan(4);
    for (const given of cases) {
      const { pressures, flows } = solved({ ...given, supply: supplyCurve(given.supply)! });
      for (const [node, kPa] of Object.entries(given.pressures))
        expect(Math.abs(pressures[node]! - kPa), node).toBeLessThanOrEqual(1.5);
      for (const [link, flow] of Object.entries(given.flows))
        expect(Math.abs(flows[link]! - flow), link).toBeLessThanOrEqual(0.15);
    }
  });

  it("loses along a single way what the closed formulas say, to half a percent of the pressure at rest", () => {
    const { pressures, flows } = solved(house);
    const all = flows.u1!;
    expect(all).toBeCloseTo(15, 1);
    const afterUnit = supplyPressure(supply, all) - 0.5 * all - 0.02 * all ** 2 - KPA_PER_METRE;
    const low = afterUnit - pipeLoss(pipe, all);
    const high = low - pipeLoss(pipe, flows.p2!) - 3 * KPA_PER_METRE;
    for (const [node, kPa] of Object.entries({ "after unit": afterUnit, low, high }))
      expect(Math.abs(pressures[node]! - kPa), node).toBeLessThan(0.005 * supply.static);
  });

  it("keeps its water, draws as its pressures allow, and has less where more is open", () => {
    fc.assert(
      fc.property(anyHouse, (network) => {
        const { pressures, flows } = solved(network);
        for (const { id } of network.nodes.slice(1)) {
          const into = [...network.pipes, ...network.units].reduce(
            (sum, l) => sum + (l.to === id ? flows[l.id]! : 0) - (l.from === id ? flows[l.id]! : 0),
            0,
          );
          const wants = network.fixtures.find((f) => f.node === id)?.flow ?? 0;
          // The root's slope at 0 is without end: a pressure there says little of the flow.
          if (Math.abs(pressures[id]!) > 1) expect(into).toBeCloseTo(drawn(wants, pressures[id]!), 1);
        }
        const shut = solved({ ...network, fixtures: network.fixtures.slice(1) });
        for (const { id } of network.nodes) expect(shut.pressures[id]!).toBeGreaterThan(pressures[id]! - 0.2);
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });

  it("is solved again with other lengths as if it had been opened with them", () => {
    const open = engine.open(house);
    const longer = { ...house, pipes: house.pipes.map((p) => ({ ...p, lengthM: 30 })) };
    const before = open.solve()!;
    const after = open.solve({ p1: 30, p2: 30 })!;
    expect(after.pressures.high!).toBeLessThan(before.pressures.high! - 5);
    for (const [node, kPa] of Object.entries(solved(longer).pressures))
      expect(after.pressures[node]).toBeCloseTo(kPa, 3);
    expect(open.solve()!.pressures.high).toBeCloseTo(before.pressures.high!, 3);
    open.close();
  });

  it("shares the flow of two equal units alike, and more to the one that loses less", () => {
    const twin = (b: number): Network => ({
      ...house,
      units: [house.units[0]!, { ...house.units[0]!, id: "u2", b }],
    });
    const equal = solved(twin(0.02)).flows;
    expect(equal.u1).toBeCloseTo(equal.u2!, 2);
    const unequal = solved(twin(0.05)).flows;
    expect(unequal.u1!).toBeGreaterThan(unequal.u2! + 1);
  });

  it("lets no more through a reducing valve than its set point", () => {
    const { pressures } = solved({ ...house, supply: { ...supply, cap: 250 } });
    expect(pressures.main).toBeCloseTo(250, 0);
  });

  it("goes below 0 where a floor is too high for the pressure, and draws nothing there", () => {
    const tower: Network = {
      ...house,
      nodes: house.nodes.map((n) => (n.id === "high" ? { ...n, elevationM: 60 } : n)),
    };
    const { pressures, flows } = solved(tower);
    expect(pressures.high!).toBeLessThan(0);
    expect(flows.p2).toBeCloseTo(0, 3);
  });

  it("knows the pressure of a blind branch, in which nothing runs", () => {
    const { pressures, flows } = solved({
      ...house,
      nodes: [...house.nodes, { id: "stub", elevationM: 2 }, { id: "end", elevationM: 2.5 }],
      pipes: [
        { id: "s2", from: "end", to: "stub", ...pipe },
        ...house.pipes,
        { id: "s1", from: "low", to: "stub", ...pipe },
      ],
    });
    expect(pressures.end).toBeCloseTo(pressures.low! - 1.5 * KPA_PER_METRE, 6);
    expect([flows.s1, flows.s2]).toEqual([0, 0]);
    const still = solved({ ...house, fixtures: [] });
    expect(still.pressures.high).toBeCloseTo(400 - 4 * KPA_PER_METRE, 6);
    expect(Object.values(still.flows)).toEqual([0, 0, 0]);
  });

  it("names what keeps it from being solved, and is not opened then", () => {
    const faulty: Network = {
      ...house,
      pipes: [
        { ...house.pipes[0]!, lengthM: 0 },
        { id: "p1", from: "low", to: "attic", ...pipe },
      ],
    };
    expect(networkFaults(house)).toEqual([]);
    expect(networkFaults(faulty)).toEqual([
      "Two runs or units are called p1",
      "p1 ends at attic, which is no node",
      "p1 needs a length, a bore and a roughness above 0",
      "No water comes to high",
    ]);
    const points = [
      [-0.5, 0],
      [10, 3],
    ] as const;
    expect(
      networkFaults({ ...house, units: [{ id: "u1", from: "main", to: "after unit", points }] }),
    ).toEqual(["u1 needs a loss that grows with its flow"]);
    expect(() => engine.open(faulty)).toThrow(FaultyNetwork);
    expect(networkFaults({ ...house, nodes: house.nodes.slice(1) })[0]).toContain("main");
    // What was refused leaves nothing behind.
    expect(solved(house).flows.p1).toBeGreaterThan(0);
  });

  it("gives each node and run a name of its own that the engine takes", () => {
    const ids = ["a b", "a_b", "A b", "", "a very long name that would be cut off at its end"];
    const names = inpNames({
      ...house,
      nodes: ids.map((id) => ({ id, elevationM: 0 })),
    });
    const given = ids.map((id) => names.nodes.get(id)!);
    expect(new Set(given.map((n) => n.toLowerCase())).size).toBe(ids.length);
    for (const name of given) expect(name).toMatch(/^[\w.-]{1,31}$/);
    expect(inpOf(house)).toContain("[JUNCTIONS]");
  });
});

describe("small tube", () => {
  const quarter = { lengthM: 3, C: 150, idMm: 4.32 };

  it("loses by 64/Re while water runs in layers", () => {
    // 0.2 L/min in 4.32 mm: 0.2274 m/s, Re 978.5, 64/Re 0.06541, × 3 m / 4.32 mm × v²/2g = 0.1198 m.
    expect(velocityIn(4.32, 0.2)).toBeCloseTo(0.2274, 4);
    expect(tubeLoss(quarter, 0.2)).toBeCloseTo(0.1198 * KPA_PER_METRE, 2);
    expect(tubeLoss(quarter, 0.2)).toBeGreaterThan(pipeLoss(quarter, 0.2));
    const above = laminarFlow(4.32) * 1.01;
    expect(tubeLoss(quarter, above)).toBe(pipeLoss(quarter, above));
  });

  it("loses more the more runs in it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (q, more) => {
          expect(tubeLoss(quarter, q + more)).toBeGreaterThan(tubeLoss(quarter, q));
        },
      ),
    );
  });

  it("is solved so in a network", () => {
    const { pressures } = solved({
      ...house,
      nodes: [...house.nodes, { id: "faucet", elevationM: 1 }],
      pipes: [...house.pipes, { id: "t", from: "low", to: "faucet", isTube: true, ...quarter }],
      fixtures: [{ node: "faucet", flow: 0.2 }],
    });
    expect(pressures.low! - pressures.faucet!).toBeCloseTo(tubeLoss(quarter, 0.2), 1);
  });
});
