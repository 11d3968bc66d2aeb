import { and, eq, lt, sql } from "drizzle-orm";
import { session, user } from "@/data/schema";
import { passwordMatches } from "./auth";
import { database } from "./database";

const PIN_TRIES = 5;

/** Locks a session until its PIN is given. One that is locked already keeps the tries it has used. */
export async function lockSession(id: string): Promise<void> {
  await database()
    .update(session)
    .set({ locked: true, pinFailures: 0 })
    .where(and(eq(session.id, id), eq(session.locked, false)));
}

/** Counts a try before it is judged, so that tries at the same moment cannot share one. False where none is left. */
async function takeTry(id: string): Promise<boolean> {
  const [taken] = await database()
    .update(session)
    .set({ pinFailures: sql`${session.pinFailures} + 1` })
    .where(and(eq(session.id, id), lt(session.pinFailures, PIN_TRIES)));
  return taken.affectedRows === 1;
}

/** Opens a locked session by the person's PIN. The fifth wrong PIN ends the session. */
export async function unlockSession(
  id: string,
  userId: string,
  pin: string,
): Promise<"open" | "wrong" | "ended"> {
  const mayTry = await takeTry(id);
  const [row] = await database()
    .select({ pinHash: user.pinHash, tries: session.pinFailures })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(and(eq(session.id, id), eq(user.id, userId)))
    .limit(1);
  if (!row?.pinHash) return "ended";
  if (mayTry && (await passwordMatches(row.pinHash, pin))) {
    await database().update(session).set({ locked: false, pinFailures: 0 }).where(eq(session.id, id));
    return "open";
  }
  if (mayTry && row.tries < PIN_TRIES) return "wrong";
  await database().delete(session).where(eq(session.id, id));
  return "ended";
}
