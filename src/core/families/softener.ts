import { z } from "../zod";
import {
  backwashFlow,
  capacityPerFt3,
  intervalLevel,
  intervalUsed,
  saltPerYear,
  serviceFlowLevel,
  sodiumAdded,
  softenerCycle,
  type SoftenerCycle,
} from "../treatment";
import { GPG, LITRES_PER_GALLON, lower, upper } from "../units";
import type { Verdict } from "../verdict";
import { compensatedHardness, totalHardness } from "../water";
import { counted, rule, type Say, type Text } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Family } from "./family";
import { input, known, type Figure } from "./figure";
import { COUNT_FIXTURES, PEAK_FIELDS, PEAK_UNKNOWN } from "./flow";
import { headFigures } from "./head";
import { figured, quantityFigure, yesNoFigure, type Frozen } from "./stated";

const softenerFigures = z.strictObject({
  resinFt3: quantityFigure("Resin", "resin"),
  saltLbPerFt3: figured(z.number().min(6).max(15), {
    label: "Salt setting",
    kind: "quantity",
    quantity: "saltDose",
  }),
  saltTankKg: quantityFigure("Salt tank holds", "mass"),
  refillFlow: quantityFigure("Brine refill flow", "flow"),
  calendarOverride: yesNoFigure("Valve with calendar override"),
  diameterMm: quantityFigure("Tank diameter", "length"),
  /** Its resin comes short of full and is topped up on site through the riser's tank. */
  shippedPartFilled: yesNoFigure("Shipped part-filled with resin"),
});
export type SoftenerData = Frozen<z.infer<typeof softenerFigures>>;
declare module "./unit" {
  interface UnitModel {
    readonly softener?: SoftenerData;
  }
}

/** gpg counted for each mg/L of manganese (handbook 2, Water test). */
const MANGANESE_GPG = 2;
/** Share of the salt tank that is used before it is filled again. */
const SALT_USED = 0.75;
const RESIN_WASH_AT_15 = 12.2;
const MEASURE = "Test or measure it";

const compensatedRule = rule<Record<string, never>>("compensated", {
  reason: () => "hardness, iron and manganese are all needed",
  remedy: () => MEASURE,
});
/** Settings between which a capacity is known (handbook 2, Softener). */
const SALT = { least: 6, most: 15 } as const;
const saltRange = (say: Say): string =>
  `${say.of(SALT.least, "saltDose")} to ${say.of(SALT.most, "saltDose")}`;
const saltSetting = rule<{ readonly setting: number }>("softener-salt", {
  reason: ({ setting }, say) => `salt setting ${say.of(setting, "saltDose")} is outside ${saltRange(say)}`,
  remedy: (_f, say) => `Set ${saltRange(say)}`,
});
interface IntervalFacts {
  readonly days?: number;
  readonly used?: number;
  readonly calendar?: boolean;
  readonly lacking?: "inputs" | "capacity";
}
const intervalRule = rule<IntervalFacts>("softener-interval", {
  reason: ({ days, used, calendar, lacking }, _say, level) => {
    if (lacking === "inputs") return "the interval needs hardness, iron, manganese and the daily volume";
    if (lacking === "capacity") return "the salt setting gives no capacity";
    if (days === undefined || used === undefined) return "nothing to remove";
    if (level === "Stop") return "it would have to regenerate more than once a day";
    const capped = days > used;
    if (capped && !calendar)
      return `capacity lasts ${counted(days, "day")}, but this valve has no calendar override and the bed would foul`;
    return capped && level === "Good"
      ? `every ${counted(used, "day")} by calendar; capacity would last ${days}`
      : `every ${counted(used, "day")}; 3 to 14 is Good`;
  },
  remedy: ({ days, used, calendar }, _say, level) => {
    if (level === "Unknown") return MEASURE;
    if (level === "Stop") return "Take more resin or more salt";
    return days! > used! && !calendar
      ? "A valve with calendar override, or a smaller bed"
      : "The next size up, or more salt";
  },
});
const saltYear = rule<Record<string, never>>("softener-salt-year", {
  reason: () => "follows from the interval",
  remedy: () => MEASURE,
});
const flowRule = rule<{ readonly continuous?: number; readonly peak?: number }>("softener-flow", {
  reason: ({ continuous, peak }, say, level) => {
    if (continuous === undefined || peak === undefined) return PEAK_UNKNOWN;
    const bed = (flow: number) => say.of(flow, "bedFlow");
    const shown = `${bed(continuous)} continuous, ${bed(peak)} at peak`;
    if (level === "Stop") return `${shown}; at most ${bed(7.5)} and ${bed(15)}`;
    const good = `${bed(5)} and ${bed(10)}`;
    return level === "Check" ? `${shown}; ${good} are Good` : `${shown}; up to ${good}`;
  },
  remedy: (_f, _say, level) =>
    level === "Unknown"
      ? COUNT_FIXTURES
      : level === "Stop"
        ? "More resin, or two in parallel"
        : "The next size up",
});
const washRule = rule<{ readonly needs?: number; readonly gives?: number }>("softener-backwash", {
  reason: ({ needs, gives }, say, level) => {
    if (needs === undefined) return "the water's temperature is not known";
    const wanted = `needs ${say.of(needs, "flow")}`;
    if (gives === undefined) return `${wanted}; what the site gives was not measured`;
    const given = say.beside(gives, needs, "flow");
    return level === "Check" ? `${wanted}; ${given} was measured` : `${wanted}; the site gave ${given}`;
  },
  remedy: ({ needs, gives }) =>
    needs === undefined
      ? MEASURE
      : gives === undefined
        ? "Measure a flowing pressure at a known flow"
        : "Measure again at a higher flow, or take a narrower tank",
});
const drainRule = rule<Record<string, never>>("softener-drain", {
  reason: (_f, _say, level) =>
    level === "Stop"
      ? "no air gap is possible at the drain"
      : level === "Unknown"
        ? "whether the drain allows an air gap is not known"
        : "the drain leaves an air gap",
  remedy: (_f, _say, level) =>
    level === "Stop" ? "Find a standpipe, sink or sump that leaves an air gap" : "Look at the drain",
  caution: () => "Never a direct connection to the sewer side. Local codes decide on brine discharge.",
});
const sodiumRule = rule<{ readonly added: number }>("softener-sodium", {
  reason: ({ added }) => `adds about ${Math.round(added)} mg/L of sodium`,
  caution: () => "Keep one tap unsoftened for low-sodium diets, plants and fish.",
});

/** What the water asks of the bed, in one place: the upper ends of what was measured, and what is missing. */
interface Load {
  readonly hardness?: number;
  readonly iron?: number;
  readonly manganese?: number;
  readonly compensated?: number;
  readonly missing: readonly string[];
}
function loadOf(ctx: StationContext): Load {
  const hardness = upper(totalHardness(ctx.water));
  const iron = upper(ctx.water.iron);
  const manganese = upper(ctx.water.manganese);
  const missing = Object.entries({ hardness, iron, manganese }).flatMap(([key, v]) =>
    v === undefined ? [`water.${key}`] : [],
  );
  const school = { ironGpg: ctx.schools.ironGpg, manganeseGpg: MANGANESE_GPG };
  const compensated =
    hardness === undefined || iron === undefined || manganese === undefined
      ? undefined
      : compensatedHardness({ hardness, iron, manganese }, school);
  return { hardness, iron, manganese, compensated, missing };
}

/** The bed's cycle: what it can take, how often it regenerates. */
interface Cycle {
  readonly salt: number;
  readonly resin: number;
  readonly cycle?: SoftenerCycle;
  readonly days?: number;
  readonly used?: number;
  /** Fields that the interval waits for. */
  readonly missing: readonly string[];
}
function cycleOf(ctx: StationContext, load: Load): Cycle {
  const data = ctx.model.softener!;
  const salt = ctx.unit.saltLbPerFt3 ?? data.saltLbPerFt3;
  const resin = data.resinFt3 * ctx.unit.parallel;
  const { dailyLitres } = ctx;
  const cycle =
    load.compensated === undefined || dailyLitres === undefined
      ? undefined
      : softenerCycle({
          resinFt3: resin,
          saltLbPerFt3: salt,
          dailyLitres,
          compensated: load.compensated,
          reserve: ctx.schools.reserveDay,
        });
  const days = cycle?.daysBetween;
  return {
    salt,
    resin,
    cycle,
    days,
    used: days === undefined ? undefined : intervalUsed(days, load.iron!),
    missing: [...load.missing, ...(dailyLitres === undefined ? ["household.persons"] : [])],
  };
}

function compensatedFigure(ctx: StationContext, load: Load): Figure {
  return {
    id: "compensated",
    label: "Compensated hardness",
    quantity: "hardness",
    value: load.compensated,
    verdict: load.compensated === undefined ? compensatedRule.unknown({}, load.missing) : undefined,
    working: {
      formula: "hardness + iron school × iron + manganese school × manganese",
      inputs: known([
        input("hardness", load.hardness, "hardness", { survey: "water.hardness" }),
        input("iron", load.iron, "concentration", { survey: "water.iron" }),
        input("manganese", load.manganese, "concentration", { survey: "water.manganese" }),
        input("iron school", GPG * ctx.schools.ironGpg, "hardness", { rule: "school, per mg/L" }),
        input("manganese school", GPG * MANGANESE_GPG, "hardness", { rule: "per mg/L" }),
      ]),
      school: "ironGpg",
    },
  };
}

function judgeInterval(ctx: StationContext, load: Load, { cycle, days, used, missing }: Cycle): Verdict {
  if (missing.length > 0) return intervalRule.unknown({ lacking: "inputs" }, missing);
  if (!cycle) return intervalRule.unknown({ lacking: "capacity" });
  const calendar = ctx.model.softener!.calendarOverride;
  const level = intervalLevel(days, load.iron!, calendar);
  return intervalRule.at(level, { days, used, calendar });
}

/** A bed that lasts longer than it may stand: water with more to take out turns that to Good. */
const lastsTooLong = ({ rule: id, facts: { days, used } }: Verdict): boolean =>
  id === intervalRule.id && typeof days === "number" && typeof used === "number" && days > used;

function intervalFigure(ctx: StationContext, load: Load, c: Cycle): Figure {
  const capped = c.days !== undefined && c.used !== undefined && c.days > c.used;
  const usable = ctx.schools.reserveDay ? "(capacity × resin − load)" : "capacity × resin";
  return {
    id: "interval",
    label: "Days between regenerations",
    quantity: "plain",
    suffix: c.used === 1 ? "day" : "days",
    value: c.used,
    digits: 0,
    note: ctx.schools.reserveDay ? "one day in reserve" : "no reserve",
    verdict: judgeInterval(ctx, load, c),
    working: {
      school: "reserve",
      formula: `floor( ${usable} ÷ load ), load = daily volume × compensated hardness`,
      inputs: known([
        input("capacity", capacityPerFt3(c.salt), "exchange", { rule: "at this salt setting" }),
        input("salt setting", c.salt, "saltDose", { unit: ctx.model.code }),
        input("resin", c.resin, "resin", { unit: ctx.model.code }),
        input("load", c.cycle?.loadGrainsPerDay, "hardnessLoad", { figure: "compensated" }),
        input("daily volume", ctx.dailyLitres, "volume", {
          survey: ctx.facts.dailyLitres === undefined ? "household.persons" : "household.daily",
        }),
      ]),
      note: capped
        ? `Capacity would last ${c.days} days; the valve regenerates after ${c.used} so that the bed does not foul.`
        : undefined,
    },
  };
}

function saltFigure(ctx: StationContext, { cycle, used, missing }: Cycle): Figure {
  // Where nothing has to be removed, no salt is used.
  const perYear =
    cycle === undefined ? undefined : used === undefined ? 0 : saltPerYear(cycle.saltKgPerRegeneration, used);
  return {
    id: "salt",
    label: "Salt in a year",
    quantity: "mass",
    value: perYear,
    digits: 0,
    verdict: perYear === undefined ? saltYear.unknown({}, missing) : undefined,
    working: {
      formula: "salt per regeneration × 365.25 ÷ interval",
      inputs: known([
        input("per regeneration", cycle?.saltKgPerRegeneration, "mass", { unit: ctx.model.code }),
        input("interval", used || undefined, "plain", { figure: "interval" }, "days"),
      ]),
    },
  };
}

function saltLastsFigure(ctx: StationContext, { cycle, used }: Cycle): Figure | undefined {
  if (!cycle || used === undefined || used <= 0) return undefined;
  const inTank = ctx.model.softener!.saltTankKg * ctx.unit.parallel;
  const regenerations = Math.floor((SALT_USED * inTank) / cycle.saltKgPerRegeneration);
  return {
    id: "saltLasts",
    label: "Salt lasts",
    quantity: "plain",
    suffix: "days",
    digits: 0,
    value: regenerations * used,
    note: "then a quarter is left in the tank",
    working: {
      formula: "whole regenerations from three quarters of the salt tank × interval",
      inputs: known([
        input("salt tank", inTank, "mass", { unit: ctx.model.code }),
        input("per regeneration", cycle.saltKgPerRegeneration, "mass", { figure: "salt" }),
        input("interval", used, "plain", { figure: "interval" }, "days"),
      ]),
    },
  };
}

function refillFigure(ctx: StationContext, { cycle }: Cycle): Figure | undefined {
  if (!cycle) return undefined;
  const n = ctx.unit.parallel;
  const { refillFlow } = ctx.model.softener!;
  const each = cycle.brineWaterL / n;
  return {
    id: "brineRefill",
    label: "Brine refill",
    quantity: "plain",
    suffix: "min",
    digits: 1,
    value: each / refillFlow,
    note: { text: "{each} each", of: { each: { value: each, quantity: "volume" } } },
    working: {
      formula: {
        text: "salt ÷ {salt} for each {water} of brine water ÷ refill flow",
        of: { salt: { us: "3 lb", metric: "0.36 kg" }, water: { us: "1 gal", metric: "1 L" } },
      },
      inputs: known([
        input("salt in one tank", cycle.saltKgPerRegeneration / n, "mass", { unit: ctx.model.code }),
        input("refill flow", refillFlow, "flow", { unit: ctx.model.code }),
      ]),
    },
  };
}

function serviceFlowFigure(ctx: StationContext, resin: number): Figure {
  const perFt3 = (flow: number | undefined) =>
    flow === undefined ? undefined : flow / LITRES_PER_GALLON / resin;
  const [continuous, peak] = [perFt3(ctx.continuous), perFt3(ctx.peak)];
  return {
    id: "serviceFlow",
    label: "Service flow at peak",
    quantity: "bedFlow",
    value: peak,
    verdict:
      continuous === undefined || peak === undefined
        ? flowRule.unknown({}, PEAK_FIELDS)
        : flowRule.at(serviceFlowLevel(continuous, peak), { continuous, peak }),
    working: {
      formula: "peak flow ÷ resin",
      inputs: known([
        input("peak flow", ctx.peak, "flow", { figure: "peak" }),
        input("resin", resin, "resin", { unit: ctx.model.code }),
      ]),
    },
  };
}

function washFigure(ctx: StationContext): Figure {
  const { diameterMm } = ctx.model.softener!;
  const temperature = lower(ctx.water.temperature);
  const needs =
    temperature === undefined ? undefined : backwashFlow({ diameterMm, media: "resin", temperature });
  const gives = ctx.facts.wellYield ?? ctx.facts.flowing?.flow;
  const verdict =
    needs === undefined
      ? washRule.unknown({}, ["water.temperature"])
      : gives === undefined
        ? washRule.unknown({ needs }, ["source.flowingAt"])
        : washRule.at(gives < needs ? "Check" : "Good", { needs, gives });
  return {
    id: "backwash",
    label: "Backwash flow",
    quantity: "flow",
    value: needs,
    verdict,
    working: {
      formula: {
        text: "tank area × {load} × µ({mild}) ÷ µ(T)",
        of: {
          mild: { value: 15, quantity: "temperature" },
          load: { value: RESIN_WASH_AT_15, quantity: "surfaceLoad" },
        },
      },
      inputs: known([
        input("tank diameter", diameterMm, "length", { unit: ctx.model.code }),
        input("temperature", temperature, "temperature", { survey: "water.temperature" }),
      ]),
    },
  };
}

const judgeDrain = ({ facts: { airGap } }: StationContext): Verdict =>
  airGap === undefined ? drainRule.unknown({}, ["drain.airGap"]) : drainRule.at(airGap ? "Good" : "Stop", {});

/** So much above a whole grain is the arithmetic's, not the water's. */
const EXACT = 1e-6;
/** The hardness to set the valve to, whole grains: rounded up, what is whole as it is (handbook 10, ruling 15). */
export const wholeGrains = (compensated: number): number => Math.ceil(compensated / GPG - EXACT);
const setting = (compensated: number): Text => ({
  text: "Set the valve to {grains} gpg.",
  of: { grains: { value: wholeGrains(compensated), quantity: "plain" } },
});

const oneOut = rule<{ readonly peak: number; readonly left: number }>("softener-one-out", {
  reason: ({ peak, left }, say, level) =>
    `while one regenerates ${counted(left, "tank")} ${left === 1 ? "carries" : "carry"} ${say.of(peak, "bedFlow")} at peak${level === "Good" ? "" : `; up to ${say.of(10, "bedFlow")} is Good`}`,
  remedy: () => "Regenerate at night, one after the other, or take more resin",
});
/** Several softeners side by side: what is left carries the peak while one regenerates (handbook 10, ruling 15). */
function judgeOneOut(ctx: StationContext): Verdict[] {
  const { parallel } = ctx.unit;
  if (parallel < 2 || ctx.peak === undefined || ctx.continuous === undefined) return [];
  const left = parallel - 1;
  const perFt3 = (flow: number) => flow / LITRES_PER_GALLON / (ctx.model.softener!.resinFt3 * left);
  const peak = perFt3(ctx.peak);
  const level = serviceFlowLevel(perFt3(ctx.continuous), peak);
  return [oneOut.at(level === "Good" ? "Good" : "Check", { peak, left })];
}

/** Interval, service flow, salt and backwash of a softener (handbook 2, Softener). */
function judge(ctx: StationContext): StationJudgement {
  const load = loadOf(ctx);
  const cycle = cycleOf(ctx, load);
  const figures = [
    compensatedFigure(ctx, load),
    intervalFigure(ctx, load, cycle),
    saltFigure(ctx, cycle),
    saltLastsFigure(ctx, cycle),
    refillFigure(ctx, cycle),
    serviceFlowFigure(ctx, cycle.resin),
    washFigure(ctx),
  ].filter((f): f is Figure => f !== undefined);
  const verdicts = [
    capacityPerFt3(cycle.salt) === undefined ? saltSetting.stop({ setting: cycle.salt }) : undefined,
    judgeDrain(ctx),
    ...judgeOneOut(ctx),
    load.hardness === undefined
      ? undefined
      : sodiumRule.good({ added: sodiumAdded(load.hardness, Math.min(load.hardness, 17)) }),
  ].filter((v): v is Verdict => v !== undefined);
  return { figures, verdicts, cautions: load.compensated === undefined ? [] : [setting(load.compensated)] };
}

/** Ion exchange with a salt tank, regenerated by its valve. */
export const softener: Family = {
  id: "softener",
  label: "Softener",
  figures: { softener: softenerFigures, head: headFigures.optional() },
  judge,
  rules: [
    compensatedRule,
    saltSetting,
    intervalRule,
    saltYear,
    flowRule,
    washRule,
    drainRule,
    sodiumRule,
    oneOut,
  ],
  connects: () => "line",
  rig: { media: true, flushed: true, gentle: "quarter", clock: true },
  shape: "vessel",
  onFloor: true,
  service: [
    { what: "Refill salt", when: "look every month" },
    { what: "Test hardness", when: "after the first regeneration, then once a year" },
  ],
  told: ["Softened water adds sodium: for a low-sodium diet, plants and fish use the unsoftened tap."],
  propose: { group: "hardness", mayEase: lastsTooLong },
};
