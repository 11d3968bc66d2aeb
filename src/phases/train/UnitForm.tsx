"use client";
import type { DesignUnit } from "@/core/families";
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

/** Changes a unit of the design: its model, how many side by side, its salt, its place. */
export function UnitForm({
  jobId,
  unit,
  models,
  save,
  onSaved,
}: {
  jobId: string;
  unit: DesignUnit;
  models: readonly ModelInfo[];
  save: (over: Partial<DesignUnit>, waiting: (words: string) => void) => Promise<FormOutcome>;
  onSaved: () => void;
}) {
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
  const { errors, values: typed } = form;
  return (
    <FormFrame form={form} className="grid gap-4">
      <label>
        Model
        <select className="field" value={typed.model} onChange={(e) => form.set("model", e.target.value)}>
          {models.some((m) => m.code === unit.model) ? null : (
            <option value={unit.model}>{unit.model}, no longer offered</option>
          )}
          {models.map((m) => (
            <option key={m.code} value={m.code}>
              {m.code}, {m.name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Side by side
        <input
          className="field num"
          inputMode="numeric"
          value={typed.parallel}
          aria-invalid={errors.parallel ? true : undefined}
          onChange={(e) => form.set("parallel", e.target.value)}
        />
      </label>
      {models[0]?.softener ? (
        <label>
          Salt setting, lb/ft³{" "}
          <span className="text-sm text-soft">{models[0].softener.saltLbPerFt3} when empty</span>
          <input
            className="field num"
            inputMode="decimal"
            value={typed.salt}
            aria-invalid={errors.salt ? true : undefined}
            onChange={(e) => form.set("salt", e.target.value)}
          />
        </label>
      ) : null}
      <label>
        Place <span className="text-sm text-soft">in words, if you like</span>
        <input
          className="field"
          value={typed.place}
          maxLength={80}
          onChange={(e) => form.set("place", e.target.value)}
        />
      </label>
      <p role="status" className="text-stop">
        {errors.parallel || errors.salt || form.whole}
      </p>
      <KeyButton className="button" disabled={form.busy} pressedBy="save">
        Save
      </KeyButton>
    </FormFrame>
  );
}
