"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";
import type { UnitField } from "@/catalogue/units/fields";
import { exampleOf, type UnitSystem } from "@/core/units";
import { useDraft } from "@/ui/useDraft";
import { saveUnit, type UnitState } from "./actions";

/** The figures of a unit as a form, for the family chosen; a saved change is a new version. */
export function UnitEditor({
  base,
  seen,
  fields,
  families,
  initial,
  profile,
}: {
  base?: string;
  seen: number;
  /** By family. */ fields: Readonly<Record<string, readonly UnitField[]>>;
  families: readonly { readonly id: string; readonly label: string }[];
  initial: Readonly<Record<string, string>>;
  profile: UnitSystem;
}) {
  const router = useRouter();
  const [draft, keep, drop] = useDraft(`unit.${base ?? "new"}.${seen}`);
  const [state, setState] = useState<UnitState>({});
  const [busy, setBusy] = useState(false);
  const typed: Readonly<Record<string, string>> = {
    ...initial,
    ...(draft ? (JSON.parse(draft) as Record<string, string>) : {}),
  };
  const set = (path: string, text: string) =>
    keep(JSON.stringify({ ...(draft ? (JSON.parse(draft) as Record<string, string>) : {}), [path]: text }));
  const family = typed.family ?? "";
  const save = async () => {
    setBusy(true);
    const { why = "", ...values } = typed;
    const outcome = await saveUnit({ base: base || undefined, seen, values, why }).catch(
      () => ({ error: "No connection just now. Nothing typed is lost; try again" }) as UnitState,
    );
    setBusy(false);
    setState(outcome);
    if (outcome.saved) {
      drop();
      router.push(`/catalogue/${outcome.saved.code}` as Route);
      router.refresh();
    }
  };
  const error = (path: string) => state.fields?.[path];
  const control = (f: UnitField) => {
    const id = `f-${f.path}`;
    const common = {
      id,
      className: "field",
      "aria-invalid": error(f.path) ? true : undefined,
      "aria-describedby": error(f.path) ? `${id}-error` : undefined,
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
    if (f.kind === "many") {
      const chosen = value
        .split(",")
        .map((x) => x.trim())
        .filter(Boolean);
      return (
        <div id={id} role="group" aria-label={f.label} className="flex flex-wrap gap-x-4">
          {f.options.map((o) => (
            <label key={o.id} className="flex min-h-9 items-center gap-2 text-sm">
              <input
                type="checkbox"
                checked={chosen.includes(o.label)}
                onChange={(e) =>
                  set(
                    f.path,
                    (e.target.checked ? [...chosen, o.label] : chosen.filter((c) => c !== o.label)).join(
                      ", ",
                    ),
                  )
                }
              />
              {o.label}
            </label>
          ))}
        </div>
      );
    }
    return (
      <input
        {...common}
        className={`field ${f.kind === "text" ? "" : "num"}`}
        value={value}
        readOnly={f.path === "code" && base !== undefined}
        placeholder={f.kind === "quantity" ? exampleOf(f.quantity, profile) : undefined}
        onChange={(e) => set(f.path, e.target.value)}
      />
    );
  };
  return (
    <form
      className="grid gap-6"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
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
              <div key={f.path} className={f.kind === "many" ? "md:col-span-2 lg:col-span-3" : ""}>
                <label htmlFor={`f-${f.path}`} className="block">
                  {f.label}
                  {f.kind === "number" && f.suffix ? (
                    <span className="text-sm text-soft">, {f.suffix}</span>
                  ) : null}
                  {f.optional ? <span className="text-sm text-soft">, if stated</span> : null}
                </label>
                {control(f)}
                {error(f.path) ? (
                  <p id={`f-${f.path}-error`} className="text-sm text-stop">
                    {error(f.path)}
                  </p>
                ) : f.hint ? (
                  <p className="text-sm text-soft">{f.hint}</p>
                ) : null}
              </div>
            ))}
        </div>
      )}
      <div className="max-w-2xl">
        <label htmlFor="f-why" className="block">
          Where the figures come from, or what changed
        </label>
        <input
          id="f-why"
          className="field"
          value={typed.why ?? ""}
          maxLength={300}
          onChange={(e) => set("why", e.target.value)}
        />
        {error("why") ? <p className="text-sm text-stop">{error("why")}</p> : null}
      </div>
      <p role="status" className="text-stop">
        {state.error ?? ""}
      </p>
      <p>
        <KeyButton className="button" pressedBy="save" disabled={busy || family === ""}>
          {base ? "Save as a new version" : "Add the unit"}
        </KeyButton>
      </p>
    </form>
  );
}
