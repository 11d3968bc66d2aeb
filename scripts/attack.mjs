// npm run attack: hostile inputs, kills in the middle of writing, and many at once, on the production build
// and a MariaDB of its own.
// Longer than npm test has room for. Ends with what it counted, and fails where anything was lost, doubled
// or not answered in words.
// ATTACK_INPUTS, ATTACK_KILLS, ATTACK_CLIENTS and ATTACK_SECONDS make it shorter.
import { createRequire } from "node:module";
import { join } from "node:path";
import fc from "fast-check";
import {
  checkFolder,
  checkNode,
  explain,
  needBuild,
  needModules,
  Plain,
  root,
  run,
  sleep,
} from "./machine.mjs";
import { startDatabase, stopDatabase } from "./database.mjs";
import { databasesIn, serve, TEST_BUILD } from "./stand.mjs";

const { chromium } = createRequire(import.meta.url)("playwright-core");
const folder = join(root, ".brant-attack");
const WEB = 4600;
const DATABASE = 13600;
const wanted = {
  inputs: Number(process.env.ATTACK_INPUTS ?? 500),
  kills: Number(process.env.ATTACK_KILLS ?? 150),
  clients: Number(process.env.ATTACK_CLIENTS ?? 50),
  seconds: Number(process.env.ATTACK_SECONDS ?? 60),
};
const say = (text) => console.log(`  ${text}`);

const LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const ulid = () => `01J${Array.from({ length: 23 }, () => LETTERS[Math.floor(Math.random() * 32)]).join("")}`;
const openPoint = () => ({
  kind: "openPointAdded",
  id: ulid(),
  point: ulid(),
  text: "A cover is missing",
  who: "Office",
});

/** Signs in as a person does, and returns the cookies and the jobs that there are. */
async function signedIn(base) {
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
  try {
    const context = await browser.newContext({ baseURL: base });
    const page = await context.newPage();
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill("imke@saltmarsh.example");
    await page.getByLabel("Password").fill("tidal-valley-25");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.waitForURL(`${base}/`);
    await page.goto("/jobs");
    const links = await page
      .locator('main a[href^="/jobs/"]')
      .evaluateAll((all) => all.map((a) => a.pathname));
    const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
    return { cookie, jobs: links.map((path) => path.split("/").at(-1)) };
  } finally {
    await browser.close();
  }
}

const poster = (base, cookie) => (path, body) =>
  fetch(base + path, {
    method: "POST",
    headers: { cookie, origin: base, "content-type": "application/json" },
    body,
    signal: AbortSignal.timeout(30_000),
  });

/** Nonsense and half-right intents: none may make the server fail. Returns those that did. */
async function hostileInputs({ base, cookie, jobs }) {
  const kinds = [
    "openPointAdded",
    "surveyAnswered",
    "designChanged",
    "readingTaken",
    "stepDone",
    "photoAdded",
  ];
  const anything = fc.anything({ withBigInt: false, maxDepth: 3 });
  const intents = fc.record(
    {
      kind: fc.constantFrom(...kinds, "toString"),
      id: fc.constant(undefined),
      text: anything,
      field: anything,
      units: anything,
      values: anything,
      step: anything,
      point: anything,
      profile: anything,
      claimed: anything,
    },
    { requiredKeys: ["kind"] },
  );
  const bodies = fc.sample(fc.oneof(fc.json(), fc.string({ unit: "binary" }), intents), wanted.inputs);
  const post = poster(base, cookie);
  const failed = [];
  for (const [i, sampled] of bodies.entries()) {
    const body = typeof sampled === "string" ? sampled : JSON.stringify({ ...sampled, id: ulid() });
    const path = i % 10 === 0 ? "/api/import" : `/api/jobs/${jobs[i % jobs.length]}/entries`;
    const { status } = await post(path, body);
    if (status >= 500) failed.push(`${status} at ${path}: ${body.slice(0, 200)}`);
  }
  return failed;
}

/** The ids of what the server has acknowledged or not, while it is killed again and again. */
async function killRounds(env, start) {
  const { cookie, jobs } = start;
  const job = jobs[0];
  const acknowledged = new Set();
  let pending = [];
  let server = start.server;
  for (let round = 0; round < wanted.kills; round += 1) {
    const post = poster(server.base, cookie);
    let dead = false;
    const write = async (intent) => {
      const answer = await post(`/api/jobs/${job}/entries`, JSON.stringify(intent)).catch(() => undefined);
      const outcome = await answer?.json().catch(() => undefined);
      if (outcome?.ok) acknowledged.add(intent.id);
      return outcome?.ok === true;
    };
    const left = [];
    const writer = async () => {
      while (!dead) {
        const intent = pending.pop() ?? openPoint();
        if (!(await write(intent))) left.push(intent);
      }
    };
    const writers = Promise.all(Array.from({ length: 4 }, writer));
    // A server that just started takes half a second to its first answer.
    await sleep(400 + Math.random() * 1200);
    // Every tenth time the database dies as well.
    if (round % 10 === 9) await stopDatabase(folder, "SIGKILL");
    dead = true;
    await server.kill();
    await writers;
    // What nobody acknowledged is sent again, as a phone would.
    pending = left;
    if (round % 10 === 9)
      await startDatabase({ folder, port: Number(new URL(env.DATABASE_URL).port), name: "brant_attack" });
    server = await serve(env, WEB);
    if (round % 25 === 24) say(`${round + 1} kills, ${acknowledged.size} acknowledged`);
  }
  const answer = await fetch(`${server.base}/api/jobs/${job}/entries?after=0`, { headers: { cookie } });
  const { entries } = await answer.json();
  const counts = new Map();
  for (const { id } of entries) counts.set(id, (counts.get(id) ?? 0) + 1);
  return {
    server,
    acknowledged: acknowledged.size,
    lost: [...acknowledged].filter((id) => !counts.has(id)),
    doubled: [...counts].filter(([, n]) => n > 1),
  };
}

/** Many people at once: each looks at pages and writes; a 503 is tried again as it asks. */
async function manyAtOnce({ base, cookie, jobs }) {
  const until = Date.now() + wanted.seconds * 1000;
  const times = [];
  const failed = [];
  let later = 0;
  const post = poster(base, cookie);
  const tried = async (what, ask) => {
    for (;;) {
      const from = performance.now();
      const answer = await ask().catch((error) => ({ status: 0, error }));
      times.push(performance.now() - from);
      if (answer.status === 503) {
        later += 1;
        await answer.text();
        await sleep(1000 * Number(answer.headers.get("retry-after") ?? 1));
        continue;
      }
      if (answer.status !== 200) failed.push(`${answer.status} ${what} ${answer.error ?? ""}`);
      await answer.text?.();
      return;
    }
  };
  const client = async (n) => {
    const job = jobs[n % jobs.length];
    const look = (path) =>
      tried(path, () => fetch(base + path, { headers: { cookie }, signal: AbortSignal.timeout(30_000) }));
    while (Date.now() < until) {
      await look("/");
      await look(`/jobs/${job}/run`);
      const body = JSON.stringify(openPoint());
      await tried("an entry", () => post(`/api/jobs/${job}/entries`, body));
      await look(`/api/jobs/${job}/entries?after=100`);
      // A person looks at what came for a while.
      await sleep(1000 + Math.random() * 2000);
    }
  };
  await Promise.all(Array.from({ length: wanted.clients }, (_, n) => client(n)));
  times.sort((a, b) => a - b);
  const at = (share) => Math.round(times[Math.floor(times.length * share)] ?? 0);
  return { asked: times.length, later, failed, p50: at(0.5), p95: at(0.95), longest: at(0.9999) };
}

async function main() {
  checkNode();
  checkFolder(folder);
  await needModules(say);
  await needBuild({ dist: TEST_BUILD, testClock: true, quiet: true }, say);
  const [env] = await databasesIn(folder, DATABASE, ["brant_attack"]);
  let server;
  try {
    await run("npx", ["tsx", "scripts/migrate.ts"], { env });
    await run("npx", ["tsx", "scripts/demo-data.ts"], { env });
    server = await serve(env, WEB);
    const known = await signedIn(server.base);
    if (known.jobs.length === 0) throw new Plain("There is no job to attack.");

    const failing = await hostileInputs({ base: server.base, ...known });
    console.log(
      `${failing.length === 0 ? "✓" : "✗"} ${wanted.inputs} hostile inputs, ${failing.length} made the server fail`,
    );
    for (const line of failing) say(line);

    const many = await manyAtOnce({ base: server.base, ...known });
    console.log(
      `${many.failed.length === 0 ? "✓" : "✗"} ${wanted.clients} clients for ${wanted.seconds} s: ${many.asked} requests, ${many.later} asked to come later, ${many.failed.length} failed; half within ${many.p50} ms, 95 of 100 within ${many.p95} ms, the longest ${many.longest} ms`,
    );
    for (const line of many.failed.slice(0, 10)) say(line);

    const killed = await killRounds(env, { server, ...known });
    server = killed.server;
    // Where fewer were acknowledged than servers killed, nothing was proved.
    const isWhole = killed.lost.length + killed.doubled.length === 0 && killed.acknowledged > wanted.kills;
    console.log(
      `${isWhole ? "✓" : "✗"} ${wanted.kills} kills: ${killed.acknowledged} entries acknowledged, ${killed.lost.length} lost, ${killed.doubled.length} doubled`,
    );
    const verified = await run("npx", ["tsx", "scripts/verify.ts"], { env, quiet: true }).then(
      () => true,
      () => false,
    );
    console.log(`${verified ? "✓" : "✗"} every log is whole`);
    process.exitCode = failing.length + many.failed.length === 0 && isWhole && verified ? 0 : 1;
  } finally {
    server?.end();
    await stopDatabase(folder);
  }
}

main().catch(explain);
