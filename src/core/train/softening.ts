import { lower, print, upper } from "../units";
import { compensatedHardness, totalHardness } from "../water";
import { cautioned, check, good, stop, unknown, type Verdict } from "../verdict";
import type { StationContext, StationJudgement } from "./context";
import type { Figure } from "./figure";
import { backwashFlow } from "./vessels";
import {
  capacityPerFt3,
  intervalLevel,
  intervalUsed,
  manualLitres,
  saltPerYear,
  serviceFlowLevel,
  sodiumAdded,
  softenerCycle,
} from "./softener";

const GPM = 3.785411784;

/** Interval, service flow, salt and backwash of a softener (handbook 2, Softener). */
export function judgeSoftener(ctx: StationContext): StationJudgement {
  const data = ctx.model.softener!;
  const salt = ctx.unit.saltLbPerFt3 ?? data.saltLbPerFt3;
  const n = ctx.unit.parallel;
  const resin = data.resinFt3 * n;
  const hardness = upper(totalHardness(ctx.water));
  const iron = upper(ctx.water.iron);
  const manganese = upper(ctx.water.manganese);
  const missing = [
    ...(hardness === undefined ? ["water.hardness"] : []),
    ...(iron === undefined ? ["water.iron"] : []),
    ...(manganese === undefined ? ["water.manganese"] : []),
  ];
  const figures: Figure[] = [];
  const verdicts: Verdict[] = [];
  const cautions: string[] = [];

  const compensated =
    missing.length === 0
      ? compensatedHardness(
          { hardness: hardness!, iron: iron!, manganese: manganese! },
          { ironGpg: ctx.schools.ironGpg, manganeseGpg: 2 },
        )
      : undefined;
  figures.push({
    id: "compensated",
    label: "Compensated hardness",
    quantity: "hardness",
    value: compensated,
    verdict:
      compensated === undefined
        ? unknown("compensated", "hardness, iron and manganese are all needed", missing)
        : undefined,
    working: {
      formula: "hardness + 17.118 × (iron school × iron + 2 × manganese)",
      inputs: [
        ...(hardness === undefined
          ? []
          : [
              {
                name: "hardness",
                value: hardness,
                quantity: "hardness" as const,
                from: { survey: "water.hardness" },
              },
            ]),
        ...(iron === undefined
          ? []
          : [
              {
                name: "iron",
                value: iron,
                quantity: "concentration" as const,
                from: { survey: "water.iron" },
              },
            ]),
        ...(manganese === undefined
          ? []
          : [
              {
                name: "manganese",
                value: manganese,
                quantity: "concentration" as const,
                from: { survey: "water.manganese" },
              },
            ]),
        {
          name: "iron school",
          value: ctx.schools.ironGpg,
          quantity: "plain",
          suffix: "gpg per mg/L",
          from: { rule: "school" },
        },
      ],
      school: "ironGpg",
    },
  });

  const needDaily = ctx.dailyLitres === undefined ? ["household.persons"] : [];
  const cycle =
    compensated === undefined || ctx.dailyLitres === undefined
      ? undefined
      : softenerCycle({
          resinFt3: resin,
          saltLbPerFt3: salt,
          dailyLitres: ctx.dailyLitres,
          compensated,
          reserve: ctx.schools.reserveDay,
        });
  if (capacityPerFt3(salt) === undefined)
    verdicts.push(
      stop("softener-salt", `salt setting ${salt} lb/ft³ is outside 6 to 15`, "Set 6 to 15 lb/ft³"),
    );
  const days = cycle?.daysBetween;
  const used = days === undefined ? undefined : intervalUsed(days, iron!);
  const interval = ((): Verdict => {
    if (missing.length > 0 || needDaily.length > 0)
      return unknown(
        "softener-interval",
        "the interval needs hardness, iron, manganese and the daily volume",
        [...missing, ...needDaily],
      );
    if (!cycle) return unknown("softener-interval", "the salt setting gives no capacity", []);
    if (days === undefined || used === undefined) return good("softener-interval", "nothing to remove");
    const level = intervalLevel(days, iron!, data.calendarOverride);
    if (level === "Stop")
      return stop(
        "softener-interval",
        "it would have to regenerate more than once a day",
        "Take more resin or more salt",
      );
    const capped = days > used;
    if (capped && !data.calendarOverride)
      return check(
        "softener-interval",
        `capacity lasts ${days} days, but this valve has no calendar override and the bed would foul`,
        "A valve with calendar override, or a smaller bed",
      );
    if (level === "Check")
      return check(
        "softener-interval",
        `every ${used} days; 3 to 14 is Good`,
        "The next size up, or more salt",
      );
    return good(
      "softener-interval",
      capped
        ? `every ${used} days by calendar; capacity would last ${days}`
        : `every ${used} days; 3 to 14 is Good`,
    );
  })();
  // Where nothing has to be removed, no salt is used.
  const perYear = !cycle
    ? undefined
    : used === undefined
      ? 0
      : saltPerYear(cycle.saltKgPerRegeneration, used);
  figures.push({
    id: "interval",
    label: "Days between regenerations",
    quantity: "plain",
    suffix: used === 1 ? "day" : "days",
    value: used,
    digits: 0,
    note: ctx.schools.reserveDay ? "one day in reserve" : "no reserve",
    verdict: interval,
    working: {
      school: "reserve",
      formula: ctx.schools.reserveDay
        ? "floor( (capacity × resin − load) ÷ load ), load = daily volume × compensated hardness"
        : "floor( capacity × resin ÷ load ), load = daily volume × compensated hardness",
      inputs: [
        {
          name: "capacity",
          value: capacityPerFt3(salt) ?? 0,
          quantity: "plain",
          suffix: "grains/ft³",
          from: { rule: `at ${salt} lb of salt per ft³` },
        },
        { name: "resin", value: resin, quantity: "plain", suffix: "ft³", from: { unit: ctx.model.code } },
        ...(cycle
          ? [
              {
                name: "load",
                value: cycle.loadGrainsPerDay,
                quantity: "plain" as const,
                suffix: "grains a day",
                from: { figure: "compensated" },
              },
            ]
          : []),
        ...(ctx.dailyLitres === undefined
          ? []
          : [
              {
                name: "daily volume",
                value: ctx.dailyLitres,
                quantity: "volume" as const,
                from: {
                  survey: ctx.facts.dailyLitres === undefined ? "household.persons" : "household.daily",
                },
              },
            ]),
      ],
      note:
        days !== undefined && used !== undefined && days > used
          ? `Capacity would last ${days} days; the valve regenerates after ${used} so that the bed does not foul.`
          : undefined,
    },
  });
  figures.push({
    id: "salt",
    label: "Salt in a year",
    quantity: "mass",
    value: perYear,
    digits: 0,
    working: {
      formula: "salt per regeneration × 365.25 ÷ interval",
      inputs: [
        ...(cycle
          ? [
              {
                name: "per regeneration",
                value: cycle.saltKgPerRegeneration,
                quantity: "mass" as const,
                from: { unit: ctx.model.code },
              },
            ]
          : []),
        ...(used
          ? [
              {
                name: "interval",
                value: used,
                quantity: "plain" as const,
                suffix: "days",
                from: { figure: "interval" },
              },
            ]
          : []),
      ],
    },
    verdict:
      perYear === undefined
        ? unknown("softener-salt-year", "follows from the interval", [...missing, ...needDaily])
        : undefined,
  });

  const regenerations =
    used === undefined || used <= 0 || !cycle
      ? undefined
      : (0.75 * data.saltTankKg * n) / cycle.saltKgPerRegeneration;
  if (regenerations !== undefined)
    figures.push({
      id: "saltLasts",
      label: "Salt lasts",
      quantity: "plain",
      suffix: "days",
      digits: 0,
      value: Math.floor(regenerations) * used!,
      note: "then a quarter is left in the tank",
      working: {
        formula: "whole regenerations from three quarters of the salt tank × interval",
        inputs: [
          { name: "salt tank", value: data.saltTankKg * n, quantity: "mass", from: { unit: ctx.model.code } },
          {
            name: "per regeneration",
            value: cycle!.saltKgPerRegeneration,
            quantity: "mass",
            from: { figure: "salt" },
          },
          { name: "interval", value: used!, quantity: "plain", suffix: "days", from: { figure: "interval" } },
        ],
      },
    });
  if (cycle)
    figures.push({
      id: "brineRefill",
      label: "Brine refill",
      quantity: "plain",
      suffix: "min",
      digits: 1,
      value: cycle.brineWaterL / n / data.refillFlow,
      note: `${print(cycle.brineWaterL / n, "volume", ctx.profile)} each`,
      working: {
        formula: "salt in lb ÷ 3 gal ÷ refill flow",
        inputs: [
          {
            name: "salt in one tank",
            value: cycle.saltKgPerRegeneration / n,
            quantity: "mass",
            from: { unit: ctx.model.code },
          },
          { name: "refill flow", value: data.refillFlow, quantity: "flow", from: { unit: ctx.model.code } },
        ],
      },
    });

  const perFt3 = (flow: number | undefined) => (flow === undefined ? undefined : flow / GPM / resin);
  const [continuous, peak] = [perFt3(ctx.continuous), perFt3(ctx.peak)];
  const say = (v: number) => v.toFixed(1);
  const flowVerdict = ((): Verdict => {
    if (continuous === undefined || peak === undefined)
      return unknown(
        "softener-flow",
        "the peak flow is not known",
        ["fixture.bathroomGroup"],
        "Count the fixtures",
      );
    const level = serviceFlowLevel(continuous, peak);
    if (level === "Stop")
      return stop(
        "softener-flow",
        `${say(continuous)} gpm/ft³ continuous, ${say(peak)} at peak; at most 7.5 and 15`,
        "More resin, or two in parallel",
      );
    if (level === "Check")
      return check(
        "softener-flow",
        `${say(continuous)} gpm/ft³ continuous, ${say(peak)} at peak; 5 and 10 are Good`,
        "The next size up",
      );
    return good(
      "softener-flow",
      `${say(continuous)} gpm/ft³ continuous, ${say(peak)} at peak; up to 5 and 10`,
    );
  })();
  figures.push({
    id: "serviceFlow",
    label: "Service flow at peak",
    quantity: "plain",
    suffix: "gpm/ft³",
    value: peak,
    digits: 1,
    verdict: flowVerdict,
    working: {
      formula: "peak flow ÷ resin",
      inputs: [
        ...(ctx.peak === undefined
          ? []
          : [{ name: "peak flow", value: ctx.peak, quantity: "flow" as const, from: { figure: "peak" } }]),
        { name: "resin", value: resin, quantity: "plain", suffix: "ft³", from: { unit: ctx.model.code } },
      ],
    },
  });

  const temperature = lower(ctx.water.temperature);
  const wash =
    temperature === undefined
      ? undefined
      : backwashFlow({ diameterMm: data.diameterMm, media: "resin", temperature });
  const gives = ctx.facts.wellYield ?? ctx.facts.flowing?.flow;
  figures.push({
    id: "backwash",
    label: "Backwash flow",
    quantity: "flow",
    value: wash,
    verdict:
      wash === undefined
        ? unknown("softener-backwash", "the water's temperature is not known", ["water.temperature"])
        : gives === undefined
          ? unknown(
              "softener-backwash",
              `needs ${print(wash, "flow", ctx.profile)}; what the site gives was not measured`,
              ["source.flowingAt"],
              "Measure a flowing pressure at a known flow",
            )
          : gives < wash
            ? check(
                "softener-backwash",
                `needs ${print(wash, "flow", ctx.profile)}; ${print(gives, "flow", ctx.profile)} was measured`,
                "Measure again at a higher flow, or take a narrower tank",
              )
            : good(
                "softener-backwash",
                `needs ${print(wash, "flow", ctx.profile)}; the site gave ${print(gives, "flow", ctx.profile)}`,
              ),
    working: {
      formula: "tank area × 12.2 m/h × µ(15 °C) ÷ µ(T)",
      inputs: [
        { name: "tank diameter", value: data.diameterMm, quantity: "length", from: { unit: ctx.model.code } },
        ...(temperature === undefined
          ? []
          : [
              {
                name: "temperature",
                value: temperature,
                quantity: "temperature" as const,
                from: { survey: "water.temperature" },
              },
            ]),
      ],
    },
  });
  const drain =
    ctx.facts.airGap === false
      ? stop(
          "softener-drain",
          "no air gap is possible at the drain",
          "Find a standpipe, sink or sump that leaves an air gap",
        )
      : ctx.facts.airGap === undefined
        ? unknown(
            "softener-drain",
            "whether the drain allows an air gap is not known",
            ["drain.airGap"],
            "Look at the drain",
          )
        : good("softener-drain", "the drain leaves an air gap");
  verdicts.push(
    cautioned(drain, "Never a direct connection to the sewer side. Local codes decide on brine discharge."),
  );
  if (hardness !== undefined)
    verdicts.push(
      cautioned(
        good(
          "softener-sodium",
          `adds about ${Math.round(sodiumAdded(hardness, Math.min(hardness, 17)))} mg/L of sodium`,
        ),
        "Keep one tap unsoftened for low-sodium diets, plants and fish.",
      ),
    );
  if (compensated !== undefined) cautions.push(`Set the valve to ${Math.ceil(compensated / 17.118061)} gpg.`);
  return { figures, verdicts, cautions };
}

/** Litres between regenerations of a manual unit (handbook 2). */
export function judgeManualSoftener(ctx: StationContext): StationJudgement {
  const grams = ctx.model.manual!.capacityGrams;
  const hardness = upper(totalHardness(ctx.water));
  const litres = hardness !== undefined && hardness > 0 ? manualLitres(grams, hardness) : undefined;
  const verdict =
    litres === undefined
      ? unknown("manual-litres", "hardness is not known", ["water.hardness"])
      : litres < 50 || litres > 500
        ? check(
            "manual-litres",
            `${print(litres, "volume", ctx.profile)} between regenerations is unusual; 50 to 500 L is expected`,
            "Check the hardness that was entered",
          )
        : good("manual-litres", `${print(litres, "volume", ctx.profile)} between regenerations`);
  return {
    verdicts: [],
    cautions: ["Cold supply only.", "Brine rests 60 min before use."],
    figures: [
      {
        id: "manualLitres",
        label: "Litres between regenerations",
        quantity: "volume",
        value: litres,
        digits: 0,
        verdict,
        working: {
          formula: "capacity × 1000 ÷ hardness",
          inputs: [
            {
              name: "capacity",
              value: grams,
              quantity: "plain",
              suffix: "g CaCO3",
              from: { unit: ctx.model.code },
            },
            ...(hardness === undefined
              ? []
              : [
                  {
                    name: "hardness",
                    value: hardness,
                    quantity: "hardness" as const,
                    from: { survey: "water.hardness" },
                  },
                ]),
          ],
        },
      },
    ],
  };
}
