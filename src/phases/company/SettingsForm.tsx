"use client";
import { useActionState } from "react";
import type { Company } from "@/core/site";
import { submitting } from "@/ui/submit";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { saveSettings } from "./actions";

interface School {
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  readonly fallback: string;
  readonly used?: boolean;
}

export function SettingsForm({
  settings,
  version,
  schools,
}: {
  settings: Company;
  version: number;
  schools: readonly School[];
}) {
  const [state, action, busy] = useActionState(saveSettings, { version });
  const f = state.fields ?? {};
  const school = (s: School) => (
    <SelectField
      key={s.id}
      label={s.question}
      name={`school.${s.id}`}
      options={s.options.map((o) => ({
        id: o.id,
        label: o.id === s.fallback ? `${o.label} (default)` : o.label,
      }))}
      defaultValue={settings.schools[s.id] ?? s.fallback}
    />
  );
  return (
    <form method="post" onSubmit={submitting(action)} className="grid gap-8">
      <input type="hidden" name="version" value={state.version} />
      <div className="grid gap-4 md:grid-cols-3">
        <FormField label="Name" name="name" defaultValue={settings.name} error={f.name} />
        <SelectField
          label="Units"
          name="profile"
          options={[
            { id: "us", label: "US: psi, gpm, gpg" },
            { id: "metric", label: "Metric: kPa, L/min, mg/L" },
          ]}
          defaultValue={settings.profile}
        />
        <FormField label="Currency" name="currency" defaultValue={settings.currency} error={f.currency} />
        <FormField label="Time zone" name="timeZone" defaultValue={settings.timeZone} error={f.timeZone} />
        <FormField
          label="Water may be off from"
          name="waterOffFrom"
          type="time"
          defaultValue={settings.waterOffFrom}
          error={f.waterOffFrom}
        />
        <FormField
          label="until"
          name="waterOffTo"
          type="time"
          defaultValue={settings.waterOffTo}
          error={f.waterOffTo}
        />
        <FormField
          label="RO tanks to discard"
          hint="where the unit does not say"
          name="roDiscards"
          inputMode="numeric"
          defaultValue={String(settings.roDiscards)}
          error={f.roDiscards}
        />
      </div>
      <section>
        <h2>Schools</h2>
        <p className="mb-3 text-soft">
          Questions on which good installers differ. A job&apos;s reasons name the school they rest on.
        </p>
        <div className="grid gap-4 md:grid-cols-3">{schools.filter((s) => s.used !== false).map(school)}</div>
        <h3 className="mt-6">Written down now, used once fit and parts are planned here</h3>
        <div className="mt-2 grid gap-4 md:grid-cols-3">
          {schools.filter((s) => s.used === false).map(school)}
        </div>
      </section>
      <div className="flex items-center gap-4">
        <button className="button" disabled={busy}>
          Save settings
        </button>
        <FormNote error={state.error} saved={state.saved} />
      </div>
    </form>
  );
}
