import type { ReadingField } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { FormField } from "@/ui/FormField";
import { QuantityInput } from "@/ui/QuantityInput";
import { readingParts } from "./decided";
import { useFetched } from "./fetched";
import type { Form } from "@/ui/useForm";

/** One field of a reading: a choice, words, a day, or a quantity. */
export function ReadingFieldOf({
  field: f,
  form,
  profile,
}: {
  field: ReadingField;
  form: Form;
  profile: UnitSystem;
}) {
  const { values: typed, errors, set } = form;
  // The field is there before what reads it: it takes what is typed, and says later what that means.
  const understood = useFetched(readingParts)?.understood;
  if (f.options)
    return (
      <fieldset>
        <legend className="text-lg">{f.label}</legend>
        <div className="flex flex-wrap gap-2">
          {f.options.map((o) => (
            <button
              key={o.id}
              type="button"
              aria-pressed={typed[f.id] === o.id}
              className={`min-h-14 rounded-sm border px-5 ${typed[f.id] === o.id ? "border-water bg-tint font-semibold" : "border-soft"}`}
              onClick={() => set(f.id, o.id)}
            >
              {typed[f.id] === o.id ? "✓ " : ""}
              {o.label}
            </button>
          ))}
        </div>
        <p className="text-sm text-stop">{errors[f.id] ?? ""}</p>
      </fieldset>
    );
  if (f.text || f.date)
    return (
      <FormField form={form} label={f.label} name={f.id} type={f.date ? "date" : "text"} maxLength={80} />
    );
  return (
    <QuantityInput
      wet
      label={f.label}
      hint={f.optional ? "if you have it" : undefined}
      quantity={f.quantity!}
      profile={profile}
      value={typed[f.id] ?? ""}
      onChange={(v) => set(f.id, v)}
      echo={understood?.(typed[f.id] ?? "", f.quantity!, profile, false)}
      error={errors[f.id] || undefined}
    />
  );
}
