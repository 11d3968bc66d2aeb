import { applyEntry, emptyJob, logKindOf, type Draft, type Entry, type Intent } from "../../core/log";
import type { JobState, Knowledge } from "../../core/job";
import { createHash } from "node:crypto";
import { and, asc, desc, eq, gt, lt, sql, type SQL } from "drizzle-orm";
import {
  canonicalJson,
  emptyHead,
  seal,
  summarise,
  wordsOf,
  type Head,
  type JobSummary,
} from "../../core/record";
import type { UnitSystem } from "../../core/units";
import {
  atOnce,
  builtOnce,
  DUPLICATE,
  errno,
  given,
  inTransaction,
  isPassing,
  MOVED,
  mustHaveChanged,
  NO_SUCH_FILE,
  type Database,
  type Transaction,
} from "../database";
import { job, jobLog, jobSerial, stripItem } from "../schema";
import { anchored } from "./anchors";
import { fileRowsIn, namedFilesMustBe, type FileRow } from "./files";

/** SHA-256, as 64 hex digits in lower case. */
export const sha256 = (text: string | Uint8Array): string => createHash("sha256").update(text).digest("hex");

/** A job as this process last saw it, with its row when this process wrote that too. */
interface Seen {
  readonly state: JobState;
  readonly written?: Written;
}
/** Used only while the head is still the database's. */
const seen = new Map<string, Seen>();
const KEEP = 200;
function remember(state: JobState, written?: Written): JobState {
  seen.delete(state.id);
  seen.set(state.id, { state, written });
  if (seen.size > KEEP) seen.delete(seen.keys().next().value!);
  return state;
}

const parse = (row: { entry: string }): Entry => JSON.parse(row.entry) as Entry;

async function entriesAfter(db: Database | Transaction, id: string, seq: number): Promise<Entry[]> {
  const rows = await db
    .select({ entry: jobLog.entry })
    .from(jobLog)
    .where(and(eq(jobLog.jobId, id), gt(jobLog.seq, seq)))
    .orderBy(asc(jobLog.seq));
  return rows.map(parse);
}

/** The log of a job after a number, in order; empty for a job that is not there. */
export const jobEntriesAfter = (db: Database, id: string, seq: number): Promise<Entry[]> =>
  entriesAfter(db, id, seq);
/** The whole log of a job. */
export const jobEntries = (db: Database, id: string): Promise<Entry[]> => entriesAfter(db, id, 0);

async function stateAt(db: Database | Transaction, id: string, head: Head): Promise<JobState> {
  const cached = seen.get(id)?.state;
  if (cached && cached.seq === head.seq && cached.head === head.hash) return cached;
  const usable = cached && cached.seq < head.seq ? cached : undefined;
  let state = (await entriesAfter(db, id, usable?.seq ?? 0)).reduce(applyEntry, usable ?? emptyJob(id));
  // An older cached state can belong to a chain that was replaced by a restore: then begin again.
  if (usable && state.head !== head.hash)
    state = (await entriesAfter(db, id, 0)).reduce(applyEntry, emptyJob(id));
  return remember(state);
}

/** A job as its log tells it, or undefined. */
export async function loadJob(db: Database, id: string): Promise<JobState | undefined> {
  const [head] = await db
    .select({ seq: jobLog.seq, hash: jobLog.hash })
    .from(jobLog)
    .where(eq(jobLog.jobId, id))
    .orderBy(desc(jobLog.seq))
    .limit(1);
  return head ? stateAt(db, id, head) : undefined;
}

export type AppendOutcome<R> =
  | {
      readonly ok: true;
      readonly entry?: Entry;
      readonly state: JobState;
      /** True when this very entry was there before: nothing was written. */ readonly repeated: boolean;
    }
  | { readonly ok: false; readonly refusal: R }
  /** Its name was used for something else, or the file that it names was not kept. */
  | { readonly ok: false; readonly clash: "name" | "file" };

/** What is asked: its name, and a fingerprint of its content and of who asks. */
export interface AskedAs {
  readonly id: string;
  readonly fingerprint: string;
}

/** The fingerprint of an intent by somebody; when it is said to have happened is no part of it. */
export const fingerprintOf = (intent: Intent, by: string): string =>
  sha256(canonicalJson({ ...intent, claimed: undefined, by }));

export interface AppendSettings {
  readonly knowledge: Knowledge;
  readonly profile: UnitSystem;
  readonly now: number;
}

/** The build of what a row holds: another number makes every row anew. */
const ROW = 2;
/** A job's row as lists and searches read it. */
const rowAs = (state: JobState, summary: JobSummary, changedAt: Date, knowledge: Knowledge) => ({
  name: state.name,
  place: state.place,
  phase: summary.phase,
  rank: summary.rank,
  summary,
  life: summary.life,
  offer: summary.offer ?? null,
  level: summary.level ?? null,
  who: summary.who.slice(0, 120),
  openPoints: summary.points.length,
  words: wordsOf(state, summary, knowledge),
  made: ROW,
  dueAt: summary.due ? new Date(`${summary.due}T23:59:59Z`) : null,
  seq: state.seq,
  head: state.head,
  changedAt,
});
type JobRow = ReturnType<typeof rowAs>;
/** What this process wrote of a job last: the head in its row, and its strip. */
interface Written {
  readonly head: string;
  readonly strip: string;
}

/** What follows from a state: the job's row, and what beside it has to be written. */
interface Refreshed {
  readonly row: JobRow;
  readonly strip: string;
  /** Statements for the strip and the serials, where they are not as this process last wrote them. */
  readonly beside: readonly SQL[];
}

function refreshed(
  db: Database | Transaction,
  before: JobState | undefined,
  known: Written | undefined,
  state: JobState,
  settings: AppendSettings,
): Refreshed {
  const summary = summarise(state, settings.now, settings.knowledge);
  const row = rowAs(state, summary, new Date(state.lastAt ?? settings.now), settings.knowledge);
  const strip = JSON.stringify(summary.strip);
  const beside: SQL[] = [];
  if (known?.strip !== strip) {
    beside.push(sql`delete from ${stripItem} where ${stripItem.jobId} = ${state.id}`);
    if (summary.strip.length > 0)
      beside.push(
        db
          .insert(stripItem)
          .values(
            summary.strip.map((s) => ({
              jobId: state.id,
              item: s.item,
              kind: s.kind,
              title: s.title.slice(0, 200),
              who: s.who,
              startsAt: new Date(s.from),
              endsAt: new Date(s.to),
              paused: s.paused ? 1 : 0,
            })),
          )
          .getSQL(),
      );
  }
  const fresh = state.serials.filter((s) => !before?.serials.includes(s));
  if (fresh.length > 0)
    beside.push(
      db
        .insert(jobSerial)
        .values(
          fresh.map((s) => ({
            jobId: state.id,
            unit: s.unit,
            what: s.what,
            unitName: s.unitName,
            text: s.text,
          })),
        )
        .onDuplicateKeyUpdate({ set: { text: sql`values(text)`, unitName: sql`values(unit_name)` } })
        .getSQL(),
    );
  return { row, strip, beside };
}

/** Sets a job's row, whatever it was. */
const rowAnew = (db: Database | Transaction, id: string, row: JobRow): SQL =>
  db
    .insert(job)
    .values({ id, openedAt: row.changedAt, ...row })
    .onDuplicateKeyUpdate({ set: row })
    .getSQL();

async function headOf(tx: Transaction | Database, id: string): Promise<Head> {
  const [head] = await tx
    .select({ seq: jobLog.seq, hash: jobLog.hash })
    .from(jobLog)
    .where(eq(jobLog.jobId, id))
    .orderBy(desc(jobLog.seq))
    .limit(1);
  return head ?? emptyHead;
}

const rowOf = (entry: Entry, asked: string | null = null) => ({
  jobId: entry.job,
  seq: entry.seq,
  id: entry.id,
  kind: entry.kind,
  entry: JSON.stringify(entry),
  hash: entry.hash,
  asked,
});

/** Adds an entry and sets the row of a job whose row this process wrote: by far the most frequent write. */
const nextEntryOf = (db: Database) =>
  builtOnce([
    db
      .insert(jobLog)
      .values({
        jobId: given("id", jobLog.jobId),
        seq: given("seq", jobLog.seq),
        id: given("entryId", jobLog.id),
        kind: given("kind", jobLog.kind),
        entry: given("entry", jobLog.entry),
        hash: given("head", jobLog.hash),
        asked: given("asked", jobLog.asked),
      })
      .getSQL(),
    db
      .update(job)
      .set({
        name: given("name", job.name),
        place: given("place", job.place),
        phase: given("phase", job.phase),
        rank: given("rank", job.rank),
        summary: given("summary", job.summary),
        life: given("life", job.life),
        offer: given("offer", job.offer),
        level: given("level", job.level),
        who: given("who", job.who),
        openPoints: given("openPoints", job.openPoints),
        words: given("words", job.words),
        dueAt: given("dueAt", job.dueAt),
        seq: given("seq", job.seq),
        head: given("head", job.head),
        changedAt: given("changedAt", job.changedAt),
      })
      .where(and(eq(job.id, given("id", job.id)), eq(job.head, given("headBefore", job.head))))
      .getSQL(),
    mustHaveChanged,
  ]);
let nextEntry: ReturnType<typeof nextEntryOf> | undefined;

/** Somebody put their name under what stands so far. */
const isSignature = ({ kind }: Entry): boolean =>
  kind === "designSigned" || logKindOf(kind).prints !== undefined;
const endAt = (entry: Entry) => ({
  jobId: entry.job,
  seq: entry.seq,
  head: entry.hash,
  at: new Date(entry.received),
});

async function write(
  db: Database,
  entry: Entry,
  asked: string,
  { row, beside }: Refreshed,
  known: Written | undefined,
): Promise<void> {
  const conditions = namedFilesMustBe(entry);
  const anchors = isSignature(entry) ? [anchored(db, [endAt(entry)])] : [];
  if (known && beside.length + conditions.length + anchors.length === 0) {
    nextEntry ??= nextEntryOf(db);
    await nextEntry(db, {
      ...row,
      id: entry.job,
      entryId: entry.id,
      kind: entry.kind,
      entry: JSON.stringify(entry),
      asked,
      headBefore: known.head,
    });
    return;
  }
  const rowStatements = known
    ? [
        db
          .update(job)
          .set(row)
          .where(and(eq(job.id, entry.job), eq(job.head, known.head)))
          .getSQL(),
        mustHaveChanged,
      ]
    : [rowAnew(db, entry.job, row)];
  await atOnce(db, [
    ...conditions,
    db.insert(jobLog).values(rowOf(entry, asked)).getSQL(),
    ...rowStatements,
    ...beside,
    ...anchors,
  ]);
}

/**
 * What became of an intent that was sent before: the entry that it is, or a clash where the name was used
 * for something else. Undefined where it is new.
 */
async function sentBefore(
  db: Database,
  jobId: string,
  { id, fingerprint }: AskedAs,
): Promise<Entry | "clash" | undefined> {
  const [row] = await db
    .select({ jobId: jobLog.jobId, entry: jobLog.entry, asked: jobLog.asked })
    .from(jobLog)
    .where(eq(jobLog.id, id))
    .limit(1);
  if (!row) return undefined;
  const isSame = row.jobId === jobId && (row.asked === null || row.asked === fingerprint);
  return isSame ? parse(row) : "clash";
}

/**
 * Appends one entry to a job's chain in one transaction with the job's row. `decide` sees the state it will
 * follow; a repeated entry (same id) writes nothing. Two writers at once: one of them finds the place taken
 * and decides again on the newer state.
 *
 * A job this process has seen is first taken as it was seen: the log's keys and the head in the job's row
 * prove inside the transaction that nothing came between, so that no read is needed. A refusal is never
 * given on a remembered state alone. A name that was used for something else is a clash.
 */
export async function appendEntry<R>(
  db: Database,
  jobId: string,
  asked: AskedAs,
  decide: (state: JobState) => { readonly draft: Draft } | { readonly refusal: R },
  settings: AppendSettings,
): Promise<AppendOutcome<R>> {
  for (let attempt = 0; ; attempt += 1) {
    const remembered = attempt === 0 ? seen.get(jobId) : undefined;
    const known = remembered?.written;
    const state = known ? remembered.state : await stateAt(db, jobId, await headOf(db, jobId));
    if (!known) {
      const before = await sentBefore(db, jobId, asked);
      if (before === "clash") return { ok: false, clash: "name" };
      if (before) return { ok: true, entry: before, state, repeated: true };
    }
    const decided = decide(state);
    if ("refusal" in decided) {
      if (known) continue;
      return { ok: false, refusal: decided.refusal };
    }
    const entry = seal(jobId, { seq: state.seq, hash: state.head }, decided.draft, sha256);
    const next = applyEntry(state, entry);
    const fresh = refreshed(db, state.seq === 0 ? undefined : state, known, next, settings);
    try {
      await write(db, entry, asked.fingerprint, fresh, known);
      remember(next, { head: next.head, strip: fresh.strip });
      return { ok: true, entry, state: next, repeated: false };
    } catch (error) {
      seen.delete(jobId);
      if (errno(error) === NO_SUCH_FILE) return { ok: false, clash: "file" };
      if (attempt >= 10 || !(errno(error) === DUPLICATE || errno(error) === MOVED || isPassing(error)))
        throw error;
      if (attempt > 0) await new Promise((r) => setTimeout(r, Math.random() * 15 * attempt));
    }
  }
}

/** How a log from outside may come in. */
export interface Import {
  /** Written behind it, so that the job says where it came from; absent for what was never elsewhere. */
  readonly note?: Draft;
  /** May it continue a job that is here. */
  readonly mayExtend: boolean;
  /** The files that its entries name, their contents kept already. */
  readonly files?: readonly FileRow[];
}

/**
 * Takes a log in, whole or not at all. Of a job that is not here everything; of one that is here what
 * continues it, if it may. What is here already is left as it is. Refused: `other` history of the same job,
 * or one that may not continue what is `here`.
 */
export async function importEntries(
  db: Database,
  entries: readonly Entry[],
  settings: AppendSettings,
  { note, mayExtend, files = [] }: Import = { mayExtend: true },
): Promise<{ readonly added: number; readonly refused?: "here" | "other" }> {
  const id = entries[0]!.job;
  const last = entries.at(-1)!;
  const result = await inTransaction(
    db,
    async (tx) => {
      const head = await headOf(tx, id);
      if (head.seq >= last.seq) {
        const [same] = await tx
          .select({ hash: jobLog.hash })
          .from(jobLog)
          .where(and(eq(jobLog.jobId, id), eq(jobLog.seq, last.seq)));
        return same?.hash === last.hash ? { added: 0 } : { added: 0, refused: "other" as const };
      }
      if (head.seq > 0 && entries[head.seq - 1]!.hash !== head.hash)
        return { added: 0, refused: "other" as const };
      if (head.seq > 0 && !mayExtend) return { added: 0, refused: "here" as const };
      const noted = note ? [seal(id, last, note, sha256)] : [];
      const fresh = [...entries.slice(head.seq), ...noted];
      for (let i = 0; i < fresh.length; i += 100)
        await tx.insert(jobLog).values(fresh.slice(i, i + 100).map((e) => rowOf(e)));
      const state = [...entries, ...noted].reduce(applyEntry, emptyJob(id));
      const { row, beside } = refreshed(tx, undefined, undefined, state, settings);
      for (const statement of [rowAnew(tx, id, row), ...beside]) await tx.execute(statement);
      await fileRowsIn(tx, files, new Date(settings.now));
      return { added: fresh.length - noted.length };
    },
    (error) => errno(error) === DUPLICATE,
  );
  seen.delete(id);
  return result;
}

/** Jobs whose rows an earlier build wrote, at most so many. */
export const rowsOfBefore = async (db: Database, most: number): Promise<readonly string[]> => {
  const rows = await db.select({ id: job.id }).from(job).where(lt(job.made, ROW)).limit(most);
  return rows.map((r) => r.id);
};

/** Makes a job's row anew from its log, where nobody wrote to it meanwhile: then it is new already. */
export async function rowMadeAnew(db: Database, id: string, settings: AppendSettings): Promise<void> {
  const state = await loadJob(db, id);
  if (!state) return;
  const { row } = refreshed(db, state, undefined, state, settings);
  await db
    .update(job)
    .set(row)
    .where(and(eq(job.id, id), eq(job.head, state.head)));
}

/** All job ids, oldest first, for verification. */
export async function jobIds(db: Database): Promise<string[]> {
  const rows = await db.selectDistinct({ id: jobLog.jobId }).from(jobLog).orderBy(asc(jobLog.jobId));
  return rows.map((r) => r.id);
}

/** Where each job's log ended when its row was last written, for verification. */
export const jobHeads = (db: Database) =>
  db.select({ id: job.id, seq: job.seq, head: job.head }).from(job).orderBy(asc(job.id));

/** Stored rows of a chain with the columns beside the entry, for verification. */
export const chainRows = (db: Database, id: string) =>
  db.select().from(jobLog).where(eq(jobLog.jobId, id)).orderBy(asc(jobLog.seq));
