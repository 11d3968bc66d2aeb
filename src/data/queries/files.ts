import { eq } from "drizzle-orm";
import type { Database } from "../database";
import { file } from "../schema";

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

/** Notes a file; a repeated note changes nothing. */
export async function addFileRow(db: Database, row: FileRow, createdAt: Date): Promise<void> {
  await db
    .insert(file)
    .values({ ...row, createdAt })
    .onDuplicateKeyUpdate({ set: { id: row.id } });
}
