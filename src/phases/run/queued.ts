import type { Actor, JobState } from "@/core/job";
import type { Entry, Intent } from "@/core/log";
import { decideIntent, type Decision } from "@/core/log/decide";
import { applyEntry, logKindOf } from "@/core/log/state";
export { applyEntry } from "@/core/log/state";
import type { UnitSystem } from "@/core/units";

/** A phone knows no catalogue: what needs the office waits for the server. */
const noOffice = (): never => {
  throw new Error("only the office can decide this");
};

/** When an intent happened, ISO 8601: by its own word, else no earlier than what the job has last. */
const whenOf = (intent: Intent, job: JobState): string =>
  intent.claimed ?? job.lastAt ?? "1970-01-01T00:00:00.000Z";

/** Does a phone decide a kind by itself. */
export const isDecidedHere = (kind: Intent["kind"]): boolean => logKindOf(kind).onPhone;

/** What a kind that a phone decides becomes on this job; undefined where the server has to say. */
export function decidedHere(job: JobState, intent: Intent, system: UnitSystem): Decision | undefined {
  if (!isDecidedHere(intent.kind)) return undefined;
  const now = Date.parse(whenOf(intent, job));
  return decideIntent(job, intent, { now, system, office: noOffice });
}

/**
 * The job as it will be once the queue has been taken. What is refused here is left out: the server has the
 * last word.
 */
export function withQueue(job: JobState, queue: readonly Intent[], by: Actor, system: UnitSystem): JobState {
  return queue.reduce((state, intent) => {
    const decided = decidedHere(state, intent, system);
    if (!decided?.ok) return state;
    const at = whenOf(intent, state);
    return applyEntry(state, {
      v: 1,
      job: job.id,
      seq: state.seq,
      id: intent.id,
      at,
      received: at,
      by,
      previous: state.head,
      hash: state.head,
      ...decided.entry,
    } as Entry);
  }, job);
}
