"use client";
import { memo, useId } from "react";
import type { SurveyField } from "@/core/site";
import { obstacleExample } from "@/core/site/obstacles";
import { stripExample } from "@/core/site/strips";
import { tapExample } from "@/core/site/taps";
import type { UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";
import { useFindings } from "./SiteBoard";
import { useSurveyAnswer, type SurveyAnswering } from "./useSurveyAnswer";

type FieldOf<K extends SurveyField["kind"]> = Extract<SurveyField, { readonly kind: K }>;

interface RowProps<F> {
  readonly field: F;
  readonly answer: SurveyAnswering;
  readonly readOnly: boolean;
}

/** What is said below a field: why it was refused, how it stands, or that it is unknown. */
function Said({ answer, otherwise = "" }: { answer: SurveyAnswering; otherwise?: string }) {
  return (
    <p className={`min-h-5 text-sm ${answer.error ? "text-stop" : "text-soft"}`} role="status">
      {answer.error ?? answer.say ?? otherwise}
    </p>
  );
}

/** What somebody else answered while this one was typed, and the choice between the two. */
function Choose({ field, answer }: { field: SurveyField; answer: SurveyAnswering }) {
  if (answer.other === undefined) return null;
  return (
    <div
      role="group"
      aria-label={`Which answer stands: ${field.label}`}
      className="mb-2 flex flex-wrap items-center gap-2 border-l-4 border-check pl-3"
      data-other
    >
      <button type="button" className="button quiet" onClick={answer.keepTheirs}>
        Keep {saidOf(field, answer.other)}
      </button>
      <button type="button" className="button quiet" onClick={answer.keepMine}>
        Put {saidOf(field, answer.text)} there
      </button>
    </div>
  );
}

/** An answer as its field shows it. */
function saidOf(field: SurveyField, text: string): string {
  if (text === "") return "no answer";
  if (field.kind !== "choice") return `“${text}”`;
  const labels = text.split(",").map((id) => field.options.find((o) => o.id === id)?.label ?? id);
  return `“${labels.join(", ")}”`;
}

/** How many there are of something: one more, one less. */
function CountRow({ field, answer, readOnly }: RowProps<FieldOf<"count">>) {
  const n = /^\d+$/.test(answer.text) ? Number(answer.text) : undefined;
  const step = (words: string, sign: string, next: number, disabled: boolean) => (
    <button
      type="button"
      className="button quiet !min-h-12 !px-4"
      disabled={disabled}
      aria-label={`${words}: ${field.label}`}
      onClick={() => answer.count(String(next))}
    >
      {sign}
    </button>
  );
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
          {answer.error ?? answer.say ?? (n === undefined ? "unknown" : "")}
        </span>
      </span>
      <span className="flex items-center">
        {step("One less", "−", Math.max(0, (n ?? 1) - 1), readOnly || n === 0)}
        <output className="num w-12 text-center text-lg">{n ?? "—"}</output>
        {step("One more", "+", (n ?? 0) + 1, readOnly)}
      </span>
    </div>
  );
}

/**
 * The choices after one is touched: put in or taken out where many may apply, else alone, or none where it
 * was chosen.
 */
function toggled(chosen: readonly string[], option: string, many: boolean | undefined): string {
  const without = chosen.filter((c) => c !== option);
  const wasChosen = without.length < chosen.length;
  if (!many) return wasChosen ? "" : option;
  return (wasChosen ? without : [...chosen, option]).join(",");
}

function ChoiceRow({ field, answer, readOnly }: RowProps<FieldOf<"choice">>) {
  const chosen = answer.text === "" ? [] : answer.text.split(",");
  return (
    <fieldset id={field.id} data-field={field.id} className="border-b border-hair pb-2">
      <legend className="mb-1">
        {field.label}
        {field.many ? <span className="text-sm text-soft">, all that apply</span> : null}
      </legend>
      <div className="flex flex-wrap gap-2">
        {field.options.map((o) => {
          const isChosen = chosen.includes(o.id);
          return (
            <button
              key={o.id}
              type="button"
              aria-pressed={isChosen}
              disabled={readOnly}
              className={`min-h-12 rounded-sm border px-4 ${isChosen ? "border-water bg-tint font-semibold" : "border-soft"}`}
              onClick={() => answer.choose(toggled(chosen, o.id, field.many))}
            >
              {isChosen ? "✓ " : ""}
              {o.label}
            </button>
          );
        })}
      </div>
      <Said answer={answer} otherwise={chosen.length === 0 ? "unknown" : ""} />
    </fieldset>
  );
}

function TextRow({ field, answer, readOnly }: RowProps<SurveyField>) {
  const id = useId();
  return (
    <div id={field.id} data-field={field.id}>
      <label htmlFor={id} className="block">
        {field.label}
      </label>
      <input
        id={id}
        type={field.kind === "time" ? "time" : "text"}
        className="field"
        value={answer.text}
        disabled={readOnly}
        aria-invalid={answer.error ? true : undefined}
        onChange={(e) => answer.type(e.target.value)}
        onBlur={() => answer.save(answer.text)}
      />
      <Said answer={answer} />
    </div>
  );
}

/** Lines as they may be written, by the kind of their question. */
const lineExamples: Readonly<Partial<Record<SurveyField["kind"], (profile: UnitSystem) => string>>> = {
  obstacles: obstacleExample,
  strips: stripExample,
  taps: tapExample,
};

/** Several lines, one for each thing. */
function LinesRow({
  field,
  answer,
  readOnly,
  profile,
}: RowProps<SurveyField> & { readonly profile: UnitSystem }) {
  const id = useId();
  return (
    <div id={field.id} data-field={field.id}>
      <label htmlFor={id} className="block">
        {field.label}
        {field.hint ? <span className="text-sm text-soft">, {field.hint}</span> : null}
      </label>
      <textarea
        id={id}
        rows={Math.max(3, answer.text.split("\n").length)}
        className="field"
        value={answer.text}
        disabled={readOnly}
        aria-invalid={answer.error ? true : undefined}
        onChange={(e) => answer.type(e.target.value)}
        onBlur={() => answer.save(answer.text)}
      />
      <Said
        answer={answer}
        otherwise={`for example ${(lineExamples[field.kind] ?? obstacleExample)(profile)}`}
      />
    </div>
  );
}

interface QuestionProps {
  readonly jobId: string;
  readonly field: SurveyField;
  readonly saved: string;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}

/**
 * One question of the survey. Saves when it is left; what cannot be saved stays on screen and on the
 * device. The page asks for itself anew after each answer: only questions that it changed are drawn again.
 */
export const SurveyFieldRow = memo(function SurveyFieldRow({
  jobId,
  field,
  saved,
  profile,
  readOnly,
}: QuestionProps) {
  const answer = useSurveyAnswer(jobId, field.id, saved, profile, readOnly);
  return (
    <div>
      <Asked field={field} answer={answer} profile={profile} readOnly={readOnly} />
      <Choose field={field} answer={answer} />
      <Found field={field.id} />
    </div>
  );
});

/** What this answer has found, and what its absence keeps open. */
function Found({ field }: { field: string }) {
  const findings = useFindings();
  if (!findings) return null;
  const needs = findings.needs.filter((n) => n.on === field);
  const open = findings.open.find((o) => o.missing.some((m) => m.id === field));
  if (needs.length === 0 && !open) return null;
  return (
    <ul className="mb-2 border-l-4 border-hair pl-3 text-sm" data-found={field}>
      {needs.map((n) => (
        <li key={n.need}>
          <b className="font-semibold">{n.what}</b>: {n.because}
        </li>
      ))}
      {open && needs.length === 0 ? <li className="text-soft">decides {open.decides}</li> : null}
    </ul>
  );
}

/** A question as its kind is asked. */
function Asked({
  field,
  answer,
  profile,
  readOnly,
}: RowProps<SurveyField> & { readonly profile: UnitSystem }) {
  switch (field.kind) {
    case "quantity":
      return (
        <div id={field.id} data-field={field.id}>
          <QuantityField
            label={field.label}
            hint={field.hint}
            quantity={field.quantity}
            range={field.range}
            profile={profile}
            value={answer.text}
            error={answer.error}
            state={answer.say}
            onChange={answer.type}
            onLeave={() => answer.save(answer.text)}
          />
        </div>
      );
    case "count":
      return <CountRow field={field} answer={answer} readOnly={readOnly} />;
    case "choice":
      return <ChoiceRow field={field} answer={answer} readOnly={readOnly} />;
    case "obstacles":
    case "strips":
    case "taps":
      return <LinesRow field={field} answer={answer} profile={profile} readOnly={readOnly} />;
    default:
      return <TextRow field={field} answer={answer} readOnly={readOnly} />;
  }
}
