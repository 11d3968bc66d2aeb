import { char, index, int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import { jsonText, moment, ulidColumn } from "./columns";

/**
 * Figures of a unit that the company added or changed. Append-only: a version that a design stands on is
 * never another.
 */
export const unitVersion = mysqlTable(
  "unit_version",
  {
    code: varchar("code", { length: 20 }).notNull(),
    version: int("version").notNull(),
    figures: jsonText("figures").notNull(),
    why: varchar("why", { length: 300 }).notNull(),
    byName: varchar("by_name", { length: 120 }).notNull(),
    createdAt: moment("created_at").notNull(),
  },
  (t) => [
    primaryKey({ name: "unit_version_key", columns: [t.code, t.version] }),
    index("unit_version_time").on(t.createdAt),
  ],
);

/** Recipes that the company copied or changed. Append-only, as units are: what a version said is known for ever. */
export const recipeVersion = mysqlTable(
  "recipe_version",
  {
    id: varchar("id", { length: 40 }).notNull(),
    version: int("version").notNull(),
    recipe: jsonText("recipe").notNull(),
    why: varchar("why", { length: 300 }).notNull(),
    byName: varchar("by_name", { length: 120 }).notNull(),
    createdAt: moment("created_at").notNull(),
  },
  (t) => [primaryKey({ name: "recipe_version_key", columns: [t.id, t.version] })],
);

/** Units that are not offered for new designs any more; their figures stay. */
export const unitRetired = mysqlTable("unit_retired", {
  code: varchar("code", { length: 20 }).primaryKey(),
  why: varchar("why", { length: 300 }).notNull(),
  byName: varchar("by_name", { length: 120 }).notNull(),
  retiredAt: moment("retired_at").notNull(),
});

/** A maker's sheet or drawing beside a unit; its content is in the file store under the same id. */
export const dataSheet = mysqlTable(
  "data_sheet",
  {
    id: ulidColumn("id").primaryKey(),
    code: varchar("code", { length: 20 }).notNull(),
    name: varchar("name", { length: 160 }).notNull(),
    mime: varchar("mime", { length: 40 }).notNull(),
    bytes: int("bytes").notNull(),
    sha256: char("sha256", { length: 64 }).notNull(),
    byName: varchar("by_name", { length: 120 }).notNull(),
    createdAt: moment("created_at").notNull(),
    removedAt: moment("removed_at"),
  },
  (t) => [index("data_sheet_code").on(t.code)],
);

/** What a label of a laboratory's report meant when somebody last said so. */
export const labName = mysqlTable("lab_name", {
  label: varchar("label", { length: 160 }).primaryKey(),
  field: varchar("field", { length: 40 }).notNull(),
  unit: varchar("unit", { length: 20 }),
  nitrateAs: varchar("nitrate_as", { length: 4 }),
  byName: varchar("by_name", { length: 120 }).notNull(),
  changedAt: moment("changed_at").notNull(),
});
