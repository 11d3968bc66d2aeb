import { join } from "node:path";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { createConnection } from "mysql2/promise";

/** Tables of which the running application may only add rows. */
const appendOnly = new Set([
  "job_log",
  "anchor",
  "audit",
  "file_content",
  "unit_version",
  "recipe_version",
  "stock_move",
]);

/**
 * What the running application may do with a table: it asks which migrations were made, to say whether it
 * fits them.
 */
function rightsOn(table: string): string {
  if (table.startsWith("__drizzle")) return "SELECT";
  return appendOnly.has(table) ? "SELECT, INSERT" : "SELECT, INSERT, UPDATE, DELETE";
}

/** Where the migrations of this build lie. */
const MIGRATIONS = join(process.cwd(), "src/data/migrations");

/**
 * A migration that was begun and failed: MariaDB ends a transaction with each change of a table, so that
 * what it did up to there stays.
 */
export class HalfMigrated extends Error {
  constructor(readonly because: Error) {
    super(because.message);
    this.name = "HalfMigrated";
  }
}

/** How many migrations of this build a database lacks, and whether anything is in it at all. */
export async function lacking(
  ownerUrl: string,
  folder = MIGRATIONS,
): Promise<{ readonly pending: number; readonly isEmpty: boolean }> {
  const connection = await createConnection({ uri: ownerUrl });
  try {
    const [[there]] = (await connection.query(
      "SELECT COUNT(*) AS n FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = '__drizzle_migrations'",
    )) as unknown as [[{ n: number }]];
    const all = readMigrationFiles({ migrationsFolder: folder });
    if (Number(there!.n) === 0) return { pending: all.length, isEmpty: true };
    const [[last]] = (await connection.query(
      "SELECT COALESCE(MAX(created_at), 0) AS at FROM __drizzle_migrations",
    )) as unknown as [[{ at: number }]];
    const at = Number(last!.at);
    return { pending: all.filter((m) => m.folderMillis > at).length, isEmpty: at === 0 };
  } finally {
    await connection.end();
  }
}

/**
 * Brings a database to the current schema under a lock, then gives the application's user what it needs and
 * no more: it can neither change nor delete log rows. `appUser` is left out where someone else grants
 * (another administrator's database). Throws `HalfMigrated` where a migration fails.
 */
export async function migrateDatabase(
  ownerUrl: string,
  appUser?: string,
  folder = MIGRATIONS,
): Promise<void> {
  const connection = await createConnection({
    uri: ownerUrl,
    timezone: "Z",
    multipleStatements: false,
    charset: "UTF8MB4_BIN",
  });
  try {
    const [[got]] = (await connection.query("SELECT GET_LOCK('brant.migrate', 60) AS got")) as unknown as [
      [{ got: number }],
    ];
    if (got?.got !== 1) throw new Error("another migration is running");
    await connection.query("ALTER DATABASE CHARACTER SET utf8mb4 COLLATE utf8mb4_bin");
    await migrate(drizzle(connection), { migrationsFolder: folder }).catch((error: Error) => {
      throw new HalfMigrated(error);
    });
    if (appUser) {
      const [tables] = (await connection.query(
        "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
      )) as unknown as [{ name: string }[]];
      const [[database]] = (await connection.query("SELECT DATABASE() AS name")) as unknown as [
        [{ name: string }],
      ];
      for (const { name } of tables)
        await connection.query(`GRANT ${rightsOn(name)} ON \`${database!.name}\`.\`${name}\` TO ${appUser}`);
    }
    await connection.query("SELECT RELEASE_LOCK('brant.migrate')");
  } finally {
    await connection.end();
  }
}
