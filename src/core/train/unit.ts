import type { BypassHead } from "../rig";

/** Families of chapter 1's table, split where the judgement differs. */
export type Family =
  | "ro" | "cartridge" | "carbonTank" | "conditioner" | "scaleControl" | "softener" | "manualSoftener" | "uv" | "uvPoint" | "pointFilter" | "booster" | "iceMaker" | "leakStop";

export interface RoData {
  /** Permeate at rated pressure, 25 °C, no back pressure: L/min. */
  readonly permeate: number;
  readonly pressure: number;
  readonly tds: number;
  readonly recovery: number;
  /** The restrictor's own flow at rated pressure, L/min; when missing it is taken from the recovery and marked assumed. */
  readonly concentrate?: number;
  readonly rejection: number;
  readonly preLoss: number;
  readonly maxRecovery: number;
  readonly minFeed: number;
  readonly maxFeed: number;
  readonly wasteRatio: number;
  readonly tank?: { readonly totalLitres: number; readonly precharge: number };
  readonly permeatePump?: boolean;
  /** Share of the feed at which its shut-off closes without a pump; absent means 0.67. */
  readonly shutOff?: number;
  /** Minutes of the first rinse to the faucet, and tanks (or reservoirs) to discard. */
  readonly rinseMinutes?: number;
  readonly discards?: number;
  readonly carbonStages: number;
}

export interface SoftenerData { readonly resinFt3: number; readonly saltLbPerFt3: number; readonly saltTankKg: number; readonly refillFlow: number; readonly calendarOverride: boolean; readonly diameterMm: number }
export interface UvData { readonly ratedFlow: number; readonly maxFlow?: number; readonly ratedUvt: number; readonly layerCm: number; readonly endOfLife: boolean; readonly dose: number; readonly minUvt: number; readonly lampFirst: boolean }
export interface CarbonData { readonly mediaLitres: number; readonly diameterMm: number; readonly catalytic: boolean; /** Against chlorine of up to 1 mg/L. */ readonly bedVolumes: number; /** Against what the unit states a life for beside chlorine. */ readonly bedVolumesFor?: Readonly<Partial<Record<"chloramine" | "voc" | "pfas", number>>> }
export interface BoosterData { readonly boost: number; readonly setPoint: number; readonly minInlet: number }

/** A unit model's figures, canonical units. Sub-records are present where the family needs them. */
export interface UnitModel {
  readonly code: string;
  /** Absent means the first. */
  readonly version?: number;
  readonly name: string;
  readonly family: Family;
  readonly variant: string;
  /** Drinking-water units hang on a branch; the others stand in the house's line. */
  readonly branch: boolean;
  /** Largest continuous flow the maker allows, L/min; absent means unknown. */
  readonly ratedFlow?: number;
  /** Rated pressure losses: flow L/min, loss kPa. */
  readonly lossPoints: readonly (readonly [number, number])[];
  readonly maxPressure?: number;
  readonly microns?: number;
  readonly effects: readonly ("sediment" | "carbon" | "catalyticCarbon" | "softening" | "scaleControl" | "ultraviolet" | "reverseOsmosis" | "pressure" | "minerals" | "delivery" | "protection")[];
  /** In the company's currency, without labour; yearly: cartridges, lamps, media, but neither salt nor water. */
  readonly cost: { readonly parts: number; readonly yearly: number };
  readonly massFullKg: number;
  /** Water it holds, L; absent means unknown. */
  readonly waterL?: number;
  /** The most that its valve may be open while it fills, where the unit says so. */
  readonly fill?: "quarter" | "half" | "open";
  /** Its own bypass, where it has one: how the handles stand in each position. */
  readonly head?: BypassHead;
  readonly power: boolean;
  /** What is written down by number at installation. */
  readonly serials: readonly { readonly id: string; readonly label: string }[];
  readonly recipes: readonly string[];
  readonly ro?: RoData;
  readonly softener?: SoftenerData;
  readonly uv?: UvData;
  readonly carbon?: CarbonData;
  readonly booster?: BoosterData;
  readonly manual?: { readonly capacityGrams: number };
  /** Ice maker: the least pressure its valve opens at, kPa; absent where it states none. */
  readonly iceMaker?: { readonly minPressure?: number };
  /** What a design may say against a unit's own figure, e.g. a stricter limit. */
  readonly limits?: Readonly<Partial<Record<string, number>>>;
}

/** One unit as placed in a design. */
export interface DesignUnit {
  readonly key: string;
  readonly model: string;
  /** Which version of the model's figures; absent means the first. */
  readonly version?: number;
  /** Equal units side by side sharing the flow. */
  readonly parallel: number;
  /** Height above the gauge at the main, m; absent means unknown. */
  readonly riseM?: number;
  readonly saltLbPerFt3?: number;
  readonly place?: string;
}
