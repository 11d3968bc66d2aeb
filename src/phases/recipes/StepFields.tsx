"use client";
import type { StepKind } from "@/core/run";
import { stepFields, stepName, type StepField } from "@/core/run/recipeForm";
import { namesIn, NamesField } from "@/ui/NamesField";
import type { Form } from "@/ui/useForm";
import { wordsOf } from "./words";

/** What the fields of a step are chosen from, where it is data elsewhere. */
export interface Choices {
  readonly cautions: readonly string[];
  readonly readings: readonly string[];
  /** Figures that units of the recipe's families state. */
  readonly figures: readonly string[];
}

const manyLines: ReadonlySet<StepField["way"]> = new Set([
  "text",
  "lines",
  "pairs",
  "sets",
  "figures",
  "conditions",
]);

function optionsOf({ path, way, options }: StepField, choices: Choices): readonly string[] {
  if (path === "cautions") return choices.cautions;
  if (path === "read.reading") return choices.readings;
  return way === "yesNo" ? ["yes", "no"] : (options ?? []);
}

/** Several of some names, folded away. */
function Names({
  label,
  value,
  options,
  set,
}: {
  label: string;
  value: string;
  options: readonly string[];
  set: (text: string) => void;
}) {
  const chosen = namesIn(value);
  return (
    <details>
      <summary className="min-h-9 cursor-pointer">
        {label}: <span className="text-soft">{chosen.length > 0 ? chosen.join(", ") : "none"}</span>
      </summary>
      <NamesField label={label} value={value} options={options} set={set} />
    </details>
  );
}

/** The control of a property, by the way it is written. */
function Control({
  field: f,
  id,
  form,
  name,
  choices,
}: {
  field: StepField;
  id: string;
  form: Form;
  name: string;
  choices: Choices;
}) {
  const value = form.values[name] ?? "";
  const error = form.errors[name];
  const common = {
    id,
    className: "field",
    value,
    "aria-invalid": error ? true : undefined,
    "aria-describedby": error ? `${id}-error` : undefined,
  } as const;
  if (f.way === "choice" || f.way === "yesNo")
    return (
      <select {...common} onChange={(e) => form.set(name, e.target.value)}>
        <option value="">not said</option>
        {optionsOf(f, choices).map((o) => (
          <option key={o} value={o}>
            {wordsOf(o)}
          </option>
        ))}
      </select>
    );
  if (manyLines.has(f.way))
    return (
      <textarea
        {...common}
        rows={Math.max(2, value.split("\n").length)}
        onChange={(e) => form.set(name, e.target.value)}
      />
    );
  return (
    <input
      {...common}
      list={f.way === "figure" ? "unit-figures" : undefined}
      onChange={(e) => form.set(name, e.target.value)}
    />
  );
}

/** A property of a step with its label, its control, and what was refused of it. */
function Property({
  field: f,
  step,
  form,
  choices,
}: {
  field: StepField;
  step: string;
  form: Form;
  choices: Choices;
}) {
  const name = stepName(step, f.path);
  const id = `f-${name}`;
  const error = form.errors[name];
  const isWide = manyLines.has(f.way) || f.way === "names" || f.path === "title";
  const said = error ? (
    <p id={`${id}-error`} className="text-sm text-stop">
      {error}
    </p>
  ) : f.hint ? (
    <p className="text-sm text-soft">{f.hint}</p>
  ) : null;
  if (f.way === "names")
    return (
      <div className="md:col-span-2">
        <Names
          label={f.label}
          value={form.values[name] ?? ""}
          options={optionsOf(f, choices)}
          set={(text) => form.set(name, text)}
        />
        {said}
      </div>
    );
  return (
    <div className={isWide ? "md:col-span-2" : ""}>
      <label htmlFor={id} className="block">
        {f.label}
      </label>
      <Control field={f} id={id} form={form} name={name} choices={choices} />
      {said}
    </div>
  );
}

/** The properties of a step of a recipe: those of its kind, and below what few steps need. */
export function StepFields({ step, form, choices }: { step: string; form: Form; choices: Choices }) {
  const kind = form.values[stepName(step, "kind")] as StepKind | undefined;
  const isFilled = (f: StepField) => {
    const name = stepName(step, f.path);
    return Boolean(form.values[name]) || Boolean(form.errors[name]);
  };
  const ofKind = (f: StepField) => !f.kinds || (kind !== undefined && f.kinds.includes(kind));
  const shown = stepFields.filter((f) => !f.rarely && (ofKind(f) || isFilled(f)));
  const more = stepFields.filter((f) => f.rarely);
  const property = (f: StepField) => (
    <Property key={f.path} field={f} step={step} form={form} choices={choices} />
  );
  return (
    <div className="grid content-start gap-4" data-step-fields={step}>
      <div className="grid gap-x-8 gap-y-3 md:grid-cols-2">{shown.map(property)}</div>
      <details open={more.some((f) => Boolean(form.errors[stepName(step, f.path)])) || undefined}>
        <summary className="min-h-10 cursor-pointer">
          More of this step
          <span className="text-soft">
            {" "}
            {more
              .filter(isFilled)
              .map((f) => f.label.toLowerCase())
              .join("; ")}
          </span>
        </summary>
        <div className="grid gap-x-8 gap-y-3 md:grid-cols-2">{more.map(property)}</div>
      </details>
    </div>
  );
}
