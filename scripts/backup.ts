// npm run backup -- FILE.sql : one consistent dump of the whole database.
import { spawn } from "node:child_process";
import { createWriteStream, renameSync } from "node:fs";
import { addresses, clientArguments } from "./addresses";

const file = process.argv[2] ?? `brant-${new Date().toISOString().slice(0, 19).replaceAll(":", "")}.sql`;
const { args, env, database } = clientArguments(addresses().ownerUrl);
const out = createWriteStream(`${file}.part`, { mode: 0o600 });
const dump = spawn(
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
dump.stdout.pipe(out);
dump.on("error", (error) => {
  console.error(`✗ mariadb-dump did not start: ${error.message}`);
  process.exit(2);
});
const [code] = await Promise.all([
  new Promise<number>((r) => dump.on("close", (c) => r(c ?? 1))),
  new Promise<void>((r) => out.on("finish", () => r())),
]);
if (code !== 0) {
  console.error("✗ The backup failed; nothing usable was written.");
  process.exit(1);
}
renameSync(`${file}.part`, file);
console.log(`✓ Backed up to ${file}`);
