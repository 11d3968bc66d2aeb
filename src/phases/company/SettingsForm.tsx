"use client";
import { useState } from "react";
import type { Company } from "@/core/site";
import { printStated } from "@/core/units";
import { tapKeys, type TapKey } from "@/core/water";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Form } from "@/ui/useForm";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { saveSettings } from "./actions";

interface School {
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  readonly fallback: string;
  readonly used?: boolean;
}

const tapNames: Readonly<Record<TapKey, string>> = {
  copper: "Copper",
  chlorine: "Free chlorine",
  sodium: "Sodium",
};

/** What the company holds of one question. */
function SchoolField({ form, school: s }: { form: Form; school: School }) {
  return (
    <SelectField
      form={form}
      label={s.question}
      name={`school.${s.id}`}
      options={s.options.map((o) => ({
        id: o.id,
        label: o.id === s.fallback ? `${o.label} (default)` : o.label,
      }))}
    />
  );
}

/** Settings as they are typed, sent with the version that they were typed over. */
function useSettings(settings: Company, version: number, schools: readonly School[]): Form {
  const [seen, setSeen] = useState(version);
  return useForm({
    draft: "company",
    initial: {
      name: settings.name,
      phone: settings.phone,
      address: settings.address,
      licence: settings.licence,
      profile: settings.profile,
      currency: settings.currency,
      timeZone: settings.timeZone,
      waterOffFrom: settings.waterOffFrom,
      waterOffTo: settings.waterOffTo,
      roDiscards: String(settings.roDiscards),
      lockAfter: String(settings.lockAfter),
      secondFactor: settings.secondFactor ? "yes" : "no",
      ...Object.fromEntries(
        tapKeys.map((key) => [
          `tap.${key}`,
          printStated(settings.tap[key], "concentration", settings.profile),
        ]),
      ),
      ...Object.fromEntries(schools.map((s) => [`school.${s.id}`, settings.schools[s.id] ?? s.fallback])),
    },
    send: async (values) => {
      const outcome = await saveSettings({ version: seen, values });
      if (outcome.ok) setSeen(outcome.version);
      return outcome;
    },
  });
}

/** The most that water may hold where people drink it. */
function TapFields({ form }: { form: Form }) {
  return (
    <section>
      <h2>Where people drink</h2>
      <p className="mb-3 text-soft">
        The most that the water may hold there: general practice. Local rules may ask for less.
      </p>
      <div className="grid gap-4 md:grid-cols-3">
        {tapKeys.map((key) => (
          <FormField key={key} form={form} label={tapNames[key]} name={`tap.${key}`} />
        ))}
      </div>
    </section>
  );
}

/** The company's settings and what it holds where installers differ. */
export function SettingsForm({
  settings,
  version,
  schools,
}: {
  settings: Company;
  version: number;
  schools: readonly School[];
}) {
  const form = useSettings(settings, version, schools);
  return (
    <FormFrame form={form} className="grid gap-8">
      <div className="grid gap-4 md:grid-cols-3">
        <FormField form={form} label="Name" name="name" />
        <FormField form={form} label="Phone" hint="for the household" name="phone" maxLength={60} />
        <FormField form={form} label="Address" name="address" maxLength={200} />
        <FormField form={form} label="Licence number" name="licence" maxLength={60} />
        <SelectField
          form={form}
          label="Units"
          name="profile"
          options={[
            { id: "us", label: "US: psi, gpm, gpg" },
            { id: "metric", label: "Metric: kPa, L/min, mg/L" },
          ]}
        />
        <FormField form={form} label="Currency" name="currency" />
        <FormField form={form} label="Time zone" name="timeZone" />
        <FormField form={form} label="Water may be off from" name="waterOffFrom" type="time" />
        <FormField form={form} label="until" name="waterOffTo" type="time" />
        <FormField
          form={form}
          label="RO tanks to discard"
          hint="where the unit does not say"
          name="roDiscards"
          inputMode="numeric"
        />
        <FormField
          form={form}
          label="Minutes until a screen locks itself"
          hint="where its person has a PIN"
          name="lockAfter"
          inputMode="numeric"
        />
        <SelectField
          form={form}
          label="Second factor for owners and planners"
          name="secondFactor"
          options={[
            { id: "no", label: "by their own choice" },
            { id: "yes", label: "required" },
          ]}
        />
      </div>
      <TapFields form={form} />
      <section>
        <h2>Schools</h2>
        <p className="mb-3 text-soft">
          Questions on which good installers differ. A job&apos;s reasons name the school they rest on.
        </p>
        <div className="grid gap-4 md:grid-cols-3">
          {schools.map((s) => (
            <SchoolField key={s.id} form={form} school={s} />
          ))}
        </div>
      </section>
      <div className="flex items-center gap-4">
        <button className="button" disabled={form.busy}>
          Save settings
        </button>
        <FormNote form={form} />
      </div>
    </FormFrame>
  );
}
