"use server";
import { revalidatePath } from "next/cache";
import { schools } from "@/catalogue/schools";
import { companySchema } from "@/core/site";
import { loadCompany, saveCompany } from "@/data/queries/company";
import { freshCompany, isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";

export interface CompanyState {
  readonly error?: string;
  readonly saved?: string;
  readonly fields?: Readonly<Record<string, string>>;
  readonly version: number;
}

/** Saves the company's settings; refused when somebody saved others meanwhile. */
export async function saveSettings(state: CompanyState, form: FormData): Promise<CompanyState> {
  const person = await personOrDenial("manageCompany");
  if (isDenial(person)) return { ...state, error: person.error, saved: undefined };
  const text = (name: string) => String(form.get(name) ?? "");
  const version = Number(text("version"));
  const parsed = companySchema.safeParse({
    name: text("name"),
    profile: text("profile"),
    currency: text("currency"),
    timeZone: text("timeZone"),
    waterOffFrom: text("waterOffFrom"),
    waterOffTo: text("waterOffTo"),
    roDiscards: text("roDiscards"),
    schools: Object.fromEntries(schools.map((s) => [s.id, text(`school.${s.id}`) || s.fallback])),
  });
  if (!parsed.success)
    return {
      version,
      error: "Some settings could not be saved",
      fields: Object.fromEntries(parsed.error.issues.map((i) => [i.path.join("."), i.message])),
    };
  if (!(await saveCompany(database(), parsed.data, version, new Date(now()))))
    return {
      version,
      error: "Somebody saved other settings meanwhile. Reload to see them; copy what you changed first",
    };
  await freshCompany();
  revalidatePath("/", "layout");
  return { version: (await loadCompany(database()))?.version ?? version + 1, saved: "Saved" };
}
