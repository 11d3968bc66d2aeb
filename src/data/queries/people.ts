import { and, asc, count, desc, eq, gt, ne, sql } from "drizzle-orm";
import type { Company } from "../../core/site";
import type { Database, Transaction } from "../database";
import { holding } from "./holding";
import { account, session, twoFactor, user } from "../schema";
import { saveCompany } from "./company";

export interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly active: boolean;
  readonly hasPin: boolean;
  readonly hasSecondFactor: boolean;
}

const rowOf = (r: typeof user.$inferSelect): PersonRow => ({
  id: r.id,
  name: r.name,
  email: r.email,
  role: r.role,
  active: r.active,
  hasPin: r.pinHash !== null,
  hasSecondFactor: r.twoFactorEnabled,
});

/** All people, by name. */
export async function allPeople(db: Database): Promise<PersonRow[]> {
  const rows = await db.select().from(user).orderBy(asc(user.name));
  return rows.map(rowOf);
}
/** People who are active and whose name contains something; at most so many. */
export const peopleNamed = (db: Database, part: string, most: number) =>
  db
    .select({ name: user.name, role: user.role })
    .from(user)
    .where(and(holding(user.name, part), eq(user.active, true)))
    .limit(most);
/** The person of an e-mail address, or undefined. */
export async function personByEmail(db: Database, email: string): Promise<PersonRow | undefined> {
  const [r] = await db.select().from(user).where(eq(user.email, email)).limit(1);
  return r ? rowOf(r) : undefined;
}
/** Is anybody there yet. */
export async function hasPeople(db: Database): Promise<boolean> {
  const [row] = await db.select({ n: count() }).from(user);
  return (row?.n ?? 0) > 0;
}
/** Whose session it is, with what may have changed since it began. */
export interface SessionPerson {
  readonly sessionId: string;
  readonly locked: boolean;
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly active: boolean;
  readonly unitProfile: string | null;
  /** 1 where the person has a field PIN. */
  readonly hasPin: number;
  readonly hasSecondFactor: boolean;
}
const sessionQuestion = (db: Database) =>
  db
    .select({
      sessionId: session.id,
      locked: session.locked,
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      active: user.active,
      unitProfile: user.unitProfile,
      hasPin: sql<number>`${user.pinHash} is not null`,
      hasSecondFactor: user.twoFactorEnabled,
    })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(and(eq(session.id, sql.placeholder("session")), gt(session.expiresAt, sql.placeholder("now"))))
    .limit(1)
    .prepare();
const sessionQuestions = new WeakMap<Database, ReturnType<typeof sessionQuestion>>();

/** The person of a session that has not ended or expired; asked at every request, so written once. */
export async function personOfSession(
  db: Database,
  id: string,
  now: Date,
): Promise<SessionPerson | undefined> {
  const asked = sessionQuestions.get(db) ?? sessionQuestion(db);
  sessionQuestions.set(db, asked);
  const [found] = await asked.execute({ session: id, now });
  return found;
}

/** Has this person set a field PIN. */
export async function hasPin(db: Database, id: string): Promise<boolean> {
  const [row] = await db.select({ pinHash: user.pinHash }).from(user).where(eq(user.id, id)).limit(1);
  return Boolean(row?.pinHash);
}

export interface NewPerson {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly passwordHash: string;
  readonly pinHash?: string;
}

/** The row of a person's own password. */
const credentialOf = (id: string) => and(eq(account.userId, id), eq(account.providerId, "credential"));

/** Adds a person with a password in one transaction. */
export async function addPerson(db: Database | Transaction, p: NewPerson, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(user).values({
      id: p.id,
      name: p.name,
      email: p.email,
      emailVerified: true,
      role: p.role,
      active: true,
      pinHash: p.pinHash ?? null,
      createdAt: at,
      updatedAt: at,
    });
    await tx.insert(account).values({
      id: p.id,
      accountId: p.id,
      providerId: "credential",
      userId: p.id,
      password: p.passwordHash,
      createdAt: at,
      updatedAt: at,
    });
  });
}

/** Changes role and account in one transaction; a closed account ends its sessions. */
export async function changePerson(
  db: Database,
  id: string,
  to: { readonly role: string; readonly active: boolean },
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(user).set({ role: to.role, active: to.active, updatedAt: at }).where(eq(user.id, id));
    if (!to.active) await tx.delete(session).where(eq(session.userId, id));
  });
}

/** The first start: company and owner, both or neither. */
export async function openHouse(db: Database, settings: Company, owner: NewPerson, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await saveCompany(tx, settings, 0, at);
    await addPerson(tx, owner, at);
  });
}
/** Sets a person's PIN, already hashed. */
export async function setPin(db: Database, id: string, pinHash: string): Promise<void> {
  await db.update(user).set({ pinHash }).where(eq(user.id, id));
}
/** The hash of a person's password; undefined for one who has none. */
export async function passwordHashOf(db: Database, id: string): Promise<string | undefined> {
  const [row] = await db.select({ hash: account.password }).from(account).where(credentialOf(id)).limit(1);
  return row?.hash ?? undefined;
}
/** Sets a person's password and ends every session but the one that is kept, in one transaction. */
export async function setOwnPassword(
  db: Database,
  id: string,
  to: { readonly passwordHash: string; readonly keep: string },
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(account).set({ password: to.passwordHash, updatedAt: at }).where(credentialOf(id));
    await tx.delete(session).where(and(eq(session.userId, id), ne(session.id, to.keep)));
  });
}
/** Sets a person's own unit system; null takes the company's. */
export async function setProfile(
  db: Database,
  id: string,
  unitProfile: "us" | "metric" | null,
): Promise<void> {
  await db.update(user).set({ unitProfile }).where(eq(user.id, id));
}
/** A session of a person, to be told from the others. */
export interface SessionRow {
  readonly id: string;
  readonly since: Date;
  readonly agent: string | null;
}
/** The sessions of a person that have not ended or expired, the newest first. */
export async function sessionsOfPerson(db: Database, userId: string, now: Date): Promise<SessionRow[]> {
  return db
    .select({ id: session.id, since: session.createdAt, agent: session.userAgent })
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, now)))
    .orderBy(desc(session.createdAt));
}
/** Ends one session of a person; false where it is not theirs, or ended already. */
export async function endOwnSession(db: Database, userId: string, id: string): Promise<boolean> {
  const [ended] = await db.delete(session).where(and(eq(session.userId, userId), eq(session.id, id)));
  return ended.affectedRows === 1;
}
/** Ends all sessions of a person. */
export async function endSessions(db: Database, userId: string): Promise<void> {
  await db.delete(session).where(eq(session.userId, userId));
}
/** Takes a person's second factor away and ends their sessions, in one transaction. */
export async function clearSecondFactor(db: Database, userId: string): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.delete(twoFactor).where(eq(twoFactor.userId, userId));
    await tx.update(user).set({ twoFactorEnabled: false }).where(eq(user.id, userId));
    await tx.delete(session).where(eq(session.userId, userId));
  });
}
