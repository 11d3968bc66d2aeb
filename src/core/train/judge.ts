import {
  assumedSupplyCurve,
  lossCurve,
  supplyCurve,
  supplyPressure,
  unitLoss,
  type SupplyCurve,
} from "../plumbing";
import type { SiteFacts } from "../site";
import { print, value, type UnitSystem } from "../units";
import { cautioned, check, good, stop, unknown, worstLevel, type Level, type Verdict } from "../verdict";
import { needsOf, totalHardness, type Findings, type Water } from "../water";
import type { StationContext, StationJudgement, TrainSchools } from "./context";
import { fixtureUnitsOf, peakByFixtureUnits, peakTogether, type DemandTables } from "./demand";
import { isKnownAbove, markAfter, waterAfter, type LineMark } from "./effects";
import type { Figure } from "./figure";
import { judgeCarbonTank, judgeRatedFlow, judgeUv } from "./filtering";
import { judgeLimit, type FeedLimit, type LimitRow } from "./limits";
import { judgeBooster, judgeIceMaker, judgeRo } from "./membrane";
import { judgeManualSoftener, judgeSoftener } from "./softening";
import type { DesignUnit, Family, UnitModel } from "./unit";

export interface TrainInput {
  readonly facts: SiteFacts;
  readonly units: readonly { readonly unit: DesignUnit; readonly model: UnitModel }[];
  readonly schools: TrainSchools;
  readonly tables: {
    readonly demand: DemandTables;
    readonly limits: Readonly<Partial<Record<Family, readonly FeedLimit[]>>>;
    /** Roughness and inside diameters, mm, by pipe and nominal size. */ readonly pipes: Readonly<
      Record<string, { readonly C: number; readonly idMm: Readonly<Record<string, number>> }>
    >;
  };
  readonly profile: UnitSystem;
}

export interface Station {
  readonly key: string;
  readonly unit: DesignUnit;
  readonly model: UnitModel;
  readonly level: Level;
  /** The one line that says most: the worst verdict's reason, or the best figure. */
  readonly headline: string;
  readonly waterIn: Water;
  readonly waterOut: Water;
  readonly markIn: LineMark;
  readonly markOut: LineMark;
  /** kPa at the inlet at continuous flow. */
  readonly pressureIn?: number;
  readonly figures: readonly Figure[];
  readonly limits: readonly LimitRow[];
  readonly verdicts: readonly Verdict[];
  readonly cautions: readonly string[];
}

export interface TrainJudgement {
  readonly stations: readonly Station[];
  readonly demand: readonly Figure[];
  readonly peak?: number;
  readonly continuous?: number;
  readonly dailyLitres?: number;
  readonly house: {
    readonly water: Water;
    readonly mark: LineMark;
    readonly pressurePeak?: number;
    readonly verdicts: readonly Verdict[];
  };
  readonly level: Level;
}

const byFamily: Readonly<Record<Family, (ctx: StationContext) => StationJudgement>> = {
  softener: judgeSoftener,
  manualSoftener: judgeManualSoftener,
  carbonTank: judgeCarbonTank,
  conditioner: judgeRatedFlow,
  scaleControl: judgeRatedFlow,
  cartridge: judgeRatedFlow,
  uv: judgeUv,
  uvPoint: pointOfUse,
  pointFilter: pointOfUse,
  ro: judgeRo,
  booster: judgeBooster,
  iceMaker: judgeIceMaker,
  leakStop: () => ({
    figures: [],
    verdicts: [good("leak-stop", "shuts the feed when its pad gets wet")],
    cautions: ["On a flat, dry floor; the pad goes in last, after the leak check, with a spare left."],
  }),
};

/** A drinking-water unit is sized by its faucet, not by the house's peak. */
function pointOfUse(ctx: StationContext): StationJudgement {
  return ctx.model.ratedFlow === undefined
    ? {
        figures: [],
        verdicts: [
          unknown(
            "rated-flow",
            "the unit states no flow",
            [],
            "Enter the unit's rated flow in the catalogue",
          ),
        ],
        cautions: [],
      }
    : {
        figures: [
          {
            id: "ratedFlow",
            label: "Rated flow",
            quantity: "flow",
            value: ctx.model.ratedFlow,
            verdict: good(
              "rated-flow",
              `a flow restrictor holds ${print(ctx.model.ratedFlow, "flow", ctx.profile)}`,
            ),
            working: { formula: "the unit's own restrictor", inputs: [] },
          },
        ],
        verdicts: [],
        cautions: [],
      };
}

/** Peak by both schools, the one the design uses, and continuous flow (handbook 2, Demand). */
function judgeDemand(
  facts: SiteFacts,
  tables: DemandTables,
  school: TrainSchools["peak"],
): { figures: Figure[]; peak?: number; continuous?: number; dailyLitres?: number } {
  const units = fixtureUnitsOf(facts.fixtures, tables);
  const byUnits = units === undefined ? undefined : peakByFixtureUnits(units, tables);
  const together = peakTogether(facts.together, tables);
  const known = [byUnits, together].filter((v): v is number => v !== undefined);
  const chosen = facts.chosenPeak ?? school;
  const peak =
    chosen === "fixtureUnits"
      ? byUnits
      : chosen === "together"
        ? together
        : known.length === 0
          ? undefined
          : Math.max(...known);
  const continuous = peak === undefined ? undefined : 0.5 * peak;
  const dailyLitres =
    facts.dailyLitres ?? (facts.persons === undefined ? undefined : facts.persons * tables.litresPerPerson);
  const open = unknown(
    "peak",
    units !== undefined && byUnits === undefined
      ? "more than 200 fixture units: the curve ends there"
      : "no fixtures counted",
    ["fixture.bathroomGroup"],
    "Count the fixtures",
  );
  return {
    peak,
    continuous,
    dailyLitres,
    figures: [
      {
        id: "peakUnits",
        label: "Peak by fixture units",
        quantity: "flow",
        value: byUnits,
        verdict: byUnits === undefined ? open : undefined,
        working: {
          formula: "curve for tank toilets at the sum of fixture units",
          inputs:
            units === undefined
              ? []
              : [
                  {
                    name: "fixture units",
                    value: units,
                    quantity: "plain",
                    from: { survey: "fixture.bathroomGroup" },
                  },
                ],
        },
      },
      {
        id: "peakTogether",
        label: "Peak of fixtures together",
        quantity: "flow",
        value: together,
        working: {
          formula: "sum of the flows of the fixtures ticked",
          inputs:
            together === undefined
              ? []
              : [{ name: "sum", value: together, quantity: "flow", from: { survey: "together.shower" } }],
        },
      },
      {
        id: "peak",
        label: "Peak used",
        quantity: "flow",
        value: peak,
        verdict: peak === undefined ? open : undefined,
        working: {
          school: facts.chosenPeak ? undefined : "peak",
          formula: chosen === "larger" ? "the larger of both schools" : "the school that was picked",
          inputs: [
            ...(byUnits === undefined
              ? []
              : [
                  {
                    name: "by fixture units",
                    value: byUnits,
                    quantity: "flow" as const,
                    from: { figure: "peakUnits" },
                  },
                ]),
            ...(together === undefined
              ? []
              : [
                  {
                    name: "together",
                    value: together,
                    quantity: "flow" as const,
                    from: { figure: "peakTogether" },
                  },
                ]),
          ],
        },
      },
      {
        id: "continuous",
        label: "Continuous",
        quantity: "flow",
        value: continuous,
        verdict: continuous === undefined ? open : undefined,
        working: {
          formula: "0.5 × peak",
          inputs:
            peak === undefined
              ? []
              : [{ name: "peak", value: peak, quantity: "flow", from: { figure: "peak" } }],
        },
      },
    ],
  };
}

const behind = (facts: SiteFacts, pressure: number | undefined): number | undefined =>
  pressure === undefined || facts.reducer === undefined ? pressure : Math.min(pressure, facts.reducer);

function supplyCurveOf(facts: SiteFacts, pipes: TrainInput["tables"]["pipes"]): SupplyCurve | undefined {
  if (facts.source && facts.source !== "municipal" && facts.wellCutIn !== undefined)
    return { static: facts.wellCutIn, k: 0, assumed: false };
  if (facts.staticPressure === undefined) return undefined;
  const measured = facts.flowing
    ? supplyCurve({ static: facts.staticPressure, flowing: facts.flowing.pressure, flow: facts.flowing.flow })
    : undefined;
  if (measured) return measured;
  const line = facts.pipe === undefined ? undefined : pipes[facts.pipe];
  const idMm = facts.pipeSize === undefined ? undefined : line?.idMm[facts.pipeSize];
  return line && idMm !== undefined
    ? assumedSupplyCurve(facts.staticPressure, { C: line.C, idMm })
    : undefined;
}

/** Order and pre-treatment rules that concern the train as a whole (handbook 1 Schools; handbook 2 Needs). */
function judgeWhole(input: Ground, stations: readonly Station[], houseWater: Water): Verdict[] {
  const { facts } = input;
  const verdicts: Verdict[] = [];
  const main = stations.filter((s) => !s.model.branch);
  const at = (family: Family) => main.findIndex((s) => s.model.family === family);
  const [carbon, soft, uv] = [at("carbonTank"), at("softener"), at("uv")];
  const disinfected = isKnownAbove(facts.water.chlorine, 0.5) || isKnownAbove(facts.water.chloramine, 0.5);
  if (carbon !== -1 && soft !== -1) {
    const carbonFirst = carbon < soft;
    const { order } = input.schools;
    const said =
      order !== "disinfectant"
        ? carbonFirst === (order === "carbon")
          ? good("carbon-softener-order", `${order} first, by the school chosen`)
          : check(
              "carbon-softener-order",
              `the school chosen puts the ${order} first`,
              `${order === "carbon" ? "Carbon" : "Softener"} first, or keep it with a reason`,
            )
        : disinfected === carbonFirst
          ? good(
              "carbon-softener-order",
              disinfected
                ? "carbon first: chlorine harms resin"
                : "softener first: no disinfectant above 0.5 mg/L",
            )
          : check(
              "carbon-softener-order",
              disinfected
                ? "softener stands first, but chlorine harms its resin"
                : "carbon stands first, but no disinfectant above 0.5 mg/L is known",
              disinfected ? "Carbon first" : "Softener first, or keep it with a reason",
            );
    verdicts.push({ ...said, school: "order" });
  }
  if (uv !== -1 && uv !== main.length - 1)
    verdicts.push(
      stop(
        "uv-last",
        `${main
          .slice(uv + 1)
          .map((s) => s.model.code)
          .join(", ")} stands after the UV chamber`,
        "UV is the last unit in the house's line",
      ),
    );
  const needs = input.needs(stations.some((s) => s.model.family === "ro"));
  const has = (...families: Family[]) => stations.some((s) => families.includes(s.model.family));
  for (const need of needs.needs) {
    if (need.rule === "disinfection" && !has("uv"))
      verdicts.push(
        cautioned(
          stop(
            "need-disinfection",
            `${need.because}, and nothing disinfects`,
            "UV last, after its pre-treatment",
          ),
          "Do not drink untreated: boil or use bottled water.",
        ),
      );
    if (need.rule === "softener" && !has("softener", "conditioner", "scaleControl", "manualSoftener"))
      verdicts.push(
        check(
          "need-softener",
          `${need.because}, and nothing treats it`,
          "A softener, or a salt-free conditioner",
        ),
      );
    if (
      (need.rule === "carbon" || need.rule === "catalytic-carbon") &&
      !stations.some((s) => s.model.effects.some((e) => e === "carbon" || e === "catalyticCarbon"))
    )
      verdicts.push(check("need-carbon", `${need.because}, and nothing takes it out`, need.need));
    if (need.rule.startsWith("ro-") && !has("ro"))
      verdicts.push({
        ...check("need-ro", `${need.because}, and no RO is planned`, need.need),
        ...(need.note ? { caution: need.note } : {}),
      });
  }
  for (const o of needs.open)
    if (o.rule === "disinfection" && !has("uv"))
      verdicts.push(
        unknown(
          "need-disinfection",
          `not known ${o.blocked}`,
          o.missing.map((m) => `water.${m}`),
        ),
      );
  if (stations.length > 0 && totalHardness(houseWater) === undefined && !has("softener"))
    verdicts.push(unknown("house-hardness", "hardness at the house is not known", ["water.hardness"]));
  return verdicts;
}

function judgePressure(
  input: TrainInput,
  curve: SupplyCurve | undefined,
  peak: number | undefined,
  lossPeak: number | undefined,
): { verdicts: Verdict[]; pressurePeak?: number } {
  const { facts, profile } = input;
  const say = (v: number) => print(v, "pressure", profile);
  const verdicts: Verdict[] = [];
  const max = Math.min(
    862,
    ...input.units.flatMap((u) =>
      u.model.branch || u.model.maxPressure === undefined ? [] : [u.model.maxPressure],
    ),
  );
  const [day, night] = [behind(facts, facts.staticPressure), behind(facts, facts.nightPressure)];
  if (day !== undefined && day > max * 1.001)
    verdicts.push(
      stop(
        "over-pressure",
        `${say(day)} at the main, the train takes ${say(max)}`,
        "A pressure-reducing valve",
      ),
    );
  if (night !== undefined && night > max * 1.001)
    verdicts.push(
      stop(
        "night-pressure",
        `${say(night)} at night, the train takes ${say(max)}`,
        "A pressure-reducing valve",
      ),
    );
  if (day !== undefined && day > 552 && night === undefined)
    verdicts.push(
      unknown(
        "night-pressure",
        `${say(day)} by day: the night peak must be measured`,
        ["source.night"],
        "A 24 h gauge with drag hand, or a pressure-reducing valve",
      ),
    );
  if (Math.max(facts.staticPressure ?? 0, facts.nightPressure ?? 0) > 552)
    verdicts.push(
      facts.reducer !== undefined && facts.reducer <= 552 * 1.001
        ? cautioned(
            good("reducing-valve", `a reducing valve holds ${say(facts.reducer)}`),
            "A closed system may need an expansion tank.",
          )
        : cautioned(
            check(
              "reducing-valve",
              `above ${say(552)} at the house`,
              "A pressure-reducing valve: a code item in many places",
            ),
            "A closed system may need an expansion tank.",
          ),
    );
  if (input.units.every((u) => u.model.branch)) return { verdicts };
  if (!curve) {
    verdicts.push(
      unknown(
        "house-pressure",
        "the supply's curve is not known",
        [facts.staticPressure === undefined ? "source.static" : "source.flowing"],
        "Measure static and flowing pressure",
      ),
    );
    return { verdicts };
  }
  if (peak === undefined || lossPeak === undefined) {
    verdicts.push(
      unknown(
        "house-pressure",
        "the peak flow is not known",
        ["fixture.bathroomGroup"],
        "Count the fixtures",
      ),
    );
    return { verdicts };
  }
  if (facts.wellYield !== undefined && peak > facts.wellYield)
    verdicts.push(
      stop(
        "well-yield",
        `${print(peak, "flow", profile)} at peak, the pump yields ${print(facts.wellYield, "flow", profile)}`,
        "A smaller peak, or a larger pump",
      ),
    );
  if (curve.measuredFlow !== undefined && peak > 1.5 * curve.measuredFlow)
    verdicts.push(
      check(
        "beyond-measured",
        `peak ${print(peak, "flow", profile)} is beyond 1.5 times the measured ${print(curve.measuredFlow, "flow", profile)}`,
        "Measure the flowing pressure at a higher flow",
      ),
    );
  const pressurePeak = supplyPressure(curve, peak) - lossPeak;
  const assumed = curve.assumed ? ", 20 m of service line assumed" : "";
  verdicts.push(
    pressurePeak < 140
      ? stop(
          "house-pressure",
          `${say(Math.max(0, pressurePeak))} left after the train at peak${assumed}, at least ${say(140)} needed`,
          "Units with less loss, two in parallel, or a booster",
        )
      : pressurePeak < 200
        ? check(
            "house-pressure",
            `${say(pressurePeak)} left after the train at peak${assumed}, ${say(200)} is Good`,
            "Units with less loss",
          )
        : good("house-pressure", `${say(pressurePeak)} left after the train at peak${assumed}`),
  );
  verdicts.push(
    lossPeak > 170
      ? stop(
          "train-loss",
          `the train takes ${say(lossPeak)} at peak, at most ${say(170)}`,
          "Larger units, or two in parallel",
        )
      : lossPeak > 100
        ? check("train-loss", `the train takes ${say(lossPeak)} at peak, ${say(100)} is Good`, "Larger units")
        : good("train-loss", `the train takes ${say(lossPeak)} at peak`),
  );
  return { verdicts, pressurePeak };
}

/** What of a station is worth its one line on the Line. */
export function headlineOf(level: Level, verdicts: readonly Verdict[], figures: readonly Figure[]): string {
  const told = [...figures.flatMap((f) => (f.verdict ? [f.verdict] : [])), ...verdicts];
  return told.find((v) => v.level === level)?.reason ?? "nothing to judge";
}

/** What a train stands on before its first unit: demand by the schools, and the supply. */
export interface Ground extends Omit<TrainInput, "units"> {
  readonly demand: ReturnType<typeof judgeDemand>;
  readonly curve?: SupplyCurve;
  /** What the water needs, worked out once it is asked for. */ readonly needs: (
    roWanted: boolean,
  ) => Findings;
}
/** How far the water has come: what it is, what drives it, and what it passed. */
export interface Reached {
  readonly water: Water;
  readonly mark: LineMark;
  /** kPa at continuous flow. */
  readonly pressure?: number;
  /** kPa lost so far at peak flow. */
  readonly lossPeak?: number;
  readonly booster?: StationContext["booster"];
  readonly tankFull?: number;
  readonly upstream: readonly UnitModel[];
}

export function groundOf(input: Omit<TrainInput, "units">): Ground {
  const supply = supplyCurveOf(input.facts, input.tables.pipes);
  const curve =
    supply && input.facts.reducer !== undefined ? { ...supply, cap: input.facts.reducer } : supply;
  const known = new Map<boolean, Findings>();
  const work = (roWanted: boolean) =>
    needsOf(input.facts.water, {
      source: input.facts.source,
      profile: input.profile,
      roWanted,
    });
  const needs = (roWanted: boolean): Findings => {
    const found = known.get(roWanted) ?? work(roWanted);
    known.set(roWanted, found);
    return found;
  };
  return {
    needs,
    facts: input.facts,
    schools: input.schools,
    tables: input.tables,
    profile: input.profile,
    demand: judgeDemand(input.facts, input.tables.demand, input.schools.peak),
    curve,
  };
}

export function beforeFirst({ facts, demand, curve }: Ground): Reached {
  // An assumed peak would be an invention: without fixtures the Line's pressure is that of the supply at rest.
  return {
    water: facts.water,
    mark: "raw",
    upstream: [],
    pressure: curve ? supplyPressure(curve, demand.continuous ?? 0) : undefined,
    lossPeak: demand.peak === undefined ? undefined : 0,
  };
}

/** Judges one unit where the water has come to, and where it comes behind it. */
/** How far the water has come behind a unit of the line that leaves it as `water`. */
export function reachedAfter(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
  water: Water,
): Reached {
  const { peak, continuous } = ground.demand;
  const loss = lossCurve(model.lossPoints);
  return {
    ...at,
    water,
    mark: markAfter(model, at.mark),
    upstream: [...at.upstream, model],
    ...(at.pressure === undefined
      ? {}
      : { pressure: at.pressure - unitLoss(loss, (continuous ?? 0) / unit.parallel) }),
    ...(at.lossPeak === undefined || peak === undefined
      ? {}
      : { lossPeak: at.lossPeak + unitLoss(loss, peak / unit.parallel) }),
  };
}

/** A family's limit with what the unit itself says of it: a stricter end, or the least transmittance that its chamber takes. */
function limitOf(limit: FeedLimit, model: UnitModel): FeedLimit {
  const own = model.limits?.[limit.key];
  const least = limit.key === "uvt" ? model.uv?.minUvt : undefined;
  return {
    ...limit,
    ...(own === undefined ? {} : limit.max === undefined ? { min: own } : { max: own }),
    ...(least === undefined
      ? {}
      : least >= (limit.min ?? 0)
        ? { min: least, checkMin: undefined }
        : { checkMin: least }),
  };
}

export function placeUnit(
  ground: Ground,
  at: Reached,
  unit: DesignUnit,
  model: UnitModel,
): { readonly station: Station; readonly reached: Reached } {
  const { peak, continuous, dailyLitres } = ground.demand;
  const { water, pressure, mark } = at;
  const ctx: StationContext = {
    unit,
    model,
    upstream: at.upstream,
    water,
    facts: ground.facts,
    schools: ground.schools,
    profile: ground.profile,
    pressureAssumed: ground.curve?.assumed ?? false,
    peak,
    continuous,
    dailyLitres,
    pressure,
    booster: at.booster && model.branch ? at.booster : undefined,
    tankFull: at.tankFull !== undefined && model.branch ? at.tankFull : undefined,
  };
  const own = byFamily[model.family](ctx);
  const limitWater = own.limitWater ?? water;
  const limits: LimitRow[] = (ground.tables.limits[model.family] ?? []).map((limit) => {
    const used = limitOf(limit, model);
    const measured =
      limit.key === "pressure"
        ? pressure === undefined
          ? undefined
          : value(pressure)
        : limit.key === "hardness"
          ? totalHardness(limitWater)
          : limitWater[limit.key];
    return {
      limit: used,
      measured,
      verdict: judgeLimit(measured, used, ground.profile),
    };
  });
  const verdicts = [...own.verdicts, ...limits.map((l) => l.verdict)];
  const level = worstLevel([...own.figures.flatMap((f) => (f.verdict ? [f.verdict] : [])), ...verdicts]);
  const out = waterAfter(model, water, continuous === undefined ? undefined : continuous / unit.parallel);
  const markOut = markAfter(model, mark);
  const station: Station = {
    key: unit.key,
    unit,
    model,
    level,
    headline: headlineOf(level, verdicts, own.figures),
    waterIn: water,
    waterOut: out,
    markIn: mark,
    markOut,
    pressureIn: pressure,
    figures: own.figures,
    limits,
    verdicts: own.verdicts,
    cautions: own.cautions,
  };
  const tankFull = model.family === "ro" ? own.figures.find((f) => f.id === "tankFull")?.value : undefined;
  if (model.branch)
    return {
      station,
      reached: {
        ...at,
        ...(model.family === "booster" && model.booster ? { booster: model.booster } : {}),
        ...(tankFull === undefined ? {} : { tankFull }),
      },
    };
  return { station, reached: reachedAfter(ground, at, unit, model, out) };
}

/** Verdicts of the house as a whole behind the stations that stand. */
export function judgeHouse(
  ground: Ground,
  stations: readonly Station[],
  end: Reached,
): { readonly verdicts: readonly Verdict[]; readonly pressurePeak?: number } {
  const input: TrainInput = { ...ground, units: stations };
  const pressures = judgePressure(input, ground.curve, ground.demand.peak, end.lossPeak);
  return {
    verdicts: [...judgeWhole(ground, stations, end.water), ...pressures.verdicts],
    pressurePeak: pressures.pressurePeak,
  };
}

/**
 * Judges every unit against the water as it arrives there, the flow and the pressure, and the train as a whole (handbook 2).
 * Pure: the same input gives the same judgement, in the browser while editing and on the server when signing.
 */
export function judgeTrain(input: TrainInput): TrainJudgement {
  const ground = groundOf(input);
  let reached = beforeFirst(ground);
  const stations = input.units.map(({ unit, model }) => {
    const placed = placeUnit(ground, reached, unit, model);
    reached = placed.reached;
    return placed.station;
  });
  const house = judgeHouse(ground, stations, reached);
  const { figures, ...flows } = ground.demand;
  return {
    stations,
    demand: figures,
    ...flows,
    house: { water: reached.water, mark: reached.mark, ...house },
    level: worstLevel([...stations, ...house.verdicts]),
  };
}

/** Every verdict of a judgement with the place it belongs to, as overrides and signing address them. */
export function allVerdicts(judgement: TrainJudgement): { readonly at: string; readonly verdict: Verdict }[] {
  return [
    ...judgement.stations.flatMap((s) =>
      [
        ...s.figures.flatMap((f) => (f.verdict ? [f.verdict] : [])),
        ...s.verdicts,
        ...s.limits.map((l) => l.verdict),
      ].map((verdict) => ({ at: s.key, verdict })),
    ),
    ...judgement.house.verdicts.map((verdict) => ({ at: "house", verdict })),
  ];
}
