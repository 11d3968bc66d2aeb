import { KPA_PER_METRE, lower, print, upper } from "../units";
import { cautioned, check, good, stop, unknown, type Verdict } from "../verdict";
import type { StationContext, StationJudgement } from "./context";
import { behindPreFilters } from "./effects";
import type { Figure, WorkingInput } from "./figure";
import { boosted, roPoint, tankFill, tankPressure, type RoRated, type RoSite } from "./ro";

const minutesText = (m: number): string =>
  m < 90 ? `${Math.round(m)} min` : `${Math.floor(m / 60)} h ${String(Math.round(m % 60)).padStart(2, "0")}`;

export interface RoOperation {
  readonly feed?: number;
  readonly rated: RoRated;
  readonly site?: RoSite;
  readonly concentrateAssumed: boolean;
  readonly missing: readonly string[];
}

/** Feed at the unit's place, and rated and site data for the membrane; `missing` names what is unknown. */
export function roOperation(
  ctx: StationContext,
): RoOperation & { readonly boostedFrom?: number; readonly inletTooLow?: boolean } {
  const data = ctx.model.ro!;
  const rise = ctx.unit.riseM ?? ctx.facts.tapRise;
  const missing: string[] = [];
  if (ctx.pressure === undefined) missing.push("source.static");
  if (rise === undefined) missing.push("sink.rise");
  const before =
    ctx.pressure === undefined || rise === undefined ? undefined : ctx.pressure - KPA_PER_METRE * rise;
  const pump = ctx.booster ?? ctx.model.booster;
  const after = before === undefined ? undefined : pump ? boosted(before, pump) : before;
  const inletTooLow = pump !== undefined && before !== undefined && after === undefined;
  const temperature = lower(ctx.water.temperature);
  const tds = upper(ctx.water.tds);
  if (temperature === undefined) missing.push("water.temperature");
  if (tds === undefined) missing.push("water.tds");
  const concentrate = data.concentrate ?? (data.permeate * (1 - data.recovery)) / data.recovery;
  const rated: RoRated = {
    permeate: data.permeate,
    pressure: data.pressure,
    tds: data.tds,
    recovery: data.recovery,
    concentrate,
  };
  const feed = after ?? (inletTooLow ? before : undefined);
  return {
    rated,
    missing,
    concentrateAssumed: data.concentrate === undefined,
    feed,
    boostedFrom: pump && before !== undefined && after !== undefined && after > before ? before : undefined,
    inletTooLow: inletTooLow || undefined,
    site:
      feed === undefined || temperature === undefined || tds === undefined
        ? undefined
        : { pressure: feed - data.preLoss, temperature, tds },
  };
}

/** Inlet and discharge of a booster at its place (handbook 2, Booster). */
export function judgeBooster(ctx: StationContext): StationJudgement {
  const pump = ctx.model.booster!;
  const rise = ctx.unit.riseM ?? ctx.facts.tapRise;
  const inlet =
    ctx.pressure === undefined || rise === undefined ? undefined : ctx.pressure - KPA_PER_METRE * rise;
  const kPa = (v: number) => print(v, "pressure", ctx.profile);
  const out = inlet === undefined ? undefined : boosted(inlet, pump);
  const verdict =
    inlet === undefined
      ? unknown(
          "booster-inlet",
          "the pressure at the pump cannot be predicted yet",
          [
            ...(ctx.pressure === undefined ? ["source.static"] : []),
            ...(rise === undefined ? ["sink.rise"] : []),
          ],
          "Measure it",
        )
      : out === undefined
        ? stop(
            "booster-inlet",
            `${kPa(inlet)} at the pump, at least ${kPa(pump.minInlet)} needed`,
            "A place nearer the main",
          )
        : good("booster-inlet", `lifts ${kPa(inlet)} to ${kPa(out)}`);
  return {
    verdicts: [],
    cautions: [],
    figures: [
      {
        id: "discharge",
        label: "Discharge",
        quantity: "pressure",
        value: out,
        verdict: cautioned(verdict, "A pump is powered only after there is water in it."),
        working: {
          formula:
            "max(inlet, min(inlet + boost, set point)), inlet = pressure on the Line − 9.80665 kPa × height",
          inputs: [
            ...(inlet === undefined
              ? []
              : [
                  {
                    name: "inlet",
                    value: inlet,
                    quantity: "pressure" as const,
                    from: { survey: "source.static" },
                  },
                ]),
            { name: "boost", value: pump.boost, quantity: "pressure", from: { unit: ctx.model.code } },
            { name: "set point", value: pump.setPoint, quantity: "pressure", from: { unit: ctx.model.code } },
          ],
        },
      },
    ],
  };
}

/** An ice maker fed from the RO's tank: its pressure with the tank full (handbook 2, RO). */
export function judgeIceMaker(ctx: StationContext): StationJudgement {
  const wanted = ctx.model.iceMaker?.minPressure ?? 138;
  const kPa = (v: number) => print(v, "pressure", ctx.profile);
  const full = ctx.tankFull;
  const verdict =
    full === undefined
      ? unknown(
          "ice-maker",
          "the pressure of a full RO tank ahead of it is not known",
          [],
          "An RO with a tank ahead on the same branch, with its feed measured",
        )
      : full >= wanted / 1.001
        ? good("ice-maker", `${kPa(full)} with the tank full, ${kPa(wanted)} wanted`)
        : full >= 100 / 1.001
          ? check("ice-maker", `${kPa(full)} with the tank full, ${kPa(wanted)} is Good`, "A delivery pump")
          : stop(
              "ice-maker",
              `${kPa(full)} with the tank full, at least ${kPa(100)} needed`,
              "A delivery pump",
            );
  return {
    verdicts: [],
    cautions: ["9.5 mm (3/8 in) tube from the tank, and only after the discards."],
    figures: [
      {
        id: "iceMaker",
        label: "Pressure for the ice maker",
        quantity: "pressure",
        value: full,
        verdict,
        working: {
          formula: "pressure of the RO's tank when full",
          inputs:
            full === undefined
              ? []
              : [{ name: "tank full", value: full, quantity: "pressure", from: { figure: "tankFull" } }],
        },
      },
    ],
  };
}

/** Feed pressure, permeate, tank fill, waste, and a day's production (handbook 2, RO). */
export function judgeRo(ctx: StationContext): StationJudgement {
  const data = ctx.model.ro!;
  const op = roOperation(ctx);
  const pump = ctx.booster ?? ctx.model.booster;
  const kPa = (v: number) => print(v, "pressure", ctx.profile);
  const figures: Figure[] = [];
  const verdicts: Verdict[] = [];
  const rise = ctx.unit.riseM ?? ctx.facts.tapRise;
  const feedVerdict = ((): Verdict => {
    if (op.feed === undefined)
      return unknown(
        "ro-feed",
        "the feed at the unit cannot be predicted yet",
        op.missing.filter((m) => m !== "water.temperature" && m !== "water.tds"),
        "Measure it",
      );
    if (op.inletTooLow)
      return stop(
        "ro-feed",
        `${kPa(op.feed)} at the booster's inlet, at least ${kPa((ctx.booster ?? ctx.model.booster)!.minInlet)} needed`,
        "A booster nearer the main",
      );
    if (op.feed < data.minFeed / 1.001)
      return stop(
        "ro-feed",
        `${kPa(op.feed)} there, ${kPa(data.minFeed)} needed`,
        "A booster pump ahead of the unit",
      );
    if (op.feed > data.maxFeed * 1.001)
      return check(
        "ro-feed",
        `${kPa(op.feed)} there, at most ${kPa(data.maxFeed)}`,
        "A pressure regulator ahead of the unit",
      );
    return good(
      "ro-feed",
      `${kPa(op.feed)} there, ${kPa(data.minFeed)} to ${kPa(data.maxFeed)} wanted${op.boostedFrom === undefined ? "" : `; boosted from ${kPa(op.boostedFrom)}`}`,
    );
  })();
  const feedInputs: WorkingInput[] = [
    ...(ctx.pressure === undefined
      ? []
      : [
          {
            name: ctx.pressureAssumed ? "pressure on the Line, service line assumed" : "pressure on the Line",
            value: ctx.pressure,
            quantity: "pressure" as const,
            from: { survey: "source.static" },
          },
        ]),
    ...(rise === undefined
      ? []
      : [{ name: "height", value: rise, quantity: "height" as const, from: { survey: "sink.rise" } }]),
    ...(pump
      ? [
          {
            name: "booster set point",
            value: pump.setPoint,
            quantity: "pressure" as const,
            from: { rule: "booster on this branch" },
          },
        ]
      : []),
  ];
  figures.push({
    id: "roFeed",
    label: "Feed pressure at the unit",
    quantity: "pressure",
    value: op.feed,
    verdict: feedVerdict,
    working: {
      formula: pump
        ? "max(feed, min(feed + boost, set point)), feed = pressure on the Line − 9.80665 kPa × height"
        : "pressure on the Line − 9.80665 kPa × height",
      inputs: feedInputs,
    },
  });

  const point = op.site ? roPoint(op.rated, op.site) : undefined;
  const openVerdict = unknown(
    "ro-output",
    "output needs feed pressure, temperature and dissolved solids",
    op.missing,
  );
  if (op.site && !point)
    verdicts.push(
      stop("ro-data", "the unit's own figures give no driving pressure", "Correct the unit in the catalogue"),
    );
  const siteInputs: WorkingInput[] = op.site
    ? [
        {
          name: "pressure at the membrane",
          value: op.site.pressure,
          quantity: "pressure",
          from: { figure: "roFeed" },
        },
        {
          name: "temperature",
          value: op.site.temperature,
          quantity: "temperature",
          from: { survey: "water.temperature" },
        },
        {
          name: "dissolved solids",
          value: op.site.tds,
          quantity: "concentration",
          from: { survey: "water.tds" },
        },
        {
          name: "rated permeate",
          value: op.rated.permeate,
          quantity: "flow",
          from: { unit: ctx.model.code },
        },
      ]
    : [];
  figures.push({
    id: "permeate",
    label: "Permeate",
    quantity: "plain",
    suffix: "L a day",
    digits: 0,
    value: point ? point.permeate * 1440 : undefined,
    verdict: !op.site
      ? openVerdict
      : !point
        ? unknown("ro-output", "the unit's own figures are refused", [])
        : point.permeate <= 0
          ? stop("ro-output", "nothing permeates at this pressure", "A booster pump")
          : point.recovery > data.maxRecovery
            ? check(
                "ro-output",
                `recovery ${(100 * point.recovery).toFixed(0)} %, at most ${100 * data.maxRecovery} %`,
                "A restrictor that lets more pass",
              )
            : good(
                "ro-output",
                `${(point.permeate * 1000).toFixed(0)} mL a minute, recovery ${(100 * point.recovery).toFixed(0)} %`,
              ),
    working: {
      formula: "rated permeate × TCF(T) × (P − π(TDS, T)·CF(R)) ÷ rated driving pressure",
      inputs: siteInputs,
    },
  });

  const drinkers = ctx.facts.drinkers ?? ctx.facts.persons;
  const wanted = drinkers === undefined ? undefined : drinkers * ctx.schools.litresPerDrinker;
  if (point && point.permeate > 0 && wanted !== undefined)
    verdicts.push(
      point.permeate * 1440 >= wanted
        ? good(
            "ro-day",
            `${Math.round(point.permeate * 1440)} L a day for ${Math.round(wanted)} L of drinking use`,
          )
        : check(
            "ro-day",
            `${Math.round(point.permeate * 1440)} L a day, but ${Math.round(wanted)} L of drinking use`,
            "A larger membrane or a booster",
          ),
    );

  if (data.tank) {
    const fill = op.site
      ? tankFill({
          rated: op.rated,
          site: op.site,
          tank: data.tank,
          permeatePump: data.permeatePump ?? false,
          shutOff: data.shutOff,
        })
      : undefined;
    const filled = fill && !("never" in fill) ? fill : undefined;
    const fillVerdict = ((): Verdict => {
      if (!op.site) return unknown("ro-fill", openVerdict.reason, op.missing);
      if (!fill) return unknown("ro-fill", "the unit's own figures are refused", []);
      if ("never" in fill)
        return fill.never === "tank"
          ? stop(
              "ro-fill",
              `never fills: the shut-off closes at ${kPa(fill.shutOffKPa)}, the tank's pre-charge is ${kPa(data.tank!.precharge)}`,
              "A booster pump, or the pre-charge set lower",
            )
          : stop(
              "ro-fill",
              `never fills: the permeate stalls at ${kPa(Math.max(0, fill.ceilingKPa))} before the shut-off closes at ${kPa(fill.shutOffKPa)}, and the drain runs for ever`,
              "A booster or a permeate pump",
            );
      const ceiling = op.site.pressure - 0.06895 * op.site.tds;
      if (!data.permeatePump && ceiling < fill.shutOffKPa + 20)
        return check(
          "ro-fill",
          `fills in ${minutesText(fill.minutes)}, but with less than ${kPa(20)} to spare at the shut-off`,
          "A booster or a permeate pump",
        );
      return good("ro-fill", `${fill.fullLitres.toFixed(1)} L in ${minutesText(fill.minutes)}`);
    })();
    figures.push({
      id: "fill",
      label: "Tank fill",
      quantity: "duration",
      value: filled?.minutes,
      digits: 0,
      note: filled ? `${filled.fullLitres.toFixed(1)} L at ${kPa(filled.shutOffKPa)}` : undefined,
      verdict: fillVerdict,
      working: {
        formula: "∫ dV ÷ permeate at the tank's pressure, from empty to the shut-off",
        inputs: [
          ...siteInputs,
          { name: "tank", value: data.tank.totalLitres, quantity: "volume", from: { unit: ctx.model.code } },
          {
            name: "pre-charge",
            value: data.tank.precharge,
            quantity: "pressure",
            from: { unit: ctx.model.code },
          },
        ],
      },
    });
    figures.push({
      id: "tankFull",
      label: "At the faucet, tank full",
      quantity: "pressure",
      value: filled?.shutOffKPa,
      note: filled
        ? `${kPa(tankPressure(data.tank, filled.fullLitres / 2))} at half of that volume`
        : undefined,
      working: {
        formula: `shut-off pressure: ${data.shutOff ?? 0.67} of the feed, 0.85 with a permeate pump`,
        inputs: siteInputs,
      },
    });
    figures.push({
      id: "waste",
      label: "Waste for a litre made",
      quantity: "plain",
      suffix: "L",
      digits: 1,
      value: filled?.wastePerLitre,
      verdict: filled
        ? filled.wastePerLitre > 8
          ? check(
              "ro-waste",
              `${filled.wastePerLitre.toFixed(1)} L to the drain for a litre over the whole fill`,
              "More feed pressure, or a permeate pump",
            )
          : good(
              "ro-waste",
              `${filled.wastePerLitre.toFixed(1)} L to the drain for a litre over the whole fill`,
            )
        : unknown("ro-waste", "follows from the fill", op.missing),
      working: { formula: "∫ concentrate dt ÷ litres delivered", inputs: siteInputs },
    });
  } else {
    figures.push({
      id: "waste",
      label: "Waste for a litre made",
      quantity: "plain",
      suffix: "L",
      digits: 1,
      value: point?.waste,
      verdict:
        point?.waste === undefined
          ? unknown("ro-waste", "follows from the output", op.missing)
          : point.waste > data.wasteRatio * 1.6
            ? check(
                "ro-waste",
                `${point.waste.toFixed(1)} to 1, ${data.wasteRatio} to 1 is usual`,
                "More feed pressure",
              )
            : good("ro-waste", `${point.waste.toFixed(1)} to 1, ${data.wasteRatio} to 1 is usual`),
      working: { formula: "concentrate ÷ permeate", inputs: siteInputs },
    });
  }
  return {
    figures,
    verdicts,
    cautions: op.concentrateAssumed ? ["The restrictor's flow is assumed from the rated recovery."] : [],
    limitWater: behindPreFilters(ctx.water, data.carbonStages),
  };
}
