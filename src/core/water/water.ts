import type { Measured } from "../units";

/** Presence of bacteria: `present` also stands for any counted number above zero. */
export type Presence = "present" | "absent";

/** Groups of organic compounds that carbon is sized for. */
export type Organic = "voc" | "pfas";

/**
 * Water at one place of the Line, in canonical units (mg/L; lead µg/L; hardness and alkalinity as CaCO3;
 * nitrate as NO3; uvt % per cm). A missing member is unknown.
 */
export interface Water {
  readonly hardness?: Measured;
  readonly calcium?: Measured;
  readonly magnesium?: Measured;
  readonly iron?: Measured;
  readonly ironForm?: "ferrous" | "ferric";
  readonly manganese?: Measured;
  readonly ph?: Measured;
  readonly alkalinity?: Measured;
  readonly tds?: Measured;
  readonly temperature?: Measured;
  readonly chlorine?: Measured;
  readonly chloramine?: Measured;
  readonly turbidity?: Measured;
  readonly tannin?: Measured;
  readonly uvt?: Measured;
  readonly sulphide?: Measured;
  readonly nitrate?: Measured;
  readonly lead?: Measured;
  readonly copper?: Measured;
  readonly coliform?: Presence;
  readonly ecoli?: Presence;
  readonly taste?: boolean;
  /** Organic compounds found; absent means not said. */
  readonly organics?: readonly Organic[];
  /** Sodium added by softening on the way here, mg/L. */
  readonly sodiumAdded?: number;
}

export type WaterKey = Exclude<
  keyof Water,
  "ironForm" | "coliform" | "ecoli" | "taste" | "organics" | "sodiumAdded"
>;
