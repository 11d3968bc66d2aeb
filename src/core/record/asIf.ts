import type { Actor, JobState, Knowledge } from "../job";
import { applyEntry, type Entry, type Intent } from "../log";
import { decide } from "./office";

/** What somebody wants of a job that is only thought of: it has no name to be repeated by. */
export type Thought = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;

/** What is entered into a job that is only thought of; it is never sealed. */
export function applied(
  job: JobState,
  entry: Pick<Entry, "kind"> & { readonly data: object },
  by: Actor,
  now: number,
): JobState {
  const at = new Date(now).toISOString();
  const seq = job.seq + 1;
  const id = String(seq).padStart(26, "0");
  const chain = { v: 1, job: job.id, seq, id, at, received: at, by, previous: job.head, hash: job.head };
  return applyEntry(job, { ...chain, ...entry } as unknown as Entry);
}

/** The job after a wish, by the very decisions that the application takes, or the refusal. Nothing is written. */
export function asIf(
  job: JobState,
  wish: Thought,
  { by, now, knowledge }: { readonly by: Actor; readonly now: number; readonly knowledge: Knowledge },
):
  | { readonly ok: true; readonly job: JobState }
  | { readonly ok: false; readonly error: string; readonly field?: string } {
  const id = String(job.seq + 1).padStart(26, "0");
  const decided = decide(job, { ...wish, id } as Intent, now, knowledge);
  if (decided.ok) return { ok: true, job: applied(job, decided.entry, by, now) };
  const [field, error] = Object.entries(decided.fields ?? {})[0] ?? [];
  return { ok: false, error: error ?? decided.error, field };
}
