import { parseQuantity } from "../units";
import { decimalOf, labValue, plain, type Decimal } from "../water/lab";

/** What a column of a supplier's list can hold. */
export const priceColumns = ["part", "article", "price", "pack", "days"] as const;
export type PriceColumn = (typeof priceColumns)[number];
/** Which column is which, by its place in the list, from 0. */
export type PriceColumns = Readonly<Partial<Record<PriceColumn, number>>>;

/** What suppliers call their columns, as `plain` gives it. */
export type PriceColumnNames = Readonly<Record<PriceColumn, ReadonlySet<string>>>;

/** A part as a list can name it. */
export interface PricedPart {
  readonly id: string;
  readonly what: string;
  readonly unit: "pieces" | "mm";
}

/** What a row of the list says of a part: `pack` in pieces or mm. */
export interface PriceRow {
  readonly part: string;
  readonly article?: string;
  readonly price: number;
  readonly pack: number;
  readonly days?: number;
}

/** A row that could not be taken, and why. `row`: its number in the list, the first is 1. */
export interface FailedRow {
  readonly row: number;
  readonly text: string;
  readonly why: string;
}

export interface PriceListRead {
  readonly rows: readonly PriceRow[];
  readonly failed: readonly FailedRow[];
  /** Rows that name nothing Brant knows. */
  readonly beside: number;
}

const MOST_DAYS = 365;
const MOST_PACK_PIECES = 100_000;
const MOST_PRICE = 1_000_000;

/**
 * The columns of a list by its first row: as they were said to be before, or by their names. `remembered`:
 * by header, as `plain` gives it.
 */
export function columnsOf(
  header: readonly string[],
  names: PriceColumnNames,
  remembered: Readonly<Record<string, PriceColumn>>,
): PriceColumns {
  const roleOf = (cell: string) =>
    remembered[plain(cell)] ?? priceColumns.find((column) => names[column].has(plain(cell)));
  const found: Partial<Record<PriceColumn, number>> = {};
  header.forEach((cell, i) => {
    const role = roleOf(cell);
    if (role) found[role] ??= i;
  });
  return found;
}

type Read<T> = { readonly value: T } | { readonly why: string };

/** A price: a number without its sign of money. */
function readPrice(text: string, decimal: Decimal | undefined): Read<number> {
  const read = labValue(text.replace(/[^\d.,'’\s-]/g, ""), decimal);
  if (text === "") return { why: "no price" };
  if (read.is !== "number") return { why: `“${text}” is no price` };
  if (read.unclear) return { why: `“${text}”: decimals, or thousands?` };
  const value = Number(read.text);
  return value >= 0 && value <= MOST_PRICE ? { value } : { why: `a price of ${text}` };
}

/** What is in a pack: pieces as a whole number, pipe as a length with its unit; one piece where nothing is said. */
function readPack(text: string, unit: PricedPart["unit"]): Read<number> {
  if (unit === "mm") {
    const length = /[a-z'"′″]/i.test(text) ? parseQuantity(text, "height", { profile: "metric" }) : undefined;
    const mm = length?.ok && length.measured.is === "value" ? Math.round(length.measured.value * 1000) : 0;
    return mm > 0
      ? { value: mm }
      : { why: `“${text}” is no length of pipe: write it with its unit, for example 3.05 m or 10 ft` };
  }
  if (text === "") return { value: 1 };
  const pieces = Number(/^\d+$/.exec(text)?.[0] ?? Number.NaN);
  return pieces >= 1 && pieces <= MOST_PACK_PIECES
    ? { value: pieces }
    : { why: `“${text}” is no number of pieces in a pack` };
}

/** Days until it is here; undefined where the supplier does not say. */
function readDays(text: string): Read<number | undefined> {
  if (text === "") return { value: undefined };
  const days = Number(/^(\d+)( ?(d|days?))?$/i.exec(text)?.[1] ?? Number.NaN);
  return days <= MOST_DAYS ? { value: days } : { why: `“${text}” is no number of days` };
}

/** Parts by what a list may call them: their code, their name, and the supplier's number as it was taken before. */
function finderOf(parts: readonly PricedPart[], articles: ReadonlyMap<string, string>) {
  const byName = new Map(parts.flatMap((p) => [[plain(p.id), p] as const, [plain(p.what), p] as const]));
  const byId = new Map(parts.map((p) => [p.id, p]));
  return (name: string, article: string): PricedPart | undefined =>
    byName.get(plain(name)) ?? byId.get(articles.get(plain(article)) ?? "");
}

/**
 * Reads a supplier's list: `cells` its rows with the header first, as a CSV reader gives them. `articles`:
 * part by the supplier's number, of lists taken before. Of two rows for one part the later counts. What
 * cannot be taken is listed with its row, the rest is read.
 */
export function readPriceList(
  cells: readonly (readonly string[])[],
  columns: PriceColumns,
  parts: readonly PricedPart[],
  articles: ReadonlyMap<string, string>,
): PriceListRead {
  const at = (row: readonly string[], column: PriceColumn) => (row[columns[column] ?? -1] ?? "").trim();
  const body = cells.slice(1);
  const decimal = decimalOf(body.map((row) => at(row, "price").replace(/[^\d.,'’-]/g, "")));
  const find = finderOf(parts, articles);
  const taken = new Map<string, PriceRow>();
  const failed: FailedRow[] = [];
  let beside = 0;
  body.forEach((row, i) => {
    const article = at(row, "article");
    const part = find(at(row, "part"), article);
    if (!part) {
      beside += 1;
      return;
    }
    const price = readPrice(at(row, "price"), decimal);
    const pack = readPack(at(row, "pack"), part.unit);
    const days = readDays(at(row, "days"));
    const why = [price, pack, days].flatMap((read) => ("why" in read ? [read.why] : [])).join("; ");
    if ("why" in price || "why" in pack || "why" in days) {
      failed.push({ row: i + 2, text: row.join(" · ").slice(0, 200), why });
      return;
    }
    taken.set(part.id, {
      part: part.id,
      ...(article ? { article: article.slice(0, 80) } : {}),
      price: price.value,
      pack: pack.value,
      ...(days.value === undefined ? {} : { days: days.value }),
    });
  });
  return { rows: [...taken.values()], failed, beside };
}
