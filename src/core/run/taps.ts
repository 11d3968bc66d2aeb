import type { DemandTables, Fixture } from "../site";
import type { Text } from "../words";
import type { FlowBand } from "./step";

const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? "" : "s"}`;
const tapNames: Partial<Record<Fixture, string>> = {
  bathtub: "bathtub",
  hoseBib: "hose bib",
  shower: "shower",
  kitchenSink: "kitchen tap",
  lavatory: "lavatory tap",
};

interface Taps {
  readonly counts: Readonly<Partial<Record<Fixture, number>>>;
  readonly taps: number;
  readonly flow: number;
}

/** Every way to open taps of a house, by how many of each; at most `most` of a kind, more are never needed. */
function waysToOpen(
  available: Readonly<Partial<Record<Fixture, number>>>,
  demand: DemandTables,
  most: number,
): Taps[] {
  const kinds = (Object.keys(tapNames) as Fixture[]).filter((kind) => (available[kind] ?? 0) > 0);
  return kinds.reduce<Taps[]>(
    (ways, kind) =>
      ways.flatMap(({ counts, taps, flow }) =>
        Array.from({ length: Math.min(available[kind]!, most) + 1 }, (_, n) => ({
          counts: n === 0 ? counts : { ...counts, [kind]: n },
          taps: taps + n,
          flow: flow + n * (demand.openFlow[kind] ?? 0),
        })),
      ),
    [{ counts: {}, taps: 0, flow: 0 }],
  );
}

/** So many taps of a kind are asked about at most: six tubs feed any band. */
const MOST_TAPS = 6;

/**
 * The fewest cold taps whose sum lies inside a band, in words (handbook 9, K5); among as many the nearest
 * to its middle. Where no sum lies inside, the least that is above it, to be throttled at one tap, else all
 * of them with what is missing said. A complete bathroom counts as a tub and a lavatory tap. L/min.
 */
export function tapsFor(
  { low, high }: FlowBand,
  fixtures: Readonly<Partial<Record<Fixture, number>>>,
  demand: DemandTables,
): Text {
  const bathrooms = fixtures.bathroomGroup ?? 0;
  const available = {
    ...fixtures,
    bathtub: (fixtures.bathtub ?? 0) + bathrooms,
    lavatory: (fixtures.lavatory ?? 0) + bathrooms,
  };
  const ways = waysToOpen(available, demand, MOST_TAPS).filter((way) => way.taps > 0);
  if (ways.length === 0)
    return {
      text: "No taps were surveyed: open cold taps one by one until the flow is reached, and measure it",
    };
  const offMiddle = (way: Taps) => Math.abs(way.flow - (low + high) / 2);
  const named = ({ counts }: Taps) =>
    (Object.keys(counts) as Fixture[])
      .sort((x, y) => (demand.openFlow[y] ?? 0) - (demand.openFlow[x] ?? 0))
      .map((kind) => plural(counts[kind]!, tapNames[kind]!))
      .join(" and ");
  const least = (some: readonly Taps[], by: (way: Taps) => number) =>
    some.toSorted((x, y) => by(x) - by(y) || x.taps - y.taps || offMiddle(x) - offMiddle(y))[0];
  const inside = least(
    ways.filter((way) => way.flow >= low && way.flow <= high),
    (way) => way.taps,
  );
  if (inside) return { text: `Cold, fully open: ${named(inside)}` };
  const above = least(
    ways.filter((way) => way.flow > high),
    (way) => way.flow,
  );
  if (above)
    return {
      text: `Cold: ${named(above)}, about {all} fully open; that is too much, so close one until what you measure is inside`,
      of: { all: { value: above.flow, quantity: "flow" } },
    };
  const all = least(ways, (way) => -way.flow)!;
  return {
    text: `Cold, fully open: ${named(all)}, about {all} in all; that falls short, so add a hose and measure`,
    of: { all: { value: all.flow, quantity: "flow" } },
  };
}
