import { filesNamedBy, type Draft } from "@/core/log";
import { signedPart, type Bundle, type CheckedBundle } from "@/core/record";
import { ulid } from "ulid";
import { fileRow, type FileRow } from "@/data/queries/files";
import { importEntries, jobEntries, sha256 } from "@/data/queries/jobs";
import { company, knowledge, type Person } from "./actor";
import { now } from "./clock";
import { database } from "./database";
import { fileStore, looksLike, putFile } from "./files";
import { isSignedBy, ownPublicKey, signedHere } from "./signing";

export const MAX_BUNDLE = 40 * 1024 * 1024;

/** A job as a bundle, with its files and this Brant's signature. Undefined for a job that is not there. */
export async function exportBundle(
  jobId: string,
): Promise<{ readonly text: string; readonly name: string } | undefined> {
  const entries = await jobEntries(database(), jobId);
  const last = entries.at(-1);
  if (!last) return undefined;
  const wanted = [...new Set(entries.flatMap(filesNamedBy).map((named) => named.file))];
  const files: Bundle["files"] = [];
  for (const id of wanted) {
    const [row, content] = [await fileRow(database(), id), await fileStore().get(id)];
    if (row && content)
      files.push({
        id,
        sha256: row.sha256,
        mime: row.mime as Bundle["files"][number]["mime"],
        base64: content.toString("base64"),
      });
  }
  const signature = signedHere(signedPart({ job: jobId, head: last.hash, files }));
  return {
    text: JSON.stringify({ brant: 1, job: jobId, head: last.hash, entries, files, signature }),
    name: `brant-${jobId}.json`,
  };
}

export type ImportOutcome =
  | { readonly ok: true; readonly job: string; readonly added: number }
  | { readonly ok: false; readonly error: string };
const refused = (error: string): ImportOutcome => ({ ok: false, error });

const whyNot = {
  here: "This job is here already. More of it comes in only by a bundle that this Brant signed and that continues what is here: nothing was changed",
  other: "This Brant holds another history of the same job: nothing was changed",
} as const;

/**
 * Takes a checked bundle in, with a note of who did so and by whose signature. A whole job that is not
 * here; of one that is here what this Brant itself signed.
 */
export async function importBundle(bundle: CheckedBundle, by: Person): Promise<ImportOutcome> {
  const { job, head, entries, signed } = bundle;
  const { signature } = signed;
  if (signature && !isSignedBy(signedPart({ job, head, files: signed.files }), signature))
    return refused("The bundle's signature does not fit what is in it: it was changed after it was signed");
  const files: FileRow[] = [];
  for (const { id, use, content } of bundle.contents) {
    const bytes = Buffer.from(content);
    // Looked at, but kept as it is: its hash is in the chain.
    if (!(await looksLike[use](bytes))) return refused(`The file ${id} is no ${use}`);
    const row = await putFile(id, job, bytes, use);
    if (row.sha256 !== sha256(bytes))
      return refused(`The name of the file ${id} is taken here by another file`);
    files.push(row);
  }
  const at = new Date(now()).toISOString();
  const note: Draft<"jobImported"> = {
    id: ulid(),
    kind: "jobImported",
    at,
    received: at,
    by: { id: by.id, name: by.name, role: by.role },
    data: { upTo: entries.length, ...(signature ? { signedBy: signature.publicKey } : {}) },
  };
  const settings = await company();
  const result = await importEntries(
    database(),
    entries,
    { knowledge: await knowledge(), profile: settings.profile, now: now() },
    { note, mayExtend: signature?.publicKey === ownPublicKey(), files },
  );
  if (result.refused) return refused(whyNot[result.refused]);
  return { ok: true, job, added: result.added };
}
