// npm run restore -- FILE.sql : into an empty database, then every chain is verified.
import { spawn, spawnSync } from "node:child_process";
import { createReadStream, existsSync } from "node:fs";
import { createConnection } from "mysql2/promise";
import { migrateDatabase } from "../src/data/migrate";
import { addresses, clientArguments } from "./addresses";

const file = process.argv[2];
if (!file || !existsSync(file)) {
  console.error("✗ Name the backup: npm run restore -- FILE.sql");
  process.exit(2);
}
const to = addresses();
const connection = await createConnection({ uri: to.ownerUrl });
const [[found]] = (await connection.query(
  "SELECT COUNT(*) AS n FROM information_schema.tables WHERE table_schema = DATABASE()",
)) as unknown as [[{ n: number }]];
await connection.end();
if (Number(found!.n) > 0) {
  console.error(
    "✗ This database is not empty: a restore never writes over data. Name an empty one by DATABASE_URL and DATABASE_OWNER_URL.",
  );
  process.exit(1);
}
const { args, env, database } = clientArguments(to.ownerUrl);
const client = spawn("mariadb", [...args, database], { env, stdio: ["pipe", "inherit", "inherit"] });
createReadStream(file).pipe(client.stdin);
const code = await new Promise<number>((r) => client.on("close", (c) => r(c ?? 1)));
if (code !== 0) {
  console.error("✗ The restore failed.");
  process.exit(1);
}
await migrateDatabase(to.ownerUrl, to.appUser);
console.log("✓ Restored; verifying every chain");
const verified = spawnSync(process.execPath, ["--import", "tsx", "scripts/verify.ts"], {
  env: { ...process.env, DATABASE_URL: to.url },
  stdio: "inherit",
});
process.exit(verified.status ?? 1);
