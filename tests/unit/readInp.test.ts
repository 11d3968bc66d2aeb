import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { loadEngine, type Engine } from "@/core/plumbing/engine";
import { inpOf } from "@/core/plumbing/inp";
import type { Network } from "@/core/plumbing/network";
import { readInp } from "@/core/plumbing/readInp";
import { KPA_PER_METRE } from "@/core/units";
import { anyHouse } from "./anyHouse";

let engine: Engine;
beforeAll(async () => {
  engine = await loadEngine();
});
const solved = (network: Network) => {
  const open = engine.open(network);
  const end = open.solve()!;
  open.close();
  return end;
};
/** A file that must be read. */
function taken(text: string) {
  const file = readInp(text);
  if (!file.ok) throw new Error(file.why);
  return file;
}
const why = (text: string): string => {
  const file = readInp(text);
  return file.ok ? "" : file.why;
};

/** A small plain file of another hand, in US units. */
const plain = `[TITLE]
A house
[JUNCTIONS]
; id  elevation  demand
 J1   3.28084    0
 tap  3.28084    2   ; a shower
[RESERVOIRS]
 R    100
[PIPES]
 a    R    J1   32.8084   1.0   140   0   Open
 b    J1   tap  16.4042   0.669291   150
[OPTIONS]
 Units GPM
 Headloss H-W
 Demand Model PDA
[COORDINATES]
 tap 0 0
[END]
`;

describe("an EPANET input file", () => {
  it("that Brant wrote is read again as a network with the same figures, and nothing is left out", () => {
    fc.assert(
      fc.property(anyHouse, (network) => {
        const again = taken(inpOf(network));
        expect(again.leftOut).toEqual([]);
        const [was, is] = [solved(network), solved(again.network)];
        for (const [node, kPa] of Object.entries(was.pressures))
          expect(Math.abs(is.pressures[node]! - kPa), node).toBeLessThan(0.2);
        for (const [link, flow] of Object.entries(was.flows))
          expect(Math.abs(is.flows[link]! - flow), link).toBeLessThan(0.02);
        expect(again.network.supply.static).toBeCloseTo(network.supply.static, 6);
        expect(again.network.supply.k).toBeCloseTo(network.supply.k, 9);
      }),
      { numRuns: 40, endOnFailure: true },
    );
  });

  it("keeps a reducing valve's set point, and a tube in which water runs in layers", () => {
    const network: Network = {
      supply: { static: 600, k: 0.1, cap: 350, assumed: false },
      nodes: ["main", "a", "b"].map((id, elevationM) => ({ id, elevationM })),
      pipes: [
        { id: "p", from: "main", to: "a", lengthM: 8, C: 150, idMm: 17 },
        { id: "t", from: "a", to: "b", lengthM: 3, C: 150, idMm: 4.32, isTube: true },
      ],
      units: [],
      fixtures: [
        { node: "a", flow: 8 },
        { node: "b", flow: 0.3 },
      ],
    };
    const again = solved(taken(inpOf(network)).network);
    const was = solved(network);
    expect(again.pressures.a).toBeCloseTo(was.pressures.a!, 1);
    expect(again.pressures.b).toBeCloseTo(was.pressures.b!, 1);
  });

  it("of another hand is read in its own units", () => {
    const { network, leftOut } = taken(plain);
    expect(leftOut).toEqual([]);
    expect(network.fixtures).toEqual([{ node: "tap", flow: 2 * 3.785411784 }]);
    expect(network.pipes[1]!.lengthM).toBeCloseTo(5, 4);
    expect(network.pipes[1]!.idMm).toBeCloseTo(17, 4);
    // 100 ft of water stand above the reservoir's own level; the tap is 1 m above 0.
    const still = solved({ ...network, fixtures: [] });
    expect(still.pressures.tap).toBeCloseTo((100 * 0.3048 - 1) * KPA_PER_METRE, 3);
    expect(solved(network).pressures.tap).toBeLessThan(still.pressures.tap!);
  });

  it("says what of it was left out though it changes how water runs", () => {
    const { leftOut, network } = taken(
      plain
        .replace(" Demand Model PDA", " Demand Multiplier 2")
        .replace("0   Open", "2   CV")
        .replace(
          "[END]",
          "[PUMPS]\n P J1 tap HEAD c\n[VALVES]\n V J1 tap 12 PRV 40 0\n[CONTROLS]\n LINK a CLOSED\n LINK b OPEN\n[END]",
        ),
    );
    expect(leftOut).toEqual([
      "Fixed demands: fixtures draw as their pressure allows here",
      "The demand multiplier",
      "[PUMPS], 1 row",
      "[CONTROLS], 2 rows",
      "That water runs one way only in a",
      "Minor losses of a",
      "Valves other than of a curve: V",
    ]);
    expect(network.units).toEqual([]);
  });

  it("that is none, or not of a house, is refused in words", () => {
    expect(why("")).toContain("no EPANET input file");
    expect(why("id;name\n1;Softener")).toContain("no EPANET input file");
    expect(why(plain.replace("R    100", ""))).toContain("no reservoir");
    expect(why(plain.replace(" R    100", " R 100\n R2 90"))).toContain("one supply");
    expect(why(plain.replace("H-W", "D-W"))).toContain("Hazen–Williams");
    expect(why(plain.replace("GPM", "BUCKETS"))).toContain("BUCKETS");
    expect(why(plain.replace("16.4042", "long"))).toContain("The length of b is no number: “long”");
    expect(why(plain.replace("tap  16.4042", "attic  16.4042"))).toContain(
      "b ends at attic, which is no node",
    );
    expect(why(plain.replace("[PIPES]", "[PIPES]\n x"))).toContain("x has no ends");
    expect(why(`[JUNCTIONS]\n${"j 0\n".repeat(3000)}`)).toContain("too many nodes");
    expect(why("x".repeat(1_000_001))).toContain("too large");
  });

  it("of any letters ends in words, never in a fault", () => {
    const line = fc.oneof(
      fc.constantFrom(
        "[JUNCTIONS]",
        "[PIPES]",
        "[VALVES]",
        "[CURVES]",
        "[RESERVOIRS]",
        "[OPTIONS]",
        "[DEMANDS]",
      ),
      fc
        .array(fc.oneof(fc.string({ maxLength: 6 }), fc.constantFrom("a", "b", "main", "1", "-1", "GPV")), {
          maxLength: 8,
        })
        .map((words) => words.join(" ")),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 25 }), (lines) => {
        const file = readInp(["[JUNCTIONS]", "a 0", "[RESERVOIRS]", "r 30", ...lines].join("\n"));
        if (!file.ok) expect(file.why.length).toBeGreaterThan(5);
      }),
      { numRuns: 300 },
    );
  });
});
