import { fileNamedBy, type Entry, type FileUse } from "@/core/log";
import { bundleSchema, nestingUpTo, verifyChain } from "@/core/record";
import { fileRow, mimeOf } from "@/data/queries/files";
import { importEntries, jobEntries, sha256 } from "@/data/queries/jobs";
import { company, knowledge, type Person } from "./actor";
import { now } from "./clock";
import { database } from "./database";
import { cleanPhoto, cleanSignature, fileStore, keepFile } from "./files";

export const MAX_BUNDLE = 40 * 1024 * 1024;
const MAX_DEPTH = 24;

/** A job as a bundle, with its files. Undefined for a job that is not there. */
export async function exportBundle(
  jobId: string,
): Promise<{ readonly text: string; readonly name: string } | undefined> {
  const entries = await jobEntries(database(), jobId);
  const last = entries.at(-1);
  if (!last) return undefined;
  const wanted = [...new Set(entries.flatMap((e) => fileNamedBy(e)?.file ?? []))];
  const files = [];
  for (const id of wanted) {
    const [row, content] = [await fileRow(database(), id), await fileStore().get(id)];
    if (row && content)
      files.push({ id, sha256: row.sha256, mime: row.mime, base64: content.toString("base64") });
  }
  return {
    text: JSON.stringify({ brant: 1, job: jobId, head: last.hash, entries, files }),
    name: `brant-${jobId}.json`,
  };
}

export type ImportOutcome =
  | { readonly ok: true; readonly job: string; readonly added: number }
  | { readonly ok: false; readonly error: string };

/** Takes a bundle of another Brant in, after checking schema, chain and files. Nothing of a bad bundle is kept. */
export async function importBundle(bytes: Buffer, _by: Person): Promise<ImportOutcome> {
  const text = bytes.toString("utf8");
  if (nestingUpTo(text, MAX_DEPTH) > MAX_DEPTH)
    return { ok: false, error: "This file nests too deeply to be a bundle" };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, error: "This file is not JSON: choose a bundle that Brant exported" };
  }
  const entriesIn =
    typeof raw === "object" && raw !== null ? (raw as { entries?: unknown }).entries : undefined;
  const parsed = bundleSchema.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return {
      ok: false,
      error: `This is not a bundle as the schema has it: ${issue.path.slice(0, 6).join(".") || "the whole file"}, ${issue.message}`,
    };
  }
  // Checked on what was in the file, not on what the schema made of it.
  const faults = verifyChain(entriesIn as unknown[], sha256, parsed.data.job);
  if (faults.length > 0)
    return { ok: false, error: `The chain is broken: entry ${faults[0]!.seq} ${faults[0]!.what}` };
  const entries = entriesIn as Entry[];
  if (entries.at(-1)!.hash !== parsed.data.head)
    return { ok: false, error: "The bundle's head is not its last entry: some entries are missing" };
  if (entries[0]!.kind !== "jobOpened") return { ok: false, error: "The first entry does not open a job" };
  const named = new Map(
    entries.flatMap((e) => {
      const file = fileNamedBy(e);
      return file ? [[file.file, file.sha256] as const] : [];
    }),
  );
  const contents: { id: string; content: Buffer; use: FileUse }[] = [];
  for (const f of parsed.data.files) {
    const content = Buffer.from(f.base64, "base64");
    if (named.get(f.id) !== f.sha256 || sha256(content) !== f.sha256)
      return { ok: false, error: `The file ${f.id} is not the one its entry names` };
    // Looked at as a picture, but kept as it is: its hash is in the chain.
    if (!(f.mime === "image/png" ? await cleanSignature(content) : await cleanPhoto(content)))
      return { ok: false, error: `The file ${f.id} is not a picture` };
    contents.push({ id: f.id, content, use: f.mime === mimeOf.signature ? "signature" : "photo" });
  }
  const settings = await company();
  const result = await importEntries(database(), entries, {
    knowledge: await knowledge(),
    profile: settings.profile,
    now: now(),
  });
  if (result.conflict)
    return { ok: false, error: "This Brant holds another history of the same job: nothing was changed" };
  for (const c of contents) await keepFile(c.id, parsed.data.job, c.content, c.use);
  return { ok: true, job: parsed.data.job, added: result.added };
}
