// What a backup is: an archive of `brant.sql`, whole to its last line, and of the folder of files where one is set.
import { spawnSync } from "node:child_process";
import { closeSync, fstatSync, openSync, readSync } from "node:fs";

export const DUMP = "brant.sql";
export const FILES = "files";

/** What mariadb-dump writes when it has written everything. */
const LAST_LINE = "-- Dump completed";

/** Is a dump whole: it ends as a dump that was finished does. */
export function isWhole(path: string): boolean {
  const file = openSync(path, "r");
  try {
    const { size } = fstatSync(file);
    const end = Buffer.alloc(Math.min(size, 200));
    readSync(file, end, 0, end.length, size - end.length);
    return end.toString("utf8").trimEnd().split("\n").at(-1)?.startsWith(LAST_LINE) === true;
  } finally {
    closeSync(file);
  }
}

/** Runs tar; says what went wrong and ends where it fails. */
export function tar(...args: readonly string[]): void {
  const done = spawnSync("tar", args, { encoding: "utf8" });
  if (done.status === 0) return;
  console.error(`✗ tar failed: ${(done.stderr || String(done.error)).trim().split("\n").at(-1)}`);
  process.exit(1);
}
