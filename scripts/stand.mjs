// What end-to-end tests are played on: a MariaDB of its own, two companies with the demo's data in it, and
// a server of the production build for each.
import { spawn } from "node:child_process";
import { cpSync, mkdirSync, rmSync } from "node:fs";
import { freePort, Plain, root, run, servingArguments, sleep } from "./machine.mjs";
import { sqlAsSuperuser, startDatabase, stopDatabase } from "./database.mjs";

export const TEST_BUILD = ".next-test";

const COMPANIES = ["brant_e2e", "brant_other"];

/** Starts a folder's MariaDB; returns for each of these databases the environment to reach it by. */
async function reach(folder, port, names) {
  const db = await startDatabase({ folder, port: await freePort(port), name: names[0] });
  const at = (url, name) => url.replace(/\/[^/]+$/, `/${name}`);
  return names.map((name, i) => ({
    ...process.env,
    DATABASE_URL: at(db.url, name),
    DATABASE_OWNER_URL: at(db.ownerUrl, name),
    DATABASE_APP_USER: "brant_app@'127.0.0.1'",
    // Companies have nothing in common, the key that they sign with least.
    BRANT_SECRET: `${db.secrets.session}${i}`,
  }));
}

/**
 * Empty databases of these names in a folder's MariaDB, which is started anew; returns for each the
 * environment to reach it by.
 */
export async function databasesIn(folder, port, names) {
  mkdirSync(folder, { recursive: true });
  await stopDatabase(folder);
  const found = await reach(folder, port, names);
  for (const name of names)
    sqlAsSuperuser(
      folder,
      `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\`; GRANT ALL ON \`${name}\`.* TO brant_owner@'127.0.0.1' WITH GRANT OPTION;`,
    );
  return found;
}

async function untilReady(port) {
  for (let i = 0; i < 300; i += 1) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => undefined);
    if (answer?.ok) return;
    await sleep(200);
  }
  throw new Plain("The server under test did not become ready.");
}

/** A server of the test build; returns its address, how to end it, and how to have it die at once. */
export async function serve(env, from) {
  const port = await freePort(from);
  const base = `http://127.0.0.1:${port}`;
  const web = spawn(process.execPath, servingArguments(port), {
    cwd: root,
    env: {
      ...env,
      BRANT_DIST: TEST_BUILD,
      BRANT_ORIGIN: base,
      NODE_ENV: "production",
      BRANT_LOG: "warn",
    },
    stdio: ["ignore", "ignore", "inherit"],
  });
  const end = () => web.kill("SIGTERM");
  await untilReady(port).catch((error) => {
    end();
    throw error;
  });
  const kill = () =>
    new Promise((gone) => {
      web.once("exit", gone);
      web.kill("SIGKILL");
    });
  return { base, end, kill };
}

/**
 * How long a server of the test build was kept from answering since it was asked to watch, ms; undefined
 * where it has ended meanwhile.
 */
const loopOf = (base) =>
  fetch(`${base}/api/test/loop`).then(
    async (answer) => (answer.ok ? (await answer.json()).whole : undefined),
    () => undefined,
  );

/** Two companies with the demo's data in a database of a folder, which is stopped again: what stands begin with. */
export async function loadCompanies(folder, port) {
  const companies = await databasesIn(folder, port, COMPANIES);
  const load = async (env) => {
    await run("npx", ["tsx", "scripts/migrate.ts"], { env });
    await run("npx", ["tsx", "scripts/demo-data.ts"], { env });
  };
  try {
    await Promise.all(companies.map(load));
  } finally {
    await stopDatabase(folder);
  }
}

/**
 * Sets a stand up in a folder, with companies that were loaded in another; `ports` are where its database
 * and its servers look for free ones.
 */
export async function setUpStand(folder, loaded, ports) {
  await stopDatabase(folder);
  rmSync(folder, { recursive: true, force: true });
  cpSync(loaded, folder, { recursive: true });
  const companies = await reach(folder, ports.database, COMPANIES);
  const own = await serve(companies[0], ports.web);
  const other = await serve(companies[1], ports.web + 50);
  await fetch(`${own.base}/api/test/loop`, { method: "POST" });
  return {
    base: own.base,
    other: other.base,
    folder,
    loop: () => loopOf(own.base),
    async takeDown() {
      own.end();
      other.end();
      await stopDatabase(folder);
    },
  };
}
