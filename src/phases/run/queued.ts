import type { Actor, JobState } from "@/core/job";
import type { Entry, Intent } from "@/core/log";
import { afterEntry } from "@/core/log/afterEntry";
import { decisionOf, type Decision } from "@/core/log/decision";
import type { LogKind } from "@/core/log/kind";
import type { UnitSystem } from "@/core/units";

/** A phone knows no catalogue: what needs the office waits for the server. */
const noOffice = (): never => {
  throw new Error("only the office can decide this");
};

/** When an intent happened, ISO 8601: by its own word, else no earlier than what the job has last. */
const whenOf = (intent: Intent, job: JobState): string =>
  intent.claimed ?? job.lastAt ?? "1970-01-01T00:00:00.000Z";

type Apply = (job: JobState, entry: Entry) => JobState;

/** What a phone does by itself with some kinds of log entry. */
export interface DecidedHere {
  readonly decides: (kind: Intent["kind"]) => boolean;
  /** What an intent becomes on this job; undefined where the server has to say. */
  readonly decision: (job: JobState, intent: Intent, system: UnitSystem) => Decision | undefined;
  /**
   * The job as it will be once the queue has been taken. What is refused here is left out: the server has the
   * last word.
   */
  readonly withQueue: (job: JobState, queue: readonly Intent[], by: Actor, system: UnitSystem) => JobState;
  /** What follows these entries; undefined where one of them is of another kind. */
  readonly applier: (entries: readonly Entry[]) => Apply | undefined;
}

/** Decides entries of some kinds on a phone, and shows them before the server has them. */
export function decidedHereBy(kinds: readonly LogKind[]): DecidedHere {
  const byName: ReadonlyMap<string, LogKind> = new Map(kinds.map((k) => [k.kind, k]));
  const apply: Apply = (job, entry) => afterEntry(byName.get(entry.kind)!, job, entry);

  const decision: DecidedHere["decision"] = (job, intent, system) => {
    const kind = byName.get(intent.kind);
    if (!kind) return undefined;
    const now = Date.parse(whenOf(intent, job));
    return decisionOf(kind, job, intent, { now, system, office: noOffice });
  };

  const withQueue: DecidedHere["withQueue"] = (job, queue, by, system) =>
    queue.reduce((state, intent) => {
      const decided = decision(state, intent, system);
      if (!decided?.ok) return state;
      const at = whenOf(intent, state);
      return apply(state, {
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

  return {
    decides: (kind) => byName.has(kind),
    decision,
    withQueue,
    applier: (entries) => (entries.every((e) => byName.has(e.kind)) ? apply : undefined),
  };
}
