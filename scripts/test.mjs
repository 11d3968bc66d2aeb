// npm test: types, lint, import rules, unit, data against a real MariaDB, end to end against the production build.
// Its own database folder and ports, so that it is safe while the demo runs. Ends with the line `N passed, N failed`.
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import {
  checkFolder,
  checkNode,
  explain,
  needBuild,
  needModules,
  needPackages,
  root,
  run,
} from "./machine.mjs";
import { stopDatabase } from "./database.mjs";
import { databasesIn, loadCompanies, setUpStand, TEST_BUILD } from "./stand.mjs";

const folder = join(root, ".brant-test");
/** Browsers that drive the application at the same time. */
const WORKERS = 2;
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

/** Tests of one or more of vitest's projects, all at once. */
async function vitest(projects, env = process.env) {
  const project = projects.join(", ");
  const report = join(folder, `${projects[0]}.json`);
  rmSync(report, { force: true });
  const from = Date.now();
  const output = await run(
    "npx",
    [
      "vitest",
      "run",
      ...projects.flatMap((name) => ["--project", name]),
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

/** What needs no browser and no database. */
async function checks() {
  await check("types and lint", "npx", ["oxlint", "--type-check"]);
  await check("format", "npx", ["oxfmt", "--check"]);
  await check("import rules", "npx", ["depcruise", "--config", ".dependency-cruiser.cjs", "src"]);
  await vitest(["unit", "mocked", "screens"]);
}

/** What is kept, against a real MariaDB. */
async function dataTests() {
  const [data, restore] = await databasesIn(folder, 13400, ["brant_data", "brant_restore"]);
  try {
    await run("npx", ["tsx", "scripts/migrate.ts"], { env: data });
    await vitest(["data"], {
      ...data,
      BRANT_TEST_RESTORE_URL: restore.DATABASE_URL,
      BRANT_TEST_RESTORE_OWNER_URL: restore.DATABASE_OWNER_URL,
      BRANT_TEST_FOLDER: folder,
    });
  } finally {
    await stopDatabase(folder);
  }
}

/** Counts what Playwright reports, and prints its output where not all is well. */
function tally(report, output, seconds) {
  const stats = existsSync(report)
    ? JSON.parse(readFileSync(report, "utf8")).stats
    : { expected: 0, unexpected: 1, flaky: 0, skipped: 0 };
  const good = stats.expected + stats.flaky;
  passed += good;
  failed += stats.unexpected;
  console.log(
    `${stats.unexpected === 0 ? "✓" : "✗"} end to end: ${good} passed, ${stats.unexpected} failed (${seconds} s)`,
  );
  if (stats.flaky > 0)
    console.log(`  ${stats.flaky} of them flaky: failed at first, passed when tried again`);
  if (stats.unexpected > 0 || stats.flaky > 0 || stats.expected === 0) console.log(output);
  if (stats.expected === 0) failed += 1;
}

/**
 * The event loop of a server over every end-to-end test: at the worst thousandth its own work keeps it no
 * longer than this, ms. How long it waits in all is said too; with two browsers and two databases beside it
 * that is the machine's.
 */
const LOOP_MOST = 200;
function tellLoop(loop) {
  if (!loop) return;
  const isFree = loop.ownP999 <= LOOP_MOST;
  if (isFree) passed += 1;
  else failed += 1;
  console.log(
    `${isFree ? "✓" : "✗"} event loop over these tests, by its own work: ${loop.ownP999} ms at 99.9 %, longest ${loop.ownLongest} ms; by whatever: ${loop.p999} ms, longest ${loop.longest} ms`,
  );
  if (loop.ownLongest > LOOP_MOST)
    console.log(
      ["  the longest ended at " + loop.longestUntil + ", after", ...loop.askedBefore].join("\n    "),
    );
}

/**
 * The application itself, driven in a browser. Each of Playwright's workers has a stand to itself: a test
 * may stop its database or move its clock.
 */
async function endToEnd() {
  await needBuild({ dist: TEST_BUILD, testClock: true, quiet: true }, say);
  const loaded = join(folder, "loaded");
  await loadCompanies(loaded, 13405);
  const stands = [];
  try {
    for (let i = 0; i < WORKERS; i += 1)
      stands.push(
        await setUpStand(join(folder, `stand${i}`), loaded, {
          database: 13410 + 10 * i,
          web: 4400 + 100 * i,
        }),
      );
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
          BRANT_TEST_STANDS: JSON.stringify(
            stands.map(({ base, other, folder }) => ({ base, other, folder })),
          ),
        },
      },
    ).catch((e) => e.out ?? e.message);
    tally(report, output, ((Date.now() - from) / 1000).toFixed(0));
    for (const stand of stands) tellLoop(await stand.loop());
  } finally {
    for (const stand of stands) await stand.takeDown();
  }
}

async function main() {
  checkNode();
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
  if (process.env.BRANT_ONLY !== "e2e") {
    await checks();
    await dataTests();
  }
  await endToEnd();
  console.log(`(${took()})`);
  console.log(`${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
}

main().catch(explain);
