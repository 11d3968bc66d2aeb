import { labelParts, labUnit, plain, singleSpaced } from "./text";
import { decimalOf, labValue, type Decimal } from "./value";

/** What columns and rows of a laboratory are called; data of the catalogue. Names as `plain` gives them. */
export interface LabNames {
  /** Survey field by name. */
  readonly fields: ReadonlyMap<string, string>;
  readonly roles: Readonly<Record<"parameter" | "result" | "unit" | "date" | "aside", ReadonlySet<string>>>;
}

/** One result with what the report calls it. */
export interface LabItem {
  /** How this label is remembered. */ readonly key: string;
  readonly label: string;
  readonly unit?: string;
  readonly raw: string;
  readonly field?: string;
}
export interface LabSample {
  readonly name: string;
  readonly date?: string;
  readonly items: readonly LabItem[];
}
export interface LabTable {
  readonly layout: "columns" | "rows" | "lines" | "none";
  readonly samples: readonly LabSample[];
  /** Lines in which no result could be found, of a report that is no table. */ readonly unread?: readonly string[];
  /** The sign before decimals, where the numbers say which. */ readonly decimal?: Decimal;
}

const numbered = (cell: string): boolean => {
  const v = labValue(cell, undefined).is;
  return v === "number" || v === "below" || v === "above" || v === "detected" || v === "notDetected";
};
const roleOf = (names: LabNames, cell: string): keyof LabNames["roles"] | undefined =>
  (Object.keys(names.roles) as (keyof LabNames["roles"])[]).find(
    (r) => names.roles[r].has(plain(labelParts(cell).name)) || names.roles[r].has(plain(cell)),
  );

/** The field a label names: by itself, by its name without the unit, or without what stands in brackets. */
export function fieldOf(names: LabNames, label: string): string | undefined {
  const { name } = labelParts(label);
  for (const form of [
    label,
    name,
    name.replace(/[([].*?[)\]]/g, " "),
    name.replace(/\b(total|gesamt|totale?)\b/gi, " "),
  ]) {
    const found = names.fields.get(plain(form));
    if (found) return found;
  }
  return undefined;
}

/** A date of a report in ISO form where it can be read in one way only. */
function isoDate(text: string): string | undefined {
  const iso = /(\d{4})-(\d{2})-(\d{2})/.exec(text);
  if (iso) return iso[0];
  const dotted = /\b(\d{1,2})[./](\d{1,2})[./](\d{4})\b/.exec(text);
  if (!dotted) return undefined;
  const [day, month] = [Number(dotted[1]), Number(dotted[2])];
  // 03/04 could be either; with points the day comes first everywhere.
  if (month > 12 || (!text.includes(".") && day <= 12 && day !== month)) return undefined;
  return `${dotted[3]}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
}

const itemOf = (names: LabNames, label: string, raw: string, unit?: string): LabItem => {
  const parts = labelParts(label);
  const field = fieldOf(names, label);
  const said = unit?.trim() || parts.unit;
  return {
    key: plain(label),
    label: label.trim(),
    raw: raw.trim(),
    unit: said || undefined,
    field: field || undefined,
  };
};

/**
 * A table with a column for each parameter and a row for each sample; its header may take two lines, the
 * second of units or of the names' second half.
 */
function byColumns(rows: readonly (readonly string[])[], names: LabNames): LabTable | undefined {
  const width = Math.max(...rows.map((r) => r.length));
  const joined = (i: number) =>
    Array.from({ length: width }, (_, c) => `${rows[i]?.[c] ?? ""} ${rows[i + 1]?.[c] ?? ""}`.trim());
  const known = (cells: readonly string[]) => cells.filter((c) => fieldOf(names, c) !== undefined).length;
  const heads = rows.slice(0, 15).flatMap((r, i) => [
    { i, lines: 1, cells: Array.from({ length: width }, (_, c) => r[c] ?? ""), n: known(r) },
    { i, lines: 2, cells: joined(i), n: rows[i + 1]?.some(numbered) ? 0 : known(joined(i)) },
  ]);
  const head = heads.sort((a, b) => b.n - a.n || a.lines - b.lines)[0];
  if (!head || head.n < 2) return undefined;
  let at = head.i + head.lines;
  const next = rows[at];
  const units =
    head.lines === 1 &&
    next &&
    !next.some(numbered) &&
    next.filter((c) => c.trim() !== "" && labUnit(c, true) !== undefined).length >= 2
      ? next
      : undefined;
  if (units) at += 1;
  // A name that is split over two lines has its unit, if any, in a third.
  const samples = rows
    .slice(at)
    .filter((r) => head.cells.some((c, i) => fieldOf(names, c) !== undefined && (r[i] ?? "").trim() !== ""))
    .map((r, n): LabSample => {
      const roles = head.cells.map((c) => roleOf(names, c));
      const dateAt = roles.indexOf("date");
      const name = head.cells
        .flatMap((_, i) => (roles[i] === "aside" && (r[i] ?? "").trim() !== "" ? [r[i]!.trim()] : []))
        .join(", ");
      const date = dateAt === -1 ? undefined : isoDate(r[dateAt] ?? "");
      return {
        name: name || `sample ${n + 1}`,
        date: date || undefined,
        items: head.cells.flatMap((c, i) =>
          c.trim() === "" || roles[i] === "aside" || roles[i] === "date"
            ? []
            : [itemOf(names, c, r[i] ?? "", units?.[i])],
        ),
      };
    });
  return samples.length > 0 ? { layout: "columns", samples } : undefined;
}

/** A table with a row for each parameter: its name, its result, and mostly its unit in columns of their own. */
function byRows(rows: readonly (readonly string[])[], names: LabNames): LabTable | undefined {
  const headAt = rows
    .slice(0, 15)
    .findIndex(
      (r) => r.some((c) => roleOf(names, c) === "parameter") && r.some((c) => roleOf(names, c) === "result"),
    );
  const head = headAt === -1 ? undefined : rows[headAt]!;
  const body = head ? rows.slice(headAt + 1) : rows;
  const first = head ? head.findIndex((c) => roleOf(names, c) === "parameter") : 0;
  const matches = body.filter((r) => fieldOf(names, r[first] ?? "") !== undefined).length;
  if (matches < (head ? 1 : 2)) return undefined;
  const resultAt = head
    ? head.flatMap((c, i) => (roleOf(names, c) === "result" ? [i] : []))
    : [
        1 +
          [1, 2, 3]
            .map((c) => body.filter((r) => numbered(r[c] ?? "")).length)
            .reduce((best, n, i, all) => (n > all[best]! ? i : best), 0),
      ];
  const unitAt = head
    ? head.findIndex((c) => roleOf(names, c) === "unit")
    : ([1, 2, 3].find(
        (c) =>
          body.filter((r) => (r[c] ?? "").trim() !== "" && labUnit(r[c]!, true) !== undefined).length * 2 >=
          matches,
      ) ?? -1);
  const preamble = (head ? rows.slice(0, headAt) : []).map((r) => r.join(" "));
  const date = preamble.map(isoDate).find((d) => d !== undefined);
  return {
    layout: "rows",
    samples: resultAt.map((column, n) => ({
      name: resultAt.length > 1 ? head![column]!.trim() : `sample ${n + 1}`,
      date: date || undefined,
      items: body.flatMap((r) => {
        const label = (r[first] ?? "").trim();
        const raw = r[column] ?? "";
        return label === "" || (raw.trim() === "" && fieldOf(names, label) === undefined)
          ? []
          : [itemOf(names, label, raw, unitAt === -1 ? undefined : r[unitAt])];
      }),
    })),
  };
}

/** A line that is longer holds no single result. */
const LONGEST_LINE = 400;
const SHOWN_OF_LINE = 120;

/** Lines as a person would type or copy them: `Iron: 0.35 mg/L`, `Hardness 22 gpg`, `pH = 7.2`. */
function byLines(text: string, names: LabNames): LabTable | undefined {
  const lines = text.split(/\r?\n/).map(singleSpaced);
  const read = lines.map((line) => itemOfLine(line, names));
  const items = read.flatMap((item) => item ?? []);
  const unread = lines
    .filter((line, i) => line !== "" && !read[i])
    .map((line) => line.slice(0, SHOWN_OF_LINE));
  return items.some((i) => i.field)
    ? { layout: "lines", samples: [{ name: "sample 1", items }], unread }
    : undefined;
}

/** One result of a line; undefined where there is none in it. */
function itemOfLine(line: string, names: LabNames): LabItem | undefined {
  if (line.length > LONGEST_LINE) return undefined;
  const m =
    /^[-•*]? ?(\S.*?) ?(?:[:=]|\.{2,}| ) ?((?:[<>≤≥]\s*)?[-−]?\d[\d.,]*|n\.?\s?d\.?|n\.n\.|not detected|traces?|absent|present|negative?|positive?)\s*(\S.*)?$/i.exec(
      line,
    );
  if (!m || /^\d/.test(m[1]!)) return undefined;
  return itemOf(names, m[1]!.replace(/[:=.]+$/, ""), m[2]!, m[3]);
}

/**
 * Takes a laboratory's report apart. `rows` are its cells as a spreadsheet or CSV reader gives them, `text`
 * the whole of it, for reports that are no table. Labels that no name fits keep no field: nothing is
 * dropped. `layout: "none"` when nothing in it could be a result.
 */
export function labTable(rows: readonly (readonly string[])[], text: string, names: LabNames): LabTable {
  const cells = rows
    .map((r) => r.map((c) => c.replace(/^\uFEFF/, "").trim()))
    .filter((r) => r.some((c) => c !== ""));
  const found = (cells.some((r) => r.length > 1)
    ? (byColumns(cells, names) ?? byRows(cells, names))
    : undefined) ??
    byLines(text.replace(/^\uFEFF/, ""), names) ?? { layout: "none" as const, samples: [] };
  const decimal = decimalOf(found.samples.flatMap((s) => s.items.map((i) => i.raw)));
  return { ...found, ...(decimal ? { decimal } : {}) };
}
