import TinyQueue from "tinyqueue";
import { worstLevel } from "../../verdict";
import { mostOf, type Option } from "./options";
import { prefilterAt } from "./placing";
import { add, less, sum, type Score } from "./score";
import {
  extended,
  fits,
  judgedLine,
  noLine,
  structureOf,
  waysFrom,
  wholeLine,
  type Line,
  type Node,
  type Search,
} from "./search";

/** Does a unit in a line keep out all that another would: its group, or of groups of several its kind. */
const takesPlaceOf = (unit: Option, other: Option): boolean =>
  mostOf(other) > 1 ? unit.kind === other.kind : unit.group === other.group;

/**
 * Tells lines that are of no use: another comes as far with the same water, no worse a score, no less
 * pressure, and every choice that they have left, so that whatever may follow them follows there at least
 * as well.
 */
function uselessIn({ placing, asks, tooHigh }: Search): (node: Node) => boolean {
  const standing = new Map<string, Node[]>();
  const noLess = (a: number | undefined, b: number | undefined) => (tooHigh ? a === b : (a ?? 0) >= (b ?? 0));
  return (node) => {
    const { reached } = node;
    // What a chamber finds ahead of it matters only where one is wanted.
    const ahead = asks.disinfects ? prefilterAt(reached.upstream) : "";
    const key = `${asks.withoutKinds(node.met)}|${ahead}|${placing.keyOf(reached.water)}`;
    const rivals = standing.get(key) ?? [];
    // What the units themselves say and cost adds up; what the house says does not (a Check that both come
    // to counts once): the rival may have none that this line has not.
    const noMoreSaid = (r: Node) =>
      [...r.said].every(([rule, level]) => {
        const here = node.said.get(rule);
        return here !== undefined && worstLevel([{ level }, { level: here }]) === here;
      });
    const beaten = rivals.some(
      (r) =>
        r.options.length <= node.options.length &&
        less(r.own, node.own) <= 0 &&
        (r.reached.lossPeak ?? 0) <= (reached.lossPeak ?? 0) &&
        noLess(r.reached.pressure, reached.pressure) &&
        r.options.every((o) => node.options.some((n) => takesPlaceOf(n, o))) &&
        noMoreSaid(r),
    );
    if (!beaten) {
      rivals.push(node);
      standing.set(key, rivals);
    }
    return beaten;
  };
}

/** The nodes of a search in the order in which they may be best; the same every time. */
class Frontier {
  private readonly queue = new TinyQueue<Node>([], (a, b) => less(a.score, b.score) || a.tie - b.tie);
  private tie = 0;
  private readonly isUseless: (node: Node) => boolean;
  constructor(private readonly search: Search) {
    this.isUseless = uselessIn(search);
  }

  pop(): Node | undefined {
    return this.queue.pop();
  }

  put(node: Omit<Node, "tie">): void {
    this.tie += 1;
    this.queue.push({ ...node, tie: this.tie });
  }

  /** The line at its next way that fits, or nothing when all were tried. */
  goOn(node: Node): void {
    const ways = waysFrom(this.search, node);
    let next = node.next;
    while (next < ways.length && !fits(node.options, ways[next]!.option)) next += 1;
    if (next < ways.length)
      this.put({ ...node, next, score: sum(node.own, node.firm, ways[next]!.adds, this.search.roLeast) });
  }

  /** A judged line: it may go on, and it may end here. */
  add(line: Line): void {
    const { open, ends } = judgedLine(this.search, line);
    if (this.isUseless(open)) return;
    if (line.options.length < this.search.input.maxUnits) this.goOn(open);
    this.put({ ...open, stage: "closed", score: add(ends, this.search.roFloor(line.reached.water)) });
  }

  /** A line that ends. */
  close(node: Node): void {
    this.put(wholeLine(this.search, node));
  }

  /** A line with one more unit, by its next way. */
  extend(node: Node): void {
    const { option } = waysFrom(this.search, node)[node.next]!;
    this.goOn({ ...node, next: node.next + 1 });
    this.add(extended(this.search, node, option));
  }
}

/** Whole lines, the best first, each of another structure. */
export interface Lines {
  readonly found: readonly Node[];
  /** Where the effort ended before the first line was proved the best: what none can be better than. */
  readonly bound?: Score;
}

/** The best lines by exact best-first search, until so many placements were judged. */
export function bestLines(search: Search, effort = Infinity): Lines {
  const { keep, patience = Infinity } = search.input;
  const begun = search.placing.count();
  const frontier = new Frontier(search);
  frontier.add(noLine(search));
  const found: Node[] = [];
  const structures = new Set<string>();
  for (let node = frontier.pop(); node && found.length < keep; node = frontier.pop()) {
    const spent = search.placing.count() - begun;
    if (found.length >= 2 && spent > patience) break;
    if (spent > effort) return { found, bound: found.length === 0 ? node.score : undefined };
    const structure = structureOf(node);
    if (node.stage === "open") frontier.extend(node);
    else if (structures.has(structure)) continue;
    else if (node.stage === "closed") frontier.close(node);
    else {
      structures.add(structure);
      found.push(node);
    }
  }
  return { found };
}
