import { link, mkdir, readFile, unlink, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import sharp, { type Sharp } from "sharp";
import { ulid } from "ulid";
import type { FileUse } from "@/core/log";
import { fileContent } from "@/data/schema";
import { sha256 } from "@/data/queries/jobs";
import { fileRow, fileRowsIn, mimeOf, type FileRow } from "@/data/queries/files";
import { now } from "./clock";
import { database } from "./database";
import { env } from "./env";

/**
 * The only place where Brant keeps contents outside rows: in the database, or in a folder when one is set.
 * What is kept under a name stays.
 */
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

/**
 * A file store in a folder. Whole or not at all, and never over what is there: a link fails where the name
 * is taken.
 */
export const inFolder = (folder: string): FileStore => ({
  put: async (id, content) => {
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const part = join(folder, `${ulid()}.part`);
    await writeFile(part, content, { mode: 0o600 });
    try {
      await link(part, join(folder, id));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
    } finally {
      await unlink(part);
    }
  },
  get: (id) => readFile(join(folder, id)).catch(() => undefined),
});

/**
 * Where files are kept: a folder where the settings name one, else the database. What was kept before the
 * folder was set is found all the same.
 */
export const fileStore = (): FileStore => {
  const path = env.filesFolder();
  if (!path) return inDatabase;
  const { put, get } = inFolder(path);
  return { put, get: async (id) => (await get(id)) ?? (await inDatabase.get(id)) };
};

/** The name of a data sheet in the store: no photo can have it. */
export const sheetName = (id: string): string => `sheet-${id}`;

/** What cameras and browsers make of a picture; a drawing in text could ask the server for other files. */
const pictures: readonly (string | undefined)[] = ["jpeg", "png", "webp", "heif", "gif", "tiff"];

/** A picture of at most so many pixels, ready to be worked on; throws for anything else. */
async function pictureOf(bytes: Buffer, pixels: number): Promise<Sharp> {
  const looksLikeText = /^\s*(?:\uFEFF)?\s*</.test(bytes.subarray(0, 256).toString("utf8"));
  if (looksLikeText) throw new Error("text");
  const picture = sharp(bytes, { failOn: "error", limitInputPixels: pixels });
  if (!pictures.includes((await picture.metadata()).format)) throw new Error("no picture");
  return picture;
}

export const MAX_PHOTO = 12 * 1024 * 1024;

/**
 * A photo as it is kept: turned upright, at most 1600 px, re-encoded as JPEG without position or any other
 * data of the camera. Undefined for anything that is not a picture.
 */
export async function cleanPhoto(bytes: Buffer): Promise<Buffer | undefined> {
  try {
    return await (
      await pictureOf(bytes, 60_000_000)
    )
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
    return await (
      await pictureOf(bytes, 8_000_000)
    )
      .resize(900, 360, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#ffffff" })
      .png({ palette: true })
      .toBuffer();
  } catch {
    return undefined;
  }
}

/**
 * Puts a file's content where files are kept, and describes what is really kept: another send under the
 * same id may have been first.
 */
export async function putFile(id: string, jobId: string, content: Buffer, use: FileUse): Promise<FileRow> {
  await fileStore().put(id, content);
  const stored = (await fileStore().get(id)) ?? content;
  return { id, jobId, sha256: sha256(stored), mime: mimeOf[use], bytes: stored.length };
}

/**
 * Keeps a file of a job; a repeated call with the same id changes nothing. Undefined where the id is that
 * of another job's file, or of one for another use.
 */
export async function keepFile(
  id: string,
  jobId: string,
  content: Buffer,
  use: FileUse,
): Promise<FileRow | undefined> {
  const own = (row: FileRow) => (row.jobId === jobId && row.mime === mimeOf[use] ? row : undefined);
  const kept = await fileRow(database(), id);
  if (kept) return own(kept);
  await fileRowsIn(database(), [await putFile(id, jobId, content, use)], new Date(now()));
  return own((await fileRow(database(), id))!);
}

/** Is something a PDF by its first bytes. */
export const isPdf = (bytes: Buffer): boolean => bytes.subarray(0, 5).toString("latin1") === "%PDF-";

/** What a file has to be to be kept for each use, as it stands. */
export const looksLike: Readonly<Record<FileUse, (bytes: Buffer) => Promise<boolean>>> = {
  photo: async (bytes) => (await cleanPhoto(bytes)) !== undefined,
  signature: async (bytes) => (await cleanSignature(bytes)) !== undefined,
  paper: (bytes) => Promise.resolve(isPdf(bytes)),
};
