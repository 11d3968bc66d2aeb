import { mkdir, readFile, rename, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import sharp from "sharp";
import { fileContent } from "@/data/schema";
import { sha256 } from "@/data/queries/jobs";
import { addFileRow, fileRow, type FileRow } from "@/data/queries/files";
import { now } from "./clock";
import { database } from "./database";
import { env } from "./env";

/** The only place where Brant keeps contents outside rows: in the database, or in a folder when one is set. */
export interface FileStore {
  readonly put: (id: string, content: Buffer) => Promise<void>;
  readonly get: (id: string) => Promise<Buffer | undefined>;
}

const inDatabase: FileStore = {
  put: async (id, content) => {
    await database().insert(fileContent).ignore().values({ id, content });
  },
  get: async (id) =>
    (
      await database()
        .select({ content: fileContent.content })
        .from(fileContent)
        .where(eq(fileContent.id, id))
        .limit(1)
    )[0]?.content,
};

const inFolder = (folder: string): FileStore => ({
  put: async (id, content) => {
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await writeFile(join(folder, `${id}.part`), content, { mode: 0o600 });
    await rename(join(folder, `${id}.part`), join(folder, id));
  },
  get: (id) => readFile(join(folder, id)).catch(() => undefined),
});

/** Where files are kept: a folder where the settings name one, else the database. */
export const fileStore = (): FileStore => {
  const folder = env.filesFolder();
  return folder ? inFolder(folder) : inDatabase;
};

export const MAX_PHOTO = 12 * 1024 * 1024;

/**
 * A photo as it is kept: turned upright, at most 1600 px, re-encoded as JPEG without position or any other data of the camera.
 * Undefined for anything that is not a picture.
 */
export async function cleanPhoto(bytes: Buffer): Promise<Buffer | undefined> {
  try {
    return await sharp(bytes, { failOn: "error", limitInputPixels: 60_000_000 })
      .rotate()
      .resize(1600, 1600, { fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: 80, mozjpeg: true })
      .toBuffer();
  } catch {
    return undefined;
  }
}

/** A signature drawn on the glass, as a small PNG on white. Undefined for anything that is not a picture. */
export async function cleanSignature(bytes: Buffer): Promise<Buffer | undefined> {
  try {
    return await sharp(bytes, { failOn: "error", limitInputPixels: 8_000_000 })
      .resize(900, 360, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#ffffff" })
      .png({ palette: true })
      .toBuffer();
  } catch {
    return undefined;
  }
}

/** Keeps a file of a job; a repeated call with the same id changes nothing. */
export async function keepFile(id: string, jobId: string, content: Buffer, mime: string): Promise<FileRow> {
  const kept = await fileRow(database(), id);
  if (kept) return kept;
  await fileStore().put(id, content);
  // Another send under the same id may have been first: describe what is really kept.
  const stored = (await fileStore().get(id)) ?? content;
  await addFileRow(
    database(),
    { id, jobId, sha256: sha256(stored), mime, bytes: stored.length },
    new Date(now()),
  );
  return (await fileRow(database(), id))!;
}
