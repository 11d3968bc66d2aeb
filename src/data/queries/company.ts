import { and, eq, sql } from "drizzle-orm";
import { companySchema, type Company } from "../../core/site";
import type { Database, Transaction } from "../database";
import { company } from "../schema";

export interface CompanyRow {
  readonly settings: Company;
  readonly version: number;
}

/** The company's settings, or undefined before the first set-up. */
export async function loadCompany(db: Database): Promise<CompanyRow | undefined> {
  const [row] = await db.select().from(company).where(eq(company.id, 1)).limit(1);
  return row ? { settings: companySchema.parse(row.settings), version: row.version } : undefined;
}

/** Saves the settings if nobody saved others since `version`; false when somebody did. */
export async function saveCompany(
  db: Database | Transaction,
  settings: Company,
  version: number,
  now: Date,
): Promise<boolean> {
  if (version === 0) {
    await db.insert(company).values({ id: 1, settings, version: 1, changedAt: now });
    return true;
  }
  const [result] = await db
    .update(company)
    .set({ settings, version: sql`version + 1`, changedAt: now })
    .where(and(eq(company.id, 1), eq(company.version, version)));
  return result.affectedRows === 1;
}
