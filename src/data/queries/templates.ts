import { asc, eq } from "drizzle-orm";
import type { DesignUnit } from "../../core/families";
import type { Database } from "../database";
import { jobTemplate } from "../schema";

/** A design that jobs begin with. */
export interface Template {
  readonly name: string;
  readonly units: readonly DesignUnit[];
}

/** Every template, by name. */
export async function templatesOf(db: Database): Promise<readonly Template[]> {
  const rows = await db
    .select({ name: jobTemplate.name, units: jobTemplate.units })
    .from(jobTemplate)
    .orderBy(asc(jobTemplate.name));
  return rows.map((row) => ({ name: row.name, units: row.units as readonly DesignUnit[] }));
}

/** Keeps a design under a name, in place of what had it. */
export async function keepTemplate(
  db: Database,
  { name, units }: Template,
  from: { readonly job: string; readonly by: string; readonly at: Date },
): Promise<void> {
  const kept = { units, fromJob: from.job, keptBy: from.by, keptAt: from.at };
  await db
    .insert(jobTemplate)
    .values({ name, ...kept })
    .onDuplicateKeyUpdate({ set: kept });
}

/** Takes a template away; jobs that began with it stay as they are. */
export const dropTemplate = (db: Database, name: string) =>
  db.delete(jobTemplate).where(eq(jobTemplate.name, name));
