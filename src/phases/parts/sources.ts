import {
  isInTime,
  nothingHeld,
  sourceOf,
  type Held,
  type Offer,
  type Order,
  type Source,
} from "@/core/plumbing/stock";
import { partOf, type TakeOffGroup, type TakeOffLine } from "@/core/plumbing/takeOffLine";
import type { UnitSystem } from "@/core/units";
import { muchOf } from "../stock/words";

/** What is brought along and comes back is in no stock. */
const comesBack: ReadonlySet<TakeOffGroup> = new Set(["tools", "site"]);

/** How much of each part the lines ask for together: pieces, or mm. */
export function neededOf(lines: readonly TakeOffLine[]): ReadonlyMap<string, number> {
  const needed = new Map<string, number>();
  for (const line of lines) {
    if (comesBack.has(line.group) || line.count === undefined) continue;
    needed.set(partOf(line), (needed.get(partOf(line)) ?? 0) + line.count);
  }
  return needed;
}

/** What a company's stock and its suppliers' lists are to a job. */
export interface StockFor {
  readonly held: ReadonlyMap<string, Held>;
  readonly offers: ReadonlyMap<string, readonly Offer[]>;
  /** What the job has taken already, by part. */
  readonly taken: ReadonlyMap<string, number>;
  readonly now: number;
  /** When the first visit begins, ms. */
  readonly by?: number;
}

/** Where one part of a job's list comes from. */
export interface PartSource extends Source {
  readonly part: string;
  readonly what: string;
  readonly unit: TakeOffLine["unit"];
  readonly taken: number;
}

/**
 * Where each part of a job's list comes from; undefined while the company keeps neither stock nor prices.
 * `lines`: those that are not in the van yet.
 */
export function sourcesOf(
  lines: readonly TakeOffLine[],
  { held, offers, taken, now, by }: StockFor,
): ReadonlyMap<string, PartSource> | undefined {
  if (held.size === 0 && offers.size === 0) return undefined;
  const first = new Map(lines.toReversed().map((line) => [partOf(line), line]));
  return new Map(
    [...neededOf(lines)].map(([part, needed]) => {
      const had = Math.min(needed, taken.get(part) ?? 0);
      const source = sourceOf(needed - had, held.get(part) ?? nothingHeld, offers.get(part) ?? [], {
        now,
        by,
      });
      const { what, unit } = first.get(part)!;
      return [part, { ...source, part, what, unit, taken: had }];
    }),
  );
}

/** Lines at the least that a supplier asks for them; others keep the price that they have. */
export const priced = (lines: readonly TakeOffLine[], offers: StockFor["offers"]): readonly TakeOffLine[] =>
  lines.map((line) => {
    const asked = (offers.get(partOf(line)) ?? []).map((offer) => offer.price / offer.pack);
    return asked.length > 0 ? { ...line, price: Math.min(...asked) } : line;
  });

/** How days and money are said to who reads. */
export interface SourceWords {
  readonly profile: UnitSystem;
  readonly money: Intl.NumberFormat;
  readonly day: (at: number) => string;
}

/** An order in words: how many packs, whose, for how much, and when they are here. */
export function orderSaid(
  { offer, packs, cost, here }: Order,
  unit: TakeOffLine["unit"],
  words: SourceWords,
): string {
  const pack = offer.pack === 1 && unit === "pieces" ? "" : ` × ${muchOf(offer.pack, unit, words.profile)}`;
  const when = here === undefined ? "it is not said when they are here" : `here ${words.day(here)}`;
  return `order ${packs}${pack} from ${offer.supplier}, ${words.money.format(cost)}, ${when}`;
}

/** Does a part come from nowhere, all of it that is still needed. */
export const isNowhere = ({ taken, van, shop, nowhere }: PartSource): boolean =>
  nowhere > 0 && taken + van + shop === 0;

/**
 * Where a part comes from, in words; empty where nothing is to be said, and where it comes from nowhere:
 * that is said once for all parts.
 */
export function sourceSaid(source: PartSource, words: SourceWords): string {
  const { unit, taken, van, shop, order, nowhere } = source;
  if (isNowhere(source)) return "";
  const much = (amount: number) => muchOf(amount, unit, words.profile);
  return [
    taken > 0 ? `${much(taken)} taken from stock` : "",
    van > 0 ? `${much(van)} on the van` : "",
    shop > 0 ? `${much(shop)} at the shop` : "",
    order ? orderSaid(order, unit, words) : "",
    nowhere > 0 ? `${much(nowhere)} in no stock and on no supplier's list` : "",
  ]
    .filter(Boolean)
    .join("; ");
}

/** What is to be ordered and cannot be here when the first visit begins. */
export const tooLate = (sources: Iterable<PartSource>, by: number | undefined): readonly PartSource[] =>
  by === undefined ? [] : [...sources].filter(({ order }) => order && !isInTime(order, by));

/** Orders together by supplier, with what they cost. */
export function ordersBySupplier(sources: Iterable<PartSource>) {
  const bySupplier = new Map<string, (PartSource & { readonly order: Order })[]>();
  for (const source of sources) {
    const { order } = source;
    if (!order) continue;
    const own = bySupplier.get(order.offer.supplier) ?? [];
    bySupplier.set(order.offer.supplier, [...own, { ...source, order }]);
  }
  return [...bySupplier].map(([supplier, orders]) => ({
    supplier,
    orders,
    cost: orders.reduce((sum, { order }) => sum + order.cost, 0),
  }));
}
