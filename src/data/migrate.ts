import { join } from "node:path";
import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { createConnection } from "mysql2/promise";

/** Tables of which the running application may only add rows. */
const appendOnly = new Set(["job_log", "anchor", "audit", "file_content", "unit_version", "recipe_version"]);

/** What the running application may do with a table: it asks which migrations were made, to say whether it fits them. */
function rightsOn(table: string): string {
  if (table.startsWith("__drizzle")) return "SELECT";
  return appendOnly.has(table) ? "SELECT, INSERT" : "SELECT, INSERT, UPDATE, DELETE";
}

/**
 * Brings a database to the current schema under a lock, then gives the application's user what it needs and no more:
 * it can neither change nor delete log rows. `appUser` is left out where someone else grants (another administrator's database).
 */
export async function migrateDatabase(ownerUrl: string, appUser?: string): Promise<void> {
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
    await migrate(drizzle(connection), { migrationsFolder: join(process.cwd(), "src/data/migrations") });
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
