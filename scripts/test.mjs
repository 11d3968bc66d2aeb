// npm test: types, lint, import rules, unit, data against a real MariaDB, end to end against the production build.
// Its own database folder and ports, so that it is safe while the demo runs. Ends with the line `N passed, N failed`.
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import {
  checkFolder,
  checkNode,
  explain,
  freePort,
  needBuild,
  needModules,
  needPackages,
  Plain,
  root,
  run,
  sleep,
} from "./machine.mjs";
import { sqlAsSuperuser, startDatabase, stopDatabase } from "./database.mjs";

const folder = join(root, ".brant-test");
const started = Date.now();
const say = (text) => console.log(`  ${text}`);
let passed = 0;
let failed = 0;
const took = () => `${((Date.now() - started) / 1000).toFixed(0)} s`;

/** One check that is a whole command. */
async function check(name, command, args, env = process.env) {
  const from = Date.now();
  try {
    await run(command, args, { env });
    passed += 1;
    console.log(`✓ ${name} (${((Date.now() - from) / 1000).toFixed(0)} s)`);
  } catch (error) {
    failed += 1;
    console.log(`✗ ${name}\n${error.message}`);
  }
}

async function vitest(project, env = process.env) {
  const report = join(folder, `${project}.json`);
  rmSync(report, { force: true });
  const from = Date.now();
  const output = await run(
    "npx",
    [
      "vitest",
      "run",
      "--project",
      project,
      "--reporter=default",
      "--reporter=json",
      `--outputFile.json=${report}`,
    ],
    { env },
  ).catch((e) => e.message);
  if (!existsSync(report)) {
    failed += 1;
    console.log(`✗ ${project} tests did not run\n${output}`);
    return;
  }
  const r = JSON.parse(readFileSync(report, "utf8"));
  passed += r.numPassedTests;
  failed += r.numFailedTests + (r.success ? 0 : r.numFailedTests === 0 ? 1 : 0);
  console.log(
    `${r.success ? "✓" : "✗"} ${project}: ${r.numPassedTests} passed, ${r.numFailedTests} failed (${((Date.now() - from) / 1000).toFixed(0)} s)`,
  );
  if (!r.success) console.log(output);
}

/** Says which reference figures differ from newer ones, where a folder of those lies beside the project; tests read their own copy alone. */
function tellNewerFigures() {
  const newer = join(root, "../shared/golden");
  const own = join(root, "tests/reference");
  if (!existsSync(newer)) return;
  const text = (path) => (existsSync(path) ? readFileSync(path, "utf8") : "");
  const files = [...new Set([...readdirSync(newer), ...readdirSync(own)])];
  const differ = files.filter((f) => text(join(newer, f)) !== text(join(own, f)));
  if (differ.length > 0) say(`tests/reference differs from ${newer}: ${differ.join(", ")}`);
}

async function main() {
  checkNode();
  tellNewerFigures();
  checkFolder(folder);
  mkdirSync(folder, { recursive: true });
  needPackages(
    [
      ["mariadbd", "mariadb-server"],
      ["chromium", "chromium"],
      ["pdftotext", "poppler-utils"],
    ],
    say,
  );
  await needModules(say);
  await run("npx", ["next", "typegen"]);
  // BRANT_ONLY=e2e leaves out what needs no browser, while one works on the end-to-end tests.
  const all = process.env.BRANT_ONLY !== "e2e";
  if (all)
    await Promise.all([check("types", "npx", ["tsc", "--noEmit"]), check("lint", "npx", ["eslint", "."])]);
  if (all) await check("format", "npx", ["prettier", "--check", "."]);
  if (all) await check("import rules", "npx", ["depcruise", "--config", ".dependency-cruiser.cjs", "src"]);
  if (all) await vitest("unit");
  if (all) await vitest("screens");

  await stopDatabase(folder);
  const db = await startDatabase({ folder, port: await freePort(13400), name: "brant_data" });
  try {
    for (const name of ["brant_data", "brant_restore", "brant_e2e", "brant_other"])
      sqlAsSuperuser(
        folder,
        `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\`; GRANT ALL ON \`${name}\`.* TO brant_owner@'127.0.0.1' WITH GRANT OPTION;`,
      );
    const at = (url, name) => url.replace(/\/[^/]+$/, `/${name}`);
    const envFor = (name) => ({
      ...process.env,
      DATABASE_URL: at(db.url, name),
      DATABASE_OWNER_URL: at(db.ownerUrl, name),
      DATABASE_APP_USER: "brant_app@'127.0.0.1'",
      BRANT_SECRET: db.secrets.session,
    });
    await run("npx", ["tsx", "scripts/migrate.ts"], { env: envFor("brant_data") });
    if (all)
      await vitest("data", {
        ...envFor("brant_data"),
        BRANT_TEST_RESTORE_URL: at(db.url, "brant_restore"),
        BRANT_TEST_RESTORE_OWNER_URL: at(db.ownerUrl, "brant_restore"),
        BRANT_TEST_FOLDER: folder,
      });

    await needBuild({ dist: ".next-test", testClock: true, quiet: true }, say);
    for (const name of ["brant_e2e", "brant_other"])
      await run("npx", ["tsx", "scripts/migrate.ts"], { env: envFor(name) });
    await run("npx", ["tsx", "scripts/demo-data.ts"], { env: envFor("brant_e2e") });
    await run("npx", ["tsx", "scripts/demo-data.ts"], { env: envFor("brant_other") });
    const port = await freePort(4400);
    const web = spawn(
      process.execPath,
      [join(root, "node_modules/next/dist/bin/next"), "start", "-p", String(port), "-H", "127.0.0.1"],
      {
        cwd: root,
        env: {
          ...envFor("brant_e2e"),
          BRANT_DIST: ".next-test",
          BRANT_ORIGIN: `http://127.0.0.1:${port}`,
          NODE_ENV: "production",
          BRANT_LOG: "warn",
        },
        stdio: ["ignore", "ignore", "inherit"],
      },
    );
    const otherPort = await freePort(port + 1);
    const other = spawn(
      process.execPath,
      [join(root, "node_modules/next/dist/bin/next"), "start", "-p", String(otherPort), "-H", "127.0.0.1"],
      {
        cwd: root,
        env: {
          ...envFor("brant_other"),
          BRANT_DIST: ".next-test",
          BRANT_ORIGIN: `http://127.0.0.1:${otherPort}`,
          NODE_ENV: "production",
          BRANT_LOG: "warn",
        },
        stdio: ["ignore", "ignore", "inherit"],
      },
    );
    try {
      for (const p of [port, otherPort])
        for (
          let i = 0;
          !(await fetch(`http://127.0.0.1:${p}/api/health`)
            .then((r) => r.ok)
            .catch(() => false));
          i += 1
        ) {
          if (i > 300) throw new Plain("The server under test did not become ready.");
          await sleep(200);
        }
      const report = join(folder, "e2e.json");
      rmSync(report, { force: true });
      const from = Date.now();
      const output = await run(
        "npx",
        ["playwright", "test", "--reporter=list,json", ...process.argv.slice(2)],
        {
          quiet: process.env.BRANT_VERBOSE !== "1",
          env: {
            ...process.env,
            PLAYWRIGHT_JSON_OUTPUT_NAME: report,
            BRANT_TEST_BASE: `http://127.0.0.1:${port}`,
            BRANT_TEST_OTHER: `http://127.0.0.1:${otherPort}`,
            BRANT_TEST_FOLDER: folder,
            BRANT_TEST_DATABASE: at(db.url, "brant_e2e"),
          },
        },
      ).catch((e) => e.out ?? e.message);
      const stats = existsSync(report)
        ? JSON.parse(readFileSync(report, "utf8")).stats
        : { expected: 0, unexpected: 1, flaky: 0, skipped: 0 };
      passed += stats.expected + stats.flaky;
      failed += stats.unexpected;
      console.log(
        `${stats.unexpected === 0 ? "✓" : "✗"} end to end: ${stats.expected + stats.flaky} passed, ${stats.unexpected} failed (${((Date.now() - from) / 1000).toFixed(0)} s)`,
      );
      if (stats.flaky > 0)
        console.log(`  ${stats.flaky} of them flaky: failed at first, passed when tried again`);
      if (stats.unexpected > 0 || stats.flaky > 0 || stats.expected === 0) console.log(output);
      if (stats.expected === 0) failed += 1;
    } finally {
      web.kill("SIGTERM");
      other.kill("SIGTERM");
    }
  } finally {
    await stopDatabase(folder);
  }

  console.log(`(${took()})`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
}

main().catch(async (error) => {
  await stopDatabase(folder).catch(() => undefined);
  explain(error);
});
