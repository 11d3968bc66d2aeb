import { and, eq, gt, lte } from "drizzle-orm";
import type { Database } from "../database";
import { account, passwordLink, session, user } from "../schema";
import { addPerson, type NewPerson } from "./people";

export interface NewLink {
  readonly keyHash: string;
  readonly expiresAt: Date;
}

/** Puts a link in the place of those that a person had. Links that are over go with it. */
export async function giveLink(db: Database, userId: string, link: NewLink, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.delete(passwordLink).where(eq(passwordLink.userId, userId));
    await tx.delete(passwordLink).where(lte(passwordLink.expiresAt, at));
    await tx.insert(passwordLink).values({ ...link, userId });
  });
}

/** Adds a person with a link to choose a password, both or neither. */
export async function addPersonWithLink(
  db: Database,
  person: NewPerson,
  link: NewLink,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await addPerson(tx, person, at);
    await tx.insert(passwordLink).values({ ...link, userId: person.id });
  });
}

/** Whose link it is; undefined where there is none, it was used, it is over, or the account is closed. */
export async function personOfLink(
  db: Database,
  keyHash: string,
  at: Date,
): Promise<{ readonly id: string; readonly name: string; readonly email: string } | undefined> {
  const [row] = await db
    .select({ id: user.id, name: user.name, email: user.email })
    .from(passwordLink)
    .innerJoin(user, eq(user.id, passwordLink.userId))
    .where(and(eq(passwordLink.keyHash, keyHash), gt(passwordLink.expiresAt, at), eq(user.active, true)))
    .limit(1);
  return row;
}

/** Spends a link: sets the password and ends every session of the person, once. False where somebody used it first. */
export async function spendLink(
  db: Database,
  keyHash: string,
  to: { readonly id: string; readonly passwordHash: string },
  at: Date,
): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [taken] = await tx
      .delete(passwordLink)
      .where(and(eq(passwordLink.keyHash, keyHash), gt(passwordLink.expiresAt, at)));
    if (taken.affectedRows !== 1) return false;
    await tx
      .update(account)
      .set({ password: to.passwordHash, updatedAt: at })
      .where(and(eq(account.userId, to.id), eq(account.providerId, "credential")));
    await tx.delete(session).where(eq(session.userId, to.id));
    return true;
  });
}
