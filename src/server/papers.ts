import { logKindOf, type Intent, type Paper } from "@/core/log";
import type { JobState } from "@/core/job";
import { openAddendum } from "@/core/job/handedOver";
import { decide } from "@/core/record";
import { jobEntries, loadJob } from "@/data/queries/jobs";
import type { PaperInput } from "@/threads/documents";
import sharp from "sharp";
import { ulid } from "ulid";
import { company, knowledge, ownCatalogue, type Person } from "./actor";
import { database } from "./database";
import { fileStore, keepFile } from "./files";
import { inThread } from "./threads";

/** Photos that a paper holds at most; the rest stays in the job. */
const MOST_PHOTOS = 60;

/** A record of what is there. */
const present = (pairs: readonly (readonly [string, Uint8Array | undefined])[]): Record<string, Uint8Array> =>
  Object.fromEntries(pairs.filter((x): x is readonly [string, Uint8Array] => x[1] !== undefined));

/** Pictures by the id of their file; those that are not there are left out. */
async function picturesOf(files: readonly string[]): Promise<Record<string, Uint8Array>> {
  const found = await Promise.all(files.map(async (file) => [file, await fileStore().get(file)] as const));
  return present(found);
}

/** A photo's longest side on paper, pixels: it is printed two inches wide, and the photo itself stays in the job. */
const PRINTED = 480;

/** Photos small enough for paper, by the id of their file; what is no picture any more is left out. */
async function forPaper(photos: Readonly<Record<string, Uint8Array>>): Promise<Record<string, Uint8Array>> {
  const small = (content: Uint8Array) =>
    sharp(content)
      .resize(PRINTED, PRINTED, { fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: 72 })
      .toBuffer()
      .catch(() => undefined);
  const made = await Promise.all(
    Object.entries(photos).map(async ([file, content]) => [file, await small(content)] as const),
  );
  return present(made);
}

/** Everything that a job's record or customer pack is printed from, in a unit system, on a sheet, at a moment. */
export async function paperInput(
  job: JobState,
  print: Pick<PaperInput, "profile" | "paper" | "printed">,
): Promise<PaperInput> {
  const settings = await company();
  const shown = job.photos.slice(0, MOST_PHOTOS);
  const signed = [...job.signatures, ...job.addenda.flatMap((a) => a.signed ?? [])];
  return {
    ...print,
    job,
    catalogue: await ownCatalogue(),
    company: settings.name,
    reached: {
      phone: settings.phone,
      line: [settings.phone, settings.address, settings.licence && `licence ${settings.licence}`]
        .filter(Boolean)
        .join(" · "),
    },
    zone: settings.timeZone,
    signatures: await picturesOf(signed.map((s) => s.file)),
    photos: await forPaper(await picturesOf(shown.map((p) => p.file))),
  };
}

/** The entries of a job before the addendum that is open was opened: what it changes is told against them. */
async function beforeAddendum(job: JobState): Promise<PaperInput["before"]> {
  const opened = openAddendum(job)!.seq;
  return (await jobEntries(database(), job.id)).filter((e) => e.seq < opened);
}

/**
 * Prints and keeps what a signature is put under, with that signature on it; the head that it names is the
 * one that is signed. Undefined for an intent that signs nothing, and for one that would be refused. `at`:
 * when it is signed, ms. Throws `NotMade` where it cannot be printed just now.
 */
export async function paperFor(
  jobId: string,
  intent: Intent,
  person: Person,
  at: number,
): Promise<Paper | undefined> {
  const { prints, apply } = logKindOf(intent.kind);
  const job = prints && (await loadJob(database(), jobId));
  if (!job) return undefined;
  const decision = decide(job, intent, at, await knowledge(), person.profile);
  if (!decision.ok) return undefined;
  const by = { id: person.id, name: person.name, role: person.role };
  const signed = apply(job, decision.entry.data as never, {
    by,
    at: new Date(at).toISOString(),
    seq: job.seq + 1,
  });
  const { profile } = await company();
  const paper = profile === "us" ? "LETTER" : "A4";
  const input = await paperInput(signed, { profile, paper, printed: at });
  const before = prints === "addendum" ? await beforeAddendum(job) : undefined;
  const pdf = await inThread("record", { ...input, before });
  const kept = await keepFile(ulid(), jobId, Buffer.from(pdf), "paper");
  return kept && { file: kept.id, sha256: kept.sha256 };
}
