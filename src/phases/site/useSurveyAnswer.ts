"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Entry } from "@/core/log";
import type { UnitSystem } from "@/core/units";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId } from "../job/send";
import type { SiteShown } from "./shown";
import { useSiteBoard } from "./SiteBoard";

type State =
  | { readonly is: "idle" | "saving" | "saved" }
  | { readonly is: "queued" | "refused"; readonly say: string; readonly stands?: string };

/** Quick presses on a counter are one answer: it is sent when the hand rests for so long, ms. */
const REST = 600;

/** An answer as the server took it: a count is added to what others counted meanwhile. */
const textTaken = (entry: Entry | undefined, sent: string): string =>
  entry?.kind === "surveyAnswered" ? entry.data.text : sent;

/** What is said of an answer: that it is being saved, is saved, waits, or is not saved yet. */
function sayState(state: State, isDraft: boolean): string | undefined {
  switch (state.is) {
    case "saving":
      return "saving…";
    case "saved":
      return "saved";
    case "queued":
      return state.say;
    case "idle":
    case "refused":
      return isDraft ? "not saved yet" : undefined;
  }
}

/**
 * What is typed over an answer, on the device until it was taken, and the answer that stood there when it
 * was begun: what somebody else puts there meanwhile is not lost to it.
 */
function useTyped(key: string) {
  const [draft, keep, drop] = useDraft(key);
  const [kept, keepBase, dropBase] = useDraft(`${key}.over`);
  const base = useRef<string>(undefined);
  const setBase = (text: string) => {
    base.current = text;
    keepBase(text);
  };
  return {
    draft,
    put: (text: string, over: string) => {
      if (draft === undefined) setBase(over);
      keep(text);
    },
    base: () => base.current ?? kept,
    setBase,
    forget: () => {
      base.current = undefined;
      drop();
      dropBase();
    },
  };
}

/**
 * Does something with the last of what comes quickly one after the other, when no more comes; at once where
 * the page is left.
 */
function useResting(act: (value: string) => void) {
  const waiting = useRef<{ readonly value: string; readonly timer: ReturnType<typeof setTimeout> }>(
    undefined,
  );
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const go = () => {
    if (!waiting.current) return;
    const { value, timer } = waiting.current;
    clearTimeout(timer);
    waiting.current = undefined;
    latest.current(value);
  };
  const leave = useRef(go);
  useEffect(() => () => leave.current(), []);
  return (value: string) => {
    clearTimeout(waiting.current?.timer);
    waiting.current = { value, timer: setTimeout(go, REST) };
  };
}

/**
 * Sends texts one after the other: two on their way at once could arrive in either order, and of those that
 * wait the newest goes.
 */
function useInOrder(send: (value: string) => Promise<void>) {
  const sending = useRef<string>(undefined);
  const queued = useRef<string>(undefined);
  return {
    /** The last that was given to it and has not been answered. */
    last: () => queued.current ?? sending.current,
    put: async (value: string) => {
      queued.current = value;
      if (sending.current !== undefined) return;
      while (queued.current !== undefined) {
        sending.current = queued.current;
        queued.current = undefined;
        await send(sending.current);
      }
      sending.current = undefined;
    },
  };
}

/** What the server took stands until the page is loaded with it. */
function useTaken(loaded: string, loadedSeq: number | undefined) {
  const [taken, setTaken] = useState<{
    readonly text: string;
    readonly seq: number;
    readonly over: string;
  }>();
  const isLoaded = taken && (loadedSeq === undefined ? taken.over !== loaded : loadedSeq >= taken.seq);
  if (isLoaded) setTaken(undefined);
  return {
    saved: taken?.text ?? loaded,
    take: (text: string, seq: number) => setTaken({ text, seq, over: loaded }),
  };
}

/** Sends answers of a job; the page hears what they changed. `text`: the answer as it stands then. */
function useSender(jobId: string) {
  const router = useRouter();
  const board = useSiteBoard();
  const send = async (
    wish: {
      readonly field: string;
      readonly text: string;
      readonly profile: UnitSystem;
      readonly seen: string;
    },
    waiting: (say: string) => void,
  ) => {
    const outcome = await sendUntilTaken<SiteShown>(
      jobId,
      withId({ kind: "surveyAnswered", ...wish }),
      waiting,
      board ? "site" : undefined,
    );
    if (!outcome.ok) return outcome;
    if (outcome.shown) board?.hear(outcome.shown);
    else router.refresh();
    return { ...outcome, text: textTaken(outcome.entry, wish.text) };
  };
  return { send, loadedSeq: board?.loadedSeq, look: () => router.refresh() };
}

/** One answer of the survey: what is typed, kept on the device until the server has it, and how it stands. */
export function useSurveyAnswer(
  jobId: string,
  field: string,
  loaded: string,
  profile: UnitSystem,
  readOnly: boolean,
) {
  const sender = useSender(jobId);
  const typed = useTyped(`${jobId}.${field}`);
  const [state, setState] = useState<State>({ is: "idle" });
  const latest = useRef("");
  const { saved, take } = useTaken(loaded, sender.loadedSeq);
  const text = typed.draft ?? saved;

  const put = (value: string) => {
    typed.put(value, saved);
    // What is typed while an answer is on its way is not what was sent.
    latest.current = value;
  };
  const send = async (value: string) => {
    const wish = { field, text: value, profile, seen: typed.base() ?? saved };
    const outcome = await sender.send(wish, (say) => setState({ is: "queued", say }));
    if (latest.current !== value) {
      if (outcome.ok) typed.setBase(outcome.text);
      return;
    }
    if (!outcome.ok) {
      setState({ is: "refused", say: outcome.error, stands: outcome.stands });
      return;
    }
    setState({ is: "saved" });
    take(outcome.text, outcome.seq);
    typed.forget();
  };
  const line = useInOrder(send);
  const save = (value: string) => {
    if (readOnly || value === (line.last() ?? saved)) return;
    latest.current = value;
    setState({ is: "saving" });
    void line.put(value);
  };
  const saveLater = useResting(save);
  const refused = state.is === "refused" ? state : undefined;
  return {
    text,
    type: (value: string) => {
      put(value);
      setState({ is: "idle" });
    },
    save,
    /** Types and saves at once. */
    choose: (value: string) => {
      put(value);
      save(value);
    },
    /** Types, and saves when the hand rests: quick presses are one answer. */
    count: (value: string) => {
      put(value);
      setState({ is: "saving" });
      saveLater(value);
    },
    /** What somebody else answered meanwhile, until the person has chosen. */
    other: refused?.stands,
    keepMine: () => {
      typed.setBase(refused?.stands ?? saved);
      save(text);
    },
    keepTheirs: () => {
      typed.forget();
      setState({ is: "idle" });
      sender.look();
    },
    say: sayState(state, typed.draft !== undefined && typed.draft !== saved),
    error: refused?.say,
  };
}
export type SurveyAnswering = ReturnType<typeof useSurveyAnswer>;
