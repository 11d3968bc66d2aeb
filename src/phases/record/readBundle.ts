import { createHash } from "node:crypto";
import type { Knowledge } from "@/core/job";
import { filesNamedBy, type Entry, type FileUse } from "@/core/log";
import { bundleSchema, nestingUpTo, verifyChain, type Bundle, type CheckedBundle } from "@/core/record";
import { isShowable } from "./showable";

const MAX_DEPTH = 24;
const sha256 = (content: string | Buffer): string => createHash("sha256").update(content).digest("hex");

export type BundleFault = { readonly error: string };

const fault = (error: string): BundleFault => ({ error });

/** JSON of a file, or why it is none. */
function parsed(text: string): { readonly raw: unknown } | BundleFault {
  if (nestingUpTo(text, MAX_DEPTH) > MAX_DEPTH) return fault("This file nests too deeply to be a bundle");
  try {
    return { raw: JSON.parse(text) };
  } catch {
    return fault("This file is not JSON: choose a bundle that Brant exported");
  }
}

/** The files of a bundle, each the one that an entry names. */
function filesOf(bundle: Bundle, entries: readonly Entry[]): CheckedBundle["contents"] | BundleFault {
  const named = new Map(entries.flatMap(filesNamedBy).map((f) => [f.file, f]));
  const files: { id: string; use: FileUse; content: Uint8Array }[] = [];
  for (const { id, sha256: hash, base64 } of bundle.files) {
    const content = Buffer.from(base64, "base64");
    const name = named.get(id);
    if (name?.sha256 !== hash || sha256(content) !== hash)
      return fault(`The file ${id} is not the one its entry names`);
    files.push({ id, use: name.use, content });
  }
  return files;
}

/** What a bundle is looked at with: the catalogue that its job would be shown by, and the moment, ms. */
export interface ShownBy {
  readonly known: Knowledge;
  readonly now: number;
}

/**
 * Reads a bundle and checks schema, chain, files, and that its pages can be shown; words of the first fault
 * where it does not hold.
 */
export function readBundle(bytes: Buffer, { known, now }: ShownBy): CheckedBundle | BundleFault {
  const json = parsed(bytes.toString("utf8"));
  if ("error" in json) return json;
  const checked = bundleSchema.safeParse(json.raw);
  if (!checked.success) {
    const issue = checked.error.issues[0]!;
    const at = issue.path.slice(0, 6).join(".") || "the whole file";
    return fault(`This is not a bundle as the schema has it: ${at}, ${issue.message}`);
  }
  const bundle = checked.data;
  // Checked on what was in the file, not on what the schema made of it.
  const entries = (json.raw as { entries: Entry[] }).entries;
  const [first] = verifyChain(entries, sha256, bundle.job);
  if (first) return fault(`The chain is broken: entry ${first.seq} ${first.what}`);
  if (entries.at(-1)!.hash !== bundle.head)
    return fault("The bundle's head is not its last entry: some entries are missing");
  if (entries[0]!.kind !== "jobOpened") return fault("The first entry does not open a job");
  const contents = filesOf(bundle, entries);
  if ("error" in contents) return contents;
  if (!isShowable(bundle.job, entries, known, now))
    return fault("Its entries hold what no page of Brant can show: nothing was changed");
  const { job, head, signature } = bundle;
  // What the files hold is in `contents` already.
  const files = bundle.files.map((f) => ({ ...f, base64: "" }));
  return { job, head, entries, contents, signed: { files, signature } };
}
