"use client";
import { useCallback, useMemo } from "react";
import type { Actor, JobState } from "@/core/job";
import type { Intent } from "@/core/log";
import type { UnitSystem } from "@/core/units";
import { withId, type Asked } from "../job/send";
import { decidedHere, withQueue } from "./queued";
import { useEntries } from "./useEntries";
import { useKeptQueue } from "./useKeptQueue";
import { useSending, type Refused } from "./useSending";

export type Sent = { readonly ok: true } | Refused;
export interface Run {
  readonly job: JobState;
  readonly queued: number;
  /** Why the queue waits, in words. */
  readonly waiting?: string;
  readonly signedOut: boolean;
  readonly refused?: Refused;
  /** Puts it into the queue. What the phone decides by itself is answered at once, the rest when the server has. */
  readonly send: (wish: Asked) => Promise<Sent>;
  readonly look: () => Promise<void>;
}

/**
 * A job's run on this phone. What is done goes into a queue that survives a closed browser and is sent in order until the server has taken it;
 * entries of other phones are fetched and merged by the one reducer.
 */
export function useRun(
  initial: JobState,
  by: Actor,
  system: UnitSystem,
  at: () => number,
  hear: (now: number) => void,
): Run {
  const kept = useKeptQueue(`brant.queue.${by.id}.${initial.id}`);
  const entries = useEntries(initial, hear);
  const { waiting, refused, setRefused, work, answerTo } = useSending(initial.id, kept, entries, hear);
  const { queue, now: queueNow, keep } = kept;
  const { job, now: jobNow, signedOut, look } = entries;

  const send = useCallback(
    async (wish: Asked): Promise<Sent> => {
      setRefused(undefined);
      const intent: Intent = { ...withId(wish), claimed: new Date(at()).toISOString() };
      const here = () => decidedHere(withQueue(jobNow.current, queueNow.current, by, system), intent, system);
      let decided = here();
      if (decided?.ok === false) {
        // Somebody else may have gone on meanwhile: it is refused on the newest state only.
        await look();
        decided = here();
      }
      if (decided?.ok === false) {
        const outcome: Refused = { ...decided, why: "refused" };
        setRefused(outcome);
        return outcome;
      }
      keep(intent);
      const answer = decided ? { ok: true as const } : answerTo(intent.id);
      void work();
      return answer;
    },
    [answerTo, at, by, jobNow, keep, look, queueNow, setRefused, system, work],
  );

  const shown = useMemo(() => withQueue(job, queue, by, system), [job, queue, by, system]);
  return { job: shown, queued: queue.length, signedOut, send, look, waiting, refused };
}
