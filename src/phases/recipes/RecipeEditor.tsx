"use client";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { KeyButton } from "@/ui/Pressed";
import { useForm, type Form } from "@/ui/useForm";
import { saveRecipe, tryRecipe } from "./actions";
import { StepFields, type Choices } from "./StepFields";
import { orderOf, StepOrder } from "./StepOrder";
import { TrialSteps } from "./TrialSteps";
import type { Trial } from "./trial";

interface Option {
  readonly id: string;
  readonly label: string;
}

/** The steps of the recipe as it stands in the form, on a sample job. */
function Try({
  form,
  id,
  seen,
  units,
  houses,
}: {
  form: Form;
  id: string;
  seen: number;
  units: readonly Option[];
  houses: readonly Option[];
}) {
  const [trial, setTrial] = useState<Trial>();
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const attempt = async () => {
    setBusy(true);
    setSaid("Rehearsing…");
    try {
      const { error, fields, trial: made } = await tryRecipe({ id, seen, values: form.values });
      setTrial(made);
      const places = Object.entries(fields ?? {}).map(([at, why]) => `${at.replace("/", ", ")}: ${why}`);
      setSaid(error === undefined ? "" : [error, ...places].join(". "));
    } catch {
      setSaid("No connection just now. Try again");
    }
    setBusy(false);
  };
  return (
    <section aria-label="Try it" className="rule pt-4">
      <h2>Try it on a sample job</h2>
      <div className="mb-3 flex flex-wrap items-end gap-4">
        <SelectField form={form} name="unit" label="Unit" options={units} />
        <SelectField form={form} name="house" label="House" options={houses} />
        <button type="button" className="button quiet" disabled={busy} onClick={() => void attempt()}>
          Show its steps
        </button>
      </div>
      <p role="status" className={busy ? "text-soft" : "text-stop"}>
        {said}
      </p>
      {trial ? <TrialSteps trial={trial} /> : null}
    </section>
  );
}

interface RecipeEditorProps {
  /** Absent for a copy, which is named by who makes it. */
  readonly id?: string;
  /** The version looked at; 0 for a copy. */
  readonly seen: number;
  readonly initial: Readonly<Record<string, string>>;
  readonly choices: Choices;
  readonly units: readonly Option[];
  readonly houses: readonly Option[];
}

/** A recipe's steps as a form; what is saved is a new version, or a copy of its own. */
export function RecipeEditor({ id, seen, initial, choices, units, houses }: RecipeEditorProps) {
  const router = useRouter();
  const form = useForm({
    draft: `recipe.${id ?? `copy.${initial.id}`}.${seen}`,
    initial,
    send: async (values) => {
      const outcome = await saveRecipe({ id: id ?? values.id ?? "", seen, values });
      if (!outcome.saved)
        return { ok: false, error: outcome.error ?? "It was not taken", fields: outcome.fields };
      router.push(`/catalogue/recipes/${outcome.saved.id}` as Route);
      router.refresh();
      return { ok: true };
    },
  });
  const order = orderOf(form);
  const [picked, pick] = useState<string>();
  const chosen = picked !== undefined && order.includes(picked) ? picked : order[0];
  return (
    <FormFrame form={form} className="grid gap-6">
      <datalist id="unit-figures">
        {choices.figures.map((f) => (
          <option key={f} value={`unit ${f}`} />
        ))}
      </datalist>
      <div className="grid gap-4 md:grid-cols-2">
        {id === undefined ? (
          <FormField
            form={form}
            name="id"
            label="Short name"
            hint="small letters, digits, dashes"
            maxLength={40}
          />
        ) : null}
        <FormField form={form} name="title" label="Name of the recipe" maxLength={60} />
        {form.errors.families ? <p className="text-sm text-stop">{form.errors.families}</p> : null}
      </div>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,340px)_minmax(0,1fr)]">
        <StepOrder form={form} chosen={chosen} choose={pick} />
        {chosen === undefined ? (
          <p className="text-soft">A recipe has a step at least.</p>
        ) : (
          <StepFields key={chosen} step={chosen} form={form} choices={choices} />
        )}
      </div>
      <Try form={form} id={id ?? "copy"} seen={seen} units={units} houses={houses} />
      <div className="rule grid max-w-2xl gap-3 pt-4">
        <FormField form={form} name="why" label="What changed, and why" maxLength={300} />
        <FormNote form={form} />
        <p>
          <KeyButton className="button" pressedBy="save" disabled={form.busy}>
            {id === undefined ? "Keep the copy" : "Save as a new version"}
          </KeyButton>
        </p>
        <p className="text-sm text-soft">
          It is rehearsed before it is kept. Runs that have started keep the steps they started with.
        </p>
      </div>
    </FormFrame>
  );
}
