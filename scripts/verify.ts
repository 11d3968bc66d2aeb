// Checks everything that is kept (chains, the jobs' rows, files), or one bundle file, and says what was
// changed or is missing.
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { filesNamedBy, type Entry } from "../src/core/log";
import { signedPart, verifyChain, type Bundle, type BundleSignature } from "../src/core/record";
import { databaseOn, poolFor, type Database } from "../src/data/database";
import { allAnchors, type Anchor } from "../src/data/queries/anchors";
import { allSheets } from "../src/data/queries/catalogue";
import { allFiles } from "../src/data/queries/files";
import { chainRows, jobHeads, jobIds } from "../src/data/queries/jobs";
import { fileStore, sheetName } from "../src/server/files";
import { isSignedBy } from "../src/server/signing";
import { addresses } from "./addresses";
import { anchorFile, anchorsIn } from "./anchorFile";

const sha256 = (text: string | Uint8Array) => createHash("sha256").update(text).digest("hex");
/** What each check is there for: the promises of docs/reliability.md and docs/security.md that it serves. */
const promises = {
  chain: "An entry cannot be changed unseen",
  ends: "An entry that was acknowledged is kept",
  anchors: "A log cannot be made anew or cut unseen",
  files: "A photo, a signature and a signed paper are the ones that were kept",
  bundle: "A bundle is the one that was signed",
} as const;
type Promised = keyof typeof promises;
const faults = new Map<Promised, number>();
const say = (promised: Promised, what: string) => {
  faults.set(promised, (faults.get(promised) ?? 0) + 1);
  console.error(`✗ ${what}`);
};
/** Says of each promise whether it holds; what was found stands above it. */
function tellPromises(checked: readonly Promised[]): void {
  for (const promised of checked) {
    const found = faults.get(promised) ?? 0;
    console.log(found === 0 ? `✓ ${promises[promised]}` : `✗ ${promises[promised]}: ${found} found`);
  }
}

interface BundleFile {
  readonly job?: string;
  readonly head?: string;
  readonly entries?: unknown[];
  readonly files?: Bundle["files"];
  readonly signature?: BundleSignature;
}

function readBundle(path: string): BundleFile {
  try {
    return JSON.parse(readFileSync(path, "utf8")) as BundleFile;
  } catch (error) {
    console.error(`✗ ${path} cannot be read: ${(error as Error).message}`);
    process.exit(2);
  }
}

function verifyBundle(path: string): void {
  const bundle = readBundle(path);
  const entries = Array.isArray(bundle.entries) ? bundle.entries : [];
  if (entries.length === 0) say("chain", "the bundle holds no entries");
  for (const f of verifyChain(entries, sha256, bundle.job)) say("chain", `entry ${f.seq} ${f.what}`);
  const last = entries.at(-1) as { hash?: string } | undefined;
  if (last && last.hash !== bundle.head)
    say("ends", "the head is not the last entry's hash: entries are missing at the end");
  for (const f of bundle.files ?? [])
    if (sha256(Buffer.from(f.base64, "base64")) !== f.sha256) say("files", `file ${f.id} was changed`);
  const { job = "", head = "", files = [], signature } = bundle;
  if (signature && !isSignedBy(signedPart({ job, head, files }), signature))
    say("bundle", "the signature does not fit: the bundle was changed after it was signed");
  tellPromises(["chain", "ends", "files", ...(signature ? (["bundle"] as const) : [])]);
  const by = signature ? `signed by ${signature.publicKey}` : "unsigned";
  if (faults.size === 0) console.log(`✓ ${path}: ${entries.length} entries hold, head ${head}, ${by}`);
}

const parsed = (text: string): Entry | undefined => {
  try {
    return JSON.parse(text) as Entry;
  } catch {
    return undefined;
  }
};

/** The files that an entry names; one that was changed may be anything, and is said to be changed by its hash. */
const namedBy = (entry: Entry | undefined): ReturnType<typeof filesNamedBy> => {
  try {
    return entry ? filesNamedBy(entry) : [];
  } catch {
    return [];
  }
};

/** What a log and the row of its job say of its end. */
interface End {
  readonly seq: number;
  readonly head: string;
}

/** Checks one job's log; returns how many entries it has, where it ends, and the files that its entries name. */
async function verifyJob(db: Database, id: string) {
  const rows = await chainRows(db, id);
  const entries = rows.map((r) => parsed(r.entry));
  for (const f of verifyChain(entries, sha256, id)) say("chain", `job ${id}: entry ${f.seq} ${f.what}`);
  rows.forEach((r, i) => {
    const e = entries[i];
    if (e && (e.id !== r.id || e.kind !== r.kind || e.hash !== r.hash))
      say("chain", `job ${id}: entry ${r.seq} differs from the columns beside it`);
  });
  const last = rows.at(-1);
  const end: End | undefined = last && { seq: last.seq, head: last.hash };
  const named = entries.flatMap(namedBy);
  return { count: rows.length, end, named, hashes: rows.map((r) => r.hash) };
}

/** The row of a job remembers where its log ended: what was cut off there leaves no other trace in the chain. */
function compareEnds(id: string, log: End | undefined, row: End | undefined): void {
  if (!row) say("ends", `job ${id}: its row is missing, its log is there`);
  else if (!log) say("ends", `job ${id}: its log is missing, its row knows of ${row.seq} entries`);
  else if (log.seq < row.seq)
    say("ends", `job ${id}: entries ${log.seq + 1} to ${row.seq} are missing at its end`);
  else if (log.seq !== row.seq || log.head !== row.head)
    say("ends", `job ${id}: its row speaks of another log: entry ${row.seq}, head ${row.head}`);
}

/**
 * A log that was made anew, each hash fitting the next, no longer passes through the places where it was
 * seen before.
 */
function compareAnchors(
  id: string,
  hashes: readonly string[],
  anchors: readonly Pick<Anchor, "seq" | "head">[],
): void {
  const missed = anchors.filter(({ seq, head }) => hashes[seq - 1] !== head);
  const [first] = missed.toSorted((a, b) => a.seq - b.seq);
  if (first)
    say(
      "anchors",
      `job ${id}: its log does not pass through entry ${first.seq} as it was anchored, head ${first.head}: it was made anew or cut`,
    );
}

/** Is what is kept of a file what its row says. */
async function verifyContent(name: string, what: string, hash: string): Promise<void> {
  const content = await fileStore().get(name);
  if (!content) say("files", `${what} is missing`);
  else if (sha256(content) !== hash) say("files", `${what} was changed`);
}

async function verifyHouse(): Promise<void> {
  const url = addresses().url;
  process.env.DATABASE_URL = url;
  const pool = poolFor(url, 2);
  const db = databaseOn(pool);
  const rows = new Map((await jobHeads(db)).map((r) => [r.id, r]));
  const ids = new Set([...(await jobIds(db)), ...rows.keys()]);
  const files = new Map((await allFiles(db)).map((f) => [f.id, f]));
  const anchors = [...(await allAnchors(db)), ...anchorsIn(anchorFile())];
  const anchorsOf = new Map<string, Anchor[]>();
  for (const a of anchors) anchorsOf.set(a.jobId, [...(anchorsOf.get(a.jobId) ?? []), a]);
  for (const id of anchorsOf.keys()) ids.add(id);
  let entries = 0;
  for (const id of ids) {
    const { count, end, named, hashes } = await verifyJob(db, id);
    entries += count;
    compareAnchors(id, hashes, anchorsOf.get(id) ?? []);
    compareEnds(id, end, rows.get(id));
    for (const { file, sha256: hash } of named) {
      const kept = files.get(file);
      if (!kept) say("files", `job ${id}: the file ${file} that an entry names is missing`);
      else if (kept.sha256 !== hash || kept.jobId !== id)
        say("files", `job ${id}: the file ${file} is not the one that its entry names`);
    }
  }
  for (const f of files.values()) await verifyContent(f.id, `job ${f.jobId}: file ${f.id}`, f.sha256);
  for (const s of await allSheets(db)) await verifyContent(sheetName(s.id), `data sheet ${s.id}`, s.sha256);
  tellPromises(["chain", "ends", "anchors", "files"]);
  if (faults.size === 0)
    console.log(
      `✓ ${ids.size} jobs, ${entries} entries, ${files.size} files, ${anchors.length} anchors: every chain holds`,
    );
  pool.end();
}

const path = process.argv[2];
if (path) verifyBundle(path);
else await verifyHouse();
process.exit(faults.size === 0 ? 0 : 1);
