import { asc, eq, inArray, sql } from "drizzle-orm";
import { atOnce, type Database } from "../database";
import { job, jobContact } from "../schema";

/** Whom one speaks to: who ordered it, or who opens the door. */
export const contactKinds = ["customer", "site"] as const;
export type ContactKind = (typeof contactKinds)[number];

export interface Contact {
  readonly id: string;
  readonly is: ContactKind;
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly address: string;
  /** How one gets in: keys, dogs, hours. */
  readonly notes: string;
}

const columns = {
  id: jobContact.id,
  is: jobContact.is,
  name: jobContact.name,
  phone: jobContact.phone,
  email: jobContact.email,
  address: jobContact.address,
  notes: jobContact.notes,
};

/** Contacts of a job, the customer first. */
export const contactsOf = async (db: Database, jobId: string): Promise<Contact[]> => {
  const rows = await db
    .select(columns)
    .from(jobContact)
    .where(eq(jobContact.jobId, jobId))
    .orderBy(asc(jobContact.is), asc(jobContact.name));
  return rows.map((r) => ({ ...r, is: r.is as ContactKind }));
};

/**
 * A phone number as people type it: all of its figures in one, from any gap on, and with the zero that
 * stands for its country.
 */
function phoneWords(phone: string): string[] {
  const groups = phone.match(/\d+/g) ?? [];
  const fromGaps = groups.map((_, i) => groups.slice(i).join(""));
  const atHome = phone.trim().startsWith("+") && groups.length > 1 ? [`0${fromGaps[1]}`] : [];
  return [phone, ...fromGaps, ...atHome];
}

/** What jobs are found by of their contacts: name, phone with and without its gaps, e-mail, address; by job. */
export async function contactsOfJobs(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ jobId: jobContact.jobId, ...columns })
    .from(jobContact)
    .where(inArray(jobContact.jobId, [...ids]));
  const words = new Map<string, string>();
  for (const { jobId, name, phone, email, address } of rows) {
    const text = [name, ...phoneWords(phone), email, address].join(" ");
    words.set(jobId, `${words.get(jobId) ?? ""} ${text}`);
  }
  return words;
}

/** The row of a contact's job, touched: the search follows it. */
const touched = (db: Database, jobId: string) =>
  db
    .update(job)
    .set({ writtenAt: sql`current_timestamp(3)` })
    .where(eq(job.id, jobId))
    .getSQL();

const dropped = (jobId: string, id: string) =>
  sql`delete from ${jobContact} where ${jobContact.id} = ${id} and ${jobContact.jobId} = ${jobId}`;

/** Keeps a contact of a job, in place of what it was. Fails where the contact is another job's. */
export const keepContact = (
  db: Database,
  jobId: string,
  contact: Contact,
  { name: changedBy, at: changedAt }: { readonly name: string; readonly at: Date },
): Promise<void> =>
  atOnce(db, [
    dropped(jobId, contact.id),
    db
      .insert(jobContact)
      .values({ ...contact, jobId, changedBy, changedAt })
      .getSQL(),
    touched(db, jobId),
  ]);

/** Deletes a contact of a job. */
export const dropContact = (db: Database, jobId: string, id: string): Promise<void> =>
  atOnce(db, [dropped(jobId, id), touched(db, jobId)]);
