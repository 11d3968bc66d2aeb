import { lower, mapMeasured, upper, value, type Measured } from "../units";
import { totalHardness, waterValues, type NeedId, type Organic, type Water, type WaterKey } from "../water";
import { chloramineRemoved, chlorineRemoved, emptyBedContactTime, sodiumAdded } from "../treatment";

/** What an effect asks of the unit that has it. */
export interface Treating {
  readonly effects: readonly Effect[];
  readonly microns?: number;
  readonly absolute?: boolean;
  readonly carbon?: { readonly mediaLitres: number; readonly catalytic: boolean };
  readonly ro?: { readonly rejection: number };
  readonly uv?: { readonly dose: number };
  readonly neutraliser?: { readonly ph: number; readonly hardness: number };
  readonly doser?: { readonly residual: number };
  readonly reductions?: Readonly<Partial<Record<string, { readonly removes: number }>>>;
}

/** mg/L as CaCO3 behind a softener (handbook 2, What a unit does to the water). */
const SOFTENED_TO = 17;
/** NTU behind a fine stage. */
const SEDIMENT_TO = 1;
/** Each carbon cartridge stage ahead of a membrane takes at least this share of chlorine. */
const CARTRIDGE_CARBON = 0.95;
const RUST_HELD_BACK = 0.8;
const FERROUS_SOFTENED = 0.95;
const NITRATE_REJECTED = 0.85;

const removing = (m: Measured | undefined, share: number): Measured | undefined =>
  m ? mapMeasured(m, (n) => exact(n * (1 - share))) : undefined;
/** A twentieth of 2 is 0.1, and within a limit of 0.1: what binary fractions add is nobody's. */
const exact = (n: number): number => Number(n.toPrecision(12));
/** A step that sets a level makes it known; `min(in, level)` of an unknown is at most the level. */
const atMost = (m: Measured | undefined, level: number): Measured => {
  if (!m || m.is === "notDetected" || m.is === "detected") return { is: "range", low: 0, high: level };
  if (m.is === "above" && m.limit < level) return { is: "range", low: m.limit, high: level };
  if (m.is === "above") return value(level);
  return mapMeasured(m, (n) => Math.min(n, level));
};

/** What a wall of the Line tells of the water behind a unit. */
export type LineMark = "raw" | "filtered" | "softened" | "disinfected" | "permeate";
/** What water is called in the rig behind a unit. */
export type UnitMark = "filtered" | "softened" | "conditioned" | "disinfected" | "permeate" | "reject";

export interface EffectKind {
  readonly label: string;
  /** Water after it; `flow` is the flow through one vessel at continuous use, L/min. */
  readonly after?: (water: Water, model: Treating, flow: number | undefined) => Water;
  /** The water's name behind it, in the rig. */
  readonly mark?: UnitMark;
  /** The water's name on the Line where it is stronger than what was before; absent: the effect is not seen there. */
  readonly line?: LineMark;
  /** Needs that it answers by itself. */
  readonly answers?: (model: Treating) => readonly NeedId[];
}
/** Any carbon takes chlorine and taste; chloramine asks for catalytic carbon. */
function carbonAnswers(model: Treating): readonly NeedId[] {
  const catalytic = model.effects.includes("catalyticCarbon");
  return catalytic ? ["carbon", "taste", "catalytic-carbon"] : ["carbon", "taste"];
}
function softeningAnswers(): readonly NeedId[] {
  return ["softener"];
}
function chlorineAnswers(): readonly NeedId[] {
  return ["disinfection"];
}
function lampAnswers(model: Treating): readonly NeedId[] {
  return (model.uv?.dose ?? 0) >= CYST_DOSE ? ["disinfection", "cysts"] : ["disinfection"];
}
/** Dose that counts against cysts, mJ/cm², and an absolute rating that holds them back, µm (handbook 10, ruling 3). */
const CYST_DOSE = 40;
const CYST_MICRONS = 1;

function afterCarbon(water: Water, model: Treating, flow: number | undefined): Water {
  const taste = water.taste ? false : water.taste;
  if (!model.carbon) return { ...water, taste, chlorine: removing(water.chlorine, CARTRIDGE_CARBON) };
  const { mediaLitres, catalytic } = model.carbon;
  const ebct = flow && flow > 0 ? emptyBedContactTime(mediaLitres, flow) : undefined;
  const left = (m: Measured | undefined, removed: (minutes: number) => number) =>
    ebct === undefined ? undefined : removing(m, removed(ebct));
  return {
    ...water,
    taste,
    chlorine: left(water.chlorine, chlorineRemoved),
    chloramine: catalytic ? left(water.chloramine, chloramineRemoved) : water.chloramine,
  };
}

function afterSediment(water: Water, model: Treating): Water {
  if (!isFineStage(model)) return water;
  return {
    ...water,
    turbidity: atMost(water.turbidity, SEDIMENT_TO),
    iron: water.ironForm === "ferric" ? removing(water.iron, RUST_HELD_BACK) : water.iron,
  };
}

/** What is added cannot be said: it is at least what it was. */
function moreThan(m: Measured | undefined): Measured | undefined {
  const least = lower(m);
  return least === undefined ? m : { is: "above", limit: least };
}

function afterSoftening(water: Water): Water {
  const before = totalHardness(water);
  const after = atMost(before, SOFTENED_TO);
  const [high, highAfter] = [upper(before), upper(after)];
  const known = high !== undefined && highAfter !== undefined;
  const isSoft = before?.is === "notDetected";
  return {
    ...water,
    sodium: known || isSoft ? water.sodium : moreThan(water.sodium),
    sodiumAdded: known ? (water.sodiumAdded ?? 0) + sodiumAdded(high, highAfter) : water.sodiumAdded,
    hardness: after,
    calcium: undefined,
    magnesium: undefined,
    iron: water.ironForm === "ferric" ? water.iron : removing(water.iron, FERROUS_SOFTENED),
  };
}

function afterMembrane(water: Water, model: Treating): Water {
  const share = model.ro?.rejection ?? 0.95;
  return {
    ...water,
    hardness: removing(totalHardness(water), share),
    calcium: undefined,
    magnesium: undefined,
    tds: removing(water.tds, share),
    lead: removing(water.lead, share),
    nitrate: removing(water.nitrate, NITRATE_REJECTED),
  };
}

/** Lime goes into solution until the water is no longer acid. */
function afterNeutralising(water: Water, { neutraliser }: Treating): Water {
  // What is not known may be neutral already: then nothing goes into solution.
  if (!neutraliser || !water.ph) return water;
  const more = (m: Measured | undefined) => m && mapMeasured(m, (n) => n + neutraliser.hardness);
  const acid = (lower(water.ph) ?? -Infinity) < neutraliser.ph;
  if (!acid) return water;
  return {
    ...water,
    ph: { is: "value", value: neutraliser.ph },
    hardness: more(totalHardness(water)),
    calcium: undefined,
    magnesium: undefined,
    alkalinity: more(water.alkalinity),
  };
}

/** A dosing pump leaves its residual, and turns dissolved iron to rust. */
function afterChlorine(water: Water, { doser }: Treating): Water {
  if (!doser) return water;
  return {
    ...water,
    chlorine: { is: "value", value: doser.residual },
    ironForm: water.iron ? "ferric" : water.ironForm,
  };
}

/** Water behind what is taken out by certificate or media: a share of each value. */
function afterReductions(water: Water, { reductions = {} }: Treating): Water {
  const shares = Object.entries(reductions).flatMap(([key, of]) =>
    of && isWaterKey(key) && water[key] ? [[key, removing(water[key], of.removes)] as const] : [],
  );
  const taken = (o: Organic) => (reductions[o]?.removes ?? 0) >= ORGANICS_TAKEN;
  const organics = water.organics?.filter((o) => !taken(o));
  return { ...water, ...Object.fromEntries(shares), ...(organics ? { organics } : {}) };
}
/** Share from which an organic compound counts as taken out. */
const ORGANICS_TAKEN = 0.9;
const isWaterKey = (key: string): key is WaterKey => key in waterValues;

/** Everything that a unit can do to water (handbook 2, What a unit does to the water). */
export const effects = {
  sediment: { label: "sediment", after: afterSediment, mark: "filtered", line: "filtered" },
  carbon: {
    label: "carbon",
    after: afterCarbon,
    mark: "filtered",
    line: "filtered",
    answers: carbonAnswers,
  },
  catalyticCarbon: {
    label: "catalytic carbon",
    after: afterCarbon,
    mark: "filtered",
    line: "filtered",
    answers: carbonAnswers,
  },
  softening: {
    label: "softening",
    after: afterSoftening,
    mark: "softened",
    line: "softened",
    answers: softeningAnswers,
  },
  scaleControl: { label: "scale control", mark: "conditioned", line: "filtered", answers: softeningAnswers },
  ultraviolet: {
    label: "ultraviolet",
    mark: "disinfected",
    line: "disinfected",
    answers: lampAnswers,
  },
  reverseOsmosis: {
    label: "reverse osmosis",
    after: afterMembrane,
    mark: "permeate",
    line: "permeate",
  },
  oxidation: { label: "oxidation", mark: "filtered", line: "filtered" },
  neutralising: { label: "neutralising", after: afterNeutralising, mark: "filtered", line: "filtered" },
  chlorination: {
    label: "chlorination",
    after: afterChlorine,
    mark: "disinfected",
    line: "disinfected",
    answers: chlorineAnswers,
  },
  tanninRemoval: { label: "tannin removal", mark: "filtered", line: "filtered" },
  control: { label: "control of flow or pressure" },
  pressure: { label: "pressure" },
  minerals: { label: "minerals" },
  delivery: { label: "delivery to an appliance", line: "filtered" },
  protection: { label: "protection", line: "filtered" },
} as const satisfies Readonly<Record<string, EffectKind>>;
export type Effect = keyof typeof effects;
export const effectIds = Object.keys(effects) as [Effect, ...Effect[]];

const kindOf = (effect: Effect): EffectKind => effects[effect];

/**
 * Water after a unit (handbook 2, What a unit does to the water). `flow` is the flow through one vessel at
 * continuous use, L/min; without it a contact-time unit's effect on what it adsorbs stays unknown.
 */
export const waterAfter = (model: Treating, water: Water, flow: number | undefined): Water =>
  afterReductions(
    model.effects.reduce((now, effect) => kindOf(effect).after?.(now, model, flow) ?? now, water),
    model,
  );

/** The feed as a membrane meets it behind the unit's own pre-filters: 5 µm sediment and its carbon stages in series. */
export function behindPreFilters(water: Water, carbonStages: number): Water {
  let chlorine = water.chlorine;
  for (let i = 0; i < carbonStages; i += 1) chlorine = removing(chlorine, CARTRIDGE_CARBON);
  return {
    ...water,
    chlorine,
    turbidity: atMost(water.turbidity, SEDIMENT_TO),
    iron: water.ironForm === "ferric" ? removing(water.iron, RUST_HELD_BACK) : water.iron,
  };
}

const plumbing: ReadonlySet<Effect> = new Set<Effect>(["control", "pressure", "protection", "delivery"]);
/** Does it leave the water as it is: a valve, a pump, a vessel. */
export const isPlumbing = (m: Treating): boolean => m.effects.every((e) => plumbing.has(e));

/** A sediment stage of 5 µm or finer. */
export const isFineStage = (m: Treating): boolean =>
  m.effects.includes("sediment") && (m.microns ?? Infinity) <= 5;

/** Does the unit adsorb on carbon of either kind. */
export const hasCarbon = (m: Treating): boolean =>
  m.effects.includes("carbon") || m.effects.includes("catalyticCarbon");

const strongest: readonly LineMark[] = ["permeate", "disinfected", "softened"];

/**
 * The water's name on the Line behind a unit: the strongest that its effects give, else what it was;
 * `filtered` only over raw water.
 */
export function markAfter(model: Treating, before: LineMark): LineMark {
  const marks = model.effects.map((e) => kindOf(e).line);
  const strong = strongest.find((m) => marks.includes(m));
  if (strong) return strong;
  return before === "raw" && marks.includes("filtered") ? "filtered" : before;
}

/** The names of the water behind a unit, in the rig. */
export const unitMarks = (model: Treating): UnitMark[] => [
  ...new Set(model.effects.flatMap((e) => kindOf(e).mark ?? [])),
];

/** Is it known to be at most a limit, on its bad end. */
export const isKnownAtMost = (m: Measured | undefined, limit: number): boolean =>
  m !== undefined && (upper(m) ?? Infinity) <= limit;
/** Is it known to be above a limit, on its good end. */
export const isKnownAbove = (m: Measured | undefined, limit: number): boolean =>
  m !== undefined && (lower(m) ?? -Infinity) > limit;

/** Of every unit that was asked about: a search asks about each again at every line. */
const answered = new WeakMap<Treating, readonly NeedId[]>();
/** Needs that a unit's effects answer. */
export function answeredBy(model: Treating): readonly NeedId[] {
  const known = answered.get(model);
  if (known) return known;
  const found: readonly NeedId[] = [
    ...model.effects.flatMap((e) => kindOf(e).answers?.(model) ?? []),
    ...(holdsCysts(model) ? (["cysts"] as const) : []),
  ];
  answered.set(model, found);
  return found;
}

/** Does it hold cysts back by itself: by its certificate, or a stage rated absolute. */
const holdsCysts = (m: Treating): boolean =>
  m.reductions?.cysts !== undefined || (m.absolute === true && (m.microns ?? Infinity) <= CYST_MICRONS);
