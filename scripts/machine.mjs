// What the machine must have before anything of the project can run. Node's own modules only.
import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statfsSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";

export const root = join(import.meta.dirname, "..");

export class Plain extends Error {}

/** Ends the script with one clear line instead of a stack. */
export function explain(error) {
  if (error instanceof Plain) console.error(`\n✗ ${error.message}`);
  else if (error?.code === "ENOSPC")
    console.error("\n✗ The disk is full. Free some space, then start again.");
  else if (error?.code === "EACCES" || error?.code === "EPERM")
    console.error(`\n✗ No permission for ${error.path ?? "a file"}. Start as the user who owns this folder.`);
  else console.error("\n✗", error);
  process.exit(1);
}

export function checkNode() {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < 20) throw new Plain(`Node ${process.versions.node} is too old: Brant needs Node 20 or newer.`);
}

export function checkFolder(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  accessSync(folder, constants.W_OK);
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize < 700 * 1024 * 1024)
    throw new Plain(
      `Only ${Math.round((bavail * bsize) / 1048576)} MB are free where ${folder} is; 700 MB are needed.`,
    );
}

const has = (command) => spawnSync("sh", ["-c", `command -v ${command}`]).status === 0;

/** Installs Debian packages whose command is missing; as another user than root it says which and how. */
export function needPackages(wanted, say) {
  const missing = wanted.filter(([command]) => !has(command)).map(([, name]) => name);
  if (missing.length === 0) return;
  const how = `apt-get install -y --no-install-recommends ${missing.join(" ")}`;
  if (process.getuid?.() !== 0) throw new Plain(`Missing: ${missing.join(", ")}. Install with: sudo ${how}`);
  say(`installing ${missing.join(", ")}`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  for (let attempt = 1; ; attempt += 1) {
    const update = spawnSync("apt-get", ["update", "-qq"], { env, encoding: "utf8" });
    const install =
      update.status === 0
        ? spawnSync("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...missing], {
            env,
            encoding: "utf8",
          })
        : update;
    if (install.status === 0) return;
    if (attempt === 12)
      throw new Plain(
        `Could not install ${missing.join(", ")}: ${(install.stderr || install.stdout || "").trim().split("\n").at(-1)}. By hand: ${how}`,
      );
    spawnSync("sleep", ["5"]);
  }
}

const digest = (text) => createHash("sha256").update(text).digest("hex");

/** Runs npm ci when the lockfile differs from what is installed. */
export async function needModules(say) {
  const wanted = digest(readFileSync(join(root, "package-lock.json")));
  const stamp = join(root, "node_modules", ".brant-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("installing packages (about two minutes the first time)");
  await run("npm", ["ci", "--include=dev", "--no-audit", "--no-fund", "--loglevel=error"], {
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: "1", NODE_ENV: "" },
  });
  writeFileSync(stamp, wanted);
}

/** A digest of everything a build is made of. */
export function sourceDigest() {
  const hash = createHash("sha256");
  const walk = (folder) => {
    for (const name of readdirSync(folder).sort()) {
      const path = join(folder, name);
      if (statSync(path).isDirectory()) walk(path);
      else if (!/\.test\.tsx?$/.test(name)) hash.update(path.slice(root.length)).update(readFileSync(path));
    }
  };
  walk(join(root, "src"));
  for (const name of ["package-lock.json", "next.config.ts", "postcss.config.mjs", "tsconfig.json"])
    hash.update(readFileSync(join(root, name)));
  return hash.digest("hex");
}

/** Builds the application into a folder unless it holds a build of these very sources. */
export async function needBuild({ dist, testClock = false, quiet = true }, say) {
  const wanted = digest(sourceDigest() + String(testClock));
  const stamp = join(root, dist, "brant-sources");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  say("building the application (about a minute)");
  await run("npx", ["next", "build"], {
    quiet,
    env: {
      ...process.env,
      NODE_ENV: "production",
      BRANT_DIST: dist,
      BRANT_BUILD_TEST_CLOCK: testClock ? "1" : "",
      NEXT_TELEMETRY_DISABLED: "1",
    },
  });
  await buildThreads(dist);
  writeFileSync(stamp, wanted);
}

/** Builds what threads beside the server run; packages stay where they are installed. */
async function buildThreads(dist) {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, "src/threads/documents.ts")],
    outfile: join(root, dist, "threads/documents.mjs"),
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    target: "node20",
    jsx: "automatic",
    logLevel: "warning",
  });
}

/** Runs a command to its end; a failure carries the end of its output. */
export function run(command, args, { env = process.env, quiet = true, cwd = root, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env,
      stdio: [input === undefined ? "ignore" : "pipe", "pipe", "pipe"],
    });
    let out = "";
    const keep = (chunk) => {
      out += chunk;
      if (!quiet) process.stdout.write(chunk);
    };
    child.stdout.on("data", keep);
    child.stderr.on("data", keep);
    if (input !== undefined) child.stdin.end(input);
    child.on("error", reject);
    child.on("close", (code) =>
      code === 0
        ? resolve(out)
        : reject(
            Object.assign(
              new Plain(
                `${command} ${args.join(" ")} failed (${code}):\n${out.trim().split("\n").slice(-30).join("\n")}`,
              ),
              { out },
            ),
          ),
    );
  });
}

export const portFree = (port) =>
  new Promise((resolve) => {
    const s = createServer()
      .once("error", () => resolve(false))
      .once("listening", () => s.close(() => resolve(true)))
      .listen(port, "127.0.0.1");
  });

export async function freePort(from) {
  for (let port = from; port < from + 200; port += 1) if (await portFree(port)) return port;
  throw new Plain(`No free port between ${from} and ${from + 200}.`);
}

export const isAlive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** When a process began, in ticks since the machine did: a number given anew to another process has another. */
function beginningOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    return stat.slice(stat.lastIndexOf(")") + 2).split(" ")[19];
  } catch {
    return undefined;
  }
}

/** A name of a running process that no other ever has while the machine runs. */
export const processName = (pid) => `${pid} ${beginningOf(pid)}`;

/** Does the process of a name that was kept still run. */
export function isSameProcess(kept) {
  const pid = Number(kept.split(" ")[0]);
  return pid > 0 && pid !== process.pid && isAlive(pid) && processName(pid) === kept;
}

/** The command line of a process that belongs to this project, or undefined. */
export function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").replaceAll("\0", " ");
  } catch {
    return undefined;
  }
}

export const sleep = (ms) => new Promise((r) => setTimeout(r, ms));

/** What node is told to serve a tree's build on a port of this machine. */
export const servingArguments = (port, tree = root) => [
  join(tree, "node_modules/next/dist/bin/next"),
  "start",
  "--port",
  String(port),
  "--hostname",
  "127.0.0.1",
  // A proxy keeps a resting connection for about a minute. Node would close it after five seconds, at times
  // in the moment in which it is used again.
  "--keepAliveTimeout",
  "75000",
];
