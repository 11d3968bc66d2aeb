"use server";
import { randomUUID } from "node:crypto";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { revalidatePath } from "next/cache";
import { ulid } from "ulid";
import { z } from "zod";
import { defaultSchools } from "@/catalogue/schools";
import { companySchema } from "@/core/site";
import { counted } from "@/core/words";
import { tapPractice } from "@/core/water";
import { addPersonWithLink, giveLink, personOfLink, spendLink } from "@/data/queries/passwordLinks";
import {
  allPeople,
  changePerson,
  endOwnSession,
  endSessions,
  hasPin,
  hasPeople,
  openHouse,
  passwordHashOf,
  personByEmail,
  setOwnPassword,
  setPin,
  setProfile,
} from "@/data/queries/people";
import { audited } from "@/server/audit";
import { auth, hashPassword, passwordMatches, pretendToCheck } from "@/server/auth";
import { currentPerson, isDenial, personOrDenial, type Person } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { knownDevice, rememberDevice } from "@/server/device";
import { env } from "@/server/env";
import { openGates, passGates, waitOf, type Subject } from "@/server/gates";
import { opensCompany, NO_SET_UP } from "@/server/setUp";
import { hashOfKey, LINK_DAYS, newLink } from "@/server/passwordLink";
import { passwordFault, pinFault } from "@/server/passwords";
import { lockSession, unlockSession } from "@/server/signIn";

/** How a form of people went; `go`: the page that it leads to; `link`: one to hand on. */
export type PersonOutcome =
  | { readonly ok: true; readonly said?: string; readonly go?: string; readonly link?: string }
  | { readonly ok: false; readonly error: string; readonly fields?: Typed };
type Typed = Readonly<Record<string, string>>;

const SOME_WRONG = "Some of it could not be taken: see beside the fields";
const refuse = (error: string): PersonOutcome => ({ ok: false, error });
const refuseFields = (fields: Typed): PersonOutcome => ({ ok: false, error: SOME_WRONG, fields });

/** What was typed, from whatever was sent. */
const typedOf = (raw: unknown): Typed => {
  const read = z.record(z.string().max(40), z.string().max(400)).safeParse(raw);
  return read.success ? read.data : {};
};
function fieldErrors(error: z.ZodError): Readonly<Record<string, string>> {
  const fields: Record<string, string> = {};
  for (const issue of error.issues) fields[issue.path.join(".")] ??= issue.message;
  return fields;
}

/** Whose tries a try to sign in is one of. */
async function triedBy(email: string, forwarded: string | null): Promise<readonly Subject[]> {
  const device = await knownDevice(email);
  const from = env.isBehindProxy() ? forwarded?.split(",").at(-1)?.trim() : undefined;
  return [
    device ? { sort: "device", name: device } : { sort: "who", name: email },
    ...(from ? [{ sort: "net", name: from } as const] : []),
  ];
}

/** A page of Brant's own to go on with; the first page where what was asked for is none. */
const ownPage = (next = ""): string => (/^\/(?!\/)[\w\-/?=&]*$/.test(next) ? next || "/" : "/");

/** Notes a wrong password of an account that there is; what strangers make up is only counted. */
async function wrongPassword(about: string, subjects: readonly Subject[]): Promise<void> {
  const wait = await waitOf(subjects);
  if (wait === 0) await audited("signInRefused", { about });
  else await audited("signInHeldBack", { about, detail: `next try after ${counted(wait, "second")}` });
}

/** Signs in by e-mail and password; after five tries each waits longer than the one before. */
export async function signIn(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const email = (form.email ?? "").trim().toLowerCase();
  const parsed = z
    .object({
      email: z.email("Enter your e-mail address").max(190, "At most 190 characters"),
      password: z.string().min(1, "Enter your password").max(200),
    })
    .safeParse({ email, password: form.password ?? "" });
  if (!parsed.success) return refuseFields(fieldErrors(parsed.error));
  const request = await headers();
  const subjects = await triedBy(email, request.get("x-forwarded-for"));
  const wait = await passGates(subjects);
  if (wait > 0) return refuse(`Too many tries. Wait ${counted(wait, "second")}, then try again`);
  const person = await personByEmail(database(), email);
  try {
    if (!person?.active) {
      await pretendToCheck(parsed.data.password);
      throw new Error("no such account");
    }
    await auth().api.signInEmail({ body: parsed.data, headers: request });
  } catch {
    if (person) await wrongPassword(person.id, subjects);
    return refuse("E-mail and password do not match");
  }
  await openGates(subjects);
  await rememberDevice(email);
  await audited("signedIn", { by: person.id });
  return { ok: true, go: ownPage(form.next) };
}

/** Ends this session. */
export async function signOut(): Promise<void> {
  const person = await currentPerson();
  if (person) await audited("signedOut", { by: person.id });
  await auth().api.signOut({ headers: await headers() });
  redirect("/sign-in");
}

/** Ends every session of the person, on every phone. */
export async function signOutEverywhere(): Promise<void> {
  const person = await currentPerson();
  if (person) {
    await endSessions(database(), person.id);
    await audited("signedOutEverywhere", { by: person.id });
  }
  redirect("/sign-in");
}

/** Locks this session until its PIN is given. */
export async function lock(): Promise<void> {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  await lockSession(person.sessionId);
  redirect("/unlock");
}

/** Locks this session because nobody touched the screen; what cannot be opened by a PIN stays open. */
export async function lockIdle(): Promise<void> {
  const person = await currentPerson();
  if (person && (await hasPin(database(), person.id))) await lockSession(person.sessionId);
}

/** Ends another session of one's own. */
export async function endOther(session: string): Promise<void> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) redirect("/sign-in");
  const isEnded = await endOwnSession(database(), person.id, session);
  if (isEnded) await audited("sessionEnded", { by: person.id });
  revalidatePath("/me");
}

/** Opens a locked session by its PIN. */
export async function unlock(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await currentPerson();
  if (!person) return { ok: true, go: "/sign-in" };
  const result = await unlockSession(person.sessionId, person.id, form.pin ?? "");
  if (result !== "open")
    await audited(result === "wrong" ? "pinRefused" : "pinEndedSession", { about: person.id });
  if (result === "wrong")
    return refuse("That PIN is not right. After five tries you sign in with your password");
  return { ok: true, go: result === "open" ? ownPage(form.next) : "/sign-in" };
}

/** Asks for the password of somebody who is signed in, before what only its owner may change; tries are counted as at signing in. */
async function notOwnPassword(person: Person, password: string): Promise<PersonOutcome | undefined> {
  if (password === "") return refuseFields({ password: "Enter your password: only you may change this" });
  const subjects = [{ sort: "who", name: person.email }] as const;
  const wait = await passGates(subjects);
  if (wait > 0) return refuse(`Too many tries. Wait ${counted(wait, "second")}, then try again`);
  const stored = await passwordHashOf(database(), person.id);
  const isRight = stored !== undefined && (await passwordMatches(stored, password));
  if (!isRight) await wrongPassword(person.id, subjects);
  if (!isRight) return refuseFields({ password: "That is not your password" });
  await openGates(subjects);
  return undefined;
}

/** Changes one's own password; every other session of the person ends. */
export async function changePassword(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  const fresh = form.fresh ?? "";
  const fault = passwordFault(fresh, [person.name, person.email]);
  if (fault) return refuseFields({ fresh: fault });
  const wrong = await notOwnPassword(person, form.password ?? "");
  if (wrong) return wrong;
  await setOwnPassword(
    database(),
    person.id,
    { passwordHash: await hashPassword(fresh), keep: person.sessionId },
    new Date(now()),
  );
  await audited("passwordChanged", { by: person.id });
  return { ok: true, said: "Password changed; you are signed out everywhere else" };
}

/** Sets the short PIN that opens a locked phone. */
export async function choosePin(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  const pin = form.pin ?? "";
  const fault = pinFault(pin);
  if (fault) return refuseFields({ pin: fault });
  const wrong = await notOwnPassword(person, form.password ?? "");
  if (wrong) return wrong;
  await setPin(database(), person.id, await hashPassword(pin));
  await audited("pinChanged", { by: person.id });
  return { ok: true, said: "PIN set" };
}

/** Sets the unit system that a person sees. */
export async function chooseProfile(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  const profile = form.profile ?? "";
  await setProfile(database(), person.id, profile === "us" || profile === "metric" ? profile : null);
  revalidatePath("/", "layout");
  return { ok: true, said: "Units changed" };
}

const invitedSchema = z.object({
  name: z.string().trim().min(2, "Enter the name").max(120),
  email: z.email("Enter an e-mail address").max(190, "At most 190 characters"),
  role: z.enum(["owner", "planner", "installer", "apprentice"], "Choose a role"),
});
const personSchema = invitedSchema.extend({ password: z.string() }).superRefine((typed, ctx) => {
  const message = passwordFault(typed.password, [typed.name, typed.email]);
  if (message) ctx.addIssue({ code: "custom", path: ["password"], message });
});

const linkSaid = (name: string): string =>
  `Give ${name} this link, it is shown only now. It lets ${name} choose a password, once, within ${LINK_DAYS} days`;
const NO_LINK = "This link was used, or is over, or another took its place. Ask the owner for a new one";

/** Adds a person; the owner only. The answer holds the link by which the person chooses a password: the owner never knows it. */
export async function invite(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return refuse(person.error);
  const parsed = invitedSchema.safeParse({
    name: form.name ?? "",
    email: (form.email ?? "").trim().toLowerCase(),
    role: form.role ?? "",
  });
  if (!parsed.success) return refuseFields(fieldErrors(parsed.error));
  if (await personByEmail(database(), parsed.data.email))
    return refuseFields({ email: "Somebody has this e-mail already" });
  const { link, row } = newLink();
  const added = { ...parsed.data, id: ulid(), passwordHash: await hashPassword(randomUUID()) };
  await addPersonWithLink(database(), added, row, new Date(now()));
  await audited("personAdded", { by: person.id, about: added.id, detail: added.role });
  revalidatePath("/people");
  return { ok: true, said: linkSaid(added.name), link };
}

/** Gives a person a link to choose a new password by; the owner only. The password of now holds until it is used. */
export async function newPasswordLink(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return refuse(person.error);
  const about = (await allPeople(database())).find((p) => p.id === form.id);
  if (!about?.active) return refuse("Nobody may sign in with this account: let them sign in first");
  const { link, row } = newLink();
  await giveLink(database(), about.id, row, new Date(now()));
  await audited("linkGiven", { by: person.id, about: about.id });
  return { ok: true, said: linkSaid(about.name), link };
}

/** Chooses a password by a link, once. */
export async function choosePassword(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const keyHash = hashOfKey(form.key ?? "");
  const at = new Date(now());
  const person = await personOfLink(database(), keyHash, at);
  if (!person) return refuse(NO_LINK);
  const fresh = form.fresh ?? "";
  const fault = passwordFault(fresh, [person.name, person.email]);
  if (fault) return refuseFields({ fresh: fault });
  const isSpent = await spendLink(
    database(),
    keyHash,
    { id: person.id, passwordHash: await hashPassword(fresh) },
    at,
  );
  if (!isSpent) return refuse(NO_LINK);
  await audited("linkUsed", { by: person.id });
  return { ok: true, go: "/sign-in" };
}

/** Changes a role, closes or reopens an account; closing ends its sessions. */
export async function change(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return refuse(person.error);
  const parsed = z
    .object({
      id: z.string().min(1),
      role: z.enum(["owner", "planner", "installer", "apprentice"]),
      active: z.boolean(),
    })
    .safeParse({ id: form.id ?? "", role: form.role ?? "", active: form.active === "yes" });
  if (!parsed.success) return refuse("Choose a role");
  if (parsed.data.id === person.id && (!parsed.data.active || parsed.data.role !== "owner"))
    return refuse("You cannot close your own account or give up its role: another owner can");
  const { id, ...to } = parsed.data;
  await changePerson(database(), id, to, new Date(now()));
  const detail = `${to.role}, ${to.active ? "may sign in" : "account closed"}`;
  await audited("personChanged", { by: person.id, about: id, detail });
  revalidatePath("/people");
  return { ok: true };
}

/** The first start without demo data: company and owner, by the link of the console. Refused once anybody is there. */
export async function setUp(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  if (await hasPeople(database())) return { ok: true, go: "/sign-in" };
  if (!opensCompany(form.key)) return refuse(NO_SET_UP);
  const values = {
    company: form.company ?? "",
    name: form.name ?? "",
    email: (form.email ?? "").trim().toLowerCase(),
  };
  const parsed = personSchema.safeParse({ ...values, role: "owner", password: form.password ?? "" });
  const settings = companySchema.safeParse({
    name: values.company,
    profile: form.profile ?? "",
    currency: (form.currency ?? "") || "EUR",
    timeZone: (form.timeZone ?? "") || "UTC",
    waterOffFrom: "09:00",
    waterOffTo: "16:00",
    roDiscards: 2,
    lockAfter: 15,
    schools: defaultSchools,
    tap: tapPractice,
  });
  if (!parsed.success || !settings.success)
    return refuseFields({
      ...(parsed.success ? {} : fieldErrors(parsed.error)),
      ...(settings.success
        ? {}
        : Object.fromEntries(
            Object.entries(fieldErrors(settings.error)).map(([k, v]) => [k === "name" ? "company" : k, v]),
          )),
    });
  await openHouse(
    database(),
    settings.data,
    { ...parsed.data, id: ulid(), passwordHash: await hashPassword(parsed.data.password) },
    new Date(now()),
  );
  return { ok: true, go: "/sign-in" };
}
