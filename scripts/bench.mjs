// npm run bench: ratios against named baselines, all from one run on this machine; one of them is the
// commit before the last rebuilding.
import { spawn } from "node:child_process";
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
  servingArguments,
  sleep,
} from "./machine.mjs";
import { treeBefore } from "./bench-before.mjs";
import { answerTimes, jobPath, scriptsUntil, signedIn, timeOf } from "./bench-pages.mjs";
import { phoneTimes } from "./bench-phone.mjs";
import { sqlAsSuperuser, startDatabase, stopDatabase } from "./database.mjs";

/** The commit whose pages this tree's are measured against. */
const BEFORE = "f0b1b0d";
/** The last commit before every outlet and every kind of job were judged. */
const BEFORE_OUTLETS = "4de5fad";
const folder = join(root, ".brant-bench");
const say = (text) => console.log(`  ${text}`);
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const ms = (n, digits = 1) => `${n.toFixed(digits)} ms`;
const lastLine = (text) => JSON.parse(text.trim().split("\n").at(-1));
const webs = [];

const at = (url, name) => url.replace(/\/[^/]+$/, `/${name}`);
const envFor = (db, name) => ({
  ...process.env,
  DATABASE_URL: at(db.url, name),
  DATABASE_OWNER_URL: at(db.ownerUrl, name),
  DATABASE_APP_USER: "brant_app@'127.0.0.1'",
  BRANT_SECRET: db.secrets.session,
  BRANT_LOG: "error",
});

/** A database with the demo and some more jobs, made by a tree's own scripts. */
async function fill(db, name, jobs, tree = root) {
  say(`filling ${name} with ${jobs} jobs`);
  sqlAsSuperuser(
    folder,
    `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\`; GRANT ALL ON \`${name}\`.* TO brant_owner@'127.0.0.1' WITH GRANT OPTION;`,
  );
  for (const [script, ...more] of [["migrate"], ["demo-data"], ["bench-data", String(jobs)]])
    await run("npx", ["tsx", `scripts/${script}.ts`, ...more], { env: envFor(db, name), cwd: tree });
}

/** Built as the application is, not by the runner of scripts, which names every closure again each time it is made. */
async function built(script, tree = root, packages = "bundle") {
  const out = join(folder, `${script}-${tree === root ? "now" : "before"}.mjs`);
  await run(
    "npx",
    [
      "esbuild",
      `scripts/${script}.ts`,
      "--bundle",
      "--platform=node",
      "--format=esm",
      `--packages=${packages}`,
      `--outfile=${out}`,
      "--log-level=error",
    ],
    { cwd: tree },
  );
  return out;
}

/** Runs a script in a process of its own, and reads the JSON of its last line. */
const measured = async (script, { args = [], env = process.env, packages } = {}) =>
  lastLine(await run(process.execPath, [await built(script, root, packages), ...args], { env }));

/** Judging one train in both trees, turn by turn: the median of each. */
async function judging(before) {
  const [now, then] = await Promise.all(
    [root, before].map(async (tree) => (await import(await built("bench-judge", tree))).judgeOnce),
  );
  const times = { now: [], then: [] };
  for (let round = 0; round < 500; round += 1)
    for (const [name, judge] of [
      ["now", now],
      ["then", then],
    ]) {
      const from = performance.now();
      judge();
      if (round >= 100) times[name].push(performance.now() - from);
    }
  return { now: median(times.now), then: median(times.then) };
}

/** Serves a tree's pages on a database; its address once it answers. */
async function serve(db, name, tree = root) {
  const port = await freePort(4600 + webs.length * 7);
  const origin = `http://127.0.0.1:${port}`;
  webs.push(
    spawn(process.execPath, servingArguments(port, tree), {
      cwd: tree,
      env: { ...envFor(db, name), BRANT_ORIGIN: origin, NODE_ENV: "production" },
      stdio: ["ignore", "ignore", "inherit"],
    }),
  );
  const answers = () =>
    fetch(`${origin}/api/health`)
      .then((r) => r.ok)
      .catch(() => false);
  for (let tries = 0; !(await answers()); tries += 1) {
    if (tries > 300) throw new Plain("The server did not become ready.");
    await sleep(200);
  }
  return origin;
}

/** A page against one with nothing of the database, and against itself with many jobs. */
async function pageTimes(small, large, path, rounds = 160) {
  const times = { bare: [], small: [], large: [] };
  for (let i = 0; i < rounds; i += 1) {
    const round = {
      bare: await timeOf(small, "/not-yours"),
      small: await timeOf(small, path),
      large: await timeOf(large, path),
    };
    // The first of a page find it cold.
    if (i >= 30) for (const name of Object.keys(times)) times[name].push(round[name]);
  }
  return { bare: median(times.bare), small: median(times.small), large: median(times.large) };
}
/** What a company of 5 000 jobs, 60 of them open, has to be as quick at as one of 20. */
const atSize = { "the list of jobs": "/jobs", "the search": "/api/find?q=bakery%20pell" };

/**
 * What a phone fetches for a reading at a step, from going there until its verdict has appeared, above what
 * the bare page fetches.
 */
async function readingScripts(site) {
  const job = await jobPath(site.page, "Bench reading");
  const bare = await scriptsUntil(site.context, "/not-yours", (p) => p.waitForLoadState("networkidle"));
  const step = await scriptsUntil(site.context, `${job}/run?step=site.pressureBefore`, async (p) => {
    await p.getByLabel("Gauge reads").fill("58 psi");
    await p.getByRole("button", { name: "Keep this reading" }).click();
    const verdict = p.locator("article[data-step]").getByText(/^(Good|Check|Stop|Unknown)$/);
    await verdict.first().waitFor();
  });
  return { bytes: step.bytes - bare.bytes, bare: bare.bytes, files: step.files, workers: step.workers };
}

async function answers(now, then) {
  const times = { now: [], then: [] };
  for (let turn = 0; turn < 3; turn += 1)
    for (const [name, site] of [
      ["now", now],
      ["then", then],
    ]) {
      const job = await jobPath(site.page, "Kittle");
      // The first answers of a page find it cold.
      times[name].push(...(await answerTimes(site.page, job, 12)).slice(3));
    }
  return { now: median(times.now), then: median(times.then) };
}

/** Pages on a slow phone, in the hands of an installer, beside the bare page. */
async function onSlowPhone(browser, origin) {
  const site = await signedIn(browser, origin, "tobias", { viewport: { width: 390, height: 844 } });
  await site.page.goto("/");
  const link = await site.page.getByRole("link", { name: "Pell Lane bakery" }).first().getAttribute("href");
  const job = /^\/jobs\/[^/?]*/.exec(link)[0];
  return phoneTimes(site.context, {
    bare: "/not-yours",
    Today: "/",
    Site: `${job}/site`,
    "a run step": `${job}/run`,
    Valves: `${job}/run/valves`,
  });
}

/** What is said of each page on a slow phone: alive cold and warm beside the bare page, readable beside two seconds. */
const phoneRows = ({ phone, phoneThen }) =>
  Object.entries(phone)
    .filter(([name]) => name !== "bare")
    .flatMap(([name, t]) => {
      const then = phoneThen?.[name];
      const before = (kind) => (then ? `; ${ms(then[kind], 0)} at ${BEFORE}` : "");
      return [
        row(
          `slow phone, cold: ${name} alive ÷ bare page alive`,
          t.cold / phone.bare.cold,
          `${ms(t.cold, 0)} ÷ ${ms(phone.bare.cold, 0)}${before("cold")}`,
          "≤ 1.2",
        ),
        row(
          `slow phone, warm: ${name} alive ÷ bare page alive`,
          t.warm / phone.bare.warm,
          `${ms(t.warm, 0)} ÷ ${ms(phone.bare.warm, 0)}${before("warm")}`,
          "≤ 1.5",
        ),
        row(
          `slow phone, cold: ${name} readable, of 2 s`,
          t.readable / 2000,
          `${ms(t.readable, 0)}${before("readable")}`,
          "≤ 1",
        ),
      ];
    });

const browserOptions = {
  executablePath: "/usr/bin/chromium",
  args: [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
};

/** Pages, in a browser and over HTTP. */
async function pages(db, before) {
  await needBuild({ dist: ".next" }, say);
  const { chromium } = await import("@playwright/test");
  const browser = await chromium.launch(browserOptions);
  try {
    const [smallAt, largeAt] = [await serve(db, "brant_small"), await serve(db, "brant_large")];
    const small = await signedIn(browser, smallAt, "tobias");
    const large = await signedIn(browser, largeAt, "tobias");
    const today = await pageTimes(small, large, "/");
    const sized = {};
    for (const [what, path] of Object.entries(atSize)) sized[what] = await pageTimes(small, large, path, 110);
    const onPhone = await signedIn(browser, smallAt, "tobias", { viewport: { width: 390, height: 844 } });
    const scripts = await readingScripts(onPhone);
    const phone = await onSlowPhone(browser, smallAt);
    if (!before) return { today, sized, scripts, phone };
    const thenAt = await serve(db, "brant_before", before);
    const answer = await answers(
      await signedIn(browser, smallAt, "imke"),
      await signedIn(browser, thenAt, "imke"),
    );
    const phoneThen = await onSlowPhone(browser, thenAt);
    return { today, sized, scripts, phone, phoneThen, answer };
  } finally {
    await browser.close();
  }
}

/** One line of the result: what, the ratio, its figures, and what is wanted of it. */
const row = (what, ratio, figures, wanted = "") => ({ what, ratio, figures, wanted });

function missed({ ratio, wanted }) {
  const [sign, bound] = wanted.split(" ");
  return wanted !== "" && (sign === "≤" ? ratio > Number(bound) : ratio < Number(bound));
}

const pageRows = ({ today, sized, scripts, answer }) => [
  row(
    "Today ÷ bare page of the same framework",
    today.small / today.bare,
    `${ms(today.small)} ÷ ${ms(today.bare)}`,
    "≤ 1.8",
  ),
  row(
    "Today with 5 000 jobs ÷ with 20",
    today.large / today.small,
    `${ms(today.large)} ÷ ${ms(today.small)}`,
    "≤ 1.5",
  ),
  ...Object.entries(sized).map(([what, t]) =>
    row(
      `${what} with 5 000 jobs, 60 of them open ÷ with 20`,
      t.large / t.small,
      `${ms(t.large)} ÷ ${ms(t.small)}`,
      "≤ 1.5",
    ),
  ),
  ...(answer
    ? [
        row(
          `a survey answer, from its POST until its verdict is shown ÷ the same at ${BEFORE}`,
          answer.now / answer.then,
          `${ms(answer.now)} ÷ ${ms(answer.then)}`,
          "≤ 0.5",
        ),
      ]
    : []),
  row(
    "JavaScript of a run step above the bare page's, until a reading's verdict is shown, compressed, of 75 kB",
    scripts.bytes / 75_000,
    `${(scripts.bytes / 1000).toFixed(1)} kB above ${(scripts.bare / 1000).toFixed(0)} kB, ${scripts.files} files; workers ${(scripts.workers / 1000).toFixed(0)} kB`,
    "≤ 1",
  ),
];

const coreRows = (core, rig, orders, pair) => [
  row("judging a train of 8 units, of 1 ms", core.judge, ms(core.judge, 2), "≤ 1"),
  row(
    `composing and judging the largest kind of job (${core.composed} steps, ${core.handles} handles), of 150 ms`,
    core.composing / 150,
    ms(core.composing),
    "≤ 1",
  ),
  ...(pair
    ? [
        row(
          `judging a train of 8 units with its outlets ÷ the train alone at ${BEFORE_OUTLETS}`,
          pair.now / pair.then,
          `${ms(pair.now, 3)} ÷ ${ms(pair.then, 3)}`,
          "≤ 2",
        ),
      ]
    : []),
  row(
    `trying every train ÷ proposing, same answer (${core.tried} trains, ${core.considered} placements)`,
    core.plain / core.search,
    `${ms(core.plain, 0)} ÷ ${ms(core.search)}`,
  ),
  row(
    `proposing from ${core.catalogue} units with an RO, of 1 s`,
    core.whole / 1000,
    `${ms(core.whole, 0)}, ${core.wholeConsidered} placements`,
    "≤ 1",
  ),
  row(
    "proposing for cloudy surface water, where least is pruned, of 1 s",
    core.worst / 1000,
    `${ms(core.worst, 0)}, ${core.worstConsidered} placements`,
  ),
  row(
    `fixed steps (${core.steps}) ÷ tank fill, within 0.2 %`,
    core.fixed / core.fill,
    `${ms(core.fixed, 2)} ÷ ${ms(core.fill, 2)}`,
  ),
  row("parsing 10 000 quantities, of 100 ms", core.parse / 100, ms(core.parse, 0)),
  row(
    "95th percentile of 200 plans, 14 handles and 60 edges, of 100 ms",
    rig.plan95 / 100,
    `${ms(rig.plan95, 0)}; half take ${ms(rig.plan50)}, the longest ${ms(rig.planMost, 0)}`,
    "≤ 1",
  ),
  row(
    `95th percentile of ${orders.orders} plans, each step of each kind of job that wants something of the rig, of 100 ms`,
    orders.p95 / 100,
    `${ms(orders.p95, 0)}; half take ${ms(orders.half)}, the longest ${ms(orders.longest.ms, 0)} (${orders.longest.kind}, ${orders.longest.step})`,
    "≤ 1",
  ),
  row("95th percentile of judging a move, of 2 ms", rig.judge95 / 2, ms(rig.judge95, 2), "≤ 1"),
  row(
    "a state-machine library's shortest path ÷ plan, same cost, 6 to 10 handles, the least",
    rig.ratio,
    `${rig.growth.map((g) => `${g.handles}: ${g.own.toFixed(1)}${g.library ? ` against ${g.library.toFixed(0)}` : ""} ms`).join(", ")}; the longest plan of 12 questions at 16 handles ${ms(rig.growth.at(-1).most)}`,
    "≥ 50",
  ),
];

/**
 * The slow phone alone, in some minutes: its figures want a quiet machine, and are asked for again where it
 * was not.
 */
async function phoneAlone(db) {
  await fill(db, "brant_small", 20);
  await needBuild({ dist: ".next" }, say);
  const { chromium } = await import("@playwright/test");
  const browser = await chromium.launch(browserOptions);
  try {
    return phoneRows({ phone: await onSlowPhone(browser, await serve(db, "brant_small")) });
  } finally {
    await browser.close();
  }
}

/** Everything that is measured. */
async function everything(db) {
  const before = await treeBefore(BEFORE, say, { pages: true });
  if (!before) say(`this folder has no history of ${BEFORE}: nothing is compared with it`);
  const beforeOutlets = await treeBefore(BEFORE_OUTLETS, say, { pages: false });
  await fill(db, "brant_small", 20);
  // Before the database is busy with what it was filled with.
  const append = await measured("bench-append", {
    env: envFor(db, "brant_small"),
    // The database's driver cannot be bundled.
    packages: "external",
  });
  await fill(db, "brant_large", 5000);
  if (before) await fill(db, "brant_before", 20, before);
  const core = await measured("bench-core");
  if (!core.same) throw new Plain("Proposing and trying everything disagree.");
  const rig = await measured("bench-rig", { args: [join(root, "docs/rig-growth.svg")] });
  const orders = await measured("bench-kinds");
  const network = await measured("bench-network");
  const joining = await measured("bench-fittings");
  const fit = await measured("bench-fit");
  const parts = await measured("bench-parts");
  if (!network.same) throw new Plain("Brant and the engine called directly disagree.");
  const pair = beforeOutlets ? await judging(beforeOutlets) : undefined;
  const inBrowser = await pages(db, before);
  return [
    ...pageRows(inBrowser),
    ...phoneRows(inBrowser),
    row(
      "raw insert ÷ appending an entry, one transaction each, same driver",
      append.raw / append.append,
      `${ms(append.raw, 2)} ÷ ${ms(append.append, 2)}`,
      "≥ 0.6",
    ),
    ...coreRows(core, rig, orders, pair),
    row(
      `99th percentile of joining any two ends by ${joining.fittings} fittings, of 1 ms`,
      joining.longestChain,
      `${ms(joining.longestChain, 2)}; half take ${ms(joining.chain, 2)}`,
      "≤ 1",
    ),
    row(
      "95th percentile of building and listing the pipes of the flats, of 20 ms",
      parts.listed / 20,
      ms(parts.listed, 2),
      "≤ 1",
    ),
    row(
      "95th percentile from a dragged unit to new pipes and pressures, the flats, of 50 ms",
      parts.dragged / 50,
      `${ms(parts.dragged)}; pressures found in ${parts.found} of 220 turns`,
      "≤ 1",
    ),
    row(
      "the longest of 20 cut lists of 40 pieces, of 1 s",
      joining.cut / 1000,
      `${ms(joining.cut, 0)}; fewest sticks proved in ${joining.fewest} of ${joining.seeds}, the largest remainder in ${joining.largest}, else ${joining.short} mm below what is possible at most, half of them`,
      "≤ 1",
    ),
    row(
      `the longest of ${fit.walls} walls on which ${fit.units} units are placed round ${fit.obstacles} obstacles, of 1 s`,
      fit.longest / 1000,
      `${ms(fit.longest, 0)}, half take ${ms(fit.half, 0)}; on ${fit.found} of them places are found, on ${fit.leastPipe} no others take less pipe, on the rest ${fit.spare} mm less at most, and on ${fit.proved} none as short is narrower`,
      "≤ 1",
    ),
    row(
      "placing two units ÷ trying every 50 mm, on walls of 1.2 m",
      fit.place / fit.brute,
      `${ms(fit.place)} ÷ ${ms(fit.brute, 0)}`,
      "≤ 1",
    ),
    row(
      `solving a network of ${network.nodes} nodes ÷ the engine called directly`,
      network.brant / network.direct,
      `${ms(network.brant, 3)} ÷ ${ms(network.direct, 3)}`,
      "≤ 1.2",
    ),
  ];
}

async function main() {
  checkNode();
  checkFolder(folder);
  needPackages(
    [
      ["mariadbd", "mariadb-server"],
      ["chromium", "chromium"],
    ],
    say,
  );
  await needModules(say);
  const db = await startDatabase({ folder, port: await freePort(13500), name: "brant_small" });
  try {
    const rows = await (process.argv[2] === "phone" ? phoneAlone(db) : everything(db));
    console.log("");
    for (const r of rows)
      console.log(
        `${r.ratio.toFixed(2).padStart(6)}  ${r.what}  (${r.figures})${r.wanted ? `, wanted ${r.wanted}` : ""}${missed(r) ? ": MISSED" : ""}`,
      );
  } finally {
    for (const web of webs) web.kill("SIGTERM");
    await stopDatabase(folder);
  }
  process.exit(0);
}

main().catch(async (error) => {
  await stopDatabase(folder).catch(() => undefined);
  explain(error);
});
