"use client";
import { useRouter } from "next/navigation";
import { useId, useRef, useState } from "react";
import type { SurveyField } from "@/core/site";
import type { UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";
import { useDraft } from "@/ui/useDraft";
import { sendUntilTaken, withId } from "../job/send";
import type { SiteShown } from "./shown";
import { useSiteHeard } from "./SiteBoard";

type State =
  { readonly is: "idle" | "saving" | "saved" } | { readonly is: "queued" | "refused"; readonly say: string };

/** One question of the survey. Saves when it is left; what cannot be saved stays on screen and on the device. */
export function SurveyFieldRow({
  jobId,
  field,
  saved: loaded,
  profile,
  readOnly,
}: {
  jobId: string;
  field: SurveyField;
  saved: string;
  profile: UnitSystem;
  readOnly: boolean;
}) {
  const router = useRouter();
  const heard = useSiteHeard();
  const id = useId();
  const [draft, keep, drop] = useDraft(`${jobId}.${field.id}`);
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
      withId({ kind: "surveyAnswered", field: field.id, text: value, profile }),
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
  const say =
    state.is === "saving"
      ? "saving…"
      : state.is === "saved"
        ? "saved"
        : state.is === "queued"
          ? state.say
          : draft !== undefined && draft !== saved
            ? "not saved yet"
            : undefined;
  const error = state.is === "refused" ? state.say : undefined;

  if (field.kind === "quantity")
    return (
      <div id={field.id} data-field={field.id}>
        <QuantityField
          label={field.label}
          hint={field.hint}
          quantity={field.quantity}
          range={field.range}
          profile={profile}
          value={text}
          error={error}
          state={say}
          onChange={type}
          onLeave={() => void save(text)}
        />
      </div>
    );

  if (field.kind === "count") {
    const n = /^\d+$/.test(text) ? Number(text) : undefined;
    const set = (next: number) => {
      keep(String(next));
      void save(String(next));
    };
    return (
      <div
        id={field.id}
        data-field={field.id}
        role="group"
        aria-label={field.label}
        className="flex items-center justify-between gap-3 border-b border-hair py-1"
      >
        <span>
          {field.label}
          <span className="block text-sm text-soft" role="status">
            {error ?? say ?? (n === undefined ? "unknown" : "")}
          </span>
        </span>
        <span className="flex items-center">
          <button
            type="button"
            className="button quiet !min-h-12 !px-4"
            disabled={readOnly || n === 0}
            aria-label={`One less: ${field.label}`}
            onClick={() => set(Math.max(0, (n ?? 1) - 1))}
          >
            −
          </button>
          <output className="num w-12 text-center text-lg">{n ?? "—"}</output>
          <button
            type="button"
            className="button quiet !min-h-12 !px-4"
            disabled={readOnly}
            aria-label={`One more: ${field.label}`}
            onClick={() => set((n ?? 0) + 1)}
          >
            +
          </button>
        </span>
      </div>
    );
  }

  if (field.kind === "choice") {
    const chosen = text === "" ? [] : text.split(",");
    const toggle = (option: string) => {
      const next = field.many
        ? (chosen.includes(option) ? chosen.filter((c) => c !== option) : [...chosen, option]).join(",")
        : chosen.includes(option)
          ? ""
          : option;
      keep(next);
      void save(next);
    };
    return (
      <fieldset id={field.id} data-field={field.id} className="border-b border-hair pb-2">
        <legend className="mb-1">
          {field.label}
          {field.many ? <span className="text-sm text-soft">, all that apply</span> : null}
        </legend>
        <div className="flex flex-wrap gap-2">
          {field.options.map((o) => (
            <button
              key={o.id}
              type="button"
              aria-pressed={chosen.includes(o.id)}
              disabled={readOnly}
              className={`min-h-12 rounded-sm border px-4 ${chosen.includes(o.id) ? "border-water bg-tint font-semibold" : "border-soft"}`}
              onClick={() => toggle(o.id)}
            >
              {chosen.includes(o.id) ? "✓ " : ""}
              {o.label}
            </button>
          ))}
        </div>
        <p className={`min-h-5 text-sm ${error ? "text-stop" : "text-soft"}`} role="status">
          {error ?? say ?? (chosen.length === 0 ? "unknown" : "")}
        </p>
      </fieldset>
    );
  }

  return (
    <div id={field.id} data-field={field.id}>
      <label htmlFor={id} className="block">
        {field.label}
      </label>
      <input
        id={id}
        type={field.kind === "time" ? "time" : "text"}
        className="field"
        value={text}
        disabled={readOnly}
        aria-invalid={error ? true : undefined}
        onChange={(e) => type(e.target.value)}
        onBlur={() => void save(text)}
      />
      <p className={`min-h-5 text-sm ${error ? "text-stop" : "text-soft"}`} role="status">
        {error ?? say ?? ""}
      </p>
    </div>
  );
}
