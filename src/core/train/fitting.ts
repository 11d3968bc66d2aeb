import type { Placement, UnitFit, UnitModel } from "../families";
import type { SiteFacts } from "../site";
import type { Verdict } from "../verdict";
import { rule, type AnyRule, type Say } from "../words";

interface HoleFacts {
  readonly hole: number;
  readonly least: number;
  readonly most: number;
  readonly above: boolean;
  /** The other way to mount it takes this hole. */
  readonly otherTakes: boolean;
}
const band = ({ least, most }: HoleFacts, say: Say) =>
  `${say.of(least, "length")} to ${say.of(most, "length")}`;
const hole = rule<HoleFacts>("unit-hole", {
  reason: (facts, say, level) => {
    const how = facts.above ? "from above" : "from below";
    const shown = `hole of ${say.of(facts.hole, "length")}`;
    return level === "Good"
      ? `${shown}, inside ${band(facts, say)} for mounting ${how}`
      : `${shown}; mounting ${how} takes ${band(facts, say)}`;
  },
  remedy: ({ above, otherTakes }, _say, level) => {
    if (level === "Good") return "";
    if (otherTakes) return above ? "Mount it from below" : "The kit that mounts from above takes it";
    return "Another faucet, or a hole of its own";
  },
});

/** Is a hole inside a band, both ends included. */
const takes = (mm: number, [least, most]: readonly [number, number]) => mm >= least && mm <= most;

/** The holes that a unit's faucet takes, from below and with the kit from above. */
function faucetBands({ holes }: UnitFit) {
  const below = holes?.faucetLeast !== undefined && holes.faucetMost !== undefined;
  const above = holes?.topLeast !== undefined && holes.topMost !== undefined;
  return {
    below: below ? ([holes.faucetLeast!, holes.faucetMost!] as const) : undefined,
    above: above ? ([holes.topLeast!, holes.topMost!] as const) : undefined,
  };
}

/**
 * An existing hole against what the faucet takes; a hole that nobody measured is drilled or measured on
 * site (handbook 9, K7).
 */
function judgeHole({ fit }: UnitModel, { connects }: Placement, facts: SiteFacts): Verdict[] {
  if (!fit || connects !== "sink" || facts.sinkHole === undefined) return [];
  const { below, above } = faucetBands(fit);
  const fromAbove = facts.sinkReach === false && above !== undefined;
  const wanted = fromAbove ? above : below;
  if (!wanted) return [];
  const other = fromAbove ? below : above;
  const [least, most] = wanted;
  return [
    hole.at(takes(facts.sinkHole, wanted) ? "Good" : "Stop", {
      hole: facts.sinkHole,
      least,
      most,
      above: fromAbove,
      otherTakes: other !== undefined && takes(facts.sinkHole, other),
    }),
  ];
}

interface RoomFacts {
  readonly height: number;
  readonly needed: number;
}
const room = rule<RoomFacts>("unit-room", {
  reason: ({ height, needed }, say, level) =>
    level === "Good"
      ? `${say.of(height, "length", 0)} high, ${say.of(needed, "length", 0)} needed`
      : `${say.beside(height, needed, "length")} high, but ${say.of(needed, "length", 0)} is needed`,
  remedy: (_f, _say, level) => (level === "Good" ? "" : "Another place, or a shorter unit"),
});

/**
 * The height that a unit takes: its drop clearance where it is changed from below a sink, else its body
 * with the room it asks for.
 */
function heightNeeded(model: UnitModel): number | undefined {
  const { body, free } = model.fit ?? {};
  if (model.family === "pointFilter" && free?.below !== undefined) return free.below;
  return body && body.height + (free?.above ?? 0) + (free?.below ?? 0);
}

/**
 * Room where it is to stand: under the sink, or at the train (handbook 9, K10, K15). Nothing is said of a
 * place that nobody measured.
 */
function judgeRoom(model: UnitModel, { connects }: Placement, facts: SiteFacts): Verdict[] {
  const height = connects === "line" ? facts.spaceHeight : connects === "sink" ? facts.sinkHeight : undefined;
  const needed = heightNeeded(model);
  if (height === undefined || needed === undefined) return [];
  return [room.at(height < needed ? "Stop" : "Good", { height, needed })];
}

/** What is said of how a unit fits: its faucet's hole, and the room for it. */
export const judgeFitting = (model: UnitModel, at: Placement, facts: SiteFacts): Verdict[] => [
  ...judgeHole(model, at, facts),
  ...judgeRoom(model, at, facts),
];

const sampled = rule<{ readonly behind?: boolean }>("water-sample", {
  reason: ({ behind }) =>
    behind
      ? "the water was tested behind the old treatment: what the source brings is not known"
      : "whether the water was tested ahead of the old treatment is not known",
  remedy: () => "Test it ahead of what is there",
});

/**
 * A test of water that old treatment had already changed says nothing of what the new one gets (handbook 9;
 * chapter 1, Site).
 */
export function judgeSample({ oldTreatment, sampledBehind }: SiteFacts): Verdict[] {
  if (!oldTreatment || sampledBehind === false) return [];
  return [sampled.unknown({ behind: sampledBehind }, [sampledBehind ? "water.hardness" : "existing.sample"])];
}

/** The rules of how a unit fits, and of the sample. */
export const fittingRules: readonly AnyRule[] = [hole, room, sampled];
