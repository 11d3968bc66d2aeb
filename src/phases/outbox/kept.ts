import { createStore, del, entries, set } from "idb-keyval";
import { monotonicFactory } from "ulid";
import type { Intent, IntentKind } from "@/core/log";

/** An intent as it waits: a photo's has no hash yet, because the server makes it of the picture that it keeps. */
export type Waiting = {
  readonly [K in IntentKind]: Omit<Extract<Intent, { kind: K }>, "sha256">;
}[IntentKind];

/** One thing that somebody did and that the server has not taken yet. */
export interface Kept {
  /** The intent's own id; by it what was done first is sent first. */
  readonly id: string;
  readonly person: string;
  readonly personName: string;
  readonly job: string;
  readonly jobName: string;
  /** What was done, in words. */
  readonly what: string;
  readonly intent: Waiting;
  /** The picture that the intent names, until the server has it. */
  readonly picture?: Blob;
  /**
   * `waiting`: to be sent. `held`: the server failed at it again and again; what is behind it goes ahead,
   * and it is tried now and then. `refused`: a person decides.
   */
  readonly state: "waiting" | "held" | "refused";
  /** How often the server failed at it. */
  readonly failures: number;
  /** When it was sent last, ms on this device's clock. */
  readonly sentAt?: number;
  /** Why it is held or refused, in words. */
  readonly says?: string;
}

const nextId = monotonicFactory();
/** An id that sorts behind every id made on this page before. */
export const newId = (): string => nextId();

/** IndexedDB of this device: one record for each thing done, so that tabs never write over one another. */
const store = () => createStore("brant.outbox", "kept");
let opened: ReturnType<typeof store> | undefined;
const opening = () => (opened ??= store());

/** A device that keeps nothing, or has not looked yet: always the same list, so that nothing is drawn anew for it. */
export const nothingKept: readonly Kept[] = [];

/**
 * Everything that is kept on this device, whoever did it, the oldest first. Rejects where the browser keeps
 * nothing.
 */
export async function allKept(): Promise<readonly Kept[]> {
  const all = await entries<string, Kept>(opening());
  return all.map(([, kept]) => kept).sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** Keeps a record, or what it has become. Rejects where the browser keeps nothing. */
export const keepRecord = (kept: Kept): Promise<void> => set(kept.id, kept, opening());

/** Takes a record away. Rejects where the browser keeps nothing. */
export const removeRecord = (id: string): Promise<void> => del(id, opening());
