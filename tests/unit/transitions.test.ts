import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mates, transitions, type Chain, type Fitting, type PortType } from "@/core/plumbing/transitions";

const port = fc.record({
  system: fc.constantFrom("copper", "pex", "NPT", "G"),
  size: fc.constantFrom("1/2", "3/4"),
  gender: fc.constantFrom("male", "female", "spigot", "socket"),
}) as fc.Arbitrary<PortType>;
const catalogue = fc
  .array(fc.record({ a: port, b: port, price: fc.integer({ min: 0, max: 9 }) }), { maxLength: 14 })
  .map((parts) => parts.map(({ a, b, price }, i): Fitting => ({ id: `x${i}`, ports: [a, b], price })));

/** Ports from one end of a chain to the other, each with what it meets. */
function joints(chain: Chain, from: PortType, to: PortType): [PortType, PortType][] {
  const met: [PortType, PortType][] = [];
  let open = from;
  for (const { fitting, begins } of chain.fittings) {
    met.push([open, fitting.ports[begins]]);
    open = fitting.ports[begins === 0 ? 1 : 0];
  }
  return [...met, [open, to]];
}

/**
 * Fewest fittings and their least price by trying every row of fittings, the shortest rows first; undefined
 * where none of up to five does it.
 */
function byTrying(fittings: readonly Fitting[], from: PortType, to: PortType) {
  let rows: { open: PortType; price: number }[] = [{ open: from, price: 0 }];
  for (let n = 0; n <= 5; n += 1) {
    const ends = rows.filter((r) => mates(r.open, to)).map((r) => r.price);
    if (ends.length > 0) return { fittings: n, price: Math.min(...ends) };
    const cheapest = new Map<string, { open: PortType; price: number }>();
    for (const { open, price } of rows)
      for (const f of fittings)
        for (const begins of [0, 1] as const) {
          if (!mates(open, f.ports[begins])) continue;
          const next = { open: f.ports[begins === 0 ? 1 : 0], price: price + f.price };
          const key = JSON.stringify(next.open);
          const had = cheapest.get(key);
          if (!had || had.price > next.price) cheapest.set(key, next);
        }
    rows = [...cheapest.values()];
  }
  return undefined;
}

describe("a chain of fittings", () => {
  it("mates at every joint, is the shortest and the cheapest of those, and is as good the other way round", () => {
    fc.assert(
      fc.property(catalogue, port, port, (fittings, from, to) => {
        const [best] = transitions(fittings, from, to);
        const tried = byTrying(fittings, from, to);
        if (tried) expect({ fittings: best!.fittings.length, price: best!.price }).toEqual(tried);
        if (best) for (const [a, b] of joints(best, from, to)) expect(mates(a, b)).toBe(true);
        const [back] = transitions(fittings, to, from);
        expect([back?.fittings.length, back?.price]).toEqual([best?.fittings.length, best?.price]);
      }),
      { numRuns: 400 },
    );
  });

  it("comes with the next best ones, each another and none better than the one before", () => {
    fc.assert(
      fc.property(catalogue, port, port, (fittings, from, to) => {
        const all = transitions(fittings, from, to, 4);
        const told = all.map((c) => c.fittings.map((f) => `${f.fitting.id}.${f.begins}`).join(" "));
        expect(new Set(told).size).toBe(all.length);
        for (const [i, chain] of all.entries()) {
          for (const [a, b] of joints(chain, from, to)) expect(mates(a, b)).toBe(true);
          const before = all[i - 1];
          if (before)
            expect(
              chain.fittings.length > before.fittings.length ||
                (chain.fittings.length === before.fittings.length && chain.price >= before.price),
            ).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });

  it("joins 3/4 copper to a 1 in thread by hand: push-fit, then a bush; and needs nothing where they mate", () => {
    const copper: PortType = { system: "copper", size: "3/4", gender: "spigot" };
    const inlet: PortType = { system: "NPT", size: "1", gender: "female" };
    const pushFit: Fitting = {
      id: "push-fit male",
      ports: [
        { system: "copper", size: "3/4", gender: "socket" },
        { system: "NPT", size: "3/4", gender: "male" },
      ],
      price: 9,
    };
    const bush: Fitting = {
      id: "bush",
      ports: [
        { system: "NPT", size: "3/4", gender: "female" },
        { system: "NPT", size: "1", gender: "male" },
      ],
      price: 4,
    };
    const parallel: Fitting = {
      id: "parallel",
      ports: [pushFit.ports[0], { system: "G", size: "1", gender: "male" }],
      price: 1,
    };
    const [chain] = transitions([bush, parallel, pushFit], copper, inlet);
    expect(chain!.fittings.map((f) => f.fitting.id)).toEqual(["push-fit male", "bush"]);
    expect(chain!.price).toBe(13);
    // A parallel thread does not go into a taper one, and alone there is no way.
    expect(transitions([parallel, bush], copper, inlet)).toEqual([]);
    expect(transitions([], pushFit.ports[1], bush.ports[0])).toEqual([{ fittings: [], price: 0 }]);
  });
});
