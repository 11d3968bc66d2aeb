import { genesis, type JobState } from "../job/job";
import { afterEntry } from "./afterEntry";
import type { Entry } from "./entry";
import type { FileNamed, LogKind } from "./kind";
import { logKinds } from "./list";

const byKind: ReadonlyMap<string, LogKind> = new Map(logKinds.map((k) => [k.kind, k]));

/** A kind of log entry by its name. Throws for one that is not registered: the schemas let no such entry in. */
export function logKindOf(kind: string): LogKind {
  const found = byKind.get(kind);
  if (!found) throw new Error(`log entries of the kind ${kind} are not registered`);
  return found;
}

const begins = Object.assign({}, ...logKinds.map((k) => k.begins)) as JobState;
/** A job of which nothing is known yet. */
export const emptyJob = (id: string): JobState => ({
  ...begins,
  id,
  seq: 0,
  head: genesis,
  designSeq: 0,
  steps: {},
});

/** The job after one more entry. Pure. */
export const applyEntry = (job: JobState, entry: Entry): JobState =>
  afterEntry(logKindOf(entry.kind), job, entry);

/** A job from its log: the phone offline, the server and the record all use this one function. */
export const jobFrom = (id: string, entries: readonly Entry[]): JobState =>
  entries.reduce(applyEntry, emptyJob(id));

/** The files of its job that an entry names, each with what it was kept for. */
export function filesNamedBy(entry: Entry): readonly FileNamed[] {
  const data = entry.data as unknown as Readonly<Record<string, string | undefined>>;
  return logKindOf(entry.kind).names.flatMap(({ use, file, sha256 }) => {
    const [id, hash] = [data[file], data[sha256]];
    return id === undefined || hash === undefined ? [] : [{ use, file: id, sha256: hash }];
  });
}
