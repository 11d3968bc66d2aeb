import type { Option } from "./options";
import { less } from "./score";
import {
  extended,
  fits,
  judgedLine,
  noLine,
  structureOf,
  waysFrom,
  wholeLine,
  type Node,
  type Search,
} from "./search";

/**
 * Lines that a hasty search keeps at each length, sizes of a kind that it tries, and how many of a length
 * it judges with their branch.
 */
const WIDTH = 40;
const SIZES = 4;
const WHOLE = 1;

/** The ways to go on from a line that fit and meet something that is wanted; of each kind of unit a few sizes. */
function usefulWays(search: Search, node: Node): Option[] {
  const { asks } = search;
  const useful = waysFrom(search, node)
    .map((w) => w.option)
    .filter((o) => asks.metAfter(node.met, o) & ~node.met & asks.wanted && fits(node.options, o));
  return useful.filter((o, i) => useful.slice(0, i).filter((x) => x.kind === o.kind).length < SIZES);
}

/** The units, in whatever order. */
const setOf = (node: Node): string =>
  node.options
    .map((o) => `${o.model.code}x${o.parallel}`)
    .toSorted()
    .join("+");

/** The best of those that are alike, the best first. */
export function bestOfAlike(nodes: readonly Node[], alike: (node: Node) => string, most: number): Node[] {
  const best = new Map<string, Node>();
  for (const node of nodes.toSorted((a, b) => less(a.score, b.score)))
    if (!best.has(alike(node))) best.set(alike(node), node);
  return [...best.values()].slice(0, most);
}

/** Good whole lines, found by keeping the most promising of each length. */
function keptLines(search: Search): Node[] {
  let standing = [judgedLine(search, noLine(search))];
  const whole: Node[] = [];
  for (let length = 0; length <= search.input.maxUnits; length += 1) {
    const ending = standing.toSorted((a, b) => less(a.ends, b.ends)).slice(0, WHOLE);
    whole.push(...ending.map(({ open }) => wholeLine(search, open)));
    const longer = standing.flatMap(({ open }) =>
      usefulWays(search, open).map((option) => judgedLine(search, extended(search, open, option))),
    );
    const judged = new Map(longer.map((l) => [l.open, l] as const));
    standing = bestOfAlike([...judged.keys()], setOf, WIDTH).map((node) => judged.get(node)!);
  }
  return whole;
}

/** The best of what a hasty search finds: nothing is proved. */
export const hastyLines = (search: Search): Node[] =>
  bestOfAlike(keptLines(search), structureOf, search.input.keep);
