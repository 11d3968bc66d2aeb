import type { SendOutcome } from "../job/outcome";
import { allKept, keepRecord, nothingKept, removeRecord, type Kept } from "./kept";

/** What stands in the way of sending. */
export interface Hindrance {
  readonly signedOut: boolean;
  /** In words. */
  readonly says?: string;
}

/** Told of a record that the server took or refused. */
export type Settled = (record: Kept, outcome: SendOutcome) => void | Promise<void>;

/**
 * How a round of sending ended: nothing due is left, nobody is signed in, or something waits, for so many
 * ms at least.
 */
export type RoundEnd = { readonly is: "done" | "signedOut" } | { readonly is: "waits"; readonly ms: number };

/** Nothing is in the way: always the same, so that nothing is drawn anew for it. */
export const nothingHinders: Hindrance = { signedOut: false };

/** The records of this device as this page knows them: what the browser keeps, and what it could not keep. */
export function makeRecords(changedHere: () => void) {
  let all = nothingKept;
  const heard = new Set<() => void>();
  // Not written down, or not yet: a list read from the browser lacks them.
  const unwritten = new Set<string>();
  const gone = new Set<string>();
  const show = (next: readonly Kept[]) => {
    all = next.toSorted((a, b) => (a.id < b.id ? -1 : 1));
    for (const hear of heard) hear();
  };
  return {
    all: () => all,
    find: (id: string) => all.find((k) => k.id === id),
    subscribe: (hear: () => void) => {
      heard.add(hear);
      return () => heard.delete(hear);
    },
    tell: () => show(all),
    /** Takes up what other tabs have kept or sent. A browser that keeps nothing has nothing to tell. */
    refresh: async () => {
      const written = await allKept().catch(() => undefined);
      if (!written) return;
      const here = all.filter((k) => unwritten.has(k.id));
      const others = written.filter((k) => !gone.has(k.id) && !unwritten.has(k.id));
      const next = [...others, ...here];
      if (next.length + all.length > 0) show(next);
    },
    put: async (record: Kept) => {
      unwritten.add(record.id);
      show([...all.filter((k) => k.id !== record.id), record]);
      try {
        await keepRecord(record);
        unwritten.delete(record.id);
        changedHere();
      } catch {
        /* a browser that keeps nothing loses it with the page */
      }
    },
    remove: async (id: string) => {
      gone.add(id);
      show(all.filter((k) => k.id !== id));
      await removeRecord(id).catch(() => undefined);
      changedHere();
    },
  };
}
export type Records = ReturnType<typeof makeRecords>;
