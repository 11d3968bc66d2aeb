import type { DemandTables, SiteFacts } from "../site";
import type { Verdict } from "../verdict";
import type { Water } from "../water";
import type { Text } from "../words";
import type { Figure } from "./figure";
import type { DesignUnit, Placement, UnitModel } from "./unit";

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
  /** How a train can be passed by where the job does not say. */
  readonly arrangement: "threeValve" | "heads" | "none";
  /** A lamp goes before its water where the unit does not say. */
  readonly lampFirst: boolean;
}

/** A pump that lifts a feed. Pressures in kPa. */
export interface Pump {
  readonly boost: number;
  readonly setPoint: number;
  readonly minInlet: number;
}

/** What units ahead on the same branch hand on to those behind them. */
export interface BranchFacts {
  /** Discharge of a booster that stands ahead, with its pump. */
  readonly booster?: Pump;
  /** Pressure in the tank of an RO that stands ahead, when it is full, kPa. */
  readonly tankFull?: number;
}

/** What a unit's own judgement needs: the water and pressure as they arrive, and the flows. */
export interface StationContext extends BranchFacts {
  readonly unit: DesignUnit;
  readonly model: UnitModel;
  readonly placement: Placement;
  readonly upstream: readonly UnitModel[];
  readonly water: Water;
  readonly peak?: number;
  readonly continuous?: number;
  readonly dailyLitres?: number;
  /** kPa at the unit's inlet while the house draws its continuous flow, before any height of its own. */
  readonly pressure?: number;
  /** Height above the gauge at the main, m; unknown on a branch where nobody measured it. */
  readonly rise?: number;
  /** L/min that a restrictor ahead lets through at most. */
  readonly held?: number;
  /** Flow of a fixture when open, L/min. */
  readonly openFlow: DemandTables["openFlow"];
  readonly pressureAssumed: boolean;
  readonly facts: SiteFacts;
  readonly schools: TrainSchools;
}

export interface StationJudgement {
  readonly figures: readonly Figure[];
  readonly verdicts: readonly Verdict[];
  readonly cautions: readonly (string | Text)[];
  /** Feed limits judged elsewhere than at the inlet, e.g. behind a unit's own pre-filters. */
  readonly limitWater?: Water;
  /** What it hands on to units behind it on its branch. */
  readonly handsOn?: BranchFacts;
}
