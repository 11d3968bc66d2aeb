// npm run demo: everything from an empty machine to a running Brant. `-- --fresh` begins anew.
import { spawn } from "node:child_process";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  checkFolder,
  checkNode,
  commandOf,
  explain,
  isAlive,
  needBuild,
  needModules,
  needPackages,
  Plain,
  portFree,
  root,
  run,
  sleep,
} from "./machine.mjs";
import { startDatabase, stopDatabase } from "./database.mjs";

const folder = join(root, ".brant");
const webPid = join(folder, "web.pid");
const demoPid = join(folder, "demo.pid");
const port = Number(process.env.PORT ?? 4310);
const databasePort = Number(process.env.BRANT_DATABASE_PORT ?? 13306);
const fresh = process.argv.includes("--fresh");
/** Grows when logs of an earlier build can no longer be read. */
const DATA_VERSION = "2";
const dataVersion = join(folder, "data-version");
const outside = process.env.DATABASE_URL;
const steps = 6;
let at = 0;
const started = Date.now();
const say = (text) => console.log(`  ${text}`);
const step = (text) => {
  at += 1;
  console.log(`[${at}/${steps}] ${text} (${((Date.now() - started) / 1000).toFixed(0)} s)`);
};

/** A demo that an earlier build made is refused in words, and left as it is. */
function checkDataVersion() {
  const made = existsSync(join(folder, "mariadb"));
  const version = existsSync(dataVersion) ? readFileSync(dataVersion, "utf8").trim() : "1";
  if (made && version !== DATA_VERSION)
    throw new Plain(
      "This demo was made by an earlier build and can no longer be read. Make it anew, what was entered in it is lost: npm run demo -- --fresh",
    );
  writeFileSync(dataVersion, `${DATA_VERSION}\n`);
}

/** One demo for one folder: two would end each other's servers. */
function claimFolder() {
  const other = existsSync(demoPid) ? Number(readFileSync(demoPid, "utf8")) : 0;
  if (other > 0 && other !== process.pid && isAlive(other) && /demo\.mjs/.test(commandOf(other) ?? ""))
    throw new Plain(
      `Brant already runs from this folder (process ${other}). Stop it there with Ctrl-C first.`,
    );
  writeFileSync(demoPid, String(process.pid));
}

/** Ends a web server that an earlier, killed start has left behind. */
async function endOrphan() {
  if (!existsSync(webPid)) return;
  const pid = Number(readFileSync(webPid, "utf8"));
  if (pid > 0 && isAlive(pid) && /next|node/.test(commandOf(pid) ?? "")) {
    process.kill(pid, "SIGTERM");
    for (let i = 0; i < 50 && isAlive(pid); i += 1) await sleep(100);
    if (isAlive(pid)) process.kill(pid, "SIGKILL");
  }
  rmSync(webPid, { force: true });
}

let stopping = false;
let web;
let watch;
/** Ends what was started, in whatever step the start is. */
async function stop() {
  if (stopping) return;
  stopping = true;
  clearInterval(watch);
  console.log("\nStopping…");
  const over = () => !web || web.exitCode !== null || web.signalCode !== null;
  web?.kill("SIGTERM");
  for (let i = 0; i < 50 && !over(); i += 1) await sleep(100);
  if (!over()) web.kill("SIGKILL");
  rmSync(webPid, { force: true });
  if (!outside) await stopDatabase(folder);
  rmSync(demoPid, { force: true });
  console.log("Stopped. Nothing is lost.");
  process.exit(0);
}
process.on("SIGINT", () => void stop());
process.on("SIGTERM", () => void stop());

async function main() {
  step("Looking at the machine");
  checkNode();
  checkFolder(folder);
  if (!outside) needPackages([["mariadbd", "mariadb-server"]], say);
  claimFolder();
  await endOrphan();
  if (!(await portFree(port)))
    throw new Plain(
      `Port ${port} on 127.0.0.1 is taken by another program. Set PORT to a free one: PORT=4311 npm run demo`,
    );

  step("Packages");
  await needModules(say);

  step("Database");
  if (fresh && !outside) {
    await stopDatabase(folder);
    rmSync(join(folder, "mariadb"), { recursive: true, force: true });
    rmSync(dataVersion, { force: true });
    say("beginning anew");
  }
  if (!outside) checkDataVersion();
  let db = outside
    ? { url: outside, ownerUrl: process.env.DATABASE_OWNER_URL ?? outside }
    : await startDatabase({ folder, port: databasePort });
  const secrets = outside ? { session: process.env.BRANT_SECRET } : db.secrets;
  if (!secrets.session)
    throw new Plain("With a database of your own, set BRANT_SECRET too: the same on every instance.");
  const env = {
    ...process.env,
    DATABASE_URL: db.url,
    DATABASE_OWNER_URL: db.ownerUrl,
    DATABASE_APP_USER: outside ? (process.env.DATABASE_APP_USER ?? "") : "brant_app@'127.0.0.1'",
    BRANT_SECRET: secrets.session,
    BRANT_ORIGIN: process.env.BRANT_ORIGIN ?? `http://127.0.0.1:${port}`,
    PORT: String(port),
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
  };
  await run("npx", ["tsx", "scripts/migrate.ts"], { env });
  say(outside ? "your own, at DATABASE_URL" : `on 127.0.0.1:${db.port}, its folder .brant`);

  step("Demo data");
  say((await run("npx", ["tsx", "scripts/demo-data.ts"], { env })).trim().split("\n").at(-1));

  step("Application");
  await needBuild({ dist: ".next" }, say);

  step("Serving");
  const serve = () => {
    if (stopping) return;
    web = spawn(
      process.execPath,
      [join(root, "node_modules/next/dist/bin/next"), "start", "-p", String(port), "-H", "127.0.0.1"],
      { cwd: root, env, stdio: ["ignore", "pipe", "inherit"] },
    );
    writeFileSync(webPid, String(web.pid));
    web.stdout.on("data", (chunk) => {
      if (process.env.BRANT_VERBOSE) process.stdout.write(chunk);
    });
    web.on("exit", () => {
      if (!stopping) {
        say("the server ended; starting it again");
        setTimeout(serve, 500);
      }
    });
  };
  serve();
  watch = setInterval(
    () =>
      void (async () => {
        if (stopping || outside || isAlive(db.pid)) return;
        say("the database ended; starting it again");
        try {
          db = await startDatabase({ folder, port: db.port });
        } catch (error) {
          say(error.message);
        }
      })(),
    1000,
  );
  for (let i = 0; ; i += 1) {
    const ready = await fetch(`http://127.0.0.1:${port}/api/health`)
      .then((r) => r.ok)
      .catch(() => false);
    if (ready) break;
    if (i === 150)
      throw new Plain("The server did not become ready in 30 s. BRANT_VERBOSE=1 shows what it says.");
    await sleep(200);
  }
  console.log(`
Brant is ready after ${((Date.now() - started) / 1000).toFixed(0)} s:  ${env.BRANT_ORIGIN}

  Imke Vos        planner     imke@saltmarsh.example
  Tobias Rell     installer   tobias@saltmarsh.example    (field PIN 4721)
  Adaeze Quill    installer   adaeze@saltmarsh.example
  Sunniva Park    apprentice  sunniva@saltmarsh.example
  Office          owner       office@saltmarsh.example
  Password for all: ${process.env.BRANT_DEMO_PASSWORD ?? "tidal-valley-25"}

Ctrl-C stops everything. Times in the demo are relative to its first start: npm run demo -- --fresh makes it new.`);
}

main().catch((error) => {
  if (!stopping) explain(error);
});
