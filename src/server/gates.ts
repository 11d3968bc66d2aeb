import { eq, inArray, lt } from "drizzle-orm";
import { inTransaction, type Transaction } from "@/data/database";
import { signInGate } from "@/data/schema";
import { now } from "./clock";
import { database } from "./database";

/** Whose tries are counted together. Each sort grows its waits in its own way. */
const sorts = {
  /** An account, from browsers that never signed in to it. */
  who: { free: 5, longest: 60 },
  /** An account, from one browser that has signed in to it before: nobody else can use its tries up. */
  device: { free: 5, longest: 900 },
  /** An address that a proxy vouches for; a whole office may stand behind it. */
  net: { free: 40, longest: 900 },
} as const;
export type GateSort = keyof typeof sorts;
export interface Subject {
  readonly sort: GateSort;
  readonly name: string;
}

/** After a day without a try everything begins anew. */
const FORGOTTEN_MS = 24 * 60 * 60_000;

/**
 * Seconds until the next try is judged, after so many: none while they are few, then doubling up to the
 * sort's longest.
 */
export function waitAfter(tries: number, sort: GateSort): number {
  const { free, longest } = sorts[sort];
  return tries < free ? 0 : Math.min(longest, 2 ** (tries - free + 1));
}

const keyOf = ({ sort, name }: Subject): string => `${sort}:${name}`.slice(0, 200);

/** Takes one try of a subject; seconds still to wait where it may not try yet. */
async function take(tx: Transaction, subject: Subject, at: number): Promise<number> {
  const key = keyOf(subject);
  const fresh = { subject: key, tries: 0, lastAt: new Date(at), nextAt: new Date(at) };
  await tx
    .insert(signInGate)
    .values(fresh)
    .onDuplicateKeyUpdate({ set: { subject: key } });
  const [row] = await tx.select().from(signInGate).where(eq(signInGate.subject, key)).for("update");
  const early = row!.nextAt.getTime() - at;
  if (early > 0) return Math.ceil(early / 1000);
  const isForgotten = at - row!.lastAt.getTime() > FORGOTTEN_MS;
  const tries = (isForgotten ? 0 : row!.tries) + 1;
  await tx
    .update(signInGate)
    .set({ tries, lastAt: new Date(at), nextAt: new Date(at + 1000 * waitAfter(tries, subject.sort)) })
    .where(eq(signInGate.subject, key));
  return 0;
}

class Early extends Error {
  constructor(readonly seconds: number) {
    super("too early");
  }
}

/**
 * Counts a try before it is judged, so that tries at the same moment cannot share one. Returns 0 where it
 * may be judged, else the seconds to wait; a try that comes too early is not counted, so that nobody can
 * keep another one out by knocking.
 */
export async function passGates(subjects: readonly Subject[]): Promise<number> {
  const at = now();
  try {
    await inTransaction(database(), async (tx) => {
      for (const subject of subjects) {
        const seconds = await take(tx, subject, at);
        if (seconds > 0) throw new Early(seconds);
      }
    });
    return 0;
  } catch (error) {
    if (error instanceof Early) return error.seconds;
    throw error;
  }
}

/** Seconds until all of these subjects may try again. */
export async function waitOf(subjects: readonly Subject[]): Promise<number> {
  const rows = await database()
    .select({ nextAt: signInGate.nextAt })
    .from(signInGate)
    .where(inArray(signInGate.subject, subjects.map(keyOf)));
  return Math.max(0, ...rows.map((r) => Math.ceil((r.nextAt.getTime() - now()) / 1000)));
}

/** Forgets the tries of subjects, after one that was right; and those of anybody that are long over. */
export async function openGates(subjects: readonly Subject[]): Promise<void> {
  await database()
    .delete(signInGate)
    .where(inArray(signInGate.subject, subjects.map(keyOf)));
  await database()
    .delete(signInGate)
    .where(lt(signInGate.lastAt, new Date(now() - FORGOTTEN_MS)));
}
