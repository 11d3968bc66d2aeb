import type { UnitModel } from "../../core/families";
import type { Recipe } from "../../core/run";
import { and, asc, eq, isNull, sql } from "drizzle-orm";

import { errno, DUPLICATE, inTransaction, type Database } from "../database";
import { dataSheet, job, recipeVersion, unitRetired, unitVersion } from "../schema";

export interface VersionRow {
  readonly code: string;
  readonly version: number;
  readonly figures: UnitModel;
  readonly why: string;
  readonly byName: string;
  readonly createdAt: Date;
}
export interface RetiredRow {
  readonly code: string;
  readonly why: string;
  readonly byName: string;
  readonly retiredAt: Date;
}

export interface RecipeRow {
  readonly recipe: Recipe;
  readonly why: string;
  readonly byName: string;
  readonly createdAt: Date;
}
export interface OwnCatalogue {
  readonly versions: readonly VersionRow[];
  readonly retired: readonly RetiredRow[];
  readonly recipes: readonly RecipeRow[];
}

/** Versions of units and recipes that the company wrote, oldest first, and the units it no longer offers. */
export async function ownCatalogue(db: Database): Promise<OwnCatalogue> {
  const [versions, retired, recipes] = await Promise.all([
    db.select().from(unitVersion).orderBy(asc(unitVersion.code), asc(unitVersion.version)),
    db.select().from(unitRetired),
    db.select().from(recipeVersion).orderBy(asc(recipeVersion.id), asc(recipeVersion.version)),
  ]);
  return {
    versions: versions.map((v) => ({ ...v, figures: { ...(v.figures as UnitModel), version: v.version } })),
    retired,
    recipes: recipes.map((r) => ({
      ...r,
      recipe: { ...(r.recipe as Recipe), id: r.id, version: r.version },
    })),
  };
}

/** How far the catalogue has come: another word whenever anything in it changed. */
export async function catalogueMark(db: Database): Promise<string> {
  const [row] = await db
    .select({
      mark: sql<string>`concat((select count(*) from ${unitVersion}), '.', (select count(*) from ${recipeVersion}), '.', (select concat(count(*), '.', coalesce(max(${unitRetired.retiredAt}), '')) from ${unitRetired}))`,
    })
    .from(sql`dual`);
  return String(row?.mark);
}

/**
 * Writes new versions, all or none. `false` when somebody wrote one of them meanwhile.
 * The first version of a unit that Brant brings along is in Brant itself, so the caller numbers on from there.
 */
export async function addVersions(
  db: Database,
  rows: readonly { readonly figures: UnitModel; readonly version: number; readonly why: string }[],
  byName: string,
  now: Date,
): Promise<boolean> {
  try {
    await inTransaction(db, (tx) =>
      tx.insert(unitVersion).values(
        rows.map((r) => ({
          code: r.figures.code,
          version: r.version,
          figures: r.figures,
          why: r.why,
          byName,
          createdAt: now,
        })),
      ),
    );
    return true;
  } catch (error) {
    if (errno(error) === DUPLICATE) return false;
    throw error;
  }
}

/** Writes a version of a recipe. `false` when somebody wrote that version meanwhile. */
export async function addRecipe(db: Database, row: RecipeRow): Promise<boolean> {
  const { recipe, ...said } = row;
  try {
    await db.insert(recipeVersion).values({ id: recipe.id, version: recipe.version, recipe, ...said });
    return true;
  } catch (error) {
    if (errno(error) === DUPLICATE) return false;
    throw error;
  }
}

/** Takes a unit out of what is offered, or back in; repeating it changes nothing. */
export async function setRetired(
  db: Database,
  code: string,
  retired: { readonly why: string } | undefined,
  byName: string,
  now: Date,
): Promise<void> {
  if (retired)
    await db
      .insert(unitRetired)
      .values({ code, why: retired.why, byName, retiredAt: now })
      .onDuplicateKeyUpdate({ set: { code } });
  else await db.delete(unitRetired).where(eq(unitRetired.code, code));
}

export type SheetRow = typeof dataSheet.$inferSelect;
/** Data sheets of a unit, oldest first, without those taken away. */
export const sheetsOf = (db: Database, code: string): Promise<SheetRow[]> =>
  db
    .select()
    .from(dataSheet)
    .where(and(eq(dataSheet.code, code), isNull(dataSheet.removedAt)))
    .orderBy(asc(dataSheet.id));
/** Every data sheet, those taken away among them: their contents stay. For verification. */
export const allSheets = (db: Database): Promise<SheetRow[]> =>
  db.select().from(dataSheet).orderBy(asc(dataSheet.id));
/** A data sheet's row, or undefined. */
export async function sheetRow(db: Database, id: string): Promise<SheetRow | undefined> {
  return (await db.select().from(dataSheet).where(eq(dataSheet.id, id)).limit(1))[0];
}
/** Notes a data sheet; a repeated note changes nothing. */
export async function addSheet(db: Database, row: Omit<SheetRow, "removedAt">): Promise<void> {
  await db
    .insert(dataSheet)
    .values(row)
    .onDuplicateKeyUpdate({ set: { id: row.id } });
}
/** Marks a data sheet as taken away; its file stays. Nothing changes where it was already. */
export async function removeSheet(db: Database, id: string, now: Date): Promise<void> {
  await db
    .update(dataSheet)
    .set({ removedAt: now })
    .where(and(eq(dataSheet.id, id), isNull(dataSheet.removedAt)));
}

/** Jobs whose draft holds a unit, by the copies that lists read; at most `most`. */
export async function jobsWith(
  db: Database,
  code: string,
  most = 20,
): Promise<{ readonly id: string; readonly name: string; readonly phase: string }[]> {
  return db
    .select({ id: job.id, name: job.name, phase: job.phase })
    .from(job)
    .where(sql`json_contains(${job.summary}, json_quote(${code}), '$.units')`)
    .orderBy(asc(job.name))
    .limit(most);
}

/** In how many jobs' designs each unit stands now. */
export async function jobsByUnit(db: Database): Promise<ReadonlyMap<string, number>> {
  const [rows] = (await db.execute(
    sql`select u.code as code, count(distinct j.id) as jobs from ${job} j, json_table(j.summary, '$.units[*]' columns (code varchar(20) path '$')) u group by u.code`,
  )) as unknown as [{ code: string; jobs: number }[]];
  return new Map(rows.map((r) => [r.code, Number(r.jobs)]));
}
