// Checks every chain in the database, or one bundle file, and says which entry was changed.
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { verifyChain } from "../src/core/record/chain";
import { databaseOn, poolFor } from "../src/data/database";
import { chainRows, jobIds } from "../src/data/queries/jobs";
import { addresses } from "./addresses";

const sha256 = (text: string | Uint8Array) => createHash("sha256").update(text).digest("hex");
const file = process.argv[2];
let faults = 0;
const say = (what: string) => {
  faults += 1;
  console.error(`✗ ${what}`);
};

if (file) {
  let bundle: {
    job?: string;
    head?: string;
    entries?: unknown[];
    files?: { id: string; sha256: string; base64: string }[];
  };
  try {
    bundle = JSON.parse(readFileSync(file, "utf8")) as typeof bundle;
  } catch (error) {
    console.error(`✗ ${file} cannot be read: ${(error as Error).message}`);
    process.exit(2);
  }
  const entries = Array.isArray(bundle.entries) ? bundle.entries : [];
  if (entries.length === 0) say("the bundle holds no entries");
  for (const f of verifyChain(entries, sha256, bundle.job)) say(`entry ${f.seq} ${f.what}`);
  const last = entries.at(-1) as { hash?: string } | undefined;
  if (last && last.hash !== bundle.head)
    say("the head is not the last entry's hash: entries are missing at the end");
  for (const f of bundle.files ?? [])
    if (sha256(Buffer.from(f.base64, "base64")) !== f.sha256) say(`file ${f.id} was changed`);
  if (faults === 0) console.log(`✓ ${file}: ${entries.length} entries hold, head ${bundle.head}`);
} else {
  const pool = poolFor(addresses().url, 2);
  const db = databaseOn(pool);
  const ids = await jobIds(db);
  let entries = 0;
  for (const id of ids) {
    const rows = await chainRows(db, id);
    entries += rows.length;
    const parsed = rows.map((r): unknown => {
      try {
        return JSON.parse(r.entry);
      } catch {
        return undefined;
      }
    });
    for (const f of verifyChain(parsed, sha256, id)) say(`job ${id}: entry ${f.seq} ${f.what}`);
    rows.forEach((r, i) => {
      const e = parsed[i] as { id?: string; kind?: string; hash?: string } | undefined;
      if (e && (e.id !== r.id || e.kind !== r.kind || e.hash !== r.hash))
        say(`job ${id}: entry ${r.seq} differs from the columns beside it`);
    });
  }
  if (faults === 0) console.log(`✓ ${ids.length} jobs, ${entries} entries: every chain holds`);
  pool.end();
}
process.exit(faults === 0 ? 0 : 1);
