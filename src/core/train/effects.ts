import { lower, mapMeasured, upper, type Measured } from "../units";
import { totalHardness, type Water } from "../water";
import { sodiumAdded } from "./softener";
import type { UnitModel } from "./unit";
import { chloramineRemoved, chlorineRemoved, emptyBedContactTime } from "./vessels";

const SOFTENED_TO = 17;
const SEDIMENT_TO = 1;
/** Each carbon cartridge stage ahead of a membrane takes at least this share of chlorine. */
const CARTRIDGE_CARBON = 0.95;

const removing = (m: Measured | undefined, share: number): Measured | undefined =>
  m ? mapMeasured(m, (n) => n * (1 - share)) : undefined;
/** A step that sets a level makes it known; `min(in, level)` of an unknown is at most the level. */
const atMost = (m: Measured | undefined, level: number): Measured => {
  if (!m || m.is === "notDetected") return { is: "range", low: 0, high: level };
  return mapMeasured(m, (n) => Math.min(n, level));
};

/**
 * Water after a unit (handbook 2, What a unit does to the water). `flow` is the flow through one vessel at continuous use, L/min;
 * without it a contact-time unit's effect on what it adsorbs stays unknown.
 */
export function waterAfter(model: UnitModel, water: Water, flow: number | undefined): Water {
  let out: { -readonly [K in keyof Water]: Water[K] } = { ...water };
  for (const effect of model.effects) {
    switch (effect) {
      case "sediment":
        if (isFineStage(model)) {
          out.turbidity = atMost(out.turbidity, SEDIMENT_TO);
          if (out.ironForm === "ferric") out.iron = removing(out.iron, 0.8);
        }
        break;
      case "carbon":
      case "catalyticCarbon": {
        if (model.carbon) {
          const ebct = flow && flow > 0 ? emptyBedContactTime(model.carbon.mediaLitres, flow) : undefined;
          out.chlorine = ebct === undefined ? undefined : removing(out.chlorine, chlorineRemoved(ebct));
          if (model.carbon.catalytic)
            out.chloramine =
              ebct === undefined ? undefined : removing(out.chloramine, chloramineRemoved(ebct));
        } else out.chlorine = removing(out.chlorine, CARTRIDGE_CARBON);
        if (out.taste) out.taste = false;
        break;
      }
      case "softening": {
        const before = totalHardness(out);
        const after = atMost(before, SOFTENED_TO);
        const [high, highAfter] = [upper(before), upper(after)];
        if (high !== undefined && highAfter !== undefined)
          out.sodiumAdded = (out.sodiumAdded ?? 0) + sodiumAdded(high, highAfter);
        out = { ...out, hardness: after, calcium: undefined, magnesium: undefined };
        if (out.ironForm !== "ferric") out.iron = removing(out.iron, 0.95);
        break;
      }
      case "reverseOsmosis": {
        const share = model.ro?.rejection ?? 0.95;
        const hardness = totalHardness(out);
        out = {
          ...out,
          hardness: removing(hardness, share),
          calcium: undefined,
          magnesium: undefined,
          tds: removing(out.tds, share),
          lead: removing(out.lead, share),
          nitrate: removing(out.nitrate, 0.85),
        };
        break;
      }
      case "scaleControl":
      case "ultraviolet":
      case "pressure":
      case "minerals":
      case "delivery":
      case "protection":
        break;
    }
  }
  return out;
}

/** The feed as a membrane meets it behind the unit's own pre-filters: 5 µm sediment and its carbon stages in series. */
export function behindPreFilters(water: Water, carbonStages: number): Water {
  let chlorine = water.chlorine;
  for (let i = 0; i < carbonStages; i += 1) chlorine = removing(chlorine, CARTRIDGE_CARBON);
  return {
    ...water,
    chlorine,
    turbidity: atMost(water.turbidity, SEDIMENT_TO),
    iron: water.ironForm === "ferric" ? removing(water.iron, 0.8) : water.iron,
  };
}

/** A sediment stage of 5 µm or finer. */
export const isFineStage = (m: UnitModel): boolean =>
  m.effects.includes("sediment") && (m.microns ?? Infinity) <= 5;

/** What a wall of the Line tells of the water behind a unit, in the order of the strongest mark. */
export type LineMark = "raw" | "filtered" | "softened" | "disinfected" | "permeate";
export function markAfter(model: UnitModel, before: LineMark): LineMark {
  if (model.effects.includes("reverseOsmosis")) return "permeate";
  if (model.effects.includes("ultraviolet")) return "disinfected";
  if (model.effects.includes("softening")) return "softened";
  if (before === "raw" && model.effects.some((e) => e !== "pressure" && e !== "minerals")) return "filtered";
  return before;
}

export const isKnownAtMost = (m: Measured | undefined, limit: number): boolean =>
  m !== undefined && (upper(m) ?? Infinity) <= limit;
export const isKnownAbove = (m: Measured | undefined, limit: number): boolean =>
  m !== undefined && (lower(m) ?? -Infinity) > limit;
