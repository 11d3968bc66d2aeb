import { asc, eq, sql, type SQL } from "drizzle-orm";
import { filesNamedBy, type Entry, type FileUse } from "../../core/log";
import { NO_SUCH_FILE, type Database, type Transaction } from "../database";
import { file } from "../schema";

/** The form in which a file of each use is kept: by it one is never taken for the other. */
export const mimeOf: Readonly<Record<FileUse, string>> = {
  photo: "image/jpeg",
  signature: "image/png",
  paper: "application/pdf",
};

/**
 * Statements that fail with NO_SUCH_FILE unless each file that an entry names was kept before: for its job,
 * of its use, with its hash.
 */
export const namedFilesMustBe = (entry: Entry): readonly SQL[] =>
  filesNamedBy(entry).map(
    (named) =>
      sql`if not exists (select 1 from ${file} where ${file.id} = ${named.file} and ${file.jobId} = ${entry.job} and ${file.sha256} = ${named.sha256} and ${file.mime} = ${mimeOf[named.use]}) then signal sqlstate '45000' set mysql_errno = ${sql.raw(String(NO_SUCH_FILE))}, message_text = 'no such file'; end if`,
  );

export interface FileRow {
  readonly id: string;
  readonly jobId: string;
  readonly sha256: string;
  readonly mime: string;
  readonly bytes: number;
}

/** What is known of a file, or undefined. */
export async function fileRow(db: Database, id: string): Promise<FileRow | undefined> {
  const [row] = await db.select().from(file).where(eq(file.id, id)).limit(1);
  return row;
}

/** What is known of every file, for verification. */
export const allFiles = (db: Database): Promise<FileRow[]> => db.select().from(file).orderBy(asc(file.id));

/** Notes files; what is noted already is left as it is. */
export async function fileRowsIn(
  db: Database | Transaction,
  rows: readonly FileRow[],
  createdAt: Date,
): Promise<void> {
  for (const row of rows)
    await db
      .insert(file)
      .values({ ...row, createdAt })
      .onDuplicateKeyUpdate({ set: { id: row.id } });
}
