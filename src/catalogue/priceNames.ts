import type { PriceColumn, PriceColumnNames } from "../core/plumbing/priceList";
import { plain } from "../core/water/lab";

/** What suppliers call the columns of their lists. */
const spellings: Readonly<Record<PriceColumn, readonly string[]>> = {
  part: ["part", "name", "description", "item", "product", "our part"],
  article: ["article", "article no", "article number", "item no", "item number", "sku", "order no", "code"],
  price: ["price", "net price", "unit price", "price per pack", "cost"],
  pack: ["pack", "pack size", "per pack", "quantity per pack", "packing unit", "length"],
  days: ["days", "lead time", "lead time days", "delivery days", "days to deliver"],
};

export const priceNames: PriceColumnNames = Object.fromEntries(
  Object.entries(spellings).map(([column, names]) => [column, new Set(names.map(plain))]),
) as unknown as PriceColumnNames;
