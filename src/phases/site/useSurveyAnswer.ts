"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { UnitSystem } from "@/core/units";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId } from "../job/send";
import type { SiteShown } from "./shown";
import { useSiteHeard } from "./SiteBoard";

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
  const heard = useSiteHeard();
  const [draft, keep, drop] = useDraft(`${jobId}.${field}`);
  const [state, setState] = useState<State>({ is: "idle" });
  const latest = useRef("");
  // What the server took stands until the page is loaded with it.
  const [taken, setTaken] = useState<{ readonly text: string; readonly over: string }>();
  if (taken && taken.over !== loaded) setTaken(undefined);
  const saved = taken?.text ?? loaded;
  const text = draft ?? saved;

  const type = (value: string) => {
    keep(value);
    // What is typed while an answer is on its way is not what was sent.
    latest.current = value;
    setState({ is: "idle" });
  };
  const save = async (value: string) => {
    if (readOnly || value === saved || (latest.current === value && state.is === "saving")) return;
    latest.current = value;
    setState({ is: "saving" });
    const outcome = await sendUntilTaken<SiteShown>(
      jobId,
      withId({ kind: "surveyAnswered", field, text: value, profile }),
      (say) => setState({ is: "queued", say }),
      heard ? "site" : undefined,
    );
    if (outcome.ok && outcome.shown) heard?.(outcome.shown);
    else if (outcome.ok) router.refresh();
    if (latest.current !== value) return;
    if (outcome.ok) {
      setState({ is: "saved" });
      setTaken({ text: value, over: loaded });
      drop();
      return;
    }
    setState({ is: "refused", say: outcome.error });
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
