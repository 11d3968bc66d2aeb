import { metAfter, metBy, type Option } from "./options";
import { add, less } from "./score";
import { extended, fits, judgedLine, noLine, structureOf, wholeLine, type Node, type Search } from "./search";

/** Lines that a hasty search keeps at each length, sizes of a kind that it tries, and how many of a length it judges with their branch. */
const WIDTH = 40;
const SIZES = 4;
const WHOLE = 1;

/** The ways to go on from a line that fit and meet something that is wanted; of each kind of unit a few sizes. */
function usefulWays({ waysAfter, wanted }: Search, node: Node): Option[] {
  const met = metBy(node.options);
  const useful = waysAfter(met)
    .map((w) => w.option)
    .filter((o) => metAfter(met, o) & ~met & wanted && fits(node.options, o));
  return useful.filter((o, i) => useful.slice(0, i).filter((x) => x.kind === o.kind).length < SIZES);
}

/** The units, in whatever order. */
const setOf = (node: Node): string =>
  node.options
    .map((o) => `${o.model.code}x${o.parallel}`)
    .toSorted()
    .join("+");

type Judged = ReturnType<typeof judgedLine>;
/** How promising a line is: by its bound alone, or with the needs that its units fail as what they will be at its end. */
type Promising = (line: Judged) => Node;
const byBound: Promising = ({ open }) => open;
const byFailures: Promising = ({ open, failed }) => ({ ...open, score: add(open.score, [failed, 0, 0, 0]) });

/** The best of those that are alike, the best first. */
function bestOfAlike(nodes: readonly Node[], alike: (node: Node) => string, most: number): Node[] {
  const best = new Map<string, Node>();
  for (const node of nodes.toSorted((a, b) => less(a.score, b.score)))
    if (!best.has(alike(node))) best.set(alike(node), node);
  return [...best.values()].slice(0, most);
}

/** Good whole lines, found by keeping the most promising of each length. */
function keptLines(search: Search, promise: Promising): Node[] {
  let standing = [judgedLine(search, noLine(search))];
  const whole: Node[] = [];
  for (let length = 0; length <= search.input.maxUnits; length += 1) {
    const ending = standing.toSorted((a, b) => less(a.ends, b.ends)).slice(0, WHOLE);
    whole.push(...ending.map(({ open }) => wholeLine(search, open)));
    const longer = standing.flatMap(({ open }) =>
      usefulWays(search, open).map((option) => judgedLine(search, extended(search, open, option))),
    );
    const promises = new Map(longer.map((l) => [promise(l), l] as const));
    standing = bestOfAlike([...promises.keys()], setOf, WIDTH).map((node) => promises.get(node)!);
  }
  return whole;
}

/** The best of what two hasty searches find, which follow different promises: nothing is proved. */
export const hastyLines = (search: Search): Node[] =>
  bestOfAlike(
    [byBound, byFailures].flatMap((promise) => keptLines(search, promise)),
    structureOf,
    search.input.keep,
  );
