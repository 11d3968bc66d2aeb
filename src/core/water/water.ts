import type { Measured, Quantity } from "../units";

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
  readonly sodium?: Measured;
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

export interface WaterValue {
  readonly label: string;
  readonly quantity: Quantity;
  /** What "not detected" by the usual method is below (handbook 2: "H2S 0"). */
  readonly notDetectedBelow?: number;
}
/** Every value of a water test that is a number: what it is called and what it is measured in. */
export const waterValues: Readonly<Record<WaterKey, WaterValue>> = {
  hardness: { label: "Hardness", quantity: "hardness" },
  calcium: { label: "Calcium", quantity: "concentration" },
  magnesium: { label: "Magnesium", quantity: "concentration" },
  iron: { label: "Iron", quantity: "concentration" },
  manganese: { label: "Manganese", quantity: "concentration" },
  ph: { label: "pH", quantity: "ph" },
  alkalinity: { label: "Alkalinity", quantity: "alkalinity" },
  tds: { label: "Dissolved solids", quantity: "concentration" },
  temperature: { label: "Temperature", quantity: "temperature" },
  chlorine: { label: "Free chlorine", quantity: "concentration" },
  chloramine: { label: "Chloramine", quantity: "concentration" },
  turbidity: { label: "Turbidity", quantity: "turbidity" },
  tannin: { label: "Tannin", quantity: "concentration" },
  uvt: { label: "UV transmittance", quantity: "transmittance" },
  sulphide: { label: "Hydrogen sulphide", quantity: "concentration", notDetectedBelow: 0.05 },
  nitrate: { label: "Nitrate as NO3", quantity: "concentration" },
  lead: { label: "Lead", quantity: "traceConcentration" },
  copper: { label: "Copper", quantity: "concentration" },
  sodium: { label: "Sodium", quantity: "concentration" },
};
export const waterKeys = Object.keys(waterValues) as readonly WaterKey[];
