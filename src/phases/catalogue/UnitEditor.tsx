"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import type { UnitField } from "@/catalogue/units/fields";
import { exampleOf, type UnitSystem } from "@/core/units";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { NamesField } from "@/ui/NamesField";
import { useForm, type Form } from "@/ui/useForm";
import { saveUnit } from "./actions";

/** The control of a figure, by its kind. */
function Control({
  field: f,
  form,
  profile,
  isFixed,
}: {
  field: UnitField;
  form: Form;
  profile: UnitSystem;
  /** A unit keeps its code. */ isFixed: boolean;
}) {
  const { set, values: typed } = form;
  const error = form.errors[f.path];
  const id = `f-${f.path}`;
  const common = {
    id,
    className: "field",
    "aria-invalid": error ? true : undefined,
    "aria-describedby": error ? `${id}-error` : undefined,
  } as const;
  const value = typed[f.path] ?? "";
  if (f.kind === "yesNo")
    return (
      <select {...common} value={value} onChange={(e) => set(f.path, e.target.value)}>
        <option value="">{f.optional ? "not stated" : "choose…"}</option>
        <option value="yes">yes</option>
        <option value="no">no</option>
      </select>
    );
  if (f.kind === "many")
    return (
      <NamesField
        id={id}
        label={f.label}
        value={value}
        options={f.options.map((o) => o.label)}
        set={(next) => set(f.path, next)}
      />
    );
  return (
    <input
      {...common}
      className={`field ${f.kind === "text" ? "" : "num"}`}
      value={value}
      readOnly={isFixed}
      placeholder={f.kind === "quantity" ? exampleOf(f.quantity, profile) : undefined}
      onChange={(e) => set(f.path, e.target.value)}
    />
  );
}

/** A figure with its label, its control, and what was refused of it. */
function FigureField(props: { field: UnitField; form: Form; profile: UnitSystem; isFixed: boolean }) {
  const { field: f, form } = props;
  const error = form.errors[f.path];
  return (
    <div className={f.kind === "many" ? "md:col-span-2 lg:col-span-3" : ""}>
      <label htmlFor={`f-${f.path}`} className="block">
        {f.label}
        {f.kind === "number" && f.suffix ? <span className="text-sm text-soft">, {f.suffix}</span> : null}
        {f.optional ? <span className="text-sm text-soft">, if stated</span> : null}
      </label>
      <Control {...props} />
      {error ? (
        <p id={`f-${f.path}-error`} className="text-sm text-stop">
          {error}
        </p>
      ) : f.hint ? (
        <p className="text-sm text-soft">{f.hint}</p>
      ) : null}
    </div>
  );
}

interface UnitEditorProps {
  readonly base?: string;
  readonly seen: number;
  /** By family. */
  readonly fields: Readonly<Record<string, readonly UnitField[]>>;
  readonly families: readonly { readonly id: string; readonly label: string }[];
  readonly initial: Readonly<Record<string, string>>;
  readonly profile: UnitSystem;
}

/** The figures of a unit as a form, for the family chosen; a saved change is a new version. */
export function UnitEditor({ base, seen, fields, families, initial, profile }: UnitEditorProps) {
  const router = useRouter();
  const form = useForm({
    draft: `unit.${base ?? "new"}.${seen}`,
    initial,
    send: async ({ why = "", ...values }) => {
      const outcome = await saveUnit({ base: base || undefined, seen, values, why });
      if (!outcome.saved)
        return { ok: false, error: outcome.error ?? "It was not taken", fields: outcome.fields };
      router.push(`/catalogue/${outcome.saved.code}` as Route);
      router.refresh();
      return { ok: true };
    },
  });
  const { set, values: typed } = form;
  const family = typed.family ?? "";
  return (
    <FormFrame form={form} className="grid gap-6">
      <label className="max-w-md">
        Family
        <select
          className="field"
          value={family}
          disabled={base !== undefined}
          onChange={(e) => set("family", e.target.value)}
        >
          <option value="">choose…</option>
          {families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.label}
            </option>
          ))}
        </select>
      </label>
      {family === "" ? (
        <p className="text-soft">The family says which figures are asked for.</p>
      ) : (
        <div className="grid gap-x-8 gap-y-3 md:grid-cols-2 lg:grid-cols-3">
          {(fields[family] ?? [])
            .filter((f) => f.path !== "family")
            .map((f) => (
              <FigureField
                key={f.path}
                field={f}
                form={form}
                profile={profile}
                isFixed={f.path === "code" && base !== undefined}
              />
            ))}
        </div>
      )}
      <div className="max-w-2xl">
        <FormField
          form={form}
          label="Where the figures come from, or what changed"
          name="why"
          maxLength={300}
        />
      </div>
      <p role="status" className="text-stop">
        {form.errors[""] ?? ""}
      </p>
      <p>
        <KeyButton className="button" pressedBy="save" disabled={form.busy || family === ""}>
          {base ? "Save as a new version" : "Add the unit"}
        </KeyButton>
      </p>
    </FormFrame>
  );
}
