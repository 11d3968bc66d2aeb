import { lower, print, printMeasured, upper, type Measured, type UnitSystem, type Quantity } from "../units";
import { totalHardness } from "./hardness";
import type { Water, WaterKey } from "./water";
import { inSentence } from "../words";

export interface Need {
  readonly rule: string;
  /** What has to be done. */
  readonly need: string;
  /** Why, with the values used. */
  readonly because: string;
  /** Shown with it: the other school, or a caution. */
  readonly note?: string;
}

export interface Findings {
  readonly needs: readonly Need[];
  /** Judgements that a missing value keeps open. */ readonly open: readonly {
    readonly rule: string;
    readonly blocked: string;
    readonly missing: readonly WaterFact[];
  }[];
}
export type WaterFact = WaterKey | "coliform" | "ecoli";

interface SourceFacts {
  readonly source?: "municipal" | "well" | "surface";
  readonly roWanted?: boolean;
  readonly profile: UnitSystem;
}

interface Threshold {
  readonly rule: string;
  readonly key: WaterKey;
  readonly above: number;
  readonly quantity: Quantity;
  readonly name: string;
  readonly need: string;
  readonly note?: string;
}

/** Needs that one value above one limit calls for (handbook 2, Needs). */
const thresholds: readonly Threshold[] = [
  {
    rule: "iron-first",
    key: "iron",
    above: 0.3,
    quantity: "concentration",
    name: "iron",
    need: "Iron treatment first",
    note: "A softener may take ferrous iron up to 3 mg/L.",
  },
  {
    rule: "manganese-first",
    key: "manganese",
    above: 0.05,
    quantity: "concentration",
    name: "manganese",
    need: "Manganese treatment first",
  },
  {
    rule: "carbon",
    key: "chlorine",
    above: 0.5,
    quantity: "concentration",
    name: "chlorine",
    need: "Carbon",
  },
  {
    rule: "catalytic-carbon",
    key: "chloramine",
    above: 0.5,
    quantity: "concentration",
    name: "chloramine",
    need: "Catalytic carbon",
  },
  {
    rule: "ro-tds",
    key: "tds",
    above: 500,
    quantity: "concentration",
    name: "dissolved solids",
    need: "RO at the drinking tap",
  },
  {
    rule: "ro-nitrate",
    key: "nitrate",
    above: 44,
    quantity: "concentration",
    name: "nitrate as NO3",
    need: "RO at the drinking tap",
    note: "Not for infants until treated.",
  },
  {
    rule: "ro-lead",
    key: "lead",
    above: 5,
    quantity: "traceConcentration",
    name: "lead",
    need: "RO at the drinking tap",
  },
  {
    rule: "sediment",
    key: "turbidity",
    above: 1,
    quantity: "turbidity",
    name: "turbidity",
    need: "Sediment stage, 50 → 20 → 5 µm by load",
  },
];

/** Is the measurement above the limit: yes, no, or not to be said from what is known. */
function isAbove(m: Measured | undefined, limit: number): boolean | undefined {
  if (!m) return undefined;
  const low = lower(m);
  const high = upper(m);
  if (low !== undefined && low > limit) return true;
  return high !== undefined && high <= limit ? false : undefined;
}

export type SourceSafety = "safe" | "unsafe" | "unknown";
/** Is a source safe to drink as it comes: tested without coliform or E. coli, or from the street; surface water that nobody tested is not (handbook 2, Needs). */
export function sourceSafety(
  water: Pick<Water, "coliform" | "ecoli">,
  source: SourceFacts["source"],
): SourceSafety {
  if (water.ecoli === "present" || water.coliform === "present") return "unsafe";
  if (source === "municipal" || (water.coliform === "absent" && water.ecoli === "absent")) return "safe";
  return source === "surface" ? "unsafe" : "unknown";
}

/** What this water needs, each with its reason, and what cannot be said yet (handbook 2, Needs). */
export function needsOf(water: Water, facts: SourceFacts): Findings {
  const needs: Need[] = [];
  const open: { rule: string; blocked: string; missing: readonly WaterFact[] }[] = [];
  const say = (m: Measured, q: Quantity) => printMeasured(m, q, facts.profile);
  const add = (rule: string, need: string, because: string, note?: string) =>
    needs.push(note ? { rule, need, because, note } : { rule, need, because });

  const safety = sourceSafety(water, facts.source);
  if (water.ecoli === "present" || water.coliform === "present")
    add(
      "disinfection",
      "Disinfection: UV last, after its pre-treatment; re-test after",
      `${water.ecoli === "present" ? "E. coli" : "coliform bacteria"} present`,
      "Do not drink untreated: boil or use bottled water.",
    );
  else if (safety === "unsafe")
    add(
      "disinfection",
      "Disinfection: UV last, after its pre-treatment",
      "surface water of unknown quality",
      "Do not drink untreated: boil or use bottled water.",
    );
  else if (safety === "unknown" && facts.source === "well")
    open.push({
      rule: "disinfection",
      blocked: "whether this well needs disinfection",
      missing: [
        ...(water.coliform === undefined ? ["coliform" as const] : []),
        ...(water.ecoli === undefined ? ["ecoli" as const] : []),
      ],
    });

  const hardness = totalHardness(water);
  const hard = isAbove(hardness, 120 - 1e-9);
  if (hard)
    add(
      "softener",
      "Softener",
      `hardness ${say(hardness!, "hardness")}, soft enough below ${print(120, "hardness", facts.profile)}`,
      "The other school: a salt-free conditioner controls scale but does not remove hardness.",
    );
  else if (hard === undefined)
    open.push({
      rule: "softener",
      blocked: "whether a softener is needed, and its size",
      missing: ["hardness"],
    });

  for (const t of thresholds) {
    const m = water[t.key];
    const above = isAbove(m, t.above);
    if (above)
      add(
        t.rule,
        t.need,
        `${t.name} ${say(m!, t.quantity)}, limit ${print(t.above, t.quantity, facts.profile)}`,
        t.note,
      );
    else if (
      above === undefined &&
      !(facts.source === "well" && (t.key === "chlorine" || t.key === "chloramine"))
    )
      open.push({
        rule: t.rule,
        blocked: `whether ${t.name} calls for ${inSentence(t.need)}`,
        missing: [t.key],
      });
  }
  if (water.taste && !needs.some((n) => n.rule === "carbon"))
    add("carbon", "Carbon", "taste or odour noticed");

  if (facts.roWanted && isAbove(hardness, 170))
    add(
      "soft-before-ro",
      "Softener ahead of the RO recommended",
      `hardness ${say(hardness!, "hardness")} shortens the membrane's life above ${print(170, "hardness", facts.profile)}`,
    );

  const acid = water.ph ? lower(water.ph) : undefined;
  if (acid !== undefined && upper(water.ph)! < 6.5)
    add("neutraliser", "Neutraliser", `pH ${say(water.ph!, "ph")} below 6.5 attacks copper`);
  else if (acid === undefined)
    open.push({ rule: "neutraliser", blocked: "whether the water attacks copper", missing: ["ph"] });

  const sulphide = isAbove(water.sulphide, 0.05);
  if (sulphide && water.sulphide!.is !== "below")
    add(
      "sulphide",
      "Oxidation or carbon before softener or conditioner",
      `hydrogen sulphide ${say(water.sulphide!, "concentration")}`,
    );
  return { needs, open };
}
