import type { UnitModel } from "../../families";
import { byWorst, type Level, type Verdict } from "../../verdict";
import { housePressures } from "../../water";
import { groundOf, type Ground, type TrainInput } from "../ground";
import { judgeHouse } from "../judge";
import { stationVerdicts } from "../station";
import { bestLines, type Lines } from "./exact";
import { bestOfAlike, hastyLines } from "./hasty";
import { trainsWithin } from "./options";
import { costOfTrain, type Running } from "./running";
import type { Score } from "./score";
import { startSearch, structureOf, type Node, type ProposeInput, type Search } from "./search";

export type { ProposeInput } from "./search";

export interface Proposal {
  readonly units: readonly { readonly model: UnitModel; readonly parallel: number }[];
  readonly stops: number;
  readonly unknowns: number;
  readonly checks: number;
  readonly parts: number;
  readonly yearly: Running;
  /** Parts and `years` of running, by which equal trains are ranked. */
  readonly cost: number;
  /** What is still not Good, worst first, with the unit it belongs to. */
  readonly open: readonly { readonly at: string; readonly verdict: Verdict }[];
}

const ranked = ["stops", "checks", "unknowns", "cost"] as const;

/**
 * What the first train has of a kind by which trains are ranked (an unmet need is a Stop), and the least
 * that any train can have.
 */
export interface Gap {
  readonly of: (typeof ranked)[number];
  readonly has: number;
  readonly least: number;
}

export interface Proposed {
  readonly proposals: readonly Proposal[];
  /** Placements that were judged. */
  readonly considered: number;
  /** Trains that the rules allow and that the search answers for. */
  readonly space: number;
  /**
   * Where the first train is not proved to be the best: the first thing in which another may be better, and
   * what none can go below.
   */
  readonly gap?: Gap;
  /**
   * Set point of the reducing valve that the trains were judged behind, kPa, where the house's pressure
   * asks for one.
   */
  readonly reducedTo?: number;
}

/** How far a planner's search goes: about a second of work to prove the best, half as much again to find a good one. */
export const plannersSearch = {
  /** Iron, acid, hardness and coliform together need six or seven. */
  maxUnits: 8,
  exactTo: 5,
  keep: 3,
  /** After so many placements a third train is not waited for. */
  patience: 3000,
  /** After so many proving the best gives way to finding a good one. */
  effort: 5000,
} as const satisfies Partial<ProposeInput>;

/** Above this a house gets a reducing valve, kPa (handbook 2): trains are proposed behind one. */
const REDUCED_TO = housePressures.reduceAbove;

/** The facts that trains are judged by: behind a reducing valve where the pressure asks for one. */
function reduced(facts: TrainInput["facts"]): { readonly facts: TrainInput["facts"]; readonly to?: number } {
  const highest = Math.max(facts.staticPressure ?? 0, facts.nightPressure ?? 0, facts.wellCutIn ?? 0);
  if (highest <= REDUCED_TO) return { facts };
  const to = Math.min(facts.reducer ?? Infinity, REDUCED_TO);
  return { facts: { ...facts, reducer: to }, to };
}

/**
 * The best lines; where proving takes more than the effort, the best short one and those that a hasty
 * search finds, and the bound.
 */
function linesWithin(search: Search): Lines {
  const { input } = search;
  const { found, bound } = bestLines(search, input.effort);
  if (bound === undefined) return { found };
  const maxUnits = Math.min(input.maxUnits, input.exactTo ?? 0);
  const short = { ...search, input: { ...input, maxUnits, keep: 1 } };
  const lines = [...bestLines(short).found, ...hastyLines(search)];
  return { found: bestOfAlike(lines, structureOf, input.keep), bound };
}

/** The first part in which a bound is below a score; undefined where they are equal: then nothing is better. */
function gapBetween(score: Score, bound: Score): Gap | undefined {
  const at = ranked.findIndex((_, i) => bound[i]! < score[i]!);
  return at === -1 ? undefined : { of: ranked[at]!, has: score[at]!, least: bound[at]! };
}

function proposalOf(node: Node, ground: Ground): Proposal {
  const { stations, score } = node;
  const { verdicts, outlets } = judgeHouse(ground, stations, node.reached);
  const open = [
    ...stations.flatMap((s) =>
      [...stationVerdicts(s), ...(outlets.get(s.key) ?? [])].map((verdict) => ({
        at: s.model.code,
        verdict,
      })),
    ),
    ...verdicts.map((verdict) => ({ at: "House", verdict })),
  ]
    .filter((o) => o.verdict.level !== "Good")
    .sort((a, b) => byWorst(a.verdict, b.verdict));
  const count = (level: Level) => open.filter((o) => o.verdict.level === level).length;
  return {
    units: stations.map((s) => ({ model: s.model, parallel: s.unit.parallel })),
    stops: count("Stop"),
    checks: count("Check"),
    unknowns: count("Unknown"),
    cost: score[3],
    ...costOfTrain(stations, ground.facts, ground.schools),
    open,
  };
}

/**
 * The best trains for a site, each of another structure, by exact best-first search over the catalogue:
 * fewest Stops (an unmet need is one, water left unsafe ten), then Checks, then Unknowns, then least cost.
 * Where proving that takes more than `effort`: the best of at most `exactTo` units, or a better one that a
 * hasty search finds, with the gap to what no train can be better than. The house's line holds at most
 * `maxUnits`, one or two of each side by side, one treatment of hardness, one of each other family and two
 * cartridge stages; behind it, where wanted, an RO with or without a booster. Deterministic.
 */
export function proposeTrains(input: ProposeInput): Proposed {
  const { facts, to } = reduced(input.facts);
  const ground = groundOf({ ...input, facts });
  const search = startSearch(input, ground);
  const { found, bound } = linesWithin(search);
  return {
    gap: found[0] && bound && gapBetween(found[0].score, bound),
    reducedTo: to,
    considered: search.placing.count(),
    space: trainsWithin(search.options, input.maxUnits) * (input.withRo ? search.branches.ways : 1),
    proposals: found.map((node) => proposalOf(node, ground)),
  };
}
