import {
  answersOf,
  familyOf,
  isFineStage,
  isPlumbing,
  limitsFor,
  type FeedLimit,
  type UnitModel,
} from "../../families";
import { lossCurve, unitLoss } from "../../treatment";
import { lower, value, type Measured } from "../../units";
import type { Verdict } from "../../verdict";
import { housePressures, type Water } from "../../water";
import type { Ground } from "../ground";
import { beforeFirst, placeUnit } from "../judge";
import { stationVerdicts } from "../station";
import { rankedCost, type Prices } from "./running";
import { scoreOf, type Score } from "./score";

/** A way to place a unit, with the least that it can ever add to a train. */
export interface Option {
  readonly model: UnitModel;
  readonly parallel: number;
  readonly kind: string;
  readonly group: string;
  readonly least: Score;
}

/** Does it answer hard water, softener or not. */
export const isHardness = (m: UnitModel): boolean => answersOf(m).includes("softener");

/** Units of one kind do the same to the water; a structure is a sequence of kinds. */
const kindOf = (m: UnitModel): string =>
  `${m.family}:${m.effects.join("+")}:${m.effects.includes("sediment") ? isFineStage(m) : ""}`;
const groupOf = (m: UnitModel): string => familyOf(m).propose?.group ?? m.family;
/** How many units of different kinds a line may hold of an option's group. */
export const mostOf = (o: Option): number => familyOf(o.model).propose?.most ?? 1;

/** pH that a neutraliser brings acid water to at least; what is higher already stays. */
const NEUTRAL = value(7);
/** Nothing is left of what was measured; what nobody measured stays unknown, because no unit takes out all of it. */
const gone = (measured: Measured | undefined): Measured | undefined => measured && value(0);
/** Water as the best pre-treatment could leave it: what any unit can take out is gone, what none changes stays. */
export const treated = (water: Water): Water => ({
  ...water,
  hardness: value(0),
  calcium: undefined,
  magnesium: undefined,
  iron: gone(water.iron),
  manganese: gone(water.manganese),
  sulphide: gone(water.sulphide),
  tannin: gone(water.tannin),
  turbidity: value(0),
  chlorine: value(0),
  ph: water.ph && (lower(water.ph) ?? 0) < NEUTRAL_PH ? NEUTRAL : water.ph,
});
const NEUTRAL_PH = 7;
const takenOut = [
  "hardness",
  "iron",
  "manganese",
  "sulphide",
  "tannin",
  "turbidity",
  "chlorine",
  "ph",
] as const;

/** What hardness finds: the hardness as it is, because a line holds one such unit and nothing else takes it out. */
function asHard(water: Water): Water {
  const { hardness, calcium, magnesium } = water;
  return { ...treated(water), hardness, calcium, magnesium };
}

/** A unit's limits of feed water, its own in place of its family's. */
export const limitsOf = (ground: Ground, model: UnitModel): readonly FeedLimit[] =>
  limitsFor(ground.tables.limits[model.family] ?? [], model);

const pressureRules = ["feed-pressure", "feed-pressureRest", "feed-pressureNight"];
/**
 * Rules that say nothing certain of a unit before its place is known: where it stands, and limits that the
 * best water may be on the wrong side of.
 */
function byPlace(ground: Ground, model: UnitModel): ReadonlySet<string> {
  const least = limitsOf(ground, model).filter(
    (l) => l.min !== undefined && takenOut.some((k) => k === l.key),
  );
  return new Set([...pressureRules, "uv-prefilter", ...least.map((l) => `feed-${l.key}`)]);
}

/** What a unit adds at best: judged in the best-treated water, without what depends on its place. */
function leastOf(ground: Ground, model: UnitModel, parallel: number, prices: Prices): Score {
  const { water } = ground.facts;
  const best = isHardness(model) ? asHard(water) : treated(water);
  const unit = { key: "x", model: model.code, parallel };
  const { station } = placeUnit(ground, { ...beforeFirst(ground), water: best }, unit, model);
  const leftOut = byPlace(ground, model);
  // A pressure that is not known before the first unit is known nowhere behind it.
  const isUnknown = (v: Verdict) => v.level === "Unknown" && pressureRules.includes(v.rule);
  const mayEase = familyOf(model).propose?.mayEase ?? (() => false);
  const certain = stationVerdicts(station).filter(
    (v) => !mayEase(v) && (!leftOut.has(v.rule) || isUnknown(v)),
  );
  return scoreOf(certain, rankedCost(station, ground, prices));
}

/** Every way to place a unit of the line: one, or two side by side. */
export const optionsOf = (ground: Ground, catalogue: readonly UnitModel[], prices: Prices): Option[] =>
  catalogue
    .filter((m) => !m.branch && !isPlumbing(m))
    .flatMap((model) =>
      [1, 2].map((parallel) => ({
        model,
        parallel,
        kind: kindOf(model),
        group: groupOf(model),
        least: leastOf(ground, model, parallel, prices),
      })),
    );

/** What a unit asks of its water and takes out of it, beside what its kind says. */
const takesOf = ({ limits, reductions, neutraliser, doser, absolute, media }: UnitModel) => [
  limits,
  reductions,
  neutraliser,
  doser,
  absolute,
  media?.backwash,
];

/**
 * Options without those that another of the same kind outdoes in everything: verdicts, cost, pressure
 * taken, pressure borne, and what it takes out of the water. Where some unit bears less pressure than the
 * line has (`tooHigh`), a loss may help one behind it: then losses have to be equal.
 */
export function withoutWorse(options: readonly Option[], ground: Ground, tooHigh: boolean): Option[] {
  const { continuous, peak } = ground.demand;
  const told = new Map(
    options.map((o) => {
      const loss = lossCurve(o.model.lossPoints);
      const at = (flow: number | undefined) => (flow === undefined ? 0 : unitLoss(loss, flow / o.parallel));
      return [
        o,
        {
          loss: at(continuous),
          lossPeak: at(peak),
          bears: o.model.maxPressure ?? housePressures.housingMost,
          media: (o.model.carbon?.mediaLitres ?? 0) * o.parallel,
          limits: JSON.stringify(takesOf(o.model)),
        },
      ];
    }),
  );
  const outdoes = (a: Option, b: Option): boolean => {
    const [x, y] = [told.get(a)!, told.get(b)!];
    return (
      x.limits === y.limits &&
      x.bears >= y.bears &&
      (tooHigh ? x.loss === y.loss : x.loss <= y.loss) &&
      x.lossPeak <= y.lossPeak &&
      x.media >= y.media &&
      a.least.every((n, i) => n <= b.least[i]!)
    );
  };
  return options.filter(
    (b, i) =>
      !familyOf(b.model).propose?.sizedByFlow ||
      !options.some((a, j) => a !== b && a.kind === b.kind && outdoes(a, b) && (j < i || !outdoes(b, a))),
  );
}

const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));

/** How many lines the rules allow: orders of units of different groups, of some groups two of different kinds. */
export function trainsWithin(options: readonly Option[], most: number): number {
  /** Choices of so many units, without their order. */
  let choices = [1];
  for (const group of new Set(options.map((o) => o.group))) {
    const of = options.filter((o) => o.group === group);
    const one = of.length;
    const kinds = [...new Set(of.map((o) => o.kind))].map((kind) => of.filter((o) => o.kind === kind).length);
    const pairs = (one ** 2 - kinds.reduce((all, k) => all + k ** 2, 0)) / 2;
    const ways = mostOf(of[0]!) > 1 ? [1, one, pairs] : [1, one];
    const before = choices;
    choices = Array.from({ length: Math.min(most, before.length + ways.length - 2) + 1 }, (_, n) =>
      ways.reduce((all, w, i) => all + w * (before[n - i] ?? 0), 0),
    );
  }
  return choices.reduce((all, c, n) => all + c * factorial(n), 0);
}
