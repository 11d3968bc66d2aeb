"use server";
import { revalidatePath } from "next/cache";
import { z } from "@/core/zod";
import { schools } from "@/catalogue/schools";
import { savedCompanySchema, substrates, type AnchorLoad, type Substrate } from "@/core/site";
import { inSentence, listed } from "@/core/words";
import { parseQuantity, type UnitSystem } from "@/core/units";
import { tapKeys, type TapKey } from "@/core/water";
import { loadCompany, saveCompany } from "@/data/queries/company";
import { freshCompany, isDenial, personOrDenial } from "@/server/actor";
import { audited } from "@/server/audit";
import { now } from "@/server/clock";
import { settingNames } from "./settingNames";
import { database } from "@/server/database";

export type SettingsOutcome =
  | { readonly ok: true; readonly version: number }
  | { readonly ok: false; readonly error: string; readonly fields?: Readonly<Record<string, string>> };

const refuse = (error: string, fields?: Readonly<Record<string, string>>): SettingsOutcome => ({
  ok: false,
  error,
  fields,
});
const sent = z.strictObject({
  version: z.number().int(),
  values: z.record(z.string().max(60), z.string().max(200)),
});

/** The limits at the tap that were typed, as numbers, and what could not be read of them, by their fields. */
function tapFrom(values: Readonly<Record<string, string>>, profile: UnitSystem) {
  const tap: Partial<Record<TapKey, number>> = {};
  const errors: Record<string, string> = {};
  for (const key of tapKeys) {
    const read = parseQuantity(values[`tap.${key}`] ?? "", "concentration", { profile });
    if (!read.ok) errors[`tap.${key}`] = read.error;
    else if (read.measured.is === "value") tap[key] = read.measured.value;
    else errors[`tap.${key}`] = "Write one number, for example 4 mg/L";
  }
  return { tap, errors };
}

/**
 * What anchors hold as it was typed, in kg, and what could not be read, by the fields; an anchor has both
 * loads or none.
 */
function anchorsFrom(values: Readonly<Record<string, string>>, profile: UnitSystem) {
  const anchors: Partial<Record<Substrate, AnchorLoad>> = {};
  const errors: Record<string, string> = {};
  const example = profile === "us" ? "130 lb" : "60 kg";
  for (const substrate of substrates) {
    const read = (["holds", "pullsOut"] as const).map((way) => {
      const field = `anchors.${substrate}.${way}`;
      const text = (values[field] ?? "").trim();
      if (text === "") return undefined;
      const parsed = parseQuantity(text, "mass", { profile });
      if (!parsed.ok) errors[field] = parsed.error;
      else if (parsed.measured.is === "value") return parsed.measured.value;
      else errors[field] = `Write one load, for example ${example}`;
      return undefined;
    });
    const [holds, pullsOut] = read;
    const missing = holds === undefined ? "holds" : "pullsOut";
    const other = holds === undefined ? pullsOut : holds;
    if (holds !== undefined && pullsOut !== undefined) anchors[substrate] = { holds, pullsOut };
    else if (other !== undefined)
      errors[`anchors.${substrate}.${missing}`] ??=
        `Write this load too, for example ${example}, or leave both empty`;
  }
  return { anchors, errors };
}

/** The settings at fault, as their form calls them. */
const faultsSaid = (names: readonly string[]): string =>
  listed(names.map((name) => inSentence(namesOfAll[name] ?? name)));
const namesOfAll: Readonly<Record<string, string>> = {
  ...settingNames,
  ...Object.fromEntries(schools.map((s) => [`schools.${s.id}`, s.question])),
};

/** Saves the company's settings; refused when somebody saved others meanwhile. */
export async function saveSettings(raw: unknown): Promise<SettingsOutcome> {
  const person = await personOrDenial("manageCompany");
  if (isDenial(person)) return refuse(person.error);
  const read = sent.safeParse(raw);
  if (!read.success) return refuse("This could not be read");
  const { version, values } = read.data;
  const text = (name: string) => values[name] ?? "";
  const { tap, errors } = tapFrom(values, person.profile);
  const anchors = anchorsFrom(values, person.profile);
  const parsed = savedCompanySchema.safeParse({
    name: text("name"),
    phone: text("phone"),
    address: text("address"),
    licence: text("licence"),
    profile: text("profile"),
    currency: text("currency"),
    timeZone: text("timeZone"),
    waterOffFrom: text("waterOffFrom"),
    waterOffTo: text("waterOffTo"),
    roDiscards: text("roDiscards"),
    lockAfter: text("lockAfter"),
    secondFactor: text("secondFactor") === "yes",
    schools: Object.fromEntries(schools.map((s) => [s.id, text(`school.${s.id}`) || s.fallback])),
    tap,
    anchors: anchors.anchors,
  });
  const faults = {
    ...Object.fromEntries((parsed.error?.issues ?? []).map((i) => [i.path.join("."), i.message])),
    ...errors,
    ...anchors.errors,
  };
  if (!parsed.success || Object.keys(faults).length > 0)
    return refuse(`Nothing was saved. To put right: ${faultsSaid(Object.keys(faults))}`, faults);
  if (!(await saveCompany(database(), parsed.data, version, new Date(now()))))
    return refuse("Somebody saved other settings meanwhile. Reload to see them; copy what you changed first");
  await audited("companyChanged", { by: person.id });
  await freshCompany();
  revalidatePath("/", "layout");
  return { ok: true, version: (await loadCompany(database()))?.version ?? version + 1 };
}
