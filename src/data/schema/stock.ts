import { double, index, int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import { moment, ulidColumn } from "./columns";

/** Parts taken from a place or brought to it. Append-only: what lies somewhere is the sum of its moves. */
export const stockMove = mysqlTable(
  "stock_move",
  {
    id: ulidColumn("id").notNull(),
    part: varchar("part", { length: 120 }).notNull(),
    place: varchar("place", { length: 8 }).notNull(),
    /** Pieces, or mm. */
    delta: double("delta").notNull(),
    /** The job that it was taken for, or given back from. */
    job: ulidColumn("job"),
    why: varchar("why", { length: 200 }).notNull(),
    byName: varchar("by_name", { length: 120 }).notNull(),
    at: moment("at").notNull(),
  },
  (t) => [
    // One press may move several parts.
    primaryKey({ name: "stock_move_key", columns: [t.id, t.part, t.place] }),
    index("stock_move_part").on(t.part),
    index("stock_move_job").on(t.job),
  ],
);

/** What suppliers ask for parts, by their newest list that names them. */
export const partOffer = mysqlTable(
  "part_offer",
  {
    supplier: varchar("supplier", { length: 80 }).notNull(),
    part: varchar("part", { length: 120 }).notNull(),
    article: varchar("article", { length: 80 }),
    price: double("price").notNull(),
    /** Pieces, or mm. */
    pack: int("pack").notNull(),
    days: int("days"),
    listedAt: moment("listed_at").notNull(),
  },
  (t) => [
    primaryKey({ name: "part_offer_key", columns: [t.supplier, t.part] }),
    index("part_offer_part").on(t.part),
  ],
);

/** What a column of a supplier's list was said to hold. */
export const supplierColumn = mysqlTable(
  "supplier_column",
  {
    supplier: varchar("supplier", { length: 80 }).notNull(),
    header: varchar("header", { length: 80 }).notNull(),
    means: varchar("means", { length: 12 }).notNull(),
  },
  (t) => [primaryKey({ name: "supplier_column_key", columns: [t.supplier, t.header] })],
);
