"use client";
import type { DesignUnit } from "@/core/families";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { KeyButton } from "@/ui/Pressed";
import { useForm, type FormOutcome, type Typed } from "@/ui/useForm";
import type { ModelInfo } from "./modelInfo";

/** What cannot stand in a design. */
function faultsOf({ parallel = "", salt = "" }: Typed): FormOutcome | undefined {
  const beside = Number(parallel);
  if (!Number.isInteger(beside) || beside < 1 || beside > 6)
    return { ok: false, error: "One to six side by side", field: "parallel" };
  if (salt !== "" && !(Number(salt) >= 6 && Number(salt) <= 15))
    return { ok: false, error: "A salt setting is 6 to 15 lb/ft³", field: "salt" };
  return undefined;
}

interface UnitFormProps {
  readonly jobId: string;
  readonly unit: DesignUnit;
  readonly models: readonly ModelInfo[];
  readonly save: (over: Partial<DesignUnit>, waiting: (words: string) => void) => Promise<FormOutcome>;
  readonly onSaved: () => void;
}

/** Changes a unit of the design: its model, how many side by side, its salt, its place. */
export function UnitForm({ jobId, unit, models, save, onSaved }: UnitFormProps) {
  const form = useForm({
    draft: `${jobId}.unit.${unit.key}`,
    initial: {
      model: unit.model,
      parallel: String(unit.parallel),
      salt: unit.saltLbPerFt3 === undefined ? "" : String(unit.saltLbPerFt3),
      place: unit.place ?? "",
    },
    check: faultsOf,
    send: ({ model = "", parallel, salt, place }, waiting) =>
      save(
        {
          model,
          version: model === unit.model ? undefined : models.find((m) => m.code === model)?.version,
          parallel: Number(parallel),
          saltLbPerFt3: salt ? Number(salt) : undefined,
          place: place || undefined,
        },
        waiting,
      ),
    onTaken: onSaved,
  });
  const isOffered = models.some((m) => m.code === unit.model);
  const salt = models[0]?.softener?.saltLbPerFt3;
  return (
    <FormFrame form={form} className="grid gap-4">
      <SelectField
        form={form}
        label="Model"
        name="model"
        options={[
          ...(isOffered ? [] : [{ id: unit.model, label: `${unit.model}, no longer offered` }]),
          ...models.map((m) => ({ id: m.code, label: `${m.code}, ${m.name}` })),
        ]}
      />
      <FormField form={form} label="Side by side" name="parallel" inputMode="numeric" />
      {salt === undefined ? null : (
        <FormField
          form={form}
          label="Salt setting, lb/ft³"
          hint={`${salt} when empty`}
          name="salt"
          inputMode="decimal"
        />
      )}
      <FormField form={form} label="Place" hint="in words, if you like" name="place" maxLength={80} />
      <p role="status" className="text-stop">
        {form.whole}
      </p>
      <KeyButton className="button" disabled={form.busy} pressedBy="save">
        Save
      </KeyButton>
    </FormFrame>
  );
}
