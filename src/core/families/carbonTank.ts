import { z } from "../zod";
import { surfaceLoad, emptyBedContactTime } from "../treatment";
import { upper } from "../units";
import type { Verdict } from "../verdict";
import type { Water } from "../water";
import { listed, rule } from "../words";
import type { StationContext, StationJudgement } from "./context";
import { isKnownAbove } from "./effects";
import type { Family } from "./family";
import { input, known, type Figure } from "./figure";
import { COUNT_FIXTURES, PEAK_FIELDS, PEAK_UNKNOWN } from "./flow";
import { headFigures } from "./head";
import { figured, numberFigure, quantityFigure, yesNoFigure, type Frozen } from "./stated";

const volumes = (label: string) =>
  figured(z.number().positive(), { label: `Bed volumes, ${label}`, kind: "number" }).optional();

const carbonFigures = z.strictObject({
  mediaLitres: quantityFigure("Media", "volume"),
  diameterMm: quantityFigure("Tank diameter", "length"),
  catalytic: yesNoFigure("Catalytic"),
  /** Against chlorine of up to 1 mg/L. */
  bedVolumes: numberFigure("Bed volumes, chlorine"),
  /** Against what the unit states a life for beside chlorine. */
  bedVolumesFor: z
    .strictObject({ chloramine: volumes("chloramine"), voc: volumes("VOC"), pfas: volumes("PFAS") })
    .optional(),
});
export type CarbonData = Frozen<z.infer<typeof carbonFigures>>;
declare module "./unit" {
  interface UnitModel {
    readonly carbon?: CarbonData;
  }
}

export interface ContactTarget {
  readonly name: "chlorine" | "chloramine" | "VOC" | "PFAS";
  readonly good: number;
  /** Below this it is a Stop. */
  readonly check: number;
}
/** The longest contact time, min, that anything in the water asks of carbon at continuous flow (handbook 2, Carbon). */
export function contactTarget(water: Water): ContactTarget {
  if (water.organics?.includes("pfas")) return { name: "PFAS", good: 10, check: 10 };
  if (isKnownAbove(water.chloramine, 0.5)) return { name: "chloramine", good: 5, check: 3 };
  if (water.organics?.includes("voc")) return { name: "VOC", good: 5, check: 5 };
  return { name: "chlorine", good: 1.5, check: 1 };
}

const LARGER = "A larger tank, or two in parallel";
const WIDER = "A wider tank, or two in parallel";
/** Surface load at peak, m/h (handbook 2, Carbon). */
const LOAD_GOOD = 24.4;
const LOAD_MOST = 36;
const MOST_YEARS = 5;

interface ContactFacts {
  readonly continuous?: number;
  readonly peak?: number;
  readonly good?: number;
  readonly least?: number;
  readonly target?: string;
  /** Why it fell. */
  readonly why?: "noCatalyst" | "short" | "shortAtPeak";
}
const contact = rule<ContactFacts>("carbon-contact", {
  reason: ({ continuous, peak, good, least, target, why }, _say, level) => {
    if (level === "Unknown") return PEAK_UNKNOWN;
    if (why === "noCatalyst") return "chloramine needs catalytic carbon";
    const shown = `${continuous!.toFixed(1)} min at continuous flow, ${peak!.toFixed(1)} at peak`;
    if (level === "Stop") return `${shown}; at least ${least} for ${target}`;
    if (why === "short") return `${shown}; ${good} is Good for ${target}`;
    if (why === "shortAtPeak") return `${shown}; half of ${good} is wanted at peak`;
    return `${shown}; ${good} wanted for ${target}`;
  },
  remedy: ({ why }, _say, level) =>
    level === "Unknown" ? COUNT_FIXTURES : why === "noCatalyst" ? "A tank with catalytic carbon" : LARGER,
});
const load = rule<{ readonly load?: number }>("carbon-load", {
  reason: (f, say, level) => {
    if (f.load === undefined) return PEAK_UNKNOWN;
    const most = level === "Stop" ? LOAD_MOST : LOAD_GOOD;
    const shown = say.beside(f.load, most, "surfaceLoad");
    const limit = say.of(most, "surfaceLoad");
    if (level === "Stop") return `${shown} at peak; at most ${limit}`;
    return level === "Check" ? `${shown} at peak; ${limit} is Good` : `${shown} at peak; up to ${limit}`;
  },
  remedy: (f) => (f.load === undefined ? COUNT_FIXTURES : WIDER),
});
const life = rule<{ readonly unstated: readonly string[] }>("carbon-life", {
  reason: ({ unstated }) =>
    unstated.length > 0
      ? `the unit states no life against ${listed(unstated.map((o) => (o === "chloramine" ? o : o.toUpperCase())))}`
      : "needs chlorine and the daily volume",
  remedy: () => "Test or measure it",
});

function judgeContact(
  ctx: StationContext,
  continuous: number | undefined,
  peak: number | undefined,
): Verdict {
  if (continuous === undefined || peak === undefined) return contact.unknown({}, PEAK_FIELDS);
  if (isKnownAbove(ctx.water.chloramine, 0.5) && !ctx.model.carbon!.catalytic)
    return contact.stop({ why: "noCatalyst" });
  const { name: target, good, check: least } = contactTarget(ctx.water);
  const facts = { continuous, peak, good, least, target };
  if (continuous < least) return contact.stop(facts);
  if (continuous < good) return contact.check({ ...facts, why: "short" });
  if (peak < good / 2) return contact.check({ ...facts, why: "shortAtPeak" });
  return contact.good(facts);
}

function contactFigure(
  ctx: StationContext,
  continuousFlow: number | undefined,
  peakFlow: number | undefined,
): Figure {
  const { mediaLitres } = ctx.model.carbon!;
  const n = ctx.unit.parallel;
  const minutes = (flow: number | undefined) => (flow ? emptyBedContactTime(mediaLitres, flow) : undefined);
  const [continuous, peak] = [minutes(continuousFlow), minutes(peakFlow)];
  return {
    id: "ebct",
    label: "Contact time",
    quantity: "plain",
    suffix: "min",
    value: continuous,
    digits: 1,
    note: peak === undefined ? undefined : `${peak.toFixed(1)} min at peak`,
    verdict: judgeContact(ctx, continuous, peak),
    working: {
      formula: "media volume ÷ continuous flow",
      inputs: known([
        input("media volume", mediaLitres, "volume", { unit: ctx.model.code }),
        input(n > 1 ? `continuous flow, one of ${n}` : "continuous flow", continuousFlow, "flow", {
          figure: "continuous",
        }),
      ]),
    },
  };
}

function loadFigure(ctx: StationContext, peakFlow: number | undefined): Figure {
  const { diameterMm } = ctx.model.carbon!;
  const value = peakFlow === undefined ? undefined : surfaceLoad(diameterMm, peakFlow);
  return {
    id: "surfaceLoad",
    label: "Surface load at peak",
    quantity: "surfaceLoad",
    value,
    verdict:
      value === undefined
        ? load.unknown({}, PEAK_FIELDS)
        : load.at(value > LOAD_MOST ? "Stop" : value > LOAD_GOOD ? "Check" : "Good", { load: value }),
    working: {
      formula: "peak flow ÷ tank area",
      inputs: known([
        input("tank diameter", diameterMm, "length", { unit: ctx.model.code }),
        input("peak flow", peakFlow, "flow", { figure: "peak" }),
      ]),
    },
  };
}

function lifeFigure(ctx: StationContext): Figure {
  const data = ctx.model.carbon!;
  const media = data.mediaLitres * ctx.unit.parallel;
  const chlorine = upper(ctx.water.chlorine);
  const others = [
    ...(isKnownAbove(ctx.water.chloramine, 0.5) ? (["chloramine"] as const) : []),
    ...(ctx.water.organics ?? []),
  ];
  const unstated = others.filter((o) => data.bedVolumesFor?.[o] === undefined);
  const volumesLeft = [
    chlorine === undefined ? Infinity : data.bedVolumes / Math.max(1, chlorine),
    ...others.map((o) => data.bedVolumesFor?.[o] ?? Infinity),
  ];
  const litres = chlorine === undefined || unstated.length > 0 ? undefined : media * Math.min(...volumesLeft);
  const years =
    litres !== undefined && ctx.dailyLitres
      ? Math.min(MOST_YEARS, litres / ctx.dailyLitres / 365.25)
      : undefined;
  const missing = [
    ...(chlorine === undefined ? ["water.chlorine"] : []),
    ...(ctx.dailyLitres === undefined ? ["household.persons"] : []),
  ];
  return {
    id: "carbonLife",
    label: "Media life",
    quantity: "plain",
    suffix: "years",
    value: years,
    digits: 1,
    note: years === MOST_YEARS ? "changed at five years at the latest" : undefined,
    verdict: years === undefined ? life.unknown({ unstated }, missing) : undefined,
    working: {
      formula: "media volume × bed volumes ÷ max(1, chlorine) ÷ daily volume, at most 5 years",
      inputs: known([
        input("media volume", media, "volume", { unit: ctx.model.code }),
        input("bed volumes", data.bedVolumes, "plain", { unit: ctx.model.code }),
        input("chlorine", chlorine, "concentration", { survey: "water.chlorine" }),
      ]),
    },
  };
}

/** Contact time, surface load and life of a carbon tank (handbook 2, Carbon). */
function judge(ctx: StationContext): StationJudgement {
  const each = (flow: number | undefined) => (flow === undefined ? undefined : flow / ctx.unit.parallel);
  const [continuous, peak] = [each(ctx.continuous), each(ctx.peak)];
  return {
    figures: [contactFigure(ctx, continuous, peak), loadFigure(ctx, peak), lifeFigure(ctx)],
    verdicts: [],
    cautions: ["Soak the carbon 48 h before any flow; fines leave only at a trickle."],
  };
}

/** A tank of loose carbon without a backwash valve. */
export const carbonTank: Family = {
  id: "carbonTank",
  label: "Carbon tank",
  figures: { carbon: carbonFigures, head: headFigures.optional() },
  judge,
  rules: [contact, load, life],
  connects: () => "line",
  rig: { media: true, flushed: true, gentle: "quarter" },
  shape: "vessel",
  onFloor: true,
  service: [{ what: "Change the carbon", when: "3 to 5 years" }],
  told: [],
  propose: { sizedByFlow: true },
};
