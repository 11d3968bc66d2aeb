// npm run bench: ratios against named baselines, all from one run on this machine.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
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

const folder = join(root, ".brant-bench");
const say = (text) => console.log(`  ${text}`);
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

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
  const webs = [];
  try {
    const at = (url, name) => url.replace(/\/[^/]+$/, `/${name}`);
    const envFor = (name) => ({
      ...process.env,
      DATABASE_URL: at(db.url, name),
      DATABASE_OWNER_URL: at(db.ownerUrl, name),
      DATABASE_APP_USER: "brant_app@'127.0.0.1'",
      BRANT_SECRET: db.secrets.session,
      BRANT_LOG: "error",
    });
    for (const [name, jobs] of [
      ["brant_small", 20],
      ["brant_large", 5000],
    ]) {
      sqlAsSuperuser(
        folder,
        `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\`; GRANT ALL ON \`${name}\`.* TO brant_owner@'127.0.0.1' WITH GRANT OPTION;`,
      );
      await run("npx", ["tsx", "scripts/migrate.ts"], { env: envFor(name) });
      await run("npx", ["tsx", "scripts/demo-data.ts"], { env: envFor(name) });
      say(`filling ${name} with ${jobs} jobs`);
      await run("npx", ["tsx", "scripts/bench-data.ts", String(jobs)], { env: envFor(name) });
    }
    const append = JSON.parse(
      (await run("npx", ["tsx", "scripts/bench-append.ts"], { env: envFor("brant_small") }))
        .trim()
        .split("\n")
        .at(-1),
    );

    // Built as the application is, not by the runner of scripts, which names every closure again each time it is made.
    await run("npx", [
      "esbuild",
      "scripts/bench-core.ts",
      "--bundle",
      "--platform=node",
      "--format=esm",
      `--outfile=${join(folder, "core.mjs")}`,
      "--log-level=error",
    ]);
    const core = JSON.parse(
      (await run(process.execPath, [join(folder, "core.mjs")])).trim().split("\n").at(-1),
    );
    if (!core.same) throw new Plain("Proposing and trying everything disagree.");

    await run("npx", [
      "esbuild",
      "scripts/bench-rig.ts",
      "--bundle",
      "--platform=node",
      "--format=esm",
      `--outfile=${join(folder, "rig.mjs")}`,
      "--log-level=error",
    ]);
    const rig = JSON.parse(
      (await run(process.execPath, [join(folder, "rig.mjs"), join(root, "docs/rig-growth.svg")]))
        .trim()
        .split("\n")
        .at(-1),
    );

    await needBuild({ dist: ".next" }, say);
    const { chromium } = await import("@playwright/test");
    const browser = await chromium.launch({
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
    });
    const sites = {};
    for (const name of ["brant_small", "brant_large"]) {
      const port = await freePort(4600 + webs.length * 7);
      const origin = `http://127.0.0.1:${port}`;
      webs.push(
        spawn(
          process.execPath,
          [join(root, "node_modules/next/dist/bin/next"), "start", "-p", String(port), "-H", "127.0.0.1"],
          {
            cwd: root,
            env: { ...envFor(name), BRANT_ORIGIN: origin, NODE_ENV: "production" },
            stdio: ["ignore", "ignore", "inherit"],
          },
        ),
      );
      for (
        let i = 0;
        !(await fetch(`${origin}/api/health`)
          .then((r) => r.ok)
          .catch(() => false));
        i += 1
      ) {
        if (i > 300) throw new Plain("The server did not become ready.");
        await sleep(200);
      }
      const context = await browser.newContext({ baseURL: origin });
      const page = await context.newPage();
      await page.goto("/sign-in");
      await page.getByLabel("E-mail").fill("tobias@saltmarsh.example");
      await page.getByLabel("Password").fill("tidal-valley-25");
      await page.getByRole("button", { name: "Sign in" }).click();
      await page.waitForURL(`${origin}/`);
      const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
      sites[name] = { origin, cookie, page };
    }
    const time = async (site, path) => {
      const from = performance.now();
      const r = await fetch(site.origin + path, { headers: { cookie: site.cookie }, redirect: "manual" });
      await r.arrayBuffer();
      if (r.status !== 200) throw new Plain(`${path} answered ${r.status}`);
      return performance.now() - from;
    };
    const times = { bare: [], small: [], large: [] };
    for (let i = 0; i < 160; i += 1) {
      const [bare, small, large] = [
        await time(sites.brant_small, "/not-yours"),
        await time(sites.brant_small, "/"),
        await time(sites.brant_large, "/"),
      ];
      if (i >= 30) {
        times.bare.push(bare);
        times.small.push(small);
        times.large.push(large);
      }
    }

    const { page, origin } = sites.brant_small;
    await page.goto("/jobs");
    const href = await page.getByRole("link", { name: "Pell Lane bakery" }).first().getAttribute("href");
    const scripts = new Map();
    page.on("response", (r) => {
      if (/\.js(\?|$)/.test(r.url()) && r.url().startsWith(origin)) scripts.set(r.url(), r);
    });
    await page.context().clearCookies({ name: "none" });
    await page.goto(`${href}/run`);
    await page.waitForLoadState("networkidle");
    let bytes = 0;
    for (const r of scripts.values()) bytes += gzipSync(await r.body()).length;
    await browser.close();

    const rows = [
      [
        "Today ÷ bare page of the same framework",
        median(times.small) / median(times.bare),
        `${median(times.small).toFixed(1)} ms ÷ ${median(times.bare).toFixed(1)} ms`,
        "",
      ],
      [
        "raw insert ÷ appending an entry, one transaction each, same driver",
        append.raw / append.append,
        `${append.raw.toFixed(2)} ms ÷ ${append.append.toFixed(2)} ms`,
        "≥ 0.5",
      ],
      [
        "Today with 5 000 jobs ÷ with 20",
        median(times.large) / median(times.small),
        `${median(times.large).toFixed(1)} ms ÷ ${median(times.small).toFixed(1)} ms`,
        "≤ 1.5",
      ],
      ["judging a train of 8 units, of 1 ms", core.judge, `${core.judge.toFixed(2)} ms`, "≤ 1"],
      [
        `trying every train ÷ proposing, same answer (${core.tried} trains, ${core.considered} placements)`,
        core.plain / core.search,
        `${core.plain.toFixed(0)} ms ÷ ${core.search.toFixed(1)} ms`,
        "",
      ],
      [
        `proposing from ${core.catalogue} units with an RO, of 1 s`,
        core.whole / 1000,
        `${core.whole.toFixed(0)} ms, ${core.wholeConsidered} placements`,
        "≤ 1",
      ],
      [
        `proposing for cloudy surface water, where least is pruned, of 1 s`,
        core.worst / 1000,
        `${core.worst.toFixed(0)} ms, ${core.worstConsidered} placements`,
        "",
      ],
      [
        `fixed steps (${core.steps}) ÷ tank fill, within 0.2 %`,
        core.fixed / core.fill,
        `${core.fixed.toFixed(2)} ms ÷ ${core.fill.toFixed(2)} ms`,
        "",
      ],
      ["parsing 10 000 quantities, of 100 ms", core.parse / 100, `${core.parse.toFixed(0)} ms`, ""],
      [
        "95th percentile of 200 plans, 14 handles and 60 edges, of 100 ms",
        rig.plan95 / 100,
        `${rig.plan95.toFixed(0)} ms; half take ${rig.plan50.toFixed(1)} ms, the longest ${rig.planMost.toFixed(0)} ms`,
        "≤ 1",
      ],
      ["95th percentile of judging a move, of 2 ms", rig.judge95 / 2, `${rig.judge95.toFixed(2)} ms`, "≤ 1"],
      [
        "a state-machine library's shortest path ÷ plan, same cost, 6 to 10 handles, the least",
        rig.ratio,
        `${rig.growth.map((g) => `${g.handles}: ${g.own.toFixed(1)}${g.library ? ` against ${g.library.toFixed(0)}` : ""} ms`).join(", ")}; the longest plan of 12 questions at 16 handles ${rig.growth.at(-1).most.toFixed(1)} ms`,
        "≥ 50",
      ],
      [
        "JavaScript for a run step, compressed, of 200 kB",
        bytes / 200_000,
        `${(bytes / 1000).toFixed(0)} kB in ${scripts.size} files`,
        "≤ 1",
      ],
    ];
    console.log("");
    for (const [what, ratio, figures, bound] of rows)
      console.log(
        `${ratio.toFixed(2).padStart(6)}  ${what}  (${figures})${bound ? `, wanted ${bound}` : ""}`,
      );
  } finally {
    for (const w of webs) w.kill("SIGTERM");
    await stopDatabase(folder);
  }
  process.exit(0);
}

main().catch(async (error) => {
  await stopDatabase(folder).catch(() => undefined);
  explain(error);
});
