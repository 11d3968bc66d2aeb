import {
  char,
  foreignKey,
  index,
  int,
  longtext,
  mysqlTable,
  primaryKey,
  smallint,
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
    /** Earliest promised date of an open point. */
    dueAt: moment("due_at"),
    openedAt: moment("opened_at").notNull(),
    changedAt: moment("changed_at").notNull(),
  },
  (t) => [
    // The migration 0003 has the second column descend, which is not said here: it is Today's order.
    index("job_attention").on(t.rank, t.changedAt),
    index("job_due").on(t.dueAt),
    index("job_name").on(t.name),
    index("job_place").on(t.place),
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
    /** SHA-256 of what was asked and by whom: the same name again with another content is no repetition. Null where it was not asked here. */
    asked: char("asked", { length: 64 }),
  },
  (t) => [
    primaryKey({ name: "job_log_chain", columns: [t.jobId, t.seq] }),
    uniqueIndex("job_log_id").on(t.id),
  ],
);

/** Append-only. Where logs ended, written down apart from them: a log that is made anew from somewhere on no longer passes through. */
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
