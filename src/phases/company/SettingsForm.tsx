"use client";
import { useState, type ComponentProps } from "react";
import type { Company } from "@/core/site";
import { printStated } from "@/core/units";
import { substrates } from "@/core/site/substrates";
import { tapKeys } from "@/core/water";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Form } from "@/ui/useForm";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { saveSettings } from "./actions";
import { settingNames, type SettingName } from "./settingNames";

/** The two loads of an anchor. */
const anchorWays = ["holds", "pullsOut"] as const;

interface School {
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  readonly fallback: string;
  readonly used?: boolean;
}

/** One setting, called as everywhere. */
function SettingField({
  name,
  ...field
}: Omit<ComponentProps<typeof FormField>, "name" | "label"> & { readonly name: SettingName }) {
  return <FormField {...field} name={name} label={settingNames[name]} />;
}

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
      ...Object.fromEntries(
        substrates.flatMap((substrate) =>
          anchorWays.map((way) => {
            const kg = settings.anchors[substrate]?.[way];
            const said = kg === undefined ? "" : printStated(kg, "mass", settings.profile);
            return [`anchors.${substrate}.${way}`, said];
          }),
        ),
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
          <SettingField key={key} form={form} name={`tap.${key}`} />
        ))}
      </div>
    </section>
  );
}

/** What the company's anchors hold: how many a unit takes follows from it. */
function AnchorFields({ form }: { form: Form }) {
  return (
    <section>
      <h2>Anchors</h2>
      <p className="mb-3 text-soft">
        What one anchor of yours holds, hanging and pulled straight out, by its maker&apos;s word. Left empty
        it stays unknown, and Parts does not count them.
      </p>
      <div className="grid gap-4 md:grid-cols-4">
        {substrates.flatMap((substrate) =>
          anchorWays.map((way) => (
            <SettingField key={`${substrate} ${way}`} form={form} name={`anchors.${substrate}.${way}`} />
          )),
        )}
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
        <SettingField form={form} name="name" />
        <SettingField form={form} name="phone" hint="for the household" maxLength={60} />
        <SettingField form={form} name="address" maxLength={200} />
        <SettingField form={form} name="licence" maxLength={60} />
        <SelectField
          form={form}
          label={settingNames.profile}
          name="profile"
          options={[
            { id: "us", label: "US: psi, gpm, gpg" },
            { id: "metric", label: "Metric: kPa, L/min, mg/L" },
          ]}
        />
        <SettingField form={form} name="currency" />
        <SettingField form={form} name="timeZone" />
        <SettingField form={form} name="waterOffFrom" type="time" />
        <SettingField form={form} name="waterOffTo" type="time" />
        <SettingField form={form} hint="where the unit does not say" name="roDiscards" inputMode="numeric" />
        <SettingField form={form} hint="where its person has a PIN" name="lockAfter" inputMode="numeric" />
        <SelectField
          form={form}
          label={settingNames.secondFactor}
          name="secondFactor"
          options={[
            { id: "no", label: "by their own choice" },
            { id: "yes", label: "required" },
          ]}
        />
      </div>
      <TapFields form={form} />
      <AnchorFields form={form} />
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
