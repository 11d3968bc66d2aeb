// What end-to-end tests are played on: a MariaDB of its own, two companies with the demo's data in it, and a server of the production build for each.
import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { freePort, Plain, root, run, sleep } from "./machine.mjs";
import { sqlAsSuperuser, startDatabase, stopDatabase } from "./database.mjs";

export const TEST_BUILD = ".next-test";

/** Empty databases of these names in a folder's MariaDB, started if it does not run; returns for each the environment to reach it by. */
export async function databasesIn(folder, port, names) {
  mkdirSync(folder, { recursive: true });
  await stopDatabase(folder);
  const db = await startDatabase({ folder, port: await freePort(port), name: names[0] });
  for (const name of names)
    sqlAsSuperuser(
      folder,
      `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\`; GRANT ALL ON \`${name}\`.* TO brant_owner@'127.0.0.1' WITH GRANT OPTION;`,
    );
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
  const web = spawn(
    process.execPath,
    [join(root, "node_modules/next/dist/bin/next"), "start", "-p", String(port), "-H", "127.0.0.1"],
    {
      cwd: root,
      env: {
        ...env,
        BRANT_DIST: TEST_BUILD,
        BRANT_ORIGIN: base,
        NODE_ENV: "production",
        BRANT_LOG: "warn",
      },
      stdio: ["ignore", "ignore", "inherit"],
    },
  );
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

/** How long a server of the test build was kept from answering since it was asked to watch, ms; undefined where it has ended meanwhile. */
const loopOf = (base) =>
  fetch(`${base}/api/test/loop`).then(
    async (answer) => (answer.ok ? (await answer.json()).whole : undefined),
    () => undefined,
  );

/** Sets a stand up in a folder; `ports` are where its database and its servers look for free ones. */
export async function setUpStand(folder, ports) {
  const companies = await databasesIn(folder, ports.database, ["brant_e2e", "brant_other"]);
  for (const env of companies) {
    await run("npx", ["tsx", "scripts/migrate.ts"], { env });
    await run("npx", ["tsx", "scripts/demo-data.ts"], { env });
  }
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
