import { int, mysqlTable } from "drizzle-orm/mysql-core";
import { jsonText, moment } from "./columns";

/** One row: the company's settings. */
export const company = mysqlTable("company", {
  id: int("id").primaryKey(),
  settings: jsonText("settings").notNull(),
  version: int("version").notNull(),
  changedAt: moment("changed_at").notNull(),
});
