// What demo and start share: a folder with a database of its own (or one given), the build, and a server
// that is watched.
import { spawn } from "node:child_process";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  checkFolder,
  checkNode,
  isAlive,
  isSameProcess,
  needBuild,
  needModules,
  needPackages,
  Plain,
  portFree,
  processName,
  root,
  run,
  servingArguments,
  sleep,
} from "./machine.mjs";
import { secretsOf, startDatabase, stopDatabase } from "./database.mjs";
import { supervise } from "./supervise.mjs";

/** A secret that can be guessed signs sessions for whoever guesses it. */
const SECRET_LENGTH = 32;

/** One keeper for one folder: two would end each other's servers. */
function claim(keeperFile) {
  const other = existsSync(keeperFile) ? readFileSync(keeperFile, "utf8") : "";
  if (isSameProcess(other))
    throw new Plain(
      `Brant already runs from this folder (process ${other.split(" ")[0]}). Stop it there with Ctrl-C first.`,
    );
  writeFileSync(keeperFile, processName(process.pid));
}

/** Ends a web server that an earlier, killed keeper has left behind; never a process that is not it. */
async function endOrphan(serverFile) {
  const kept = existsSync(serverFile) ? readFileSync(serverFile, "utf8") : "";
  if (isSameProcess(kept)) {
    const pid = Number(kept.split(" ")[0]);
    process.kill(pid, "SIGTERM");
    for (let i = 0; i < 150 && isSameProcess(kept); i += 1) await sleep(100);
    if (isSameProcess(kept)) process.kill(pid, "SIGKILL");
  }
  rmSync(serverFile, { force: true });
}

/** Refuses a secret that can be guessed, before anything is started. */
function checkSecret(folder) {
  const given = process.env.BRANT_SECRET;
  if (given && given.length < SECRET_LENGTH)
    throw new Plain(
      `BRANT_SECRET is too short: at least ${SECRET_LENGTH} random characters, the same on every instance. Without it Brant makes one and keeps it in ${folder}.`,
    );
}

/** The secret that signs sessions: given, else made once and kept in the folder. */
const sessionSecret = (folder) => process.env.BRANT_SECRET || secretsOf(folder).session;

/** The file of anchors in a folder; it belongs to the folder's database and goes with it. */
export const ANCHORS = "anchors";

/** What the server and the scripts beside it are told. */
const environment = ({ folder, port, env }, outside, db) => ({
  ...process.env,
  ...env,
  DATABASE_URL: db.url,
  DATABASE_OWNER_URL: db.ownerUrl,
  DATABASE_APP_USER: outside ? (process.env.DATABASE_APP_USER ?? "") : "brant_app@'127.0.0.1'",
  BRANT_SECRET: sessionSecret(folder),
  BRANT_ANCHORS: process.env.BRANT_ANCHORS ?? join(folder, ANCHORS),
  BRANT_ORIGIN: process.env.BRANT_ORIGIN ?? `http://127.0.0.1:${port}`,
  PORT: String(port),
  NODE_ENV: "production",
  NEXT_TELEMETRY_DISABLED: "1",
});

/** Starts the web server and writes its name down. */
function startServer(port, env, serverFile) {
  const web = spawn(process.execPath, servingArguments(port), {
    cwd: root,
    env,
    stdio: ["ignore", "pipe", "inherit"],
  });
  writeFileSync(serverFile, processName(web.pid));
  web.stdout.on("data", (chunk) => {
    if (process.env.BRANT_VERBOSE) process.stdout.write(chunk);
  });
  return web;
}

/** Starts the database again where it has ended; returns how to end that. */
function watchDatabase(folder, db, say) {
  let { pid } = db;
  const look = async () => {
    if (isAlive(pid)) return;
    say("the database ended; starting it again");
    await startDatabase({ folder, port: db.port }).then(
      (anew) => {
        pid = anew.pid;
      },
      (error) => say(error.message),
    );
  };
  const watch = setInterval(() => void look(), 1000);
  return () => clearInterval(watch);
}

/** Writes down where logs end, now (what was written while nobody did) and each hour; returns how to end that. */
function anchorHourly(env, say) {
  const anchor = () =>
    run("npx", ["tsx", "scripts/anchors.ts"], { env }).catch((error) => say(error.message));
  void anchor();
  const hourly = setInterval(() => void anchor(), 3_600_000);
  return () => clearInterval(hourly);
}

async function untilReady(health) {
  for (let i = 0; i < 150; i += 1) {
    const isReady = await fetch(health, { signal: AbortSignal.timeout(2000) }).then(
      (answer) => answer.ok,
      () => false,
    );
    if (isReady) return;
    await sleep(200);
  }
  throw new Plain("The server did not become ready in 30 s. BRANT_VERBOSE=1 shows what it says.");
}

/** Everything before the first step that is the plan's own: the machine, the folder, what an earlier keeper left. */
async function prepareMachine({ folder, port, command }, outside, files, say) {
  checkNode();
  checkFolder(folder);
  checkSecret(folder);
  if (!outside) needPackages([["mariadbd", "mariadb-server"]], say);
  claim(files.keeper);
  await endOrphan(files.server);
  if (!(await portFree(port)))
    throw new Plain(
      `Port ${port} on 127.0.0.1 is taken by another program. Set PORT to a free one: PORT=${port + 1} ${command}`,
    );
}

/**
 * Serves Brant from a folder until it is told to stop. `plan`: `command` that began it, `folder`, `port`,
 * `databasePort`, `env` to add, `migrating` to add where tables are changed; `ready(outside, say)` before
 * the database is started; `data(env, say)` once its schema is current; `greeting(env)` once it serves.
 */
export async function serveBrant(plan) {
  const { folder, port, databasePort } = plan;
  const outside = process.env.DATABASE_URL;
  const files = { server: join(folder, "web.pid"), keeper: join(folder, "keeper.pid") };
  const started = Date.now();
  const seconds = () => ((Date.now() - started) / 1000).toFixed(0);
  const say = (text) => console.log(`  ${text}`);
  let at = 0;
  const step = (text) => console.log(`[${(at += 1)}/6] ${text} (${seconds()} s)`);

  let stopping = false;
  /** What was begun, to be ended in the other order. */
  const ends = [];
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    console.log("\nStopping…");
    for (const end of ends.reverse()) await end();
    rmSync(files.server, { force: true });
    if (!outside) await stopDatabase(folder);
    rmSync(files.keeper, { force: true });
    console.log("Stopped. Nothing is lost.");
    process.exit(0);
  };
  process.on("SIGINT", () => void stop());
  process.on("SIGTERM", () => void stop());

  const serve = async () => {
    step("Looking at the machine");
    await prepareMachine(plan, outside, files, say);

    step("Packages");
    await needModules(say);

    step("Database");
    await plan.ready(outside, say);
    const db = outside
      ? { url: outside, ownerUrl: process.env.DATABASE_OWNER_URL ?? outside }
      : await startDatabase({ folder, port: databasePort });
    const env = environment(plan, outside, db);
    await run("npx", ["tsx", "scripts/migrate.ts"], { env: { ...env, ...plan.migrating } });
    say(outside ? "your own, at DATABASE_URL" : `on 127.0.0.1:${db.port}, its folder ${folder}`);

    step("Data");
    await plan.data(env, say);

    step("Application");
    // Built elsewhere, with the same sources: it is served as it is.
    if (process.env.BRANT_BUILT !== "yes") await needBuild({ dist: ".next" }, say);

    step("Serving");
    if (stopping) return;
    const health = `http://127.0.0.1:${port}/api/health`;
    ends.push(
      supervise({
        say,
        ask: (signal) => fetch(health, { signal }),
        start: () => startServer(port, env, files.server),
      }),
    );
    if (!outside) ends.push(watchDatabase(folder, db, say));
    ends.push(anchorHourly(env, say));
    await untilReady(health);
    console.log(`
Brant is ready after ${seconds()} s:  ${env.BRANT_ORIGIN}

${await plan.greeting(env)}`);
  };
  await serve().catch((error) => {
    if (!stopping) throw error;
  });
}
