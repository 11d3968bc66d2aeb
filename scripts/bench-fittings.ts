// Chains of fittings through the whole catalogue, and cut lists of 40 pieces. Prints one JSON line.
import { fittings } from "../src/catalogue/fittings";
import { methodsOf, pipeSizes } from "../src/catalogue/fittings/sizes";
import { cutList, transitions } from "../src/core/plumbing";
import { inLine, pipeEnd, thread, type PipeSystem } from "../src/core/plumbing/fittings";

const line = inLine([...fittings.values()]);
const ends = [
  ...(Object.keys(methodsOf) as PipeSystem[]).flatMap((system) =>
    pipeSizes.map((size) => pipeEnd(system, size)),
  ),
  ...pipeSizes.flatMap((size) => (["male", "female"] as const).map((gender) => thread("NPT", size, gender))),
];
const median = (all: number[]) => [...all].sort((a, b) => a - b)[all.length >> 1]!;
const sorted = (all: number[]) => [...all].sort((a, b) => a - b);

function timesOfChains(): number[] {
  return ends.flatMap((from) =>
    ends.map((to) => {
      const start = performance.now();
      transitions(line, from, to);
      return performance.now() - start;
    }),
  );
}
// The first round is the engine's own warming up.
timesOfChains();
const chains = timesOfChains();

/** The same numbers at every run: a linear congruential generator. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}
const SEEDS = 20;
const PIECES = 40;
const cuts = Array.from({ length: SEEDS }, (_, seed) => {
  const roll = dice(seed + 1);
  const pieces = Array.from({ length: PIECES }, () => 100 + Math.floor(roll() * 1900));
  const start = performance.now();
  const cut = cutList(pieces, { stick: 3050, kerf: 2, offcuts: [] })!;
  const ms = performance.now() - start;
  const largest = Math.max(...cut.bars.filter((b) => b.isNew).map((b) => b.remainder));
  return { ms, isFewest: cut.isFewest, short: cut.largestAtMost - largest };
});
console.log(
  JSON.stringify({
    fittings: line.length,
    chain: median(chains),
    longestChain: sorted(chains).at(Math.floor(chains.length * 0.99)),
    cut: Math.max(...cuts.map((c) => c.ms)),
    seeds: SEEDS,
    fewest: cuts.filter((c) => c.isFewest).length,
    largest: cuts.filter((c) => c.short === 0).length,
    short: median(cuts.map((c) => c.short)),
  }),
);
