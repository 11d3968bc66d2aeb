// The tree of an earlier commit, ready to be measured beside this one.
import { execFileSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { root, run } from "./machine.mjs";

/**
 * Where the earlier tree lies, its packages installed and, where `pages`, its pages built; undefined where
 * this folder has not that part of the history.
 */
export async function treeBefore(commit, say, { pages }) {
  try {
    execFileSync("git", ["cat-file", "-e", `${commit}^{commit}`], { cwd: root, stdio: "ignore" });
  } catch {
    return undefined;
  }
  const tree = join(tmpdir(), `brant-${commit}`);
  const ready = join(tree, ".ready");
  if (existsSync(ready)) return tree;
  say(
    `making the tree of ${commit}, to be measured beside this one (about ${pages ? "three minutes" : "one minute"})`,
  );
  mkdirSync(tree, { recursive: true });
  const archive = execFileSync("git", ["archive", commit], { cwd: root, maxBuffer: 1 << 30 });
  execFileSync("tar", ["-x", "-C", tree], { input: archive });
  await run("npm", ["ci", "--no-audit", "--no-fund"], { cwd: tree });
  if (pages) await run("npx", ["next", "build"], { cwd: tree });
  // Both trees judge the same train of the same house.
  for (const file of ["bench-judge.ts", "bench-house.ts"])
    cpSync(join(root, "scripts", file), join(tree, "scripts", file));
  writeFileSync(ready, "");
  return tree;
}
