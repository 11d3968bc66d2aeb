import { z } from "../zod";
import { effectIds, effects } from "./effects";
import { fitFigures, startFigures } from "./fit";
import { figured, numberFigure, quantityFigure, yesNoFigure, type Frozen } from "./stated";

/** Where a unit connects (handbook 9, Where a unit connects). */
export const connections = ["line", "sink", "supply", "appliance", "faucet", "product", "feed"] as const;
export type Connects = (typeof connections)[number];
/** What each is called on a screen. */
export const connectionWords: Readonly<Record<Connects, string>> = {
  line: "in the house's line",
  sink: "at one cold stop",
  supply: "at a tee in a cold pipe, or a hose",
  appliance: "ahead of one appliance",
  faucet: "on a faucet or shower arm",
  product: "behind another unit",
  feed: "on another unit's feed line",
};

const gentleness = [
  { id: "quarter", label: "a quarter" },
  { id: "half", label: "half" },
  { id: "open", label: "fully open" },
] as const;

const band = z.strictObject({
  min: z.number().optional(),
  max: z.number().optional(),
  checkMin: z.number().optional(),
  checkMax: z.number().optional(),
});
/**
 * A unit's own limit: one number takes the place of the family's only end, a band takes the place of its
 * whole band.
 */
export type OwnLimit = number | Frozen<z.infer<typeof band>>;

/**
 * What a unit may be certified to take out, or takes out by its media: values of the water, and what no
 * water test of ours counts.
 */
export const reduced = [
  "iron",
  "manganese",
  "sulphide",
  "tannin",
  "lead",
  "copper",
  "nitrate",
  "tds",
  "chlorine",
  "chloramine",
  "turbidity",
  "cysts",
  "voc",
  "pfas",
  "mercury",
  "scale",
] as const;
export type Reduced = (typeof reduced)[number];
/** The share that is removed, 0 to 1, and the litres that it holds for; absent: as long as the unit's media. */
const reduction = z.strictObject({
  removes: z.number().gt(0).max(1),
  litres: z.number().positive().optional(),
});

/** What its water comes out at. */
const outlets = [
  { id: "own", label: "a faucet of its own" },
  { id: "kitchen", label: "the kitchen faucet" },
  { id: "shower", label: "a shower" },
  { id: "appliance", label: "an appliance" },
] as const;

/** The figures that a unit of any family may state; canonical units. A family's own records stand in its file. */
export const unitFigures = {
  code: figured(
    z
      .string()
      .regex(
        /^[A-Z]{1,3}-[A-Z0-9]{1,6}$/,
        "One to three capital letters, a dash, up to six letters or digits: SF-150",
      ),
    { label: "Code", kind: "text", hint: "letters, a dash, letters or digits: SF-150" },
  ),
  /** Absent means the first. */
  version: z.number().int().min(1).max(9999).optional(),
  name: figured(z.string().min(3, "At least three letters").max(80), { label: "Name", kind: "text" }),
  family: z.string(),
  variant: figured(z.string().max(60), { label: "Variant", kind: "text" }),
  /** Drinking-water units hang on a branch; the others stand in the house's line. */
  branch: yesNoFigure("On a drinking-water branch"),
  /** Where it connects, where that is not its family's usual place. */
  connects: figured(z.enum(connections), {
    label: "Connects",
    kind: "choice",
    options: connections.map((id) => ({ id, label: connectionWords[id] })),
  }).optional(),
  effects: figured(z.array(z.enum(effectIds)).min(1), {
    label: "What it does",
    kind: "many",
    options: effectIds.map((id) => ({ id, label: effects[id].label })),
  }),
  /** Largest continuous flow the maker allows, L/min; absent means unknown. */
  ratedFlow: quantityFigure("Rated flow", "flow", "in flow, not in bathrooms or people").optional(),
  /** Rated pressure losses: flow L/min, loss kPa. */
  lossPoints: figured(z.array(z.tuple([z.number().positive(), z.number().nonnegative()])), {
    label: "Pressure loss",
    kind: "points",
    hint: "flow: loss; flow: loss",
  }),
  maxPressure: quantityFigure("Largest pressure", "pressure").optional(),
  microns: numberFigure("Finest stage", "µm").optional(),
  /** Its finest stage is rated absolute: nothing larger passes. */
  absolute: yesNoFigure("Finest stage rated absolute").optional(),
  /** What it takes out, by its certificate or its media (handbook 10, ruling 2). */
  reductions: figured(z.partialRecord(z.enum(reduced), reduction), {
    label: "Takes out",
    kind: "reductions",
    hint: "lead = 95 % for so much water; cysts = 99.95 %",
  }).optional(),
  /** At a stop or a faucet: what its water comes out at; absent: a faucet of its own. */
  outlet: figured(z.enum(["own", "kitchen", "shower", "appliance"]), {
    label: "Its water comes out at",
    kind: "choice",
    options: outlets,
  }).optional(),
  /** L/min that its own restrictor holds. */
  restrictor: quantityFigure("Its restrictor holds", "flow").optional(),
  massFullKg: quantityFigure("Mass, full", "mass"),
  /** Water it holds, L; absent means unknown. */
  waterL: quantityFigure("Water it holds", "volume").optional(),
  /** The most that its valve may be open while it fills, where the unit says so. */
  fill: figured(z.enum(["quarter", "half", "open"]), {
    label: "Filled through, at most",
    kind: "choice",
    options: gentleness,
  }).optional(),
  power: yesNoFigure("Needs power"),
  /** What it may be fed with; absent: its own adapter at an outlet (handbook 9, rule 7). */
  powerBy: figured(z.array(z.enum(["adapter", "mains", "dc"])).min(1), {
    label: "Powered by",
    kind: "many",
    options: [
      { id: "adapter", label: "its adapter" },
      { id: "mains", label: "mains" },
      { id: "dc", label: "a DC supply" },
    ],
  }).optional(),
  /** Fuse or breaker that its DC supply asks for, A. */
  fuse: numberFigure("Fuse of a DC supply", "A").optional(),
  /** In the company's currency, without labour; yearly: cartridges, lamps, media, but neither salt nor water. */
  cost: z.strictObject({
    parts: figured(z.number().nonnegative(), { label: "Parts, cost", kind: "number" }),
    yearly: figured(z.number().nonnegative(), { label: "Consumables a year, cost", kind: "number" }),
  }),
  /** What is written down by number at installation. */
  serials: figured(z.array(z.strictObject({ id: z.string(), label: z.string() })), {
    label: "Numbers to write down",
    kind: "pairs",
    hint: "id = what the label says; …",
  }),
  recipes: z.array(z.string()).min(1, "Attach at least one recipe"),
  /** Its own limits of feed water, by key; each takes the place of its family's whole band. */
  limits: figured(z.record(z.string(), z.union([z.number(), band])), {
    label: "Its own limits of feed water",
    kind: "limits",
    hint: "iron = 0.1 mg/L; hardness = at most 100 mg/L; ph = 6.8 to 8.2",
  }).optional(),
  fit: fitFigures.optional(),
  startUp: startFigures.optional(),
  /** Figures as the maker writes them, number and unit, by their path: `ratedFlow: "20 gpm"`. */
  written: z.record(z.string(), z.string().max(40)).optional(),
} as const;

/** A unit model's figures. Each family adds its own record here, in its own file. */
// oxlint-disable-next-line typescript/no-empty-object-type -- families add to it by declaration merging
export interface UnitModel extends Frozen<z.infer<z.ZodObject<typeof unitFigures>>> {}

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
  /** What it is set to where it can be: a reducing valve in kPa, a restrictor in L/min; absent: as it is delivered. */
  readonly set?: number;
  /** The port of another unit that it stands on; absent: where it usually connects. */
  readonly on?: { readonly unit: string; readonly port: "product" | "feed" };
}

/** A unit of a design with its figures. */
export interface PlacedUnit {
  readonly unit: DesignUnit;
  readonly model: UnitModel;
}

/** Where a unit of a design stands: how it connects, and on which other unit's port where it stands on one. */
export interface Placement {
  readonly connects: Connects;
  /**
   * Key of the unit whose product or feed line it stands on; absent in the house's line, at a stop, or
   * where no such unit is in the design.
   */
  readonly host?: string;
}
