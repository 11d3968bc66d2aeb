// The file outside the database in which ends of logs are written down: a line each, `when job number head`.
import { appendFileSync, existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Anchor } from "../src/data/queries/anchors";

/**
 * Where it lies: BRANT_ANCHORS, else beside the demo's own database. A database of somebody's own has none
 * until one is named: anchors of another are not its.
 */
export const anchorFile = (): string | undefined =>
  process.env.BRANT_ANCHORS ??
  (process.env.DATABASE_URL ? undefined : join(process.cwd(), ".brant", "anchors"));

const LINE = /^(\S+) ([0-9A-Z]{26}) (\d+) ([0-9a-f]{64})$/;

/** What a file holds; nothing where there is none yet. A line that is none is an error: it was changed. */
export function anchorsIn(path: string | undefined): Anchor[] {
  if (!path || !existsSync(path)) return [];
  const lines = readFileSync(path, "utf8").split("\n").filter(Boolean);
  return lines.map((line, i) => {
    const [, at, jobId, seq, head] = LINE.exec(line) ?? [];
    if (!at || !jobId || !head) throw new Error(`${path}: line ${i + 1} is no anchor`);
    return { at: new Date(at), jobId, seq: Number(seq), head };
  });
}

/** Adds those that the file does not hold; returns how many. */
export function addAnchors(path: string, anchors: readonly Anchor[]): number {
  const placeOf = ({ jobId, seq, head }: Anchor) => `${jobId} ${seq} ${head}`;
  const held = new Set(anchorsIn(path).map(placeOf));
  const fresh = anchors.filter((a) => !held.has(placeOf(a)));
  const lines = fresh.map((a) => `${a.at.toISOString()} ${placeOf(a)}\n`);
  if (lines.length > 0) appendFileSync(path, lines.join(""), { mode: 0o600 });
  return fresh.length;
}
