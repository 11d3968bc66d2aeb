"use client";
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";
import type { Actor, JobState } from "@/core/job";
import { findStep } from "@/core/job/job";
import type { Intent } from "@/core/log";
import type { UnitSystem } from "@/core/units";
import type { Asked } from "../job/send";
import type { Kept } from "../outbox/kept";
import { newId } from "../outbox/kept";
import { useOutbox } from "../outbox/OutboxProvider";
import { said } from "../outbox/said";
import { useWhenSeen } from "../outbox/useWhenSeen";
import { decidedHere, isDecidedHere, useDecided } from "./decided";
import type { Refused, Run, Sent } from "./run";
import { useEntries, type Entries } from "./useEntries";

/** A photo's intent is whole only once the server has its picture: until then it counts on this phone alone. */
const NOT_SENT = "0".repeat(64);
const intentsOf = (kept: readonly Kept[]): Intent[] =>
  kept.map((k) => (k.picture ? { ...k.intent, sha256: NOT_SENT } : k.intent) as Intent);

/** What this phone keeps of the person's at a job and the server has not taken: the queue, in order. */
function useQueue(jobId: string, person: string) {
  const { outbox, kept, hindrance } = useOutbox();
  const ofRun = useCallback(
    (all: typeof kept) => all.filter((k) => k.job === jobId && k.person === person && k.state !== "refused"),
    [jobId, person],
  );
  const queue = useMemo(() => intentsOf(ofRun(kept)), [ofRun, kept]);
  const now = useCallback(() => intentsOf(ofRun(outbox.kept())), [outbox, ofRun]);
  return { outbox, hindrance, queue, now, queued: ofRun(kept).length };
}

/** Takes in what the server answered to each thing that was sent. */
function useSettling({
  jobId,
  outbox,
  entries,
  hear,
  awaited,
  setRefused,
}: {
  readonly jobId: string;
  readonly outbox: ReturnType<typeof useOutbox>["outbox"];
  readonly entries: Entries;
  readonly hear: (now: number) => void;
  readonly awaited: RefObject<Set<string>>;
  readonly setRefused: (refused: Refused) => void;
}) {
  const { now: jobNow, look, setSignedOut, take } = entries;
  useEffect(
    () =>
      outbox.onSettled(async (record, outcome) => {
        if (record.job !== jobId) return;
        if (!outcome.ok) {
          if (awaited.current.has(record.id)) setRefused(outcome);
          await look();
          return;
        }
        setSignedOut(false);
        if (outcome.now !== undefined) hear(outcome.now);
        if (outcome.entry && outcome.entry.seq === jobNow.current.seq + 1) await take([outcome.entry]);
        else await look();
      }),
    [awaited, outbox, jobId, hear, jobNow, look, setRefused, setSignedOut, take],
  );
}

/**
 * A job's run on this phone. What is done goes into the outbox, which survives a closed browser and is sent
 * in order until the server has taken it; entries of other phones are fetched and merged by the one
 * reducer.
 */
export function useRun(
  initial: JobState,
  by: Actor,
  system: UnitSystem,
  at: () => number,
  hear: (now: number) => void,
): Run {
  const { outbox, hindrance, queue, now: queueNow, queued } = useQueue(initial.id, by.id);
  const entries = useEntries(initial, hear);
  const { job, isWhole, texts, now: jobNow, signedOut, look } = entries;
  const [refused, setRefused] = useState<Refused>();
  const awaited = useRef(new Set<string>());
  useWhenSeen(useCallback(() => void look(), [look]));
  // Once the run is left, nobody sees beside its fields why something was refused.
  useEffect(() => {
    const ids = awaited.current;
    return () => ids.forEach(outbox.waitNoMore);
  }, [outbox]);

  useSettling({ jobId: initial.id, outbox, entries, hear, awaited, setRefused });

  const send = useCallback(
    async (wish: Asked): Promise<Sent> => {
      setRefused(undefined);
      const intent = { ...wish, id: newId(), claimed: new Date(at()).toISOString() } as Intent;
      const mind = isWhole ? decidedHere([intent, ...queueNow()]) : undefined;
      // While what decides, or the whole job, is still on its way, it is kept, and the server decides.
      const here = () =>
        mind?.decision(mind.withQueue(jobNow.current, queueNow(), by, system), intent, system);
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
      const step = "step" in intent && intent.step ? findStep(jobNow.current, intent.step) : undefined;
      const answer = decided ? undefined : outbox.answerTo(intent.id);
      if (answer) awaited.current.add(intent.id);
      await outbox.keep({
        job: initial.id,
        jobName: initial.name,
        what: said(intent.kind, step?.title),
        intent,
      });
      if (mind || !answer) return answer ?? { ok: true };
      // What a phone decides by itself waits for nobody's answer: refused later, it stays with its words.
      const later = isDecidedHere(intent.kind).then((isHere): Sent | Promise<Sent> => {
        if (!isHere) return answer;
        awaited.current.delete(intent.id);
        outbox.waitNoMore(intent.id);
        return { ok: true };
      });
      return Promise.race([answer, later]);
    },
    [at, by, initial.id, initial.name, isWhole, jobNow, look, outbox, queueNow, system],
  );

  const decides = useDecided(queue);
  const mind = isWhole ? decides : undefined;
  const shown = useMemo(() => mind?.withQueue(job, queue, by, system) ?? job, [mind, job, queue, by, system]);
  return {
    job: shown,
    texts,
    by,
    queued,
    behind: queue.length > 0 && mind === undefined,
    signedOut: signedOut || hindrance.signedOut,
    send,
    look,
    waiting: hindrance.says,
    refused,
  };
}
