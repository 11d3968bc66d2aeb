import type { SiteFacts } from "../site";
import {
  fromProfile,
  inProfile,
  lower,
  value,
  type Measured,
  type Quantity,
  type UnitSystem,
} from "../units";
import { verdictKey, type Level, type Verdict } from "../verdict";
import type { WaterKey } from "../water";
import type { TrainInput } from "./ground";
import { allVerdicts, judgeTrain } from "./judge";

export interface Flip {
  readonly at: string;
  readonly rule: string;
  readonly before: Level;
  readonly after: Verdict;
}
/** The nearest value of one fact at which a verdict changes, and which ones do. */
export interface Turn {
  readonly fact: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly now: number;
  readonly then: number;
  /** How far, as a share of the fact's usual reach. */ readonly distance: number;
  readonly flips: readonly Flip[];
}

interface Knob {
  readonly fact: string;
  readonly label: string;
  readonly quantity: Quantity;
  /** A change that is usual on site or over a year. */ readonly reach: (now: number) => number;
  readonly min: number;
  readonly max: number;
  readonly get: (f: SiteFacts) => number | undefined;
  readonly set: (f: SiteFacts, v: number) => SiteFacts;
}

const share = (part: number) => (now: number) => Math.max(1e-9, now * part);
const water = (
  key: WaterKey,
  label: string,
  quantity: Quantity,
  reach: Knob["reach"],
  max: number,
  min = 0,
): Knob => ({
  fact: `water.${key}`,
  label,
  quantity,
  reach,
  min,
  max,
  get: (f) => {
    const m = f.water[key] as Measured | undefined;
    return m?.is === "value" ? lower(m) : undefined;
  },
  set: (f, v) => ({ ...f, water: { ...f.water, [key]: value(v) } }),
});
const knobs: readonly Knob[] = [
  {
    fact: "source.static",
    label: "Static pressure",
    quantity: "pressure",
    reach: share(0.5),
    min: 50,
    max: 1000,
    get: (f) => f.staticPressure,
    set: (f, v) => ({
      ...f,
      staticPressure: v,
      ...(f.flowing && f.staticPressure !== undefined
        ? { flowing: { ...f.flowing, pressure: Math.max(1, f.flowing.pressure + v - f.staticPressure) } }
        : {}),
    }),
  },
  {
    fact: "household.persons",
    label: "People",
    quantity: "count",
    reach: () => 4,
    min: 1,
    max: 40,
    get: (f) => (f.dailyLitres === undefined ? f.persons : undefined),
    set: (f, v) => ({ ...f, persons: v }),
  },
  {
    fact: "household.daily",
    label: "Water a day",
    quantity: "volume",
    reach: share(1),
    min: 1,
    max: 100_000,
    get: (f) => f.dailyLitres,
    set: (f, v) => ({ ...f, dailyLitres: v }),
  },
  {
    fact: "sink.rise",
    label: "Height of the drinking tap",
    quantity: "height",
    reach: () => 6,
    min: -20,
    max: 60,
    get: (f) => f.tapRise,
    set: (f, v) => ({ ...f, tapRise: v }),
  },
  water("temperature", "Water temperature", "temperature", () => 12, 40, 1),
  water("hardness", "Hardness", "hardness", share(0.5), 3000),
  water("iron", "Iron", "concentration", (now) => Math.max(0.3, now), 10),
  water("manganese", "Manganese", "concentration", (now) => Math.max(0.05, now), 5),
  water("chlorine", "Free chlorine", "concentration", (now) => Math.max(1, now), 5),
  water("turbidity", "Turbidity", "turbidity", (now) => Math.max(1, now), 50),
  water("tds", "Dissolved solids", "concentration", share(1), 5000),
  water("uvt", "UV transmittance", "transmittance", () => 15, 100, 1),
  water("ph", "pH", "ph", () => 1.5, 14),
];

const STEPS = 16;
const HALVINGS = 14;

/**
 * A value a little farther from now, at three figures of the unit that is shown, so that it reads as what
 * it is: over the edge.
 */
function legible(v: number, side: number, knob: Knob, profile: UnitSystem): number {
  const shown = inProfile(v, knob.quantity, profile);
  const place = 10 ** (Math.floor(Math.log10(Math.max(1e-9, Math.abs(shown)))) - 2);
  const rounded = (side > 0 ? Math.ceil(shown / place - 1e-9) : Math.floor(shown / place + 1e-9)) * place;
  return Math.min(knob.max, Math.max(knob.min, fromProfile(rounded, knob.quantity, profile)));
}

/** The first part of a knob's reach, on one side, at which something turns; undefined where nothing does. */
function turningPart(
  at: (part: number) => number,
  whole: boolean,
  turns: (v: number) => boolean,
): number | undefined {
  let before = 0;
  for (let i = 1; i <= STEPS; i += 1) {
    const part = i / STEPS;
    if (at(part) === at(before)) continue;
    if (!turns(at(part))) {
      before = part;
      continue;
    }
    if (whole) return part;
    let [still, turned] = [before, part];
    for (let h = 0; h < HALVINGS; h += 1) {
      const mid = (still + turned) / 2;
      if (turns(at(mid))) turned = mid;
      else still = mid;
    }
    return turned;
  }
  return undefined;
}

/** The verdicts of a judgement by the name that an override is kept under. */
const byKey = (input: TrainInput): Map<string, { readonly at: string; readonly verdict: Verdict }> =>
  new Map(allVerdicts(judgeTrain(input)).map((v) => [verdictKey(v.at, v.verdict.rule), v]));

/**
 * For each known fact of a site the nearest change, up or down within its usual reach, that makes any
 * verdict another; nearest first. The value is rounded so that it reads well in a unit system. Found by
 * steps and halving: a verdict that turns and turns back between two steps is not seen.
 */
export function nearestTurns(input: TrainInput, system: UnitSystem, most = 6): Turn[] {
  const base = byKey(input);
  const flipsAt = (facts: SiteFacts): Flip[] =>
    [...byKey({ ...input, facts })].flatMap(([key, { at, verdict }]) => {
      const before = base.get(key)?.verdict.level ?? "Good";
      return before === verdict.level ? [] : [{ at, rule: verdict.rule, before, after: verdict }];
    });
  const turnOf = (knob: Knob, now: number, side: number): Turn[] => {
    const whole = knob.quantity === "count";
    const reach = knob.reach(now);
    const at = (part: number) => {
      const v = Math.min(knob.max, Math.max(knob.min, now + side * part * reach));
      return whole ? Math.round(v) : v;
    };
    const flips = (v: number) => flipsAt(knob.set(input.facts, v));
    const distance = turningPart(at, whole, (v) => flips(v).length > 0);
    if (distance === undefined) return [];
    const then = legible(at(distance), side, knob, system);
    const { fact, label, quantity } = knob;
    return [{ fact, label, quantity, now, then, distance, flips: flips(then) }];
  };
  return knobs
    .flatMap((knob) => {
      const now = knob.get(input.facts);
      return now === undefined ? [] : [...turnOf(knob, now, -1), ...turnOf(knob, now, 1)];
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, most);
}
