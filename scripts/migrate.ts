// Brings the database to the current schema. Where BRANT_BACKUPS names a folder, what is there is backed up
// first: that is the way back.
import { spawnSync } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { HalfMigrated, lacking, migrateDatabase } from "../src/data/migrate";

const owner = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL;
if (!owner) {
  console.error(
    "Set DATABASE_URL (and DATABASE_OWNER_URL, when the application's user may not change tables).",
  );
  process.exit(2);
}
/** Migrations of another folder are tried by tests. */
const migrations = process.env.BRANT_MIGRATIONS;

/** Backs up what is there before its tables are changed; undefined where nothing is, or no folder is named. */
function backedUp(): string | undefined {
  const folder = process.env.BRANT_BACKUPS;
  if (!folder) return undefined;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `before-${new Date().toISOString().slice(0, 19).replaceAll(":", "")}.tar.gz`);
  const made = spawnSync("npx", ["tsx", "scripts/backup.ts", file], {
    stdio: ["ignore", "ignore", "inherit"],
  });
  if (made.status !== 0) {
    console.error("✗ Not migrated: what is there could not be backed up first. Nothing was changed");
    process.exit(1);
  }
  return file;
}

const { pending, isEmpty } = await lacking(owner, migrations);
const backup = pending > 0 && !isEmpty ? backedUp() : undefined;
try {
  await migrateDatabase(owner, process.env.DATABASE_APP_USER, migrations);
} catch (error) {
  if (!(error instanceof HalfMigrated)) throw error;
  console.error(`✗ A migration failed: ${error.message}`);
  console.error(
    `  The tables may be changed in part, and Brant does not serve them. To go back: the sources of before, an empty database, then npm run restore -- ${backup ?? "YOUR-BACKUP.tar.gz"}`,
  );
  process.exit(1);
}
console.log("The database is at the current schema.");
