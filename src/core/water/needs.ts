import { lower, upper, type Measured } from "../units";
import { inSentence, type Say } from "../words";
import { totalHardness } from "./hardness";
import { waterValues, type Water, type WaterKey } from "./water";

/** A value of the water test, numbers and presence alike. */
export type WaterFact = WaterKey | "coliform" | "ecoli";
export type Source = "municipal" | "well" | "shallowWell" | "surface";

/**
 * Lake, stream, cistern or shallow well: what falls on the ground today may be in it tomorrow (handbook 10,
 * ruling 3).
 */
export const isSurface = (source: Source | undefined): boolean =>
  source === "surface" || source === "shallowWell";

/** What a need rests on: what was found, or what was measured against which limit. */
export type NeedFacts = {
  readonly found?: "ecoli" | "coliform" | "surface" | "taste";
  readonly measured?: Measured;
};
export interface Need extends NeedFacts {
  readonly need: NeedId;
}
/** A need that cannot be said yet, with the tests that would settle it. */
export interface OpenNeed {
  readonly need: NeedId;
  readonly missing: readonly WaterFact[];
  /** It was measured, as a range that has the limit inside it. */
  readonly spans?: boolean;
}
export interface Findings {
  readonly needs: readonly Need[];
  readonly open: readonly OpenNeed[];
}

/** What the water is asked with: where it comes from, and whether an RO stands behind it. */
export interface SourceFacts {
  readonly source?: Source;
  readonly roWanted?: boolean;
}

/** Whether there is a need: its facts, or the tests that are missing; nothing where there is none. */
type Asked =
  | { readonly is: NeedFacts }
  | { readonly missing: readonly WaterFact[]; readonly spans?: boolean }
  | undefined;

export interface NeedKind {
  /** What has to be done. */
  readonly what: string;
  /** Shown with it: the other school, or a caution. */
  readonly note?: string;
  readonly ask: (water: Water, facts: SourceFacts) => Asked;
  /** Why, with the values used. */
  readonly because: (facts: NeedFacts, say: Say) => string;
  /** What stays open while it is not known. */
  readonly whether: string;
  /** Whose drinking outlets it concerns alone; absent: the whole house. */
  readonly atTap?: boolean;
  /** The value that it is a limit of, and the limit: a unit that brings the water to it answers the need. */
  readonly limit?: { readonly key: WaterKey; readonly above?: number; readonly below?: number };
}

/** Is the measurement above the limit: yes, no, or not to be said from what is known. */
export function isAbove(m: Measured | undefined, limit: number): boolean | undefined {
  if (!m) return undefined;
  const low = lower(m);
  const high = upper(m);
  if (low !== undefined && (m.is === "above" ? low >= limit : low > limit)) return true;
  return high !== undefined && high <= limit ? false : undefined;
}

/** Not to be said from what was measured, if anything was. */
const openAt = (key: WaterKey, m: Measured | undefined) => ({ missing: [key], spans: m?.is === "range" });

/** A need that one value above one limit calls for. */
function above(key: WaterKey, limit: number, what: string, more: Partial<NeedKind> = {}): NeedKind {
  const { label, quantity } = waterValues[key];
  const name = inSentence(label);
  const ofMains = key === "chlorine" || key === "chloramine";
  const ofGround = key === "sulphide" || key === "tannin";
  return {
    what,
    whether: `whether ${inSentence(what)} is needed because of ${name}`,
    limit: { key, above: limit },
    ask: (water, { source }) => {
      const m = water[key];
      const over = isAbove(m, limit);
      if (over) return { is: { measured: m } };
      if (over !== undefined) return undefined;
      // Nobody disinfects a private source, and the street brings neither sulphide nor tannin: there it is
      // none unless somebody tested it.
      const isNone = source === "municipal" ? ofGround : source !== undefined && ofMains;
      return isNone ? undefined : openAt(key, m);
    },
    because: ({ measured }, say) =>
      `${name} ${say.measured(measured!, quantity)}, limit ${say.of(limit, quantity)}`,
    ...more,
  };
}

const HARD = 120;
const HARD_FOR_MEMBRANE = 170;
const ACID = 6.5;
const SULPHIDE = 0.05;
/** A chamber takes no more (handbook 2, Limits). */
const TANNIN = 0.1;
const atTap = { atTap: true } as const;
const BOIL = "Do not drink untreated: boil or use bottled water.";
const UV = "Disinfection: UV last, after its pre-treatment";

/** Every need that water can have (handbook 2, Needs), in the order in which they are told. */
const needKinds = {
  disinfection: {
    what: UV,
    note: BOIL,
    whether: "whether this well needs disinfection",
    ask: (water, { source }) => {
      if (water.ecoli === "present") return { is: { found: "ecoli" } };
      if (water.coliform === "present") return { is: { found: "coliform" } };
      const safety = sourceSafety(water, source);
      if (safety === "unsafe") return { is: { found: "surface" } };
      if (safety === "safe" || source !== "well") return undefined;
      return { missing: (["coliform", "ecoli"] as const).filter((k) => water[k] === undefined) };
    },
    because: ({ found }) =>
      found === "surface"
        ? "surface water, whatever one sample said"
        : `${found === "ecoli" ? "E. coli" : "coliform bacteria"} present`,
  },
  softener: {
    what: "Softener",
    note: "The other school: a salt-free conditioner controls scale but does not remove hardness.",
    whether: "whether a softener is needed, and its size",
    ask: (water) => {
      const hardness = totalHardness(water);
      const hard = isAbove(hardness, HARD - 1e-9);
      if (hard) return { is: { measured: hardness } };
      return hard === undefined ? openAt("hardness", hardness) : undefined;
    },
    because: ({ measured }, say) =>
      `hardness ${say.measured(measured!, "hardness")}, soft enough below ${say.of(HARD, "hardness")}`,
  },
  "iron-first": above("iron", 0.3, "Iron treatment first", {
    note: "A softener may take ferrous iron up to 3 mg/L.",
  }),
  "manganese-first": above("manganese", 0.05, "Manganese treatment first"),
  carbon: above("chlorine", 0.5, "Carbon"),
  "catalytic-carbon": above("chloramine", 0.5, "Catalytic carbon"),
  "ro-tds": above("tds", 500, "RO at the drinking tap", atTap),
  "ro-nitrate": above("nitrate", 44, "RO at the drinking tap", {
    ...atTap,
    note: "Not for infants until treated.",
  }),
  "ro-lead": above("lead", 5, "RO at the drinking tap", atTap),
  sediment: above("turbidity", 1, "Sediment stage, 50 → 20 → 5 µm by load"),
  taste: {
    what: "Carbon",
    whether: "whether the water tastes or smells",
    ask: (water) => {
      const chlorinated = isAbove(water.chlorine, 0.5) === true;
      return water.taste && !chlorinated ? { is: { found: "taste" } } : undefined;
    },
    because: () => "taste or odour noticed",
  },
  "soft-before-ro": {
    what: "Softener ahead of the RO recommended",
    whether: "whether hardness shortens the membrane's life",
    atTap: true,
    ask: (water, { roWanted }) => {
      const hardness = totalHardness(water);
      return roWanted && isAbove(hardness, HARD_FOR_MEMBRANE) ? { is: { measured: hardness } } : undefined;
    },
    because: ({ measured }, say) =>
      `hardness ${say.measured(measured!, "hardness")} shortens the membrane's life above ${say.of(HARD_FOR_MEMBRANE, "hardness")}`,
  },
  neutraliser: {
    what: "Neutraliser",
    whether: "whether the water attacks copper",
    limit: { key: "ph", below: ACID },
    ask: ({ ph }) => {
      if (!ph || lower(ph) === undefined) return { missing: ["ph"] };
      if (upper(ph)! < ACID) return { is: { measured: ph } };
      return lower(ph)! < ACID ? openAt("ph", ph) : undefined;
    },
    because: ({ measured }, say) => `pH ${say.measured(measured!, "ph")} below ${ACID} attacks copper`,
  },
  sulphide: above("sulphide", SULPHIDE, "Oxidation or carbon before softener or conditioner", {
    whether: "whether hydrogen sulphide has to be taken out",
    ask: ({ sulphide }, { source }) => {
      // "0" of a test for sulphide means not detected, or below 0.05.
      if (sulphide?.is === "notDetected") return undefined;
      const over = isAbove(sulphide, SULPHIDE);
      if (over) return { is: { measured: sulphide } };
      return over === undefined && source !== "municipal" ? openAt("sulphide", sulphide) : undefined;
    },
  }),
  tannin: above("tannin", TANNIN, "Tannin resin"),
  cysts: {
    what: "A lamp of 40 mJ/cm², or a stage of 1 µm absolute",
    note: BOIL,
    whether: "whether cysts have to be held back",
    ask: (_water, { source }) => (isSurface(source) ? { is: { found: "surface" } } : undefined),
    because: () => "surface water may carry cysts, which chlorine in minutes does not kill",
  },
} satisfies Readonly<Record<string, NeedKind>>;
export type NeedId = keyof typeof needKinds;
export const needIds = Object.keys(needKinds) as readonly NeedId[];

/** What is known of a kind of need. */
export const needKind = (id: NeedId): NeedKind => needKinds[id];

export type SourceSafety = "safe" | "unsafe" | "unknown";
/**
 * Is a source safe to drink as it comes: from the street, or a well tested without coliform or E. coli;
 * surface water never is (handbook 10, ruling 3).
 */
export function sourceSafety(
  water: Pick<Water, "coliform" | "ecoli">,
  source: Source | undefined,
): SourceSafety {
  if (water.ecoli === "present" || water.coliform === "present") return "unsafe";
  if (isSurface(source)) return "unsafe";
  return source === "municipal" || (water.coliform === "absent" && water.ecoli === "absent")
    ? "safe"
    : "unknown";
}

/** What this water needs, each with its facts, and what cannot be said yet (handbook 2, Needs). */
export function needsOf(water: Water, facts: SourceFacts): Findings {
  const asked = needIds.map((need) => ({ need, found: needKind(need).ask(water, facts) }));
  return {
    needs: asked.flatMap(({ need, found }) => (found && "is" in found ? [{ need, ...found.is }] : [])),
    open: asked.flatMap(({ need, found }) =>
      found && "missing" in found ? [{ need, missing: found.missing, spans: found.spans }] : [],
    ),
  };
}
