"use client";
import { useRef, useState, type FormEvent } from "react";
import { useDraft } from "./useDraft";

/** What is typed, by the name of its field. */
export type Typed = Readonly<Record<string, string>>;

/** How the sending of a form went. A refusal belongs to a field where the sender knows which. */
export type FormOutcome =
  /** Taken; `said` where there is more to say than that. */
  | { readonly ok: true; readonly said?: string }
  | {
      readonly ok: false;
      readonly error: string;
      readonly field?: string;
      readonly fields?: Typed;
    };

/** Refusals by field; what belongs to none stands at `""`. */
function errorsOf(outcome: FormOutcome): Typed {
  if (outcome.ok) return {};
  const { error, field, fields } = outcome;
  const byField = { ...fields, ...(field ? { [field]: error } : {}) };
  return { ...byField, "": error };
}

/** What is said of the whole form: nothing that stands beside a field already. */
function wholeOf(errors: Typed): string {
  const { "": whole = "", ...byField } = errors;
  return Object.values(byField).includes(whole) ? "" : whole;
}

/** Drafts that an earlier build wrote, or somebody else, are no drafts. */
function readDraft(text: string | undefined): Typed {
  try {
    const read: unknown = text === undefined ? {} : JSON.parse(text);
    return typeof read === "object" && read !== null ? (read as Typed) : {};
  } catch {
    return {};
  }
}

export interface Form {
  /** What stands in the fields: what is typed over what was there. */
  readonly values: Typed;
  readonly set: (name: string, text: string) => void;
  /** Refusals by field, in words; the whole form's at `""`. */
  readonly errors: Typed;
  /** What is said of the whole form: that it waits, or why it was refused where that stands beside no field. */
  readonly whole: string;
  /** It is on its way. */
  readonly busy: boolean;
  /** What is said of the last sending, if it was taken and nothing was typed since. */
  readonly saved: string;
  /** How often it was refused: with each the first fault is looked for. */
  readonly refused: number;
  /** Something is typed that was not taken. */
  readonly typed: boolean;
  readonly submit: (event?: FormEvent) => void;
  /** Forgets what is typed. */
  readonly drop: () => void;
}

/**
 * So soon after a form was taken, with nothing typed since, a press is the second half of a double one: it
 * was meant for what is gone.
 */
const ECHO_MS = 600;

/**
 * A form: what is typed survives a reload until it is taken or dropped, refusals stand beside their fields,
 * and nothing is sent twice at once. `draft` names where it is kept; without it nothing outlives the page:
 * passwords, PINs and one-time codes have none. `check` refuses before anything is sent.
 */
export function useForm({
  draft,
  initial = {},
  check,
  send,
  onTaken,
}: {
  draft?: string;
  initial?: Typed;
  check?: (values: Typed) => FormOutcome | undefined;
  /** Sends it; while there is no line it may say so. */
  send: (values: Typed, waiting: (words: string) => void) => Promise<FormOutcome>;
  onTaken?: () => void;
}): Form {
  const [kept, keep, forget] = useDraft(draft ?? "");
  const [held, hold] = useState<Typed>({});
  const [errors, setErrors] = useState<Typed>({});
  const [refused, setRefused] = useState(0);
  const [sending, setSending] = useState(false);
  const [saved, setSaved] = useState("");
  // What is typed while the form is on its way was not sent, and stays.
  const strokes = useRef(0);
  const taken = useRef({ strokes: -1, at: 0 });
  const typed = draft === undefined ? held : readDraft(kept);
  const values = { ...initial, ...typed };
  const drop = () => (draft === undefined ? hold({}) : forget());
  const set = (name: string, text: string) => {
    const next = { ...typed, [name]: text };
    if (draft === undefined) hold(next);
    else keep(JSON.stringify(next));
    strokes.current += 1;
    setSaved("");
    if (errors[name] || errors[""]) setErrors({ ...errors, [name]: "", "": "" });
  };
  const hear = (outcome: FormOutcome) => {
    setErrors(errorsOf(outcome));
    if (!outcome.ok) setRefused((times) => times + 1);
  };
  const carryOut = async () => {
    const isEcho = strokes.current === taken.current.strokes && Date.now() - taken.current.at < ECHO_MS;
    if (sending || isEcho) return;
    const fault = check?.(values);
    if (fault && !fault.ok) {
      hear(fault);
      return;
    }
    setSending(true);
    const sentAt = strokes.current;
    try {
      const outcome = await send(values, (words) => setErrors({ "": words }));
      hear(outcome);
      if (!outcome.ok) return;
      taken.current = { strokes: strokes.current, at: Date.now() };
      setSaved(strokes.current === sentAt ? (outcome.said ?? "Saved") : "");
      if (strokes.current === sentAt) drop();
      onTaken?.();
    } catch {
      setErrors({ "": "It did not get through. What you typed is kept: try again" });
    } finally {
      setSending(false);
    }
  };
  return {
    values,
    set,
    errors,
    whole: wholeOf(errors),
    busy: sending,
    saved,
    refused,
    typed: Object.keys(typed).length > 0,
    submit: (event) => {
      event?.preventDefault();
      void carryOut();
    },
    drop,
  };
}
