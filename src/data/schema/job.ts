import {
  char,
  foreignKey,
  index,
  int,
  longtext,
  mysqlTable,
  primaryKey,
  smallint,
  timestamp,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import { blob, jsonText, moment, ulidColumn } from "./columns";

/** A job's row: what lists need of it, computed from its log whenever the log grows. The log is the truth. */
export const job = mysqlTable(
  "job",
  {
    id: ulidColumn("id").primaryKey(),
    name: varchar("name", { length: 200 }).notNull(),
    place: varchar("place", { length: 200 }).notNull(),
    phase: varchar("phase", { length: 10 }).notNull(),
    /** 0 needs someone now … 9 nothing to do: the order on Today. */
    rank: smallint("attention").notNull(),
    seq: int("seq").notNull(),
    head: char("head", { length: 64 }).notNull(),
    summary: jsonText("summary").notNull(),
    /** Open, handed over, or closed as done or lost. */
    life: varchar("life", { length: 8 }).notNull().default("open"),
    /** Offered, accepted, ordered; null where nobody said. */
    offer: varchar("offer", { length: 10 }),
    /** The worst that keeps it open, as its verdict's level; null where nothing does. */
    level: varchar("level", { length: 8 }),
    who: varchar("who", { length: 120 }).notNull().default(""),
    /** Open points that nobody closed. */
    openPoints: smallint("open_points").notNull().default(0),
    /** What it is found by, by field. */
    words: jsonText("words").notNull(),
    /** The build of the columns above: a row of before is made anew when the server starts. */
    made: smallint("made").notNull().default(0),
    /** When the row was written, by the database's clock: what is searched follows it. */
    writtenAt: timestamp("written_at", { fsp: 3, mode: "string" }).notNull().defaultNow().onUpdateNow(),
    /** Earliest promised date of an open point. */
    dueAt: moment("due_at"),
    openedAt: moment("opened_at").notNull(),
    changedAt: moment("changed_at").notNull(),
  },
  (t) => [
    // The migration 0011 gives a row of before no words, and keeps its moment to the millisecond. The
    // migration 0003 has the second column descend, which is not said here: it is Today's order.
    index("job_attention").on(t.rank, t.changedAt),
    index("job_due").on(t.dueAt),
    index("job_name").on(t.name),
    index("job_place").on(t.place),
    index("job_life").on(t.life, t.rank),
    index("job_written").on(t.writtenAt),
  ],
);

/** Append-only. The application's database user can neither change nor delete its rows. */
export const jobLog = mysqlTable(
  "job_log",
  {
    jobId: ulidColumn("job_id").notNull(),
    seq: int("seq").notNull(),
    id: ulidColumn("id").notNull(),
    kind: varchar("kind", { length: 32 }).notNull(),
    /** The entry's canonical JSON, with its hash. */
    entry: longtext("entry").notNull(),
    hash: char("hash", { length: 64 }).notNull(),
    /**
     * SHA-256 of what was asked and by whom: the same name again with another content is no repetition.
     * Null where it was not asked here.
     */
    asked: char("asked", { length: 64 }),
  },
  (t) => [
    primaryKey({ name: "job_log_chain", columns: [t.jobId, t.seq] }),
    uniqueIndex("job_log_id").on(t.id),
  ],
);

/**
 * Append-only. Where logs ended, written down apart from them: a log that is made anew from somewhere on no
 * longer passes through.
 */
export const anchor = mysqlTable(
  "anchor",
  {
    jobId: ulidColumn("job_id").notNull(),
    seq: int("seq").notNull(),
    head: char("head", { length: 64 }).notNull(),
    at: moment("at").notNull(),
  },
  (t) => [primaryKey({ name: "anchor_place", columns: [t.jobId, t.seq, t.head] })],
);

/** Clocks and visits as the time strip needs them. */
export const stripItem = mysqlTable(
  "strip_item",
  {
    jobId: ulidColumn("job_id").notNull(),
    item: varchar("item", { length: 80 }).notNull(),
    kind: varchar("kind", { length: 10 }).notNull(),
    title: varchar("title", { length: 200 }).notNull(),
    who: varchar("who", { length: 120 }).notNull(),
    startsAt: moment("starts_at").notNull(),
    endsAt: moment("ends_at").notNull(),
    paused: int("paused").notNull(),
  },
  (t) => [
    primaryKey({ name: "strip_item_key", columns: [t.jobId, t.item] }),
    index("strip_item_time").on(t.endsAt, t.startsAt),
    foreignKey({ name: "strip_item_job", columns: [t.jobId], foreignColumns: [job.id] }),
  ],
);

/** Serial numbers, to find a job by what is on a label. */
export const jobSerial = mysqlTable(
  "job_serial",
  {
    jobId: ulidColumn("job_id").notNull(),
    unit: varchar("unit", { length: 20 }).notNull(),
    what: varchar("what", { length: 40 }).notNull(),
    unitName: varchar("unit_name", { length: 40 }).notNull(),
    text: varchar("text", { length: 80 }).notNull(),
  },
  (t) => [
    primaryKey({ name: "job_serial_key", columns: [t.jobId, t.unit, t.what] }),
    index("job_serial_text").on(t.text),
    index("job_serial_unit").on(t.unitName),
    foreignKey({ name: "job_serial_job", columns: [t.jobId], foreignColumns: [job.id] }),
  ],
);

export const file = mysqlTable(
  "file",
  {
    id: ulidColumn("id").primaryKey(),
    jobId: ulidColumn("job_id").notNull(),
    sha256: char("sha256", { length: 64 }).notNull(),
    mime: varchar("mime", { length: 40 }).notNull(),
    bytes: int("bytes").notNull(),
    createdAt: moment("created_at").notNull(),
  },
  (t) => [
    index("file_job").on(t.jobId),
    foreignKey({ name: "file_job_fk", columns: [t.jobId], foreignColumns: [job.id] }),
  ],
);

/** Contents, when the file store is the database. */
export const fileContent = mysqlTable("file_content", {
  /** A file's id; that of a data sheet with `sheet-` before it, so that none can stand for another. */
  id: varchar("id", { length: 32 }).primaryKey(),
  content: blob("content").notNull(),
});

/** Whom to speak to about a job. Outside the log: it may be changed and deleted. */
export const jobContact = mysqlTable(
  "job_contact",
  {
    id: ulidColumn("id").primaryKey(),
    jobId: ulidColumn("job_id").notNull(),
    is: varchar("is_what", { length: 10 }).notNull(),
    name: varchar("name", { length: 120 }).notNull(),
    phone: varchar("phone", { length: 60 }).notNull(),
    email: varchar("email", { length: 190 }).notNull(),
    address: varchar("address", { length: 300 }).notNull(),
    notes: varchar("notes", { length: 600 }).notNull(),
    changedBy: varchar("changed_by", { length: 120 }).notNull(),
    changedAt: moment("changed_at").notNull(),
  },
  (t) => [
    index("job_contact_job").on(t.jobId),
    foreignKey({ name: "job_contact_of", columns: [t.jobId], foreignColumns: [job.id] }),
  ],
);

/** A choice of the list of jobs that somebody gave a name. */
export const savedView = mysqlTable(
  "saved_view",
  {
    personId: varchar("person_id", { length: 36 }).notNull(),
    name: varchar("name", { length: 60 }).notNull(),
    /** As it stands in the address. */
    query: varchar("query", { length: 500 }).notNull(),
    savedAt: moment("saved_at").notNull(),
  },
  (t) => [primaryKey({ name: "saved_view_key", columns: [t.personId, t.name] })],
);

/** A design that the company begins jobs with, under a name. */
export const jobTemplate = mysqlTable("job_template", {
  name: varchar("name", { length: 60 }).primaryKey(),
  units: jsonText("units").notNull(),
  /** The job whose design it was. */
  fromJob: varchar("from_job", { length: 200 }).notNull(),
  keptBy: varchar("kept_by", { length: 120 }).notNull(),
  keptAt: moment("kept_at").notNull(),
});
