import { cookies, headers } from "next/headers";
import { personOfSession, type SessionPerson } from "@/data/queries/people";
import { auth } from "./auth";
import { database } from "./database";

/** For so long a cookie whose signature was checked is not checked again; the session behind it is read each time. */
const CHECKED_MS = 60_000;
/** So many cookies are remembered at most. */
const MOST = 2000;
const sessions = new Map<string, { readonly session: string; readonly checked: number }>();

async function checkedSession(cookie: string): Promise<string | undefined> {
  const had = sessions.get(cookie);
  if (had && Date.now() - had.checked < CHECKED_MS) return had.session;
  sessions.delete(cookie);
  const found = await auth().api.getSession({ headers: await headers() });
  if (!found) return undefined;
  if (sessions.size >= MOST) sessions.delete(sessions.keys().next().value!);
  sessions.set(cookie, { session: found.session.id, checked: Date.now() });
  return found.session.id;
}

/**
 * Whose session the request's cookie belongs to, as the database has it now; undefined where it is ended,
 * expired or forged.
 */
export async function sessionPerson(): Promise<SessionPerson | undefined> {
  const { authCookies } = await auth().$context;
  const cookie = (await cookies()).get(authCookies.sessionToken.name)?.value;
  const session = cookie === undefined ? undefined : await checkedSession(cookie);
  return session === undefined ? undefined : personOfSession(database(), session, new Date());
}
