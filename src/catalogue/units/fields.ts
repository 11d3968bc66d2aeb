import type { Family, UnitModel } from "../../core/train/unit";
import type { Quantity } from "../../core/units";
import { recipes } from "../recipes";

/** How one figure of a unit is written, shown, and carried in a spreadsheet. */
export type UnitField = {
  readonly path: string;
  readonly label: string;
  /** Families that state it; absent: all. */ readonly families?: readonly Family[];
  readonly optional?: boolean;
  readonly hint?: string;
} & (
  | { readonly kind: "text" }
  | { readonly kind: "quantity"; readonly quantity: Quantity }
  | { readonly kind: "number"; readonly suffix?: string }
  | { readonly kind: "yesNo" }
  | { readonly kind: "choice"; readonly options: readonly { readonly id: string; readonly label: string }[] }
  | { readonly kind: "many"; readonly options: readonly { readonly id: string; readonly label: string }[] }
  | { readonly kind: "points" }
  | { readonly kind: "pairs" }
  | { readonly kind: "limits" }
  | { readonly kind: "angles" }
);

export const families: readonly { readonly id: Family; readonly label: string }[] = [
  { id: "cartridge", label: "Cartridge housing" },
  { id: "carbonTank", label: "Carbon tank" },
  { id: "conditioner", label: "Salt-free conditioner" },
  { id: "scaleControl", label: "Scale-control tank" },
  { id: "softener", label: "Softener" },
  { id: "uv", label: "UV chamber" },
  { id: "ro", label: "RO" },
  { id: "booster", label: "Booster pump" },
  { id: "manualSoftener", label: "Manual softener" },
  { id: "uvPoint", label: "UV reactor, point of use" },
  { id: "pointFilter", label: "Point-of-use filter" },
  { id: "iceMaker", label: "Ice-maker branch" },
  { id: "leakStop", label: "Leak stop" },
];
const effects: readonly { readonly id: string; readonly label: string }[] = [
  { id: "sediment", label: "sediment" },
  { id: "carbon", label: "carbon" },
  { id: "catalyticCarbon", label: "catalytic carbon" },
  { id: "softening", label: "softening" },
  { id: "scaleControl", label: "scale control" },
  { id: "ultraviolet", label: "ultraviolet" },
  { id: "reverseOsmosis", label: "reverse osmosis" },
  { id: "pressure", label: "pressure" },
  { id: "minerals", label: "minerals" },
  { id: "delivery", label: "delivery to an appliance" },
  { id: "protection", label: "protection" },
];

const q = (path: string, label: string, quantity: Quantity, more: Partial<UnitField> = {}): UnitField =>
  ({ path, label, kind: "quantity", quantity, ...more }) as UnitField;
const n = (path: string, label: string, suffix?: string, more: Partial<UnitField> = {}): UnitField =>
  ({ path, label, kind: "number", suffix: suffix || undefined, ...more }) as UnitField;
const of = (...ids: Family[]) => ({ families: ids });
const maybe = { optional: true } as const;

/** Every figure a unit may state, in the order in which it is shown. A new figure is a new line here and in the schema. */
export const unitFields: readonly UnitField[] = [
  { path: "code", label: "Code", kind: "text", hint: "letters, a dash, letters or digits: SF-150" },
  { path: "name", label: "Name", kind: "text" },
  { path: "family", label: "Family", kind: "choice", options: families },
  { path: "variant", label: "Variant", kind: "text" },
  { path: "branch", label: "On a drinking-water branch", kind: "yesNo" },
  { path: "effects", label: "What it does", kind: "many", options: effects },
  q("ratedFlow", "Rated flow", "flow", { ...maybe, hint: "in flow, not in bathrooms or people" }),
  { path: "lossPoints", label: "Pressure loss", kind: "points", hint: "flow: loss; flow: loss" },
  q("maxPressure", "Largest pressure", "pressure", maybe),
  n("microns", "Finest stage", "µm", maybe),
  q("massFullKg", "Mass, full", "mass"),
  q("waterL", "Water it holds", "volume", maybe),
  {
    path: "fill",
    label: "Filled through, at most",
    kind: "choice",
    options: [
      { id: "quarter", label: "a quarter" },
      { id: "half", label: "half" },
      { id: "open", label: "fully open" },
    ],
    ...maybe,
  },
  { path: "power", label: "Needs power", kind: "yesNo" },
  n("cost.parts", "Parts, cost"),
  n("cost.yearly", "Consumables a year, cost"),
  n("softener.resinFt3", "Resin", "ft³", of("softener")),
  n("softener.saltLbPerFt3", "Salt setting", "lb/ft³", of("softener")),
  q("softener.saltTankKg", "Salt tank holds", "mass", of("softener")),
  q("softener.refillFlow", "Brine refill flow", "flow", of("softener")),
  {
    path: "softener.calendarOverride",
    label: "Valve with calendar override",
    kind: "yesNo",
    ...of("softener"),
  },
  q("softener.diameterMm", "Tank diameter", "length", of("softener")),
  q("carbon.mediaLitres", "Media", "volume", of("carbonTank")),
  q("carbon.diameterMm", "Tank diameter", "length", of("carbonTank")),
  { path: "carbon.catalytic", label: "Catalytic", kind: "yesNo", ...of("carbonTank") },
  n("carbon.bedVolumes", "Bed volumes, chlorine", undefined, of("carbonTank")),
  n("carbon.bedVolumesFor.chloramine", "Bed volumes, chloramine", undefined, {
    ...of("carbonTank"),
    ...maybe,
  }),
  n("carbon.bedVolumesFor.voc", "Bed volumes, VOC", undefined, { ...of("carbonTank"), ...maybe }),
  n("carbon.bedVolumesFor.pfas", "Bed volumes, PFAS", undefined, { ...of("carbonTank"), ...maybe }),
  q("uv.ratedFlow", "UV rated flow", "flow", of("uv")),
  q("uv.maxFlow", "UV largest flow", "flow", { ...of("uv"), ...maybe }),
  q("uv.ratedUvt", "Rated at UVT", "transmittance", of("uv")),
  n("uv.layerCm", "Water layer", "cm", of("uv")),
  { path: "uv.endOfLife", label: "Rated at the end of lamp life", kind: "yesNo", ...of("uv") },
  n("uv.dose", "Rated dose", "mJ/cm²", of("uv")),
  q("uv.minUvt", "Least UVT", "transmittance", of("uv")),
  { path: "uv.lampFirst", label: "Lamp before water", kind: "yesNo", ...of("uv") },
  n("uv.lampMinutes", "Lamp before water, for", "min", { ...of("uv"), ...maybe }),
  q("ro.permeate", "Rated permeate", "flow", of("ro")),
  q("ro.pressure", "Rated at a pressure of", "pressure", of("ro")),
  q("ro.tds", "Rated at dissolved solids of", "concentration", of("ro")),
  n("ro.recovery", "Rated recovery", "of 1", of("ro")),
  q("ro.concentrate", "Restrictor's flow", "flow", { ...of("ro"), ...maybe }),
  n("ro.rejection", "Rejection", "of 1", of("ro")),
  q("ro.preLoss", "Loss in its pre-filters", "pressure", of("ro")),
  n("ro.maxRecovery", "Largest recovery", "of 1", of("ro")),
  q("ro.minFeed", "Least feed", "pressure", of("ro")),
  q("ro.maxFeed", "Largest feed", "pressure", of("ro")),
  n("ro.wasteRatio", "Usual waste ratio", "to 1", of("ro")),
  q("ro.tank.totalLitres", "Tank, total", "volume", { ...of("ro"), ...maybe }),
  q("ro.tank.precharge", "Tank pre-charge", "pressure", { ...of("ro"), ...maybe }),
  { path: "ro.permeatePump", label: "Permeate pump", kind: "yesNo", ...of("ro"), ...maybe },
  n("ro.shutOff", "Shut-off closes at", "of the feed", { ...of("ro"), ...maybe }),
  n("ro.rinseMinutes", "First rinse", "min", { ...of("ro"), ...maybe }),
  n("ro.discards", "Tanks to discard", undefined, { ...of("ro"), ...maybe }),
  n("ro.carbonStages", "Carbon stages", undefined, of("ro")),
  q("booster.boost", "Boost", "pressure", { ...of("booster", "ro"), optional: true }),
  q("booster.setPoint", "Set point", "pressure", { ...of("booster", "ro"), optional: true }),
  q("booster.minInlet", "Least inlet pressure", "pressure", { ...of("booster", "ro"), optional: true }),
  n("manual.capacityGrams", "Capacity", "g CaCO3", of("manualSoftener")),
  q("iceMaker.minPressure", "Its valve opens at", "pressure", { ...of("iceMaker"), ...maybe }),
  ...(
    [
      ["service", "in service"],
      ["bypass", "at bypass"],
      ["shut", "shut"],
      ["diagnostic", "in the diagnostic position"],
    ] as const
  ).map(([id, words]): UnitField => ({
    path: `head.${id}`,
    label: `Bypass head ${words}`,
    kind: "text",
    hint: "how its handles stand",
    ...of("softener", "carbonTank", "conditioner", "scaleControl"),
    ...maybe,
  })),
  {
    path: "head.seenFrom",
    label: "Its handles are seen from",
    kind: "text",
    ...of("softener", "carbonTank", "conditioner", "scaleControl"),
    ...maybe,
  },
  {
    path: "head.angles",
    label: "Its handles drawn",
    kind: "angles",
    hint: "degrees clockwise from along the flow: service = 0 0; bypass = 0 180",
    ...of("softener", "carbonTank", "conditioner", "scaleControl"),
    ...maybe,
  },
  {
    path: "tees.angles",
    label: "Its levers drawn",
    kind: "angles",
    hint: "degrees clockwise from along the flow: inletService = 0; inletRegenerate = 90",
    ...of("manualSoftener"),
    ...maybe,
  },
  ...(
    [
      ["inlet.service", "Inlet T-valve in service"],
      ["inlet.regenerate", "Inlet T-valve while brine runs"],
      ["outlet.service", "Outlet T-valve in service"],
      ["outlet.regenerate", "Outlet T-valve while brine runs"],
      ["seenFrom", "Its T-valves are seen from"],
    ] as const
  ).map(([id, label]): UnitField => ({
    path: `tees.${id}`,
    label,
    kind: "text",
    ...of("manualSoftener"),
    ...maybe,
  })),
  { path: "serials", label: "Numbers to write down", kind: "pairs", hint: "id = what the label says; …" },
  {
    path: "recipes",
    label: "Recipes",
    kind: "many",
    options: [...recipes.keys()].map((id) => ({ id, label: id })),
  },
  {
    path: "limits",
    label: "Its own limits of feed water",
    kind: "limits",
    ...maybe,
    hint: "iron = 0.1; hardness = 100, in mg/L, kPa, °C, %",
  },
];

const canonicalUnit: Partial<Record<Quantity, string>> = {
  flow: "L/min",
  pressure: "kPa",
  volume: "L",
  length: "mm",
  mass: "kg",
  concentration: "mg/L",
  transmittance: "%",
};

export type Cell = string | number | boolean | null;
const read = (model: unknown, path: string): unknown =>
  path
    .split(".")
    .reduce<unknown>(
      (at, key) => (typeof at === "object" && at !== null ? (at as Record<string, unknown>)[key] : undefined),
      model,
    );
/** The fields that a family states. */
export const fieldsOf = (family: string): readonly UnitField[] =>
  unitFields.filter((f) => !f.families || f.families.includes(family as Family));
/** What stands at a field of a unit; undefined where it states nothing. */
export const figureAt = (model: UnitModel, f: UnitField): unknown => read(model, f.path);

/** The head of a field's column: its path, with the unit its numbers are in. */
export const columnName = (f: UnitField): string => {
  const unit = f.kind === "quantity" ? canonicalUnit[f.quantity] : f.kind === "number" ? f.suffix : undefined;
  return unit ? `${f.path} [${unit}]` : f.path;
};

/** A field as one cell, in canonical units. */
export function cellAt(model: UnitModel, f: UnitField): Cell {
  const v = figureAt(model, f);
  if (v === undefined) return null;
  switch (f.kind) {
    case "points":
      return (v as readonly (readonly [number, number])[])
        .map(([flow, loss]) => `${flow}: ${loss}`)
        .join("; ");
    case "many":
      return (v as readonly string[]).join(", ");
    case "pairs":
      return (v as readonly { id: string; label: string }[]).map((s) => `${s.id} = ${s.label}`).join("; ");
    case "limits":
      return Object.entries(v as Record<string, number>)
        .map(([k, x]) => `${k} = ${x}`)
        .join("; ");
    case "angles":
      return Object.entries(v as Record<string, readonly number[]>)
        .map(([k, x]) => `${k} = ${x.join(" ")}`)
        .join("; ");
    case "yesNo":
      return v ? "yes" : "no";
    default:
      return v as string | number;
  }
}

const list = (text: string, sign: RegExp): string[] =>
  text
    .split(sign)
    .map((p) => p.trim())
    .filter((p) => p !== "");
/** A cell read back into what the schema checks; text where a number is wanted stays text, so that the schema refuses it in its place. */
function valueOf(f: UnitField, cell: Cell): unknown {
  if (cell === null || (typeof cell === "string" && cell.trim() === "")) return undefined;
  const text = String(cell).trim();
  const number = (t: string): unknown =>
    typeof cell === "number"
      ? cell
      : /^-?\d+(?:[.,]\d+)?(?:e-?\d+)?$/i.test(t)
        ? Number(t.replace(",", "."))
        : t;
  switch (f.kind) {
    case "text":
      return text;
    case "choice":
      return f.options.find((o) => o.id === text || o.label.toLowerCase() === text.toLowerCase())?.id ?? text;
    case "yesNo":
      return cell === true || /^(yes|true|1|x)$/i.test(text)
        ? true
        : cell === false || /^(no|false|0)$/i.test(text)
          ? false
          : text;
    case "quantity":
    case "number":
      return number(text);
    case "many":
      return list(text, /[,;]/).map((p) => f.options.find((o) => o.label === p)?.id ?? p);
    case "points":
      return list(text, /;/).map((p) => {
        const [flow, loss] = p.split(":");
        return [Number(flow), Number(loss)];
      });
    case "pairs":
      return list(text, /;/).map((p) => {
        const [id = "", ...label] = p.split("=");
        return { id: id.trim(), label: label.join("=").trim() };
      });
    case "angles":
      return Object.fromEntries(
        list(text, /;/).map((p) => {
          const [id = "", x = ""] = p.split("=");
          return [id.trim(), list(x, /\s/).map(Number)];
        }),
      );
    case "limits":
      return Object.fromEntries(
        list(text, /;/).map((p) => {
          const [id = "", x = ""] = p.split("=");
          return [id.trim(), Number(x)];
        }),
      );
  }
}

/** A unit's figures from cells by path; what is empty is left out. Not checked: the schema does that. */
export function figuresFrom(cells: Readonly<Record<string, Cell>>): Record<string, unknown> {
  const out: Record<string, unknown> = {};
  for (const f of unitFields) {
    let v = valueOf(f, cells[f.path] ?? null);
    if (v === undefined && (f.kind === "pairs" || f.kind === "points")) v = [];
    if (v === undefined) continue;
    const keys = f.path.split(".");
    let at = out;
    for (const key of keys.slice(0, -1)) at = (at[key] ??= {}) as Record<string, unknown>;
    at[keys.at(-1)!] = v;
  }
  return out;
}

/** The whole catalogue as rows of a spreadsheet, its head first. */
export const sheetRows = (models: readonly UnitModel[]): Cell[][] => [
  ["version", ...unitFields.map(columnName)],
  ...models.map((m) => [m.version ?? 1, ...unitFields.map((f) => cellAt(m, f))]),
];

/** Rows of a spreadsheet as cells by path; columns that no figure is called are named, so that none is dropped in silence. */
export function fromSheet(rows: readonly (readonly Cell[])[]): {
  readonly units: readonly { readonly row: number; readonly cells: Readonly<Record<string, Cell>> }[];
  readonly unknown: readonly string[];
} {
  const head = (rows[0] ?? []).map((c) =>
    String(c ?? "")
      .replace(/\[[^\]]*\]/, "")
      .trim(),
  );
  const paths = new Set(unitFields.map((f) => f.path));
  return {
    unknown: head.filter((h) => h !== "" && h !== "version" && !paths.has(h)),
    units: rows.slice(1).flatMap((r, i) =>
      r.every((c) => c === null || c === "")
        ? []
        : [
            {
              row: i + 2,
              cells: Object.fromEntries(
                head.flatMap((h, c) => (paths.has(h) ? [[h, r[c] ?? null] as const] : [])),
              ),
            },
          ],
    ),
  };
}
