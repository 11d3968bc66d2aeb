import type { SiteFacts } from "../site";
import type { UnitSystem } from "../units";
import type { Water } from "../water";
import type { Figure } from "./figure";
import type { LimitRow } from "./limits";
import type { DesignUnit, UnitModel } from "./unit";
import type { Verdict } from "../verdict";

/** The schools a judgement depends on; company default with the job's own choice over it. */
export interface TrainSchools {
  readonly ironGpg: number;
  readonly reserveDay: boolean;
  readonly litresPerDrinker: number;
  readonly peak: "larger" | "fixtureUnits" | "together";
  readonly order: "disinfectant" | "carbon" | "softener";
  /** Tank valve open during the first start: one discard more. */
  readonly tankOpen: boolean;
  /** Minutes of the first rinse where the unit does not say. */
  readonly roRinseMinutes: number;
  /** Tanks to discard where the unit does not say. */
  readonly roDiscards: number;
}

/** What a unit's own judgement needs: the water and pressure as they arrive, and the flows. */
export interface StationContext {
  readonly unit: DesignUnit;
  readonly model: UnitModel;
  readonly upstream: readonly UnitModel[];
  readonly water: Water;
  readonly peak?: number;
  readonly continuous?: number;
  readonly dailyLitres?: number;
  /** kPa at the unit's inlet while the house draws its continuous flow, before any height of its own. */
  readonly pressure?: number;
  readonly pressureAssumed: boolean;
  /** Discharge of a booster that stands ahead on the same branch, with its pump. */
  readonly booster?: { readonly boost: number; readonly setPoint: number; readonly minInlet: number };
  /** Pressure in the tank of an RO that stands ahead on the same branch, when it is full, kPa. */
  readonly tankFull?: number;
  readonly facts: SiteFacts;
  readonly schools: TrainSchools;
  readonly profile: UnitSystem;
}

export interface StationJudgement {
  readonly figures: readonly Figure[];
  readonly verdicts: readonly Verdict[];
  readonly cautions: readonly string[];
  /** Feed limits judged elsewhere than at the inlet, e.g. behind a unit's own pre-filters. */ readonly limitWater?: Water;
}
export type { LimitRow };
