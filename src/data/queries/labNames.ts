import { inArray, sql } from "drizzle-orm";
import type { LabChoice } from "../../core/water/lab";
import type { Database } from "../database";
import { labName } from "../schema";

/** What was said before of labels, by label. */
export async function rememberedLabels(
  db: Database,
  labels?: readonly string[],
): Promise<Record<string, LabChoice>> {
  const rows = await (labels
    ? db
        .select()
        .from(labName)
        .where(inArray(labName.label, [...labels, ""]))
    : db.select().from(labName).limit(2000));
  return Object.fromEntries(
    rows.map((r) => [
      r.label,
      {
        field: r.field,
        unit: r.unit === null ? undefined : r.unit,
        nitrateAs: r.nitrateAs === "N" || r.nitrateAs === "NO3" ? r.nitrateAs : undefined,
      },
    ]),
  );
}

/** Remembers what labels mean; the last word wins. */
export async function rememberLabels(
  db: Database,
  said: readonly {
    readonly label: string;
    readonly field: string;
    readonly unit?: string;
    readonly nitrateAs?: "N" | "NO3";
  }[],
  byName: string,
  now: Date,
): Promise<void> {
  if (said.length === 0) return;
  await db
    .insert(labName)
    .values(
      said.map((s) => ({
        label: s.label,
        field: s.field,
        unit: s.unit ?? null,
        nitrateAs: s.nitrateAs ?? null,
        byName,
        changedAt: now,
      })),
    )
    .onDuplicateKeyUpdate({
      set: {
        field: sql`values(field)`,
        unit: sql`values(unit)`,
        nitrateAs: sql`values(nitrate_as)`,
        byName: sql`values(by_name)`,
        changedAt: sql`values(changed_at)`,
      },
    });
}
