import fc from "fast-check";
import { supplyCurve } from "@/core/plumbing";
import type { Network } from "@/core/plumbing/network";

const part = fc.record({
  lengthM: fc.double({ min: 0.3, max: 30, noNaN: true }),
  idMm: fc.constantFrom(12.1, 17, 21.9, 26.8),
  riseM: fc.double({ min: -2, max: 3, noNaN: true }),
  flow: fc.double({ min: 0, max: 12, noNaN: true }),
  before: fc.nat(),
});
/** Any tree of pipes behind a supply and a unit, up to eight nodes, with fixtures where the flow is above 0.5. */
export const anyHouse = fc
  .record({
    parts: fc.array(part, { minLength: 1, maxLength: 8 }),
    static: fc.double({ min: 200, max: 600, noNaN: true }),
    drop: fc.double({ min: 10, max: 150, noNaN: true }),
    flow: fc.double({ min: 15, max: 60, noNaN: true }),
    b: fc.double({ min: 0.005, max: 0.05, noNaN: true }),
  })
  .map((of): Network => {
    const nodes = [
      { id: "main", elevationM: 0 },
      { id: "n0", elevationM: 0 },
    ];
    const pipes = of.parts.map(({ lengthM, idMm, riseM, before }, i) => {
      const from = nodes[1 + (before % (nodes.length - 1))]!;
      nodes.push({ id: `n${i + 1}`, elevationM: from.elevationM + riseM });
      return { id: `p${i}`, from: from.id, to: `n${i + 1}`, lengthM, idMm, C: 150 };
    });
    return {
      supply: supplyCurve({ static: of.static, flowing: of.static - of.drop, flow: of.flow })!,
      nodes,
      pipes,
      units: [{ id: "u", from: "main", to: "n0", a: 0.2, b: of.b }],
      fixtures: of.parts.flatMap(({ flow }, i) => (flow > 0.5 ? [{ node: `n${i + 1}`, flow }] : [])),
    };
  });
