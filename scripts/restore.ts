// npm run restore -- FILE.tar.gz : into an empty database, whole or not at all; then everything is verified.
import { spawn, spawnSync } from "node:child_process";
import { cpSync, createReadStream, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { createInterface } from "node:readline";
import { createConnection } from "mysql2/promise";
import { migrateDatabase } from "../src/data/migrate";
import { addresses, clientArguments } from "./addresses";
import { DUMP, FILES, isWhole, tar } from "./dump";

const file = process.argv[2];
if (!file || !existsSync(file)) {
  console.error("✗ Name the backup: npm run restore -- FILE.tar.gz");
  process.exit(2);
}
const to = addresses();
const fail = (what: string): never => {
  console.error(`✗ ${what}`);
  process.exit(1);
};

/** Tables of the database that is restored into. */
async function tablesThere(): Promise<readonly string[]> {
  const connection = await createConnection({ uri: to.ownerUrl });
  const [rows] = (await connection.query(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
  )) as unknown as [{ name: string }[]];
  await connection.end();
  return rows.map((r) => r.name);
}
if ((await tablesThere()).length > 0)
  fail(
    "This database is not empty: a restore never writes over data. Name an empty one by DATABASE_URL and DATABASE_OWNER_URL.",
  );
const files = process.env.BRANT_FILES;
if (files && existsSync(files) && readdirSync(files).length > 0)
  fail(`The folder ${files} is not empty: a restore never writes over data.`);

const folder = mkdtempSync(join(tmpdir(), "brant-restore-"));
process.on("exit", () => rmSync(folder, { recursive: true, force: true }));
tar("--extract", "--gzip", "--file", resolve(file), "-C", folder);
const dump = join(folder, DUMP);
if (!existsSync(dump) || !isWhole(dump)) fail("This backup was cut short or is none: nothing was changed");
const kept = join(folder, FILES);
if (existsSync(kept) && !files)
  fail("This backup holds a folder of files: name by BRANT_FILES where it is to lie. Nothing was changed");

/** Takes back what was restored so far: the database was empty before. */
async function takeBack(): Promise<void> {
  const connection = await createConnection({ uri: to.ownerUrl });
  for (const name of await tablesThere()) await connection.query(`DROP TABLE \`${name}\``);
  await connection.end();
  if (files && existsSync(kept)) rmSync(files, { recursive: true, force: true });
}

/**
 * Whoever defined a trigger may not be here: it belongs to who restores it. Only the line that begins a
 * trigger is touched.
 */
const withoutDefiner = (line: string): string =>
  line.startsWith("/*!50003 CREATE*/") ? line.replace(/\/\*!50017 DEFINER=`[^`]*`@`[^`]*`\*\/ /, "") : line;

async function loaded(): Promise<boolean> {
  const { args, env, database } = clientArguments(to.ownerUrl);
  const client = spawn("mariadb", [...args, database], { env, stdio: ["pipe", "inherit", "inherit"] });
  const ended = new Promise<number>((r) => client.on("close", (c) => r(c ?? 1)));
  client.stdin.on("error", () => undefined);
  for await (const line of createInterface({ input: createReadStream(dump), crlfDelay: Infinity }))
    if (!client.stdin.write(`${withoutDefiner(line)}\n`))
      await Promise.race([new Promise((r) => client.stdin.once("drain", r)), ended]);
  client.stdin.end();
  return (await ended) === 0;
}

/** Restores and verifies; true where everything holds. */
async function restored(): Promise<boolean> {
  if (!(await loaded())) return false;
  await migrateDatabase(to.ownerUrl, to.appUser);
  if (files && existsSync(kept)) {
    mkdirSync(files, { recursive: true, mode: 0o700 });
    cpSync(kept, files, { recursive: true });
  }
  console.log("✓ Restored; verifying everything");
  const verified = spawnSync(process.execPath, ["--import", "tsx", "scripts/verify.ts"], {
    env: { ...process.env, DATABASE_URL: to.url },
    stdio: "inherit",
  });
  return verified.status === 0;
}
const isGood = await restored().catch((error: unknown) => {
  console.error(`✗ ${(error as Error).message}`);
  return false;
});
if (!isGood) {
  await takeBack();
  fail("The restore failed and was taken back: the database is as empty as before.");
}
