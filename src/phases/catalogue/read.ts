import type { UnitModel } from "@/core/families";
import { readSheet } from "read-excel-file/node";
import {
  cellAt,
  figuresFrom,
  fromSheet,
  unitFields,
  unitSchemaWith,
  type KnownRecipes,
  type Cell,
  type UnitField,
} from "@/catalogue/units";

import type { UnitLine } from "@/server/catalogue";
import { changesBetween } from "./figureText";
import { sheetRefused } from "./sheetBounds";
import type { UnitSystem } from "@/core/units";

/** One unit of a file: what would become of it, or why it cannot be taken. */
export type ReadUnit = { readonly row: number; readonly code: string; readonly name: string } & (
  | { readonly state: "new" | "changed"; readonly figures: UnitModel; readonly changes: readonly string[] }
  | { readonly state: "same" }
  | { readonly state: "bad"; readonly reasons: readonly string[] }
);
export interface ReadFile {
  readonly units: readonly ReadUnit[];
  /** Columns that no figure is called. */ readonly unknown: readonly string[];
}

const MAX_UNITS = 2000;
const labelOf = (path: string): string =>
  unitFields.find((f) => f.path === path)?.label ??
  unitFields.find((f) => path.startsWith(`${f.path}.`))?.label ??
  path;

/** Why figures are refused, each with the figure it belongs to, in words. */
export const reasonsOf = (error: {
  readonly issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[];
}): string[] =>
  error.issues.map((i) => {
    const path = i.path.filter((p) => typeof p !== "number").join(".");
    return path ? `${labelOf(path)}: ${i.message}` : i.message;
  });

/** What a file is read against: the catalogue as it stands, and whose words it is told in. */
export interface Against {
  readonly units: ReadonlyMap<string, UnitLine>;
  readonly recipes: KnownRecipes;
  readonly profile: UnitSystem;
}

function judge(row: number, raw: unknown, { units, recipes, profile }: Against, seen: Set<string>): ReadUnit {
  const { version: _, ...figures } = (typeof raw === "object" && raw !== null ? raw : {}) as Record<
    string,
    unknown
  >;
  const head = {
    row,
    code: typeof figures.code === "string" ? figures.code : "",
    name: typeof figures.name === "string" ? figures.name : "",
  };
  const parsed = unitSchemaWith(recipes).safeParse(figures);
  if (!parsed.success) return { ...head, state: "bad", reasons: reasonsOf(parsed.error).slice(0, 8) };
  const unit = parsed.data as UnitModel;
  if (seen.has(unit.code))
    return { ...head, state: "bad", reasons: [`${unit.code} is in this file already, further up`] };
  seen.add(unit.code);
  const now = units.get(unit.code)?.versions[0];
  if (!now) return { ...head, state: "new", figures: unit, changes: [] };
  const isSame = (f: UnitField) => JSON.stringify(cellAt(now, f)) === JSON.stringify(cellAt(unit, f));
  if (unitFields.every(isSame)) return { ...head, state: "same" };
  // A file carries figures in canonical units; those it left as they were stay in the maker's words.
  const kept = unitFields.filter(isSame).map((f) => f.path);
  const written = Object.fromEntries(
    Object.entries(now.written ?? {}).filter(([path]) => kept.includes(path)),
  );
  return {
    ...head,
    state: "changed",
    figures: { ...unit, written: { ...written, ...unit.written } },
    changes: changesBetween(now, unit, profile),
  };
}

/**
 * Reads a catalogue file, JSON or spreadsheet, against the catalogue as it stands; words of what is wrong
 * when it is neither.
 */
export async function readCatalogueFile(
  bytes: Buffer,
  against: Against,
): Promise<ReadFile | { readonly error: string }> {
  const seen = new Set<string>();
  if (bytes.subarray(0, 2).toString("latin1") === "PK") {
    let rows: Cell[][];
    try {
      const refused = sheetRefused(bytes);
      if (refused) return { error: refused };
      rows = (await readSheet(bytes)).map((r) =>
        r.map((c): Cell => (c instanceof Date ? c.toISOString() : (c as Cell))),
      );
    } catch {
      return { error: "This spreadsheet could not be opened. Save it as .xlsx and try again" };
    }
    const read = fromSheet(rows);
    if (read.units.length === 0)
      return {
        error: "No unit was found in it: the first row names the figures, each further row is a unit",
      };
    if (read.units.length > MAX_UNITS) return { error: `At most ${MAX_UNITS} units at a time` };
    return {
      units: read.units.map((u) => judge(u.row, figuresFrom(u.cells), against, seen)),
      unknown: read.unknown,
    };
  }
  let parsed: unknown;
  try {
    parsed = JSON.parse(bytes.toString("utf8"));
  } catch {
    return { error: "This is neither a spreadsheet (.xlsx) nor JSON" };
  }
  const list = Array.isArray(parsed)
    ? parsed
    : typeof parsed === "object" && parsed !== null && Array.isArray((parsed as { units?: unknown }).units)
      ? (parsed as { units: unknown[] }).units
      : undefined;
  if (!list)
    return {
      error: "No list of units was found in it: an array of units is expected, or an object with “units”",
    };
  if (list.length > MAX_UNITS) return { error: `At most ${MAX_UNITS} units at a time` };
  return { units: list.map((u, i) => judge(i + 1, u, against, seen)), unknown: [] };
}
