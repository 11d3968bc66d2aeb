import { print, upper } from "../units";
import { lossCurve, unitLoss } from "../plumbing";
import { cautioned, check, good, stop, unknown, type Verdict } from "../verdict";
import type { StationContext, StationJudgement } from "./context";
import type { Figure } from "./figure";
import type { Water } from "../water";
import { isFineStage, isKnownAbove } from "./effects";
import { emptyBedContactTime, surfaceLoad, uvFlowLimit } from "./vessels";

const noPeak = (rule: string): Verdict =>
  unknown(rule, "the peak flow is not known", ["fixture.bathroomGroup"], "Count the fixtures");

export interface ContactTarget {
  readonly name: "chlorine" | "chloramine" | "VOC" | "PFAS";
  readonly good: number;
  /** Below this it is a Stop. */ readonly check: number;
}
/** The longest contact time, min, that anything in the water asks of carbon at continuous flow (handbook 2, Carbon). */
export function contactTarget(water: Water): ContactTarget {
  if (water.organics?.includes("pfas")) return { name: "PFAS", good: 10, check: 10 };
  if (isKnownAbove(water.chloramine, 0.5)) return { name: "chloramine", good: 5, check: 3 };
  if (water.organics?.includes("voc")) return { name: "VOC", good: 5, check: 5 };
  return { name: "chlorine", good: 1.5, check: 1 };
}

/** Contact time, surface load and life of a carbon tank (handbook 2, Carbon). */
export function judgeCarbonTank(ctx: StationContext): StationJudgement {
  const data = ctx.model.carbon!;
  const n = ctx.unit.parallel;
  const chloramine = isKnownAbove(ctx.water.chloramine, 0.5);
  const target = contactTarget(ctx.water);
  const figures: Figure[] = [];
  const verdicts: Verdict[] = [];
  const flows = {
    continuous: ctx.continuous === undefined ? undefined : ctx.continuous / n,
    peak: ctx.peak === undefined ? undefined : ctx.peak / n,
  };
  const ebct = flows.continuous ? emptyBedContactTime(data.mediaLitres, flows.continuous) : undefined;
  const ebctPeak = flows.peak ? emptyBedContactTime(data.mediaLitres, flows.peak) : undefined;
  const verdict = ((): Verdict => {
    if (ebct === undefined || ebctPeak === undefined) return noPeak("carbon-contact");
    const shown = `${ebct.toFixed(1)} min at continuous flow, ${ebctPeak.toFixed(1)} at peak`;
    if (chloramine && !data.catalytic)
      return stop("carbon-contact", "chloramine needs catalytic carbon", "A tank with catalytic carbon");
    if (ebct < target.check)
      return stop(
        "carbon-contact",
        `${shown}; at least ${target.check} for ${target.name}`,
        "A larger tank, or two in parallel",
      );
    if (ebct < target.good)
      return check(
        "carbon-contact",
        `${shown}; ${target.good} is Good for ${target.name}`,
        "A larger tank, or two in parallel",
      );
    if (ebctPeak < target.good / 2)
      return check(
        "carbon-contact",
        `${shown}; half of ${target.good} is wanted at peak`,
        "A larger tank, or two in parallel",
      );
    return good("carbon-contact", `${shown}; ${target.good} wanted for ${target.name}`);
  })();
  figures.push({
    id: "ebct",
    label: "Contact time",
    quantity: "plain",
    suffix: "min",
    value: ebct,
    digits: 1,
    note: ebctPeak === undefined ? undefined : `${ebctPeak.toFixed(1)} min at peak`,
    verdict,
    working: {
      formula: "media volume ÷ continuous flow",
      inputs: [
        { name: "media volume", value: data.mediaLitres, quantity: "volume", from: { unit: ctx.model.code } },
        ...(flows.continuous === undefined
          ? []
          : [
              {
                name: n > 1 ? `continuous flow, one of ${n}` : "continuous flow",
                value: flows.continuous,
                quantity: "flow" as const,
                from: { figure: "continuous" },
              },
            ]),
      ],
    },
  });
  const sayLoad = (v: number) => print(v, "surfaceLoad", ctx.profile);
  const load = flows.peak === undefined ? undefined : surfaceLoad(data.diameterMm, flows.peak);
  figures.push({
    id: "surfaceLoad",
    label: "Surface load at peak",
    quantity: "surfaceLoad",
    value: load,
    verdict:
      load === undefined
        ? noPeak("carbon-load")
        : load > 36
          ? stop(
              "carbon-load",
              `${sayLoad(load)} at peak; at most ${sayLoad(36)}`,
              "A wider tank, or two in parallel",
            )
          : load > 24.4
            ? check(
                "carbon-load",
                `${sayLoad(load)} at peak; ${sayLoad(24.4)} is Good`,
                "A wider tank, or two in parallel",
              )
            : good("carbon-load", `${sayLoad(load)} at peak; up to ${sayLoad(24.4)}`),
    working: {
      formula: "peak flow ÷ tank area",
      inputs: [
        { name: "tank diameter", value: data.diameterMm, quantity: "length", from: { unit: ctx.model.code } },
        ...(flows.peak === undefined
          ? []
          : [{ name: "peak flow", value: flows.peak, quantity: "flow" as const, from: { figure: "peak" } }]),
      ],
    },
  });
  const chlorine = upper(ctx.water.chlorine);
  const others = [...(chloramine ? ["chloramine" as const] : []), ...(ctx.water.organics ?? [])];
  const unstated = others.filter((o) => data.bedVolumesFor?.[o] === undefined);
  const volumes = [
    ...(chlorine === undefined ? [] : [data.bedVolumes / Math.max(1, chlorine)]),
    ...others.map((o) => data.bedVolumesFor?.[o] ?? Infinity),
  ];
  const life =
    chlorine === undefined || unstated.length > 0 ? undefined : data.mediaLitres * n * Math.min(...volumes);
  const years =
    life !== undefined && ctx.dailyLitres ? Math.min(5, life / ctx.dailyLitres / 365.25) : undefined;
  figures.push({
    id: "carbonLife",
    label: "Media life",
    quantity: "plain",
    suffix: "years",
    value: years,
    digits: 1,
    note: years === 5 ? "changed at five years at the latest" : undefined,
    verdict:
      years === undefined
        ? unknown(
            "carbon-life",
            unstated.length > 0
              ? `the unit states no life against ${unstated.map((o) => (o === "chloramine" ? o : o.toUpperCase())).join(" and ")}`
              : "needs chlorine and the daily volume",
            [
              ...(chlorine === undefined ? ["water.chlorine"] : []),
              ...(ctx.dailyLitres === undefined ? ["household.persons"] : []),
            ],
          )
        : undefined,
    working: {
      formula: "media volume × bed volumes ÷ max(1, chlorine) ÷ daily volume, at most 5 years",
      inputs: [
        {
          name: "media volume",
          value: data.mediaLitres * n,
          quantity: "volume",
          from: { unit: ctx.model.code },
        },
        { name: "bed volumes", value: data.bedVolumes, quantity: "plain", from: { unit: ctx.model.code } },
        ...(chlorine === undefined
          ? []
          : [
              {
                name: "chlorine",
                value: chlorine,
                quantity: "concentration" as const,
                from: { survey: "water.chlorine" },
              },
            ]),
      ],
    },
  });
  return {
    figures,
    verdicts,
    cautions: ["Soak the carbon 48 h before any flow; fines leave only at a trickle."],
  };
}

/** Rated flow against peak, and the clean loss at peak, for cartridges, conditioners and other flow-rated units. */
export function judgeRatedFlow(ctx: StationContext): StationJudgement {
  const each = ctx.peak === undefined ? undefined : ctx.peak / ctx.unit.parallel;
  const rated = ctx.model.ratedFlow;
  const say = (v: number) => print(v, "flow", ctx.profile);
  const verdict = ((): Verdict => {
    if (rated === undefined)
      return unknown(
        "rated-flow",
        "the unit states no flow in L/min; bathrooms or people are no flow",
        [],
        "Enter the unit's rated flow in the catalogue",
      );
    if (each === undefined) return noPeak("rated-flow");
    return rated >= each
      ? good("rated-flow", `rated ${say(rated)}, peak ${say(each)}`)
      : stop(
          "rated-flow",
          `rated ${say(rated)}, but ${say(each)} at peak`,
          "A larger unit, or two in parallel",
        );
  })();
  const loss = each === undefined ? undefined : unitLoss(lossCurve(ctx.model.lossPoints), each);
  return {
    verdicts: [],
    cautions: [],
    figures: [
      {
        id: "ratedFlow",
        label: "Rated flow",
        quantity: "flow",
        value: rated,
        verdict,
        working: {
          formula: "rated flow ≥ peak flow through one unit",
          inputs: [
            ...(each === undefined
              ? []
              : [{ name: "peak flow", value: each, quantity: "flow" as const, from: { figure: "peak" } }]),
            ...(rated === undefined
              ? []
              : [{ name: "rated", value: rated, quantity: "flow" as const, from: { unit: ctx.model.code } }]),
          ],
        },
      },
      {
        id: "cleanLoss",
        label: "Loss at peak, clean",
        quantity: "pressure",
        value: loss,
        verdict: loss === undefined ? noPeak("clean-loss") : undefined,
        working: {
          formula: "a·Q + b·Q² through the rated points",
          inputs:
            each === undefined
              ? []
              : [{ name: "peak flow", value: each, quantity: "flow", from: { figure: "peak" } }],
        },
      },
    ],
  };
}

/** Site flow limit of a UV chamber, its place and its pre-treatment (handbook 2, UV). */
export function judgeUv(ctx: StationContext): StationJudgement {
  const data = ctx.model.uv!;
  const n = ctx.unit.parallel;
  const uvt =
    ctx.water.uvt?.is === "value"
      ? ctx.water.uvt.value
      : ctx.water.uvt?.is === "range"
        ? ctx.water.uvt.low
        : undefined;
  const byFormula = uvt === undefined ? undefined : uvFlowLimit({ ...data, uvt, ratedDose: data.dose });
  const limit = byFormula === undefined ? undefined : Math.min(byFormula, data.maxFlow ?? data.ratedFlow) * n;
  const say = (v: number) => print(v, "flow", ctx.profile);
  const verdict = ((): Verdict => {
    if (limit === undefined) return unknown("uv-flow", "UV transmittance is not known", ["water.uvt"]);
    if (ctx.peak === undefined) return noPeak("uv-flow");
    if (limit >= ctx.peak * 1.1)
      return good("uv-flow", `${say(limit)} can be disinfected, peak ${say(ctx.peak)}`);
    if (limit >= ctx.peak)
      return check(
        "uv-flow",
        `${say(limit)} can be disinfected, peak ${say(ctx.peak)}: less than a tenth to spare`,
        "A larger chamber, or a flow restrictor",
      );
    return stop(
      "uv-flow",
      `${say(limit)} can be disinfected, but ${say(ctx.peak)} flows at peak`,
      `A flow restrictor at ${say(limit)}, a larger chamber, or two in parallel`,
    );
  })();
  const verdicts: Verdict[] = [];
  const lastSediment = ctx.upstream.findLastIndex(isFineStage);
  const between = lastSediment === -1 ? [] : ctx.upstream.slice(lastSediment + 1);
  if (isFineStage(ctx.model)) verdicts.push(good("uv-prefilter", "the rack's own 5 µm stage stands ahead"));
  else if (lastSediment === -1)
    verdicts.push(
      stop(
        "uv-prefilter",
        "no 5 µm stage ahead of the chamber",
        "Put a 5 µm housing, 4½ × 20 in, directly before it",
      ),
    );
  else if (between.some((m) => !m.effects.includes("carbon") && !m.effects.includes("catalyticCarbon")))
    verdicts.push(
      stop(
        "uv-prefilter",
        `${between.map((m) => m.code).join(", ")} stands between the 5 µm stage and the chamber`,
        "Move the 5 µm stage directly before the chamber; at most carbon may stand between",
      ),
    );
  else verdicts.push(good("uv-prefilter", "a 5 µm stage stands ahead"));
  const power =
    ctx.facts.groundFault === false
      ? check(
          "uv-power",
          "the outlet has no ground-fault protection",
          "A protected outlet and a surge protector",
        )
      : ctx.facts.groundFault === undefined
        ? unknown("uv-power", "the outlet's protection is not known", ["power.outlet"], "Look at the outlet")
        : good("uv-power", "the outlet is ground-fault protected; a surge protector belongs to it");
  verdicts.push(
    cautioned(power, "Plugs above and away from pipes. Work on mains voltage belongs to licensed people."),
  );
  return {
    verdicts,
    cautions: ["In service only after the pipework behind it was disinfected and the contact time ran."],
    figures: [
      {
        id: "uvLimit",
        label: "UV flow limit here",
        quantity: "flow",
        value: limit,
        verdict: cautioned(verdict, "UV-C burns eyes and skin: never power a lamp outside its chamber."),
        working: {
          formula:
            "rated flow × f(UVT) ÷ f(rated UVT) × age factor, f = (1 − T^d) ÷ (−d·ln T), at most the unit's maximum",
          inputs: [
            { name: "rated flow", value: data.ratedFlow, quantity: "flow", from: { unit: ctx.model.code } },
            ...(uvt === undefined
              ? []
              : [
                  {
                    name: "UVT here",
                    value: uvt,
                    quantity: "transmittance" as const,
                    from: { survey: "water.uvt" },
                  },
                ]),
            {
              name: "rated UVT",
              value: data.ratedUvt,
              quantity: "transmittance",
              from: { unit: ctx.model.code },
            },
            {
              name: "water layer d",
              value: data.layerCm,
              quantity: "plain",
              suffix: "cm",
              from: { unit: ctx.model.code },
            },
            {
              name: "age factor",
              value: data.endOfLife ? 1 : 0.7,
              quantity: "plain",
              from: { rule: "1 when rated at the end of lamp life, else 0.7" },
            },
          ],
        },
      },
    ],
  };
}
