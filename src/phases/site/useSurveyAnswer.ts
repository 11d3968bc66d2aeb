"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { UnitSystem } from "@/core/units";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId } from "../job/send";
import type { SiteShown } from "./shown";
import { useSiteBoard } from "./SiteBoard";

type State =
  { readonly is: "idle" | "saving" | "saved" } | { readonly is: "queued" | "refused"; readonly say: string };

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

/** One answer of the survey: what is typed, kept on the device until the server has it, and how it stands. */
export function useSurveyAnswer(
  jobId: string,
  field: string,
  loaded: string,
  profile: UnitSystem,
  readOnly: boolean,
) {
  const router = useRouter();
  const board = useSiteBoard();
  const [draft, keep, drop] = useDraft(`${jobId}.${field}`);
  const [state, setState] = useState<State>({ is: "idle" });
  const latest = useRef("");
  const sending = useRef<string>(undefined);
  const queued = useRef<string>(undefined);
  // What the server took stands until the page is loaded with it.
  const [taken, setTaken] = useState<{
    readonly text: string;
    readonly seq: number;
    readonly over: string;
  }>();
  const isLoaded = taken && (board ? board.loadedSeq >= taken.seq : taken.over !== loaded);
  if (isLoaded) setTaken(undefined);
  const saved = taken?.text ?? loaded;
  const text = draft ?? saved;

  const type = (value: string) => {
    keep(value);
    // What is typed while an answer is on its way is not what was sent.
    latest.current = value;
    setState({ is: "idle" });
  };
  const send = async (value: string) => {
    const outcome = await sendUntilTaken<SiteShown>(
      jobId,
      withId({ kind: "surveyAnswered", field, text: value, profile }),
      (say) => setState({ is: "queued", say }),
      board ? "site" : undefined,
    );
    if (outcome.ok && outcome.shown) board?.hear(outcome.shown);
    else if (outcome.ok) router.refresh();
    if (latest.current !== value) return;
    if (outcome.ok) {
      setState({ is: "saved" });
      setTaken({ text: value, seq: outcome.seq, over: loaded });
      drop();
      return;
    }
    setState({ is: "refused", say: outcome.error });
  };
  const save = async (value: string) => {
    if (readOnly || value === (queued.current ?? sending.current ?? saved)) return;
    latest.current = value;
    setState({ is: "saving" });
    queued.current = value;
    // Two answers on their way at once could arrive in either order: the newest waits for the one before it.
    if (sending.current !== undefined) return;
    while (queued.current !== undefined) {
      sending.current = queued.current;
      queued.current = undefined;
      await send(sending.current);
    }
    sending.current = undefined;
  };
  return {
    text,
    type,
    save: (value: string) => void save(value),
    /** Types and saves at once. */
    choose: (value: string) => {
      keep(value);
      void save(value);
    },
    say: sayState(state, draft !== undefined && draft !== saved),
    error: state.is === "refused" ? state.say : undefined,
  };
}
export type SurveyAnswering = ReturnType<typeof useSurveyAnswer>;
