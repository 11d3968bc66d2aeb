import { familyOf, type Connects, type PlacedUnit, type UnitModel } from "../families";
import type { TakeOffGroup, TakeOffLine } from "./takeOffLine";

/** A unit as it is brought. */
export interface BroughtUnit {
  readonly key: string;
  readonly code: string;
  /** So many of it stand side by side. */
  readonly count: number;
  readonly notInBox: readonly string[];
  readonly tools: readonly string[];
  /** It is fixed to the wall. */
  readonly hangs: boolean;
  readonly fullKg: number;
  /** Its bowl is tightened by a wrench. */
  readonly hasBowl: boolean;
  /** Between its screws, mm; absent where it does not state its holes. */
  readonly screwsApart?: number;
  readonly asks: ReadonlySet<Asks>;
}

/** What of a unit asks for things that are in no box. */
type Asks = "line" | "oRings" | "power" | "drain" | "pad" | "resin";

const ringed: ReadonlySet<string> = new Set(["O-ring nut", "split ring"]);
const bowls: ReadonlySet<string> = new Set(["cartridge", "uv", "ro"]);

function asksOf(model: UnitModel, connects: Connects): ReadonlySet<Asks> {
  const hasRings = bowls.has(model.family) || (model.fit?.ports ?? []).some((p) => ringed.has(p.system));
  const drains = model.softener ?? model.media?.backwash ?? model.manual ?? model.ro;
  const all: readonly (readonly [Asks, boolean])[] = [
    ["line", connects === "line"],
    ["oRings", hasRings],
    ["power", model.power],
    ["drain", drains !== undefined],
    ["pad", model.family === "leakStop"],
    ["resin", model.softener?.shippedPartFilled === true],
  ];
  return new Set(all.flatMap(([what, is]) => (is ? [what] : [])));
}

/** A unit of a design as it is brought; `connects`: where it is joined. */
export const broughtOf = ({ unit, model }: PlacedUnit, connects: Connects): BroughtUnit => ({
  key: unit.key,
  code: model.code,
  count: unit.parallel,
  notInBox: model.fit?.notInBox ?? [],
  tools: model.fit?.tools ?? [],
  hangs: connects === "line" && !familyOf(model).onFloor,
  fullKg: model.massFullKg,
  hasBowl: bowls.has(model.family),
  ...(model.fit?.holes?.spacing === undefined ? {} : { screwsApart: model.fit.holes.spacing }),
  asks: asksOf(model, connects),
});

/**
 * A rule of what is brought besides what pipes and boxes ask for (handbook 3, Take-off). `each`: one for
 * every unit that asks, by its code; else one for all.
 */
interface Rule {
  readonly asks: Asks;
  readonly group: TakeOffGroup;
  readonly what: string;
  readonly each?: true;
  readonly says: string;
}
const rules: readonly Rule[] = [
  {
    asks: "oRings",
    group: "spares",
    what: "one O-ring of each kind in",
    each: true,
    says: "one of each O-ring is spare: a nicked one weeps",
  },
  { asks: "pad", group: "spares", what: "leak-stop pad", says: "a pad that was wet is used up" },
  {
    asks: "power",
    group: "units",
    what: "surge protector",
    says: "what is powered is behind one, where its box holds none",
  },
  {
    asks: "drain",
    group: "fittings",
    what: "air gap for the drain",
    says: "a drain line ends above an air gap",
  },
  {
    asks: "resin",
    group: "units",
    what: "resin bags, funnel and riser cap",
    says: "it is shipped part-filled with resin",
  },
  {
    asks: "line",
    group: "fittings",
    what: "hose bib before the train's shut-off, offered",
    says: "untreated water for service, and for soaking and flushing",
  },
  {
    asks: "line",
    group: "units",
    what: "flood alarm, offered",
    says: "it tells of a leak before the floor does",
  },
];

/** What a rule asks for; nothing where no unit of the job calls for it, or its own list names it already. */
function linesOf({ asks, group, what, each, says }: Rule, units: readonly BroughtUnit[]): TakeOffLine[] {
  const named = (u: BroughtUnit) => u.notInBox.some((thing) => thing.startsWith(what));
  const asking = units.filter((u) => u.asks.has(asks) && !named(u));
  if (asking.length === 0) return [];
  const line = (name: string, of: readonly BroughtUnit[]): TakeOffLine => ({
    id: `${group} ${name}`,
    group,
    what: name,
    count: 1,
    unit: "pieces",
    why: [{ by: "rule", says }, ...of.map((u) => ({ by: "unit" as const, id: u.key }))],
  });
  return each ? asking.map((u) => line(`${what} ${u.code}`, [u])) : [line(what, asking)];
}

/** What units call for by rule. */
export const ruledLines = (units: readonly BroughtUnit[]): readonly TakeOffLine[] =>
  rules.flatMap((rule) => linesOf(rule, units));
