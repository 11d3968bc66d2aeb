import { familyOf } from "../families";
import { mapMeasured, upper, value, type Measured, type Quantity } from "../units";
import type { Verdict } from "../verdict";
import { needKind, sourceSafety, type SourceSafety, type Water, type WaterKey } from "../water";
import { inSentence, rule, type AnyRule, type Rule } from "../words";
import type { Ground, TapLimit } from "./ground";
import type { Station } from "./station";

/** A place where people drink, and the water that reaches it. */
export interface Outlet {
  /** Key of the unit whose faucet it is; `house` for the cold kitchen tap. */
  readonly at: string;
  readonly name: string;
  readonly water: Water;
  readonly safety: SourceSafety;
}

interface TapFacts {
  readonly at: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly measured?: Measured;
  readonly max: number;
  readonly infant?: boolean;
  /** Outlets whose water is within the limit. */
  readonly instead?: readonly string[];
}
const tapRule = (key: WaterKey): Rule<TapFacts> =>
  rule<TapFacts>(`outlet-${key}`, {
    reason: ({ at, label, quantity, measured, max, instead }, say, level) => {
      if (level === "Unknown") return `${inSentence(label)} at ${at} is not known`;
      const high = measured === undefined ? undefined : upper(measured);
      const shown =
        measured?.is === "value" ? say.beside(high!, max, quantity) : say.measured(measured!, quantity);
      const where = `${inSentence(label)} ${shown} at ${at}, ${say.of(max, quantity)} allowed`;
      return instead ? `${where}; drink from ${instead.join(" or ")}` : where;
    },
    remedy: ({ instead, label }, _say, level) => {
      if (level === "Unknown") return "Test or measure it";
      if (instead) return "Tell the household which faucet is for drinking";
      return `A unit that takes out more ${inSentence(label)}, or another source for drinking`;
    },
    caution: ({ infant }, _say, level) => (infant && level !== "Good" ? INFANTS : ""),
  });
const INFANTS = needKind("ro-nitrate").note!;

const rules = new Map<WaterKey, Rule<TapFacts>>(
  (["nitrate", "lead", "tds", "copper", "chlorine", "sodium"] as const).map((key) => [key, tapRule(key)]),
);

interface BacteriaFacts {
  readonly at: string;
  /** It is made safe at this outlet alone. */
  readonly here?: boolean;
}
const bacteria = rule<BacteriaFacts>("outlet-bacteria", {
  reason: ({ at, here }, _say, level) => {
    if (here) return `disinfected at ${at}, and nowhere else`;
    return level === "Unknown"
      ? `whether the water at ${at} is free of bacteria is not known`
      : `nothing disinfects the water on its way to ${at}`;
  },
  remedy: (_f, _say, level) =>
    level === "Unknown" ? "Test it for bacteria" : "UV for the house, or a reactor before this faucet",
  caution: (_f, _say, level) => (level === "Stop" ? needKind("disinfection").note! : ""),
});

/** The rule of bacteria at an outlet. */
export const BACTERIA = bacteria.id;
/** The rules of drinking outlets. */
export const outletRules: readonly AnyRule[] = [...rules.values(), bacteria];

const disinfects = ({ model }: Station): boolean =>
  model.effects.includes("ultraviolet") || model.effects.includes("chlorination");

/**
 * The stations that stand on a unit's product line, in the order of the water, without tubes that end at an
 * appliance.
 */
function behind(stations: readonly Station[], host: string): Station[] {
  return stations
    .filter((s) => s.placement.host === host && s.placement.connects === "product")
    .filter((s) => familyOf(s.model).ends !== true)
    .flatMap((s) => [s, ...behind(stations, s.key)]);
}

/** Does a unit give water to drink: an own faucet, the kitchen's, or an ice maker; a shower and an appliance do not. */
const isForDrinking = ({ model }: Station): boolean =>
  model.outlet !== "shower" && model.outlet !== "appliance";

/** Is the house's water safe behind its line: disinfected there, or as it comes. */
const houseSafety = ({ facts }: Ground, stations: readonly Station[]): SourceSafety =>
  stations.some((s) => s.placement.connects === "line" && disinfects(s))
    ? "safe"
    : sourceSafety(facts.water, facts.source);

/** Every place where people drink that a design makes, with the water that reaches it (handbook 10, ruling 1). */
export function drinkingOutlets(ground: Ground, stations: readonly Station[]): Outlet[] {
  const house = houseSafety(ground, stations);
  const own = stations.filter(
    (s) =>
      s.placement.connects !== "line" &&
      isForDrinking(s) &&
      (s.placement.host === undefined || familyOf(s.model).ends === true) &&
      s.placement.connects !== "feed",
  );
  return own.map((s) => {
    const chain = [s, ...behind(stations, s.key)];
    return {
      at: s.key,
      name: familyOf(s.model).ends ? `the tube of ${s.model.code}` : `the faucet of ${s.model.code}`,
      water: chain.at(-1)!.waterOut,
      safety: chain.some(disinfects) ? "safe" : house,
    };
  });
}

/** A value of the water at an outlet; sodium with what softening added to it. */
function measuredAt(water: Water, key: WaterKey): Measured | undefined {
  if (key !== "sodium") return water[key];
  const added = water.sodiumAdded ?? 0;
  if (water.sodium) return mapMeasured(water.sodium, (n) => n + added);
  return added > 0 ? value(added) : undefined;
}

/** What is said of an outlet's water against one limit; nothing where nobody measured what need not be. */
function judgeTap(outlet: Pick<Outlet, "name" | "water">, limit: TapLimit): Verdict | undefined {
  const measured = measuredAt(outlet.water, limit.key);
  const { key, label, quantity, max } = limit;
  const facts: TapFacts = { at: outlet.name, label, quantity, measured, max, infant: key === "nitrate" };
  const own = rules.get(key)!;
  const high = upper(measured);
  if (high !== undefined && high <= max) return own.good(facts);
  const isOver =
    measured?.is === "above" ? measured.limit >= max : measured?.is !== "below" && high !== undefined;
  if (isOver) return own.at(limit.over, facts);
  // A trace, or more than a kit can show, was found: that nobody had to measure it is no answer any more.
  const wasFound = measured?.is === "above" || measured?.is === "detected";
  return limit.onlyMeasured && !wasFound ? undefined : own.unknown(facts, [`water.${key}`]);
}

/** What is said of an outlet's water against every limit that it is drunk by. */
export const judgeTaps = (ground: Ground, outlet: Pick<Outlet, "name" | "water">): Verdict[] =>
  ground.tables.tap.flatMap((limit) => judgeTap(outlet, limit) ?? []);

function judgeBacteria({ name, safety }: Outlet, house: SourceSafety): Verdict[] {
  if (safety === "unsafe") return [bacteria.stop({ at: name })];
  if (safety === "unknown") return [bacteria.unknown({ at: name }, ["water.coliform", "water.ecoli"])];
  return house === "safe" ? [] : [bacteria.good({ at: name, here: true })];
}

/** The cold kitchen tap: what no outlet of the design answers is a need of the house, and is said there. */
function judgeKitchen(
  ground: Ground,
  stations: readonly Station[],
  outlets: readonly Outlet[],
  water: Water,
): Verdict[] {
  // A unit at the kitchen faucet leaves no other tap there.
  if (stations.some((s) => s.model.outlet === "kitchen")) return [];
  const kitchen = { name: "the cold kitchen tap", water };
  return ground.tables.tap.flatMap((limit): Verdict[] => {
    const said = judgeTap(kitchen, limit);
    if (!said || said.level === "Good" || said.level === "Unknown") return [];
    const good = outlets.filter((o) => judgeTap(o, limit)?.level === "Good");
    if (good.length === 0) return limit.onlyMeasured ? [said] : [];
    return [{ ...said, level: "Check", facts: { ...said.facts, instead: good.map((o) => o.name) } }];
  });
}

/**
 * What is said of the water where people drink: at the house's kitchen tap, and at each unit's own outlet,
 * by its key.
 */
export interface OutletJudgement {
  readonly kitchen: readonly Verdict[];
  readonly own: ReadonlyMap<string, readonly Verdict[]>;
}

/**
 * Rules of what the kitchen tap is told of an outlet that answers for it: they come with the outlet, not
 * with the house's line.
 */
export const toldOfOutlet = (ground: Ground): ReadonlySet<string> =>
  new Set(ground.tables.tap.filter((l) => !l.onlyMeasured).map((l) => rules.get(l.key)!.id));

/**
 * What an outlet behind the house's line adds: what is said of its own water, and of the kitchen tap that
 * it answers for.
 */
export function judgeDrunk(ground: Ground, house: Water, outlet: Pick<Outlet, "name" | "water">): Verdict[] {
  const told = toldOfOutlet(ground);
  const drunk: Outlet = { ...outlet, at: outlet.name, safety: "safe" };
  const kitchen = judgeKitchen(ground, [], [drunk], house).filter((v) => told.has(v.rule));
  return [...judgeTaps(ground, outlet), ...kitchen];
}

/** What is said of the water at each place where people drink (handbook 10, rulings 1, 2 and 6). */
export function judgeOutlets(ground: Ground, stations: readonly Station[], house: Water): OutletJudgement {
  const outlets = drinkingOutlets(ground, stations);
  const safety = houseSafety(ground, stations);
  return {
    kitchen: judgeKitchen(ground, stations, outlets, house),
    own: new Map(outlets.map((o) => [o.at, [...judgeTaps(ground, o), ...judgeBacteria(o, safety)]])),
  };
}
