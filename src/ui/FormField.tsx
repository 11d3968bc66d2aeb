"use client";
import { useId } from "react";
import type { Form } from "./useForm";

/** A labelled text field of a form, with its refusal beside it. */
export function FormField({
  form,
  name,
  label,
  hint,
  type = "text",
  autoComplete,
  inputMode,
  maxLength,
}: {
  form: Form;
  name: string;
  label: string;
  hint?: string;
  type?: string;
  maxLength?: number;
  autoComplete?: string;
  inputMode?: "numeric" | "decimal" | "email" | "text";
}) {
  const id = useId();
  const error = form.errors[name];
  return (
    <div>
      <label htmlFor={id} className="block">
        {label}
        {hint ? <span className="text-sm text-soft">, {hint}</span> : null}
      </label>
      <input
        id={id}
        name={name}
        type={type}
        value={form.values[name] ?? ""}
        autoComplete={autoComplete}
        inputMode={inputMode}
        maxLength={maxLength}
        className="field"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        onChange={(e) => form.set(name, e.target.value)}
      />
      {error ? (
        <p id={`${id}-error`} className="text-sm text-stop">
          {error}
        </p>
      ) : null}
    </div>
  );
}

/** A labelled choice of a form. */
export function SelectField({
  form,
  name,
  label,
  options,
}: {
  form: Form;
  name: string;
  label: string;
  options: readonly { readonly id: string; readonly label: string }[];
}) {
  const id = useId();
  const error = form.errors[name];
  return (
    <div>
      <label htmlFor={id} className="block">
        {label}
      </label>
      <select
        id={id}
        name={name}
        value={form.values[name] ?? ""}
        className="field"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        onChange={(e) => form.set(name, e.target.value)}
      >
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.label}
          </option>
        ))}
      </select>
      {error ? (
        <p id={`${id}-error`} className="text-sm text-stop">
          {error}
        </p>
      ) : null}
    </div>
  );
}

/** Says how a form went, to eyes and to screen readers. */
export function FormNote({ form }: { form: Form }) {
  return (
    <p role="status" className={form.whole ? "text-stop" : "text-good"}>
      {form.whole || form.saved}
    </p>
  );
}
