import { genesis, type JobState } from "../job/job";
import { broughtOn } from "../job/runRig";
import type { Entry } from "./entry";
import type { FileUse, LogKind } from "./kind";
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
export function applyEntry(job: JobState, entry: Entry): JobState {
  const { apply, touchesDesign } = logKindOf(entry.kind);
  const { by, at, seq, data } = entry;
  const next = apply(job, data as never, { by, at, seq });
  const moved = next.steps !== job.steps || next.rig !== job.rig || next.readings !== job.readings;
  return {
    ...next,
    // Media come on by steps: the rig follows them.
    rig:
      moved && next.rig && next.run
        ? broughtOn(
            next.rig,
            { steps: next.run.steps, states: next.steps, readings: next.readings },
            Date.parse(at),
          )
        : next.rig,
    designSeq: touchesDesign ? Math.max(job.designSeq, seq) : next.designSeq,
    seq,
    head: entry.hash,
    lastAt: at,
    lastReceived: entry.received,
  };
}

/** A job from its log: the phone offline, the server and the record all use this one function. */
export const jobFrom = (id: string, entries: readonly Entry[]): JobState =>
  entries.reduce(applyEntry, emptyJob(id));

/** The file of its job that an entry names, and what it was kept for; undefined where it names none. */
export function fileNamedBy(
  entry: Entry,
): { readonly use: FileUse; readonly file: string; readonly sha256: string } | undefined {
  const use = logKindOf(entry.kind).names;
  if (use === undefined) return undefined;
  const { file, sha256 } = entry.data as { readonly file: string; readonly sha256: string };
  return { use, file, sha256 };
}
