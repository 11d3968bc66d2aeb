import { and, eq, inArray, sql } from "drizzle-orm";
import {
  nothingHeld,
  stockPlaces,
  type Held,
  type Move,
  type Offer,
  type StockPlace,
} from "../../core/plumbing/stock";
import { priceColumns, type PriceColumn, type PriceRow } from "../../core/plumbing/priceList";
import { plain } from "../../core/water/lab";
import { inTransaction, type Database, type Transaction } from "../database";
import { partOffer, stockMove, supplierColumn } from "../schema";

const isPlace = (place: string): place is StockPlace => stockPlaces.some((p) => p === place);

/** Sums of moves by part and place. */
function heldFrom(
  rows: readonly { readonly part: string; readonly place: string; readonly sum: number }[],
): ReadonlyMap<string, Held> {
  const held = new Map<string, Record<StockPlace, number>>();
  for (const { part, place, sum } of rows) {
    if (!isPlace(place)) continue;
    const of = held.get(part) ?? { van: 0, shop: 0 };
    of[place] = Number(sum);
    held.set(part, of);
  }
  return held;
}
const summed = { part: stockMove.part, place: stockMove.place, sum: sql<number>`sum(${stockMove.delta})` };

/** What lies where, of everything that was ever moved. */
export const heldParts = async (db: Database): Promise<ReadonlyMap<string, Held>> =>
  heldFrom(await db.select(summed).from(stockMove).groupBy(stockMove.part, stockMove.place));

/** What a job has taken from stock and not given back, by part: pieces, or mm. */
export async function takenFor(
  db: Database | Transaction,
  job: string,
): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .select({ part: stockMove.part, sum: sql<number>`sum(${stockMove.delta})` })
    .from(stockMove)
    .where(eq(stockMove.job, job))
    .groupBy(stockMove.part);
  return new Map(rows.map(({ part, sum }) => [part, -Number(sum)]));
}

/** What one press moved to the van, by part: pieces, or mm; empty where it moved nothing. */
export async function movedBy(db: Database, id: string): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .select({ part: stockMove.part, delta: stockMove.delta })
    .from(stockMove)
    .where(and(eq(stockMove.id, id), eq(stockMove.place, "van")));
  return new Map(rows.map(({ part, delta }) => [part, delta]));
}

/** Offers for parts, all suppliers', by part. */
export async function offersByPart(db: Database): Promise<ReadonlyMap<string, readonly Offer[]>> {
  const rows = await db.select().from(partOffer).orderBy(partOffer.part, partOffer.supplier);
  const byPart = new Map<string, Offer[]>();
  for (const { part, article, days, listedAt, supplier, price, pack } of rows)
    byPart.set(part, [
      ...(byPart.get(part) ?? []),
      {
        supplier,
        price,
        pack,
        listedAt: listedAt.getTime(),
        ...(article === null ? {} : { article }),
        ...(days === null ? {} : { days }),
      },
    ]);
  return byPart;
}

/** Who moves parts, and why. */
export interface MovedBy {
  /** Of this press: a repeated one moves nothing. */ readonly id: string;
  readonly job?: string;
  readonly why: string;
  readonly byName: string;
  readonly at: Date;
}

/** A part of which less lies there than is to be taken. */
export interface TooLittle {
  readonly part: string;
  readonly place: StockPlace;
  readonly held: number;
}

/** What lies of some parts, with nobody else moving them until the transaction ends. */
const heldForMove = async (tx: Transaction, parts: readonly string[]) =>
  heldFrom(
    await tx
      .select(summed)
      .from(stockMove)
      .where(inArray(stockMove.part, [...parts]))
      .groupBy(stockMove.part, stockMove.place)
      .for("update"),
  );

/**
 * Moves parts, all or none. `movesOf` is given what lies there and what the job has taken, and answers with
 * the moves. Nothing is moved, and what there is too little of is returned, where a place would hold less
 * than nothing. A press that was taken before moves nothing again.
 */
export async function moveParts(
  db: Database,
  parts: readonly string[],
  movesOf: (heldOf: (part: string) => Held, taken: ReadonlyMap<string, number>) => readonly Move[],
  { id, job, why, byName, at }: MovedBy,
): Promise<readonly TooLittle[]> {
  if (parts.length === 0) return [];
  return inTransaction(db, async (tx) => {
    const held = await heldForMove(tx, parts);
    const before = await tx.select({ id: stockMove.id }).from(stockMove).where(eq(stockMove.id, id)).limit(1);
    if (before.length > 0) return [];
    const heldOf = (part: string) => held.get(part) ?? nothingHeld;
    const taken = job === undefined ? new Map<string, number>() : await takenFor(tx, job);
    const moves = movesOf(heldOf, taken).filter((move) => move.delta !== 0);
    const tooLittle = moves.flatMap(({ part, place, delta }) =>
      heldOf(part)[place] + delta < 0 ? [{ part, place, held: heldOf(part)[place] }] : [],
    );
    if (tooLittle.length === 0 && moves.length > 0)
      await tx.insert(stockMove).values(moves.map((move) => ({ ...move, id, job, why, byName, at })));
    return tooLittle;
  });
}

/** What columns of a supplier's list were said to hold, by header as `plain` gives it. */
export async function rememberedColumns(
  db: Database,
  supplier: string,
): Promise<Readonly<Record<string, PriceColumn>>> {
  const rows = await db.select().from(supplierColumn).where(eq(supplierColumn.supplier, supplier));
  return Object.fromEntries(
    rows.flatMap(({ header, means }) => {
      const column = priceColumns.find((c) => c === means);
      return column ? [[header, column] as const] : [];
    }),
  );
}

/** Parts by a supplier's own numbers, as its lists before named them; numbers as `plain` gives them. */
export async function articlesOf(db: Database, supplier: string): Promise<ReadonlyMap<string, string>> {
  const rows = await db
    .select({ article: partOffer.article, part: partOffer.part })
    .from(partOffer)
    .where(eq(partOffer.supplier, supplier));
  return new Map(rows.flatMap(({ article, part }) => (article ? [[plain(article), part] as const] : [])));
}

/**
 * Takes a supplier's list over what it said before, and remembers its columns. Parts that it does not name
 * keep what was said of them.
 */
export async function keepPrices(
  db: Database,
  supplier: string,
  rows: readonly PriceRow[],
  columns: Readonly<Record<string, PriceColumn>>,
  at: Date,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
      await tx
        .insert(partOffer)
        .values(
          rows.slice(from, from + ROWS_AT_ONCE).map(({ part, article, price, pack, days }) => ({
            supplier,
            part,
            article: article ?? null,
            price,
            pack,
            days: days ?? null,
            listedAt: at,
          })),
        )
        .onDuplicateKeyUpdate({
          set: {
            article: sql`values(article)`,
            price: sql`values(price)`,
            pack: sql`values(pack)`,
            days: sql`values(days)`,
            listedAt: sql`values(listed_at)`,
          },
        });
    await tx.delete(supplierColumn).where(eq(supplierColumn.supplier, supplier));
    const said = Object.entries(columns).map(([header, means]) => ({ supplier, header, means }));
    if (said.length > 0) await tx.insert(supplierColumn).values(said);
  });
}
const ROWS_AT_ONCE = 500;

/** Suppliers whose lists are here, each with how many parts it offers and when its newest list came. */
export async function suppliersOf(
  db: Database,
): Promise<readonly { readonly supplier: string; readonly parts: number; readonly listedAt: Date }[]> {
  const rows = await db
    .select({
      supplier: partOffer.supplier,
      parts: sql<number>`count(*)`,
      listedAt: sql<Date>`max(${partOffer.listedAt})`.mapWith(partOffer.listedAt),
    })
    .from(partOffer)
    .groupBy(partOffer.supplier)
    .orderBy(partOffer.supplier);
  return rows.map((row) => ({ ...row, parts: Number(row.parts) }));
}
