import { spawnSync } from "node:child_process";
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { needed } from "./setting";

// A database of its own: that of restores, emptied before and after.
const ownerUrl = needed("BRANT_TEST_RESTORE_OWNER_URL");
const at = (name: string) => join(needed("BRANT_TEST_FOLDER"), name);
const [backups, later] = [at("before-migrations"), at("later-migrations")];

const tsx = (script: string, args: readonly string[], env: Record<string, string> = {}) =>
  spawnSync(process.execPath, ["--import", "tsx", script, ...args], {
    env: {
      ...process.env,
      DATABASE_URL: needed("BRANT_TEST_RESTORE_URL"),
      DATABASE_OWNER_URL: ownerUrl,
      ...env,
    },
    encoding: "utf8",
  });
const migrated = (env: Record<string, string> = {}) => tsx("scripts/migrate.ts", [], env);

async function asked<T>(sql: string): Promise<readonly T[]> {
  const connection = await createConnection({ uri: ownerUrl });
  try {
    return (await connection.query(sql))[0] as unknown as readonly T[];
  } finally {
    await connection.end();
  }
}
async function emptied(): Promise<void> {
  const tables = await asked<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = database()",
  );
  const connection = await createConnection({ uri: ownerUrl });
  await connection.query("set foreign_key_checks = 0");
  for (const { name } of tables) await connection.query(`drop table \`${name}\``);
  await connection.end();
}
const columns = async (table: string): Promise<readonly string[]> =>
  (
    await asked<{ name: string }>(
      `select column_name as name from information_schema.columns where table_schema = database() and table_name = '${table}'`,
    )
  ).map((c) => c.name);

/** The migrations of this build, and one more that does half of its work and fails. */
function withOneThatFails(): string {
  rmSync(later, { recursive: true, force: true });
  cpSync("src/data/migrations", later, { recursive: true });
  const path = join(later, "meta/_journal.json");
  const journal = JSON.parse(readFileSync(path, "utf8")) as {
    entries: { idx: number; when: number; tag: string; version: string; breakpoints: boolean }[];
  };
  const last = journal.entries.at(-1)!;
  journal.entries.push({ ...last, idx: last.idx + 1, when: last.when + 1000, tag: "9999_fails" });
  writeFileSync(path, JSON.stringify(journal));
  writeFileSync(
    join(later, "9999_fails.sql"),
    "ALTER TABLE `company` ADD `half` int;\n--> statement-breakpoint\nALTER TABLE `nowhere` ADD `done` int;",
  );
  return later;
}

describe("a migration that fails", () => {
  beforeAll(async () => {
    await emptied();
    expect(migrated({ BRANT_BACKUPS: backups }).status).toBe(0);
    await asked(
      `insert into company (id, settings, version, changed_at) values (1, '{"name":"Kept"}', 1, now(3))`,
    );
  }, 120_000);
  afterAll(async () => {
    await emptied();
    for (const folder of [backups, later]) rmSync(folder, { recursive: true, force: true });
  }, 60_000);

  it("of an empty database and of one that lacks nothing no backup is made", () => {
    expect(migrated({ BRANT_BACKUPS: backups }).status).toBe(0);
    expect(() => readdirSync(backups)).toThrow(/no such file/i);
  });

  it("is not begun where what is there cannot be backed up", async () => {
    const blocked = at("no-folder");
    mkdirSync(blocked, { recursive: true });
    const out = migrated({
      BRANT_MIGRATIONS: withOneThatFails(),
      BRANT_BACKUPS: blocked,
      // A program that cannot be found makes no backup.
      PATH: at("nowhere"),
    });
    expect(out.status).toBe(1);
    expect(out.stderr).toContain("Nothing was changed");
    expect(await columns("company")).not.toContain("half");
    rmSync(blocked, { recursive: true });
  }, 60_000);

  it("stops, names the backup that was made before it, and that brings everything back", async () => {
    const out = migrated({ BRANT_MIGRATIONS: withOneThatFails(), BRANT_BACKUPS: backups });
    expect(out.status).toBe(1);
    expect(out.stderr).toContain("A migration failed");
    const backup = /npm run restore -- (\S+)/.exec(out.stderr)![1]!;
    expect(readdirSync(backups).map((name) => join(backups, name))).toEqual([backup]);
    // What it did before it failed stays: MariaDB takes no change of a table back.
    expect(await columns("company")).toContain("half");

    await emptied();
    const restored = tsx("scripts/restore.ts", [backup]);
    expect(restored.stdout + restored.stderr).toContain("every chain holds");
    expect(await columns("company")).not.toContain("half");
    const [{ name }] = (await asked<{ name: string }>(
      "select json_value(settings, '$.name') as name from company",
    )) as [{ name: string }];
    expect(name).toBe("Kept");
    expect(migrated().status).toBe(0);
  }, 120_000);
});
