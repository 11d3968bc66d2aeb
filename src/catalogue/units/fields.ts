import {
  families,
  figuresOf,
  unitFigures,
  type Choice,
  type Column,
  type FigureKind,
  type OwnLimit,
  type UnitModel,
} from "../../core/families";
import type { Quantity } from "../../core/units";

/** How one figure of a unit is written, shown, and carried in a spreadsheet. */
export type UnitField = FigureKind & {
  readonly path: string;
  readonly label: string;
  /** Families that state it; absent: all. */
  readonly families?: readonly string[];
  readonly optional?: boolean;
  readonly hint?: string;
};

const familyChoices: readonly Choice[] = families.map(({ id, label }) => ({ id, label }));

/** Figures of every unit that stand last, below those of its family. */
const atEnd = ["serials", "limits", "fit", "startUp"];
const common: readonly UnitField[] = figuresOf(unitFigures);
const isLast = (f: UnitField) => atEnd.includes(f.path.split(".")[0]!);

/** The records of all families, each once, with the families that state it and whether one of them may leave it out. */
function familyFields(): UnitField[] {
  const found = new Map<string, UnitField>();
  for (const family of families)
    for (const figure of figuresOf(family.figures)) {
      const had = found.get(figure.path);
      found.set(figure.path, {
        ...figure,
        optional: figure.optional || had?.optional,
        families: [...(had?.families ?? []), family.id],
      });
    }
  return [...found.values()];
}

/** Every figure a unit may state, in the order in which it is shown; derived from the schemas of the families. */
export const unitFields: readonly UnitField[] = [
  ...common.filter((f) => f.path === "code" || f.path === "name"),
  { path: "family", label: "Family", kind: "choice", options: familyChoices },
  ...common.filter((f) => f.path !== "code" && f.path !== "name" && !isLast(f)),
  ...familyFields(),
  ...common.filter((f) => f.path === "serials"),
  // What may be chosen is the company's: `withRecipes`.
  { path: "recipes", label: "Recipes", kind: "many", options: [] },
  ...common.filter((f) => f.path === "limits"),
  ...common.filter((f) => f.path.startsWith("startUp.") || f.path.startsWith("fit.")),
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
  unitFields.filter((f) => !f.families || f.families.includes(family));
/** Fields with the recipes that may be chosen of, by their ids. */
export const withRecipes = (fields: readonly UnitField[], ids: readonly string[]): readonly UnitField[] =>
  fields.map((f) =>
    f.path === "recipes" && f.kind === "many"
      ? { ...f, options: ids.map((id): Choice => ({ id, label: id })) }
      : f,
  );
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
      return Object.entries(v as NonNullable<UnitModel["limits"]>)
        .map(([k, own]) => `${k} = ${ownLimitText(own)}`)
        .join("; ");
    case "reductions":
      return Object.entries(v as NonNullable<UnitModel["reductions"]>)
        .map(([k, { removes, litres }]) => `${k} = ${percent(removes)} %${litres ? ` for ${litres} L` : ""}`)
        .join("; ");
    case "angles":
      return Object.entries(v as Record<string, readonly number[]>)
        .map(([k, x]) => `${k} = ${x.join(" ")}`)
        .join("; ");
    case "yesNo":
      return v ? "yes" : "no";
    case "list":
      return (v as readonly string[]).join("; ");
    case "rows":
      return (v as readonly Readonly<Record<string, unknown>>[])
        .map((row) => f.columns.map(({ id }) => String(row[id] ?? "")).join(" | "))
        .join("; ");
    default:
      return v as string | number;
  }
}

/** A share in percent, with the digits that it needs and no more. */
const percent = (share: number): number => Number((share * 100).toPrecision(8));

/** What is written for a reduction; text that is none stays text, so that the schema refuses it in its place. */
function reductionFrom(text: string): unknown {
  const found = /^([\d.]+)\s*%(?:\s*for\s*([\d.]+)\s*L)?$/i.exec(text);
  if (!found) return text;
  const removes = Number((Number(found[1]) / 100).toPrecision(8));
  return found[2] === undefined ? { removes } : { removes, litres: Number(found[2]) };
}

/** A unit's own limit as it is written: a number, or `6.8 to 8.2`, `at least 6.8`, `at most 8.2`. */
function ownLimitText(own: OwnLimit): string {
  if (typeof own === "number") return String(own);
  if (own.min !== undefined && own.max !== undefined) return `${own.min} to ${own.max}`;
  return own.min === undefined ? `at most ${own.max}` : `at least ${own.min}`;
}

/** What is written for an own limit; text that is none stays text, so that the schema refuses it in its place. */
function ownLimitFrom(text: string): OwnLimit | string {
  const both = /^(-?[\d.]+)\s*(?:to|–|-)\s*(-?[\d.]+)$/.exec(text);
  if (both) return { min: Number(both[1]), max: Number(both[2]) };
  const end = /^at (least|most)\s+(-?[\d.]+)$/.exec(text);
  if (end) return end[1] === "least" ? { min: Number(end[2]) } : { max: Number(end[2]) };
  return text === "" || Number.isNaN(Number(text)) ? text : Number(text);
}

/**
 * One row of a figure from its columns; what is empty is left out, and text where a number belongs stays
 * text, so that the schema refuses it in its place.
 */
function rowFrom(text: string, columns: readonly Column[]): Record<string, unknown> {
  const cells = text.split("|").map((c) => c.trim());
  return Object.fromEntries(
    columns.flatMap(({ id, isNumber }, i) => {
      const cell = cells[i] ?? "";
      if (cell === "") return [];
      return [[id, isNumber && !Number.isNaN(Number(cell)) ? Number(cell) : cell]];
    }),
  );
}

const list = (text: string, sign: RegExp): string[] =>
  text
    .split(sign)
    .map((p) => p.trim())
    .filter((p) => p !== "");
/**
 * A cell read back into what the schema checks; text where a number is wanted stays text, so that the
 * schema refuses it in its place.
 */
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
    case "reductions":
      return Object.fromEntries(
        list(text, /;/).map((p) => {
          const [id = "", x = ""] = p.split("=");
          return [id.trim(), reductionFrom(x.trim())];
        }),
      );
    case "limits":
      return Object.fromEntries(
        list(text, /;/).map((p) => {
          const [id = "", x = ""] = p.split("=");
          return [id.trim(), ownLimitFrom(x.trim())];
        }),
      );
    case "list":
      return list(text, /;/);
    case "rows":
      return list(text, /;/).map((row) => rowFrom(row, f.columns));
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

/**
 * Rows of a spreadsheet as cells by path; columns that no figure is called are named, so that none is
 * dropped in silence.
 */
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
