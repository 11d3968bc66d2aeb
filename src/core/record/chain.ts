import canonicalize from "canonicalize";
import { genesis } from "../job/job";
import type { Draft, Entry } from "../log/entry";

export type Sha256 = (text: string) => string;
export interface Head {
  readonly seq: number;
  readonly hash: string;
}
export const emptyHead: Head = { seq: 0, hash: genesis };

/** RFC 8785 canonical JSON. Throws for what JSON cannot hold, which no entry contains. */
export function canonicalJson(value: unknown): string {
  const text = canonicalize(value);
  if (text === undefined) throw new TypeError("not a JSON value");
  return text;
}

/** Lower-case hex SHA-256 of the entry's canonical JSON without `hash` itself. */
export function entryHash(entry: Omit<Entry, "hash">, sha256: Sha256): string {
  const { hash: _, ...rest } = entry as Entry;
  return sha256(canonicalJson(rest));
}

/** The draft as the next entry after a head. */
export function seal(job: string, head: Head, draft: Draft, sha256: Sha256): Entry {
  const open = { v: 1 as const, job, seq: head.seq + 1, previous: head.hash, ...draft };
  return { ...open, hash: entryHash(open as Omit<Entry, "hash">, sha256) } as Entry;
}

export interface ChainFault {
  readonly seq: number;
  readonly what: string;
}

/**
 * Faults of a chain: entries changed, missing, out of order or of another job. An empty list means that it holds.
 * Takes unknown input, because a bundle can come from anywhere.
 */
export function verifyChain(entries: readonly unknown[], sha256: Sha256, job?: string): ChainFault[] {
  const faults: ChainFault[] = [];
  let previous = genesis;
  let owner = job;
  entries.forEach((raw, i) => {
    const seq = i + 1;
    if (typeof raw !== "object" || raw === null || Array.isArray(raw)) {
      faults.push({ seq, what: "is no entry" });
      return;
    }
    const entry = raw as Partial<Entry> & Record<string, unknown>;
    owner ??= typeof entry.job === "string" ? entry.job : undefined;
    if (entry.seq !== seq)
      faults.push({ seq, what: `has the number ${String(entry.seq)}: an entry is missing or out of order` });
    if (entry.job !== owner) faults.push({ seq, what: "belongs to another job" });
    if (entry.previous !== previous) faults.push({ seq, what: "does not follow the entry before it" });
    let computed: string | undefined;
    try {
      computed = entryHash(entry as Omit<Entry, "hash">, sha256);
    } catch {
      computed = undefined;
    }
    if (computed === undefined || computed !== entry.hash)
      faults.push({ seq, what: "was changed: its hash does not match its content" });
    previous = typeof entry.hash === "string" ? entry.hash : genesis;
  });
  return faults;
}
