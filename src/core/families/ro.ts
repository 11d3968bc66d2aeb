import { z } from "../zod";
import {
  boosted,
  ratedDrivingPressure,
  roPoint,
  SHUT_OFF,
  tankFill,
  tankPressure,
  type NeverFills,
  type RoPoint,
  type RoRated,
  type RoSite,
  type TankFill,
} from "../treatment";
import { lower, upper } from "../units";
import type { Verdict } from "../verdict";
import { minutesSaid, plain, rule } from "../words";
import { pressureAtPlace, pumpFigures } from "./booster";
import type { Pump, StationContext, StationJudgement } from "./context";
import { behindPreFilters } from "./effects";
import type { Family } from "./family";
import { input, known, type Figure, type WorkingInput } from "./figure";
import { isOver, isUnder } from "./limits";
import type { UnitModel } from "./unit";
import {
  figured,
  numberFigure,
  quantityFigure,
  quantityFrom0,
  shareFigure,
  yesNoFigure,
  type Frozen,
} from "./stated";

const wholeNumber = (label: string) => figured(z.number().int().nonnegative(), { label, kind: "number" });
const roFigures = z.strictObject({
  /** Permeate at rated pressure, 25 °C, no back pressure: L/min. */
  permeate: quantityFigure("Rated permeate", "production"),
  pressure: quantityFigure("Rated at a pressure of", "pressure"),
  tds: quantityFigure("Rated at dissolved solids of", "concentration"),
  recovery: shareFigure("Rated recovery"),
  /**
   * The restrictor's own flow at rated pressure, L/min; when missing it is taken from the recovery and
   * marked assumed.
   */
  concentrate: quantityFigure("Restrictor's flow", "flow").optional(),
  rejection: shareFigure("Rejection"),
  preLoss: quantityFrom0("Loss in its pre-filters", "pressure"),
  maxRecovery: shareFigure("Largest recovery"),
  minFeed: quantityFigure("Least feed", "pressure"),
  maxFeed: quantityFigure("Largest feed", "pressure"),
  wasteRatio: numberFigure("Usual waste ratio", "to 1"),
  tank: z
    .strictObject({
      totalLitres: quantityFigure("Tank, total", "volume"),
      precharge: quantityFigure("Tank pre-charge", "pressure"),
    })
    .optional(),
  permeatePump: yesNoFigure("Permeate pump").optional(),
  /** Share of the feed at which its shut-off closes without a pump; absent means 0.67. */
  shutOff: shareFigure("Shut-off closes at", "of the feed").optional(),
  /** Minutes of the first rinse to the faucet. */
  rinseMinutes: numberFigure("First rinse, for", "min").optional(),
  /** Tanks (or reservoirs) to discard. */
  discards: wholeNumber("Tanks to discard").optional(),
  carbonStages: wholeNumber("Carbon stages"),
  /** L that a reservoir of its own holds; the faucet then draws from it. */
  reservoir: quantityFigure("Reservoir", "volume").optional(),
  /** No: it plugs in for its electronics alone. */
  pump: yesNoFigure("A pump of its own").optional(),
  /** Its waste goes through an air gap in its faucet. */
  airGapFaucet: yesNoFigure("Air gap in its faucet").optional(),
});
export type RoData = Frozen<z.infer<typeof roFigures>>;
declare module "./unit" {
  interface UnitModel {
    readonly ro?: RoData;
  }
}

/** Pressure to spare at the shut-off below which a fill is a Check, kPa (handbook 2, RO). */
const TO_SPARE = 20;
/** Litres of waste for a litre, over a whole fill, above which it is a Check. */
const MUCH_WASTE = 8;
/** Times the usual ratio above which waste is a Check. */
const OVER_USUAL = 1.6;
const MEASURE = "Test or measure it";

/** The rated figures of a membrane; a restrictor's flow that is not stated follows from the recovery. */
export const roRated = (data: RoData): RoRated => ({
  permeate: data.permeate,
  pressure: data.pressure,
  tds: data.tds,
  recovery: data.recovery,
  concentrate: data.concentrate ?? (data.permeate * (1 - data.recovery)) / data.recovery,
});

export interface RoOperation {
  /** At the unit's inlet, behind a booster, kPa. */
  readonly feed?: number;
  readonly rise?: number;
  readonly rated: RoRated;
  /** At the membrane. */
  readonly site?: RoSite;
  readonly pump?: Pump;
  /** Survey fields that are missing for the feed, and for the output. */
  readonly missingFeed: readonly string[];
  readonly missing: readonly string[];
  readonly boostedFrom?: number;
  readonly inletTooLow: boolean;
}

/** Feed at the unit's place, and rated and site data for the membrane. */
export function roOperation(ctx: StationContext): RoOperation {
  const data = ctx.model.ro!;
  const { pressure: before, rise, missing: missingFeed } = pressureAtPlace(ctx);
  const pump = ctx.booster ?? ctx.model.booster;
  const lifted = before === undefined ? undefined : pump ? boosted(before, pump) : before;
  const inletTooLow = before !== undefined && lifted === undefined;
  const feed = inletTooLow ? before : lifted;
  const temperature = lower(ctx.water.temperature);
  const tds = upper(ctx.water.tds);
  return {
    feed,
    rise,
    pump,
    inletTooLow,
    missingFeed,
    missing: [
      ...missingFeed,
      ...(temperature === undefined ? ["water.temperature"] : []),
      ...(tds === undefined ? ["water.tds"] : []),
    ],
    rated: roRated(data),
    boostedFrom: pump && before !== undefined && lifted !== undefined && lifted > before ? before : undefined,
    site:
      feed === undefined || temperature === undefined || tds === undefined
        ? undefined
        : { pressure: feed - data.preLoss, temperature, tds },
  };
}

interface FeedFacts {
  readonly feed?: number;
  readonly least: number;
  readonly most: number;
  readonly boostedFrom?: number;
  /** The booster's least inlet, where the feed is below it. */
  readonly pumpLeast?: number;
}
const feedRule = rule<FeedFacts>("ro-feed", {
  reason: ({ feed, least, most, boostedFrom, pumpLeast }, say, level) => {
    if (feed === undefined) return "the feed at the unit cannot be predicted yet";
    const kPa = (v: number) => say.of(v, "pressure");
    if (pumpLeast !== undefined)
      return `${say.beside(feed, pumpLeast, "pressure")} at the booster's inlet, at least ${kPa(pumpLeast)} needed`;
    if (level === "Stop") return `${say.beside(feed, least, "pressure")} there, ${kPa(least)} needed`;
    if (level === "Check") return `${say.beside(feed, most, "pressure")} there, at most ${kPa(most)}`;
    const lifted = boostedFrom === undefined ? "" : `; boosted from ${kPa(boostedFrom)}`;
    return `${kPa(feed)} there, ${kPa(least)} to ${kPa(most)} wanted${lifted}`;
  },
  remedy: ({ pumpLeast }, _say, level) => {
    if (level === "Unknown") return "Measure it";
    if (pumpLeast !== undefined) return "A booster nearer the main";
    return level === "Stop" ? "A booster pump ahead of the unit" : "A pressure regulator ahead of the unit";
  },
});
const dataRule = rule<Record<string, never>>("ro-data", {
  reason: () => "the unit's own figures give no driving pressure",
  remedy: () => "Correct the unit in the catalogue",
});
const OUTPUT_NEEDS = "output needs feed pressure, temperature and dissolved solids";
const REFUSED = "the unit's own figures are refused";
interface OutputFacts {
  readonly permeate?: number;
  readonly recovery?: number;
  readonly most?: number;
  readonly refused?: boolean;
}
const outputRule = rule<OutputFacts>("ro-output", {
  reason: ({ permeate, recovery, most, refused }, say, level) => {
    if (refused) return REFUSED;
    if (permeate === undefined) return OUTPUT_NEEDS;
    if (level === "Stop") return "nothing permeates at this pressure";
    const share = `recovery ${say.of(recovery!, "share")}`;
    return level === "Check"
      ? `${share}, at most ${say.of(most!, "share")}`
      : `${say.of(permeate, "production")}, ${share}`;
  },
  remedy: (_f, _say, level) =>
    level === "Unknown" ? MEASURE : level === "Stop" ? "A booster pump" : "A restrictor that lets more pass",
});
const dayRule = rule<{ readonly makes?: number; readonly wanted?: number }>("ro-day", {
  reason: ({ makes, wanted }, say, level) =>
    wanted === undefined
      ? "how much is wanted in a day is not known"
      : `${say.of(makes!, "production")}${level === "Good" ? " for" : ", but"} ${say.of(wanted, "volume", 0)} wanted in a day`,
  remedy: ({ wanted }) =>
    wanted === undefined ? "Ask what it is for, and how much that takes" : "A larger membrane or a booster",
});
interface FillFacts {
  readonly minutes?: number;
  readonly litres?: number;
  readonly shutOff?: number;
  readonly precharge?: number;
  /** Where the permeate stalls. */
  readonly ceiling?: number;
  readonly never?: "tank" | "permeate";
  readonly refused?: boolean;
}
const fillRule = rule<FillFacts>("ro-fill", {
  reason: ({ minutes, litres, shutOff, precharge, ceiling, never, refused }, say, level) => {
    if (refused) return REFUSED;
    const kPa = (v: number) => say.of(v, "pressure");
    if (never === "tank")
      return `never fills: the shut-off closes at ${kPa(shutOff!)}, the tank's pre-charge is ${kPa(precharge!)}`;
    if (never === "permeate")
      return `never fills: the permeate stalls at ${kPa(Math.max(0, ceiling!))} before the shut-off closes at ${kPa(shutOff!)}, and the drain runs for ever`;
    if (minutes === undefined) return OUTPUT_NEEDS;
    return level === "Check"
      ? `fills in ${minutesSaid(minutes)}, but with less than ${kPa(TO_SPARE)} to spare at the shut-off`
      : `${say.of(litres!, "volume")} in ${minutesSaid(minutes)}`;
  },
  remedy: ({ never }, _say, level) => {
    if (level === "Unknown") return MEASURE;
    return never === "tank" ? "A booster pump, or the pre-charge set lower" : "A booster or a permeate pump";
  },
});
interface WasteFacts {
  readonly perLitre?: number;
  readonly usual?: number;
  readonly tank: boolean;
}
const wasteRule = rule<WasteFacts>("ro-waste", {
  reason: ({ perLitre, usual, tank }, say) => {
    if (perLitre === undefined) return tank ? "follows from the fill" : "follows from the output";
    return tank
      ? `${plain(perLitre, 1)} to 1 to the drain over the whole fill`
      : `${say.of(perLitre, "ratio")}, ${say.of(usual!, "ratio")} is usual`;
  },
  remedy: ({ tank }, _say, level) =>
    level === "Unknown" ? MEASURE : tank ? "More feed pressure, or a permeate pump" : "More feed pressure",
});

function judgeFeed(data: RoData, op: RoOperation): Verdict {
  const facts: FeedFacts = {
    feed: op.feed,
    least: data.minFeed,
    most: data.maxFeed,
    boostedFrom: op.boostedFrom,
  };
  if (op.feed === undefined) return feedRule.unknown(facts, op.missingFeed);
  if (op.inletTooLow) return feedRule.stop({ ...facts, pumpLeast: op.pump!.minInlet });
  if (isUnder(op.feed, data.minFeed)) return feedRule.stop(facts);
  return feedRule.at(isOver(op.feed, data.maxFeed) ? "Check" : "Good", facts);
}

function feedFigure(ctx: StationContext, op: RoOperation): Figure {
  const onLine = "pressure on the Line − water column of the height";
  return {
    id: "roFeed",
    label: "Feed pressure at the unit",
    quantity: "pressure",
    value: op.feed,
    verdict: judgeFeed(ctx.model.ro!, op),
    working: {
      formula: op.pump ? `max(feed, min(feed + boost, set point)), feed = ${onLine}` : onLine,
      inputs: known([
        input(
          ctx.pressureAssumed ? "pressure on the Line, service line assumed" : "pressure on the Line",
          ctx.pressure,
          "pressure",
          { survey: "source.static" },
        ),
        input("height", op.rise, "height", { survey: "sink.rise" }),
        input("booster set point", op.pump?.setPoint, "pressure", { rule: "booster on this branch" }),
      ]),
    },
  };
}

function judgeOutput(data: RoData, op: RoOperation, point: RoPoint | undefined): Verdict {
  if (!op.site) return outputRule.unknown({}, op.missing);
  if (!point) return outputRule.unknown({ refused: true });
  const facts = { permeate: point.permeate, recovery: point.recovery, most: data.maxRecovery };
  if (point.permeate <= 0) return outputRule.stop(facts);
  return outputRule.at(point.recovery > data.maxRecovery ? "Check" : "Good", facts);
}

const siteInputs = ({ site, rated }: RoOperation, code: string): WorkingInput[] =>
  site
    ? known([
        input("pressure at the membrane", site.pressure, "pressure", { figure: "roFeed" }),
        input("temperature", site.temperature, "temperature", { survey: "water.temperature" }),
        input("dissolved solids", site.tds, "concentration", { survey: "water.tds" }),
        input("rated permeate", rated.permeate, "production", { unit: code }),
      ])
    : [];

type Fill = TankFill | NeverFills | undefined;
const fillOf = (data: RoData, op: RoOperation): Fill =>
  op.site && data.tank
    ? tankFill({
        rated: op.rated,
        site: op.site,
        tank: data.tank,
        permeatePump: data.permeatePump ?? false,
        shutOff: data.shutOff,
      })
    : undefined;

function judgeFill(data: RoData, op: RoOperation, fill: Fill): Verdict {
  if (!op.site) return fillRule.unknown({}, op.missing);
  if (!fill) return fillRule.unknown({ refused: true });
  if ("never" in fill)
    return fillRule.stop({
      never: fill.never,
      shutOff: fill.shutOffKPa,
      precharge: data.tank!.precharge,
      ceiling: fill.ceilingKPa,
    });
  const ceiling = op.site.pressure - 0.06895 * op.site.tds;
  const tight = !data.permeatePump && ceiling < fill.shutOffKPa + TO_SPARE;
  return fillRule.at(tight ? "Check" : "Good", { minutes: fill.minutes, litres: fill.fullLitres });
}

/** What an RO with a storage tank is judged by beside its output: fill, pressure at the faucet, waste. */
function tankFigures(ctx: StationContext, op: RoOperation): Figure[] {
  const data = ctx.model.ro!;
  const tank = data.tank!;
  const inputs = siteInputs(op, ctx.model.code);
  const from = { unit: ctx.model.code };
  const fill = fillOf(data, op);
  const filled = fill && !("never" in fill) ? fill : undefined;
  const waste = filled?.wastePerLitre;
  return [
    {
      id: "fill",
      label: "Tank fill",
      quantity: "duration",
      value: filled?.minutes,
      digits: 0,
      note: filled && {
        text: "{litres} at {shutOff}",
        of: {
          litres: { value: filled.fullLitres, quantity: "volume" },
          shutOff: { value: filled.shutOffKPa, quantity: "pressure" },
        },
      },
      verdict: judgeFill(data, op, fill),
      working: {
        formula: "∫ dV ÷ permeate at the tank's pressure, from empty to the shut-off",
        inputs: [
          ...inputs,
          ...known([
            input("tank", tank.totalLitres, "volume", from),
            input("pre-charge", tank.precharge, "pressure", from),
          ]),
        ],
      },
    },
    {
      id: "tankFull",
      label: "At the faucet, tank full",
      quantity: "pressure",
      value: filled?.shutOffKPa,
      note: filled && {
        text: "{half} at half of that volume",
        of: { half: { value: tankPressure(tank, filled.fullLitres / 2), quantity: "pressure" } },
      },
      working: {
        formula: `shut-off pressure: ${data.shutOff ?? SHUT_OFF} of the feed, 0.85 with a permeate pump`,
        inputs,
      },
    },
    {
      id: "waste",
      label: "Waste for what is made",
      quantity: "ratio",
      digits: 1,
      value: waste,
      verdict:
        waste === undefined
          ? wasteRule.unknown({ tank: true }, op.missing)
          : wasteRule.at(waste > MUCH_WASTE ? "Check" : "Good", { perLitre: waste, tank: true }),
      working: { formula: "∫ concentrate dt ÷ litres delivered", inputs },
    },
  ];
}

function directWaste(ctx: StationContext, op: RoOperation, point: RoPoint | undefined): Figure {
  const { wasteRatio: usual } = ctx.model.ro!;
  const waste = point?.waste;
  const facts = { perLitre: waste, usual, tank: false };
  return {
    id: "waste",
    label: "Waste for what is made",
    quantity: "ratio",
    digits: 1,
    value: waste,
    verdict:
      waste === undefined
        ? wasteRule.unknown(facts, op.missing)
        : wasteRule.at(waste > usual * OVER_USUAL ? "Check" : "Good", facts),
    working: { formula: "concentrate ÷ permeate", inputs: siteInputs(op, ctx.model.code) },
  };
}

/** A day's production against the household's drinking use. */
function judgeDay(ctx: StationContext, point: RoPoint | undefined): Verdict | undefined {
  const drinkers = ctx.facts.drinkers ?? ctx.facts.persons;
  const byPeople = drinkers === undefined ? undefined : drinkers * ctx.schools.litresPerDrinker;
  const wanted = ctx.facts.roDaily ?? (ctx.placement.connects === "supply" ? undefined : byPeople);
  if (wanted === undefined)
    return ctx.placement.connects === "supply" ? dayRule.unknown({}, ["household.roDaily"]) : undefined;
  if (!point || point.permeate <= 0) return undefined;
  const enough = point.permeate * 1440 >= wanted;
  return dayRule.at(enough ? "Good" : "Check", { makes: point.permeate, wanted });
}

/** L/min at the faucet of a unit without a tank that are Good, and that are enough (handbook 10, ruling 13). */
const FAUCET_GOOD = 0.75;
const FAUCET_LEAST = 0.4;
const faucetRule = rule<{ readonly flow?: number }>("ro-faucet", {
  reason: ({ flow }, say, level) => {
    if (flow === undefined) return OUTPUT_NEEDS;
    const limit = level === "Stop" ? FAUCET_LEAST : FAUCET_GOOD;
    const shown = `${say.beside(flow, limit, "flow")} at the faucet`;
    return level === "Good"
      ? shown
      : `${shown}, ${say.of(limit, "flow")} ${level === "Stop" ? "needed" : "is Good"}`;
  },
  remedy: ({ flow }) =>
    flow === undefined ? MEASURE : "More feed pressure, a larger membrane, or a unit with a tank",
});

/** Does the faucet draw straight from the membrane. */
const isDirect = ({ model, placement }: StationContext): boolean =>
  model.ro!.tank === undefined && model.ro!.reservoir === undefined && placement.connects !== "supply";

/** Product flow at the faucet of a unit without a tank; a day's litres alone never make it Good. */
function faucetFigure(ctx: StationContext, op: RoOperation, point: RoPoint | undefined): Figure {
  const flow = point?.permeate;
  const good = flow !== undefined && !isUnder(flow, FAUCET_GOOD);
  const enough = flow !== undefined && !isUnder(flow, FAUCET_LEAST);
  return {
    id: "faucetFlow",
    label: "Flow at the faucet",
    quantity: "flow",
    value: flow,
    verdict:
      flow === undefined
        ? faucetRule.unknown({}, op.missing)
        : faucetRule.at(good ? "Good" : enough ? "Check" : "Stop", { flow }),
    working: { formula: "permeate at this feed", inputs: siteInputs(op, ctx.model.code) },
  };
}

/** Feed pressure, permeate, tank fill, waste, and a day's production (handbook 2, RO). */
function judge(ctx: StationContext): StationJudgement {
  const data = ctx.model.ro!;
  const op = roOperation(ctx);
  const point = op.site ? roPoint(op.rated, op.site) : undefined;
  const figures: Figure[] = [
    feedFigure(ctx, op),
    {
      id: "permeate",
      label: "Permeate",
      quantity: "production",
      value: point?.permeate,
      verdict: judgeOutput(data, op, point),
      working: {
        formula: "rated permeate × TCF(T) × (P − π(TDS, T)·CF(R)) ÷ rated driving pressure",
        inputs: siteInputs(op, ctx.model.code),
      },
    },
    ...(isDirect(ctx) ? [faucetFigure(ctx, op, point)] : []),
    ...(data.tank ? tankFigures(ctx, op) : [directWaste(ctx, op, point)]),
  ];
  const verdicts = [op.site && !point ? dataRule.stop({}) : undefined, judgeDay(ctx, point)];
  const tankFull = figures.find((f) => f.id === "tankFull")?.value;
  return {
    figures,
    verdicts: verdicts.filter((v): v is Verdict => v !== undefined),
    cautions:
      data.concentrate === undefined ? ["The restrictor's flow is assumed from the rated recovery."] : [],
    limitWater: behindPreFilters(ctx.water, data.carbonStages),
    handsOn: { tankFull },
  };
}

/** Figures of a membrane that contradict each other. */
function faults({ ro: data }: UnitModel) {
  if (!data) return [];
  const passes = ratedDrivingPressure({ ...roRated(data), concentrate: data.concentrate ?? 1 }) > 0;
  return [
    passes
      ? undefined
      : {
          path: ["ro", "pressure"],
          message:
            "At this pressure the rated water would not pass the membrane: check rated pressure, dissolved solids and recovery",
        },
    data.minFeed < data.maxFeed
      ? undefined
      : { path: ["ro", "minFeed"], message: "The least feed is not below the largest" },
  ].filter((f) => f !== undefined);
}

/** Reverse osmosis: with tank, direct, wall-mounted, countertop. */
export const ro: Family = {
  id: "ro",
  label: "RO",
  figures: { ro: roFigures, booster: pumpFigures.optional() },
  faults,
  judge,
  rules: [feedRule, dataRule, outputRule, dayRule, fillRule, wasteRule, faucetRule],
  connects: () => "sink",
  rig: { media: false, flushed: true, gentle: "open" },
  shape: "membrane",
  service: [
    { what: "Change pre-filters, sanitise", when: "6 to 12 months" },
    { what: "Change the post filter", when: "12 months" },
    { what: "Change the membrane", when: "2 to 5 years, or below 80 % rejection" },
    { what: "Check the tank's pre-charge, empty", when: "once a year" },
  ],
  told: ["If the drinking-water tank was not used for a week, empty it once before drinking."],
};
