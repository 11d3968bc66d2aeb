// npm run backup -- FILE.tar.gz : one consistent copy of the whole database, and of the folder of files
// where one is set.
import { spawn } from "node:child_process";
import { createReadStream, createWriteStream, existsSync, mkdtempSync, renameSync, rmSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { createInterface } from "node:readline";
import { createConnection } from "mysql2/promise";
import { addresses, clientArguments } from "./addresses";
import { DUMP, FILES, isWhole, tar } from "./dump";

const day = new Date().toISOString().slice(0, 19).replaceAll(":", "");
const file = resolve(process.argv[2] ?? `brant-${day}.tar.gz`);
const { ownerUrl } = addresses();
const { args, env, database } = clientArguments(ownerUrl);
// Beside the backup, so that there is room for both or for none.
const folder = mkdtempSync(join(dirname(file), ".brant-backup-"));
process.on("exit", () => rmSync(folder, { recursive: true, force: true }));
const fail = (what: string): never => {
  console.error(`✗ ${what}; nothing usable was written.`);
  process.exit(1);
};

const dump = join(folder, DUMP);
const out = createWriteStream(dump, { mode: 0o600 });
const dumping = spawn(
  "mariadb-dump",
  [
    ...args,
    "--single-transaction",
    "--quick",
    "--hex-blob",
    "--triggers",
    "--routines",
    "--skip-dump-date",
    database,
  ],
  { env, stdio: ["ignore", "pipe", "inherit"] },
);
dumping.stdout.pipe(out);
dumping.on("error", (error) => fail(`mariadb-dump did not start: ${error.message}`));
const [code] = await Promise.all([
  new Promise<number>((r) => dumping.on("close", (c) => r(c ?? 1))),
  new Promise<void>((r) => out.on("finish", () => r())),
]);
if (code !== 0 || !isWhole(dump)) fail("The database was not copied to its end");

/** Tables and triggers that the dump makes: a right that was missing leaves some out without a word. */
async function counted(): Promise<{ readonly tables: number; readonly triggers: number }> {
  let [tables, triggers] = [0, 0];
  for await (const line of createInterface({ input: createReadStream(dump), crlfDelay: Infinity })) {
    if (line.startsWith("CREATE TABLE `")) tables += 1;
    if (/^\/\*!50003 CREATE\*\/.*\btrigger\b/i.test(line)) triggers += 1;
  }
  return { tables, triggers };
}
const connection = await createConnection({ uri: ownerUrl });
const [[there]] = (await connection.query(
  `SELECT (SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE') AS tables,
          (SELECT COUNT(*) FROM information_schema.triggers WHERE trigger_schema = DATABASE()) AS triggers`,
)) as unknown as [[{ tables: number; triggers: number }]];
await connection.end();
const copied = await counted();
if (copied.tables !== Number(there!.tables) || copied.triggers !== Number(there!.triggers))
  fail(
    `The copy has ${copied.tables} tables and ${copied.triggers} triggers, the database ${there!.tables} and ${there!.triggers}`,
  );

const files = process.env.BRANT_FILES;
// The database was copied first: what it names is in the folder already, whatever is added meanwhile.
const withFiles =
  files && existsSync(files) ? ["-C", resolve(files), "--transform", `s,^\\.,${FILES},`, "."] : [];
tar("--create", "--gzip", "--file", `${file}.part`, "-C", folder, DUMP, ...withFiles);
renameSync(`${file}.part`, file);
console.log(
  `✓ Backed up to ${file}: ${copied.tables} tables, ${copied.triggers} triggers${withFiles.length > 0 ? ", with the folder of files" : ""}`,
);
