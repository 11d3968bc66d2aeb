"use server";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { revalidatePath } from "next/cache";
import { ulid } from "ulid";
import { z } from "zod";
import { defaultSchools } from "@/catalogue/schools";
import { companySchema } from "@/core/site";
import {
  addPerson,
  changePerson,
  endSessions,
  hasPeople,
  openHouse,
  personByEmail,
  setPin,
  setProfile,
} from "@/data/queries/people";
import { auth, hashPassword } from "@/server/auth";
import { currentPerson, isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { lockSession, noteFailure, unlockSession, waitBeforeSignIn } from "@/server/signIn";

export interface FormState {
  readonly error?: string;
  readonly fields?: Readonly<Record<string, string>>;
  readonly saved?: string;
  readonly values?: Readonly<Record<string, string>>;
}

const textOf = (form: FormData, name: string): string => {
  const v = form.get(name);
  return typeof v === "string" ? v : "";
};
function fieldErrors(error: z.ZodError): Readonly<Record<string, string>> {
  const fields: Record<string, string> = {};
  for (const issue of error.issues) fields[issue.path.join(".")] ??= issue.message;
  return fields;
}

/** Signs in by e-mail and password; after six wrong tries in a quarter of an hour it waits. */
export async function signIn(_: FormState, form: FormData): Promise<FormState> {
  const email = textOf(form, "email").trim().toLowerCase();
  const values = { email };
  const parsed = z
    .object({
      email: z.email("Enter your e-mail address"),
      password: z.string().min(1, "Enter your password").max(200),
    })
    .safeParse({ email, password: textOf(form, "password") });
  if (!parsed.success) return { fields: fieldErrors(parsed.error), values };
  const request = await headers();
  const subjects = [
    `who:${email}`,
    `net:${request.get("x-forwarded-for")?.split(",")[0]?.trim() ?? "local"}`,
  ];
  const wait = await waitBeforeSignIn(subjects);
  if (wait > 0) return { error: `Too many tries. Wait ${wait} minutes, then try again`, values };
  const person = await personByEmail(database(), email);
  try {
    if (!person?.active) throw new Error("no such account");
    await auth().api.signInEmail({ body: parsed.data, headers: request });
  } catch {
    await noteFailure(subjects);
    return { error: "E-mail and password do not match", values };
  }
  const next = textOf(form, "next");
  redirect(/^\/(?!\/)[\w\-/?=&]*$/.test(next) ? (next as "/") : "/");
}

export async function signOut(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect("/sign-in");
}

/** Ends every session of the person, on every phone. */
export async function signOutEverywhere(): Promise<void> {
  const person = await currentPerson();
  if (person) await endSessions(database(), person.id);
  redirect("/sign-in");
}

export async function lock(): Promise<FormState> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  await lockSession(person.sessionId);
  redirect("/unlock");
}

export async function unlock(_: FormState, form: FormData): Promise<FormState> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  const result = await unlockSession(person.sessionId, person.id, textOf(form, "pin"));
  if (result === "wrong")
    return { error: "That PIN is not right. After five tries you sign in with your password" };
  redirect(result === "open" ? "/" : "/sign-in");
}

/** Sets the short PIN that opens a locked phone. */
export async function choosePin(_: FormState, form: FormData): Promise<FormState> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return { error: person.error };
  const pin = textOf(form, "pin");
  if (!/^\d{4,6}$/.test(pin)) return { fields: { pin: "Four to six digits" } };
  if (/^(\d)\1+$/.test(pin)) return { fields: { pin: "Not the same digit throughout" } };
  await setPin(database(), person.id, await hashPassword(pin));
  return { saved: "PIN set" };
}

export async function chooseProfile(_: FormState, form: FormData): Promise<FormState> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return { error: person.error };
  const profile = textOf(form, "profile");
  await setProfile(database(), person.id, profile === "us" || profile === "metric" ? profile : null);
  revalidatePath("/", "layout");
  return { saved: "Units changed" };
}

const personSchema = z.object({
  name: z.string().trim().min(2, "Enter the name").max(120),
  email: z.email("Enter an e-mail address"),
  role: z.enum(["owner", "planner", "installer", "apprentice"], "Choose a role"),
  password: z.string().min(10, "At least 10 characters").max(200),
});

/** Adds a person; the owner only. */
export async function invite(_: FormState, form: FormData): Promise<FormState> {
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return { error: person.error };
  const values = {
    name: textOf(form, "name"),
    email: textOf(form, "email").trim().toLowerCase(),
    role: textOf(form, "role"),
  };
  const parsed = personSchema.safeParse({ ...values, password: textOf(form, "password") });
  if (!parsed.success) return { fields: fieldErrors(parsed.error), values };
  if (await personByEmail(database(), parsed.data.email))
    return { fields: { email: "Somebody has this e-mail already" }, values };
  await addPerson(
    database(),
    { ...parsed.data, id: ulid(), passwordHash: await hashPassword(parsed.data.password) },
    new Date(now()),
  );
  revalidatePath("/people");
  return { saved: `${parsed.data.name} can sign in now` };
}

/** Changes a role, closes or reopens an account; closing ends its sessions. */
export async function change(_: FormState, form: FormData): Promise<FormState> {
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return { error: person.error };
  const parsed = z
    .object({
      id: z.string().min(1),
      role: z.enum(["owner", "planner", "installer", "apprentice"]),
      active: z.boolean(),
    })
    .safeParse({ id: textOf(form, "id"), role: textOf(form, "role"), active: form.get("active") === "on" });
  if (!parsed.success) return { error: "Choose a role" };
  if (parsed.data.id === person.id && (!parsed.data.active || parsed.data.role !== "owner"))
    return { error: "You cannot close your own account or give up its role: another owner can" };
  const password = textOf(form, "password");
  if (password !== "" && password.length < 10) return { fields: { password: "At least 10 characters" } };
  const { id, ...to } = parsed.data;
  await changePerson(
    database(),
    id,
    { ...to, passwordHash: password === "" ? undefined : await hashPassword(password) },
    new Date(now()),
  );
  revalidatePath("/people");
  return { saved: "Saved" };
}

/** The first start without demo data: company and owner. Refused once anybody is there. */
export async function setUp(_: FormState, form: FormData): Promise<FormState> {
  if (await hasPeople(database())) redirect("/sign-in");
  const values = {
    company: textOf(form, "company"),
    name: textOf(form, "name"),
    email: textOf(form, "email").trim().toLowerCase(),
  };
  const parsed = personSchema.safeParse({ ...values, role: "owner", password: textOf(form, "password") });
  const settings = companySchema.safeParse({
    name: values.company,
    profile: textOf(form, "profile"),
    currency: textOf(form, "currency") || "EUR",
    timeZone: textOf(form, "timeZone") || "UTC",
    waterOffFrom: "09:00",
    waterOffTo: "16:00",
    roDiscards: 2,
    schools: defaultSchools,
  });
  if (!parsed.success || !settings.success)
    return {
      fields: {
        ...(parsed.success ? {} : fieldErrors(parsed.error)),
        ...(settings.success
          ? {}
          : Object.fromEntries(
              Object.entries(fieldErrors(settings.error)).map(([k, v]) => [k === "name" ? "company" : k, v]),
            )),
      },
      values,
    };
  await openHouse(
    database(),
    settings.data,
    { ...parsed.data, id: ulid(), passwordHash: await hashPassword(parsed.data.password) },
    new Date(now()),
  );
  redirect("/sign-in");
}
