import { like, sql, type AnyColumn, type SQL } from "drizzle-orm";

const escaped = (text: string): string => text.replace(/[\\%_]/g, (c) => `\\${c}`);

/** Does a text contain a part, whatever the case of its letters. */
export const holding = (text: AnyColumn | SQL, part: string): SQL =>
  like(sql`${text} collate utf8mb4_general_ci`, `%${escaped(part)}%`);
