"use client";
import { useId } from "react";

/** A labelled text field with its error beside it. */
export function FormField({
  label,
  hint,
  name,
  type = "text",
  defaultValue,
  error,
  autoComplete,
  required,
  inputMode,
}: {
  label: string;
  hint?: string;
  name: string;
  type?: string;
  defaultValue?: string;
  error?: string;
  autoComplete?: string;
  required?: boolean;
  inputMode?: "numeric" | "email" | "text";
}) {
  const id = useId();
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
        defaultValue={defaultValue}
        autoComplete={autoComplete}
        required={required}
        inputMode={inputMode}
        className="field"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
      />
      {error ? (
        <p id={`${id}-error`} className="text-sm text-stop">
          {error}
        </p>
      ) : null}
    </div>
  );
}

export function SelectField({
  label,
  name,
  options,
  defaultValue,
  error,
  onChange,
}: {
  label: string;
  name: string;
  options: readonly { readonly id: string; readonly label: string }[];
  defaultValue?: string;
  error?: string;
  onChange?: (value: string) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block">
        {label}
      </label>
      <select
        id={id}
        name={name}
        defaultValue={defaultValue}
        className="field"
        aria-invalid={error ? true : undefined}
        onChange={onChange ? (e) => onChange(e.target.value) : undefined}
      >
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.label}
          </option>
        ))}
      </select>
      {error ? <p className="text-sm text-stop">{error}</p> : null}
    </div>
  );
}

/** Says how a form went, to eyes and to screen readers. */
export function FormNote({ error, saved }: { error?: string; saved?: string }) {
  return (
    <p role="status" className={error ? "text-stop" : "text-good"}>
      {error ?? saved ?? ""}
    </p>
  );
}
