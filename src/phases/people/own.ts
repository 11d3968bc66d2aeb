"use server";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { revalidatePath } from "next/cache";
import { toString } from "qrcode";
import { endOwnSession, setOwnPassword, setPin, setProfile } from "@/data/queries/people";
import { audited } from "@/server/audit";
import { auth, hashPassword } from "@/server/auth";
import { company, isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { secondFactorWanted } from "@/server/permissions";
import { passwordFault, pinFault } from "@/server/passwords";
import { refuse, refuseFields, typedOf, type PersonOutcome } from "./outcome";
import { notOwnPassword } from "./tries";

/** Ends another session of one's own. */
export async function endOther(session: string): Promise<void> {
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) redirect("/sign-in");
  const isEnded = await endOwnSession(database(), person.id, session);
  if (isEnded) await audited("sessionEnded", { by: person.id });
  revalidatePath("/me");
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

/** Begins a second factor: its secret is shown once, and asked for at signing in after a code of it was given. */
export async function beginSecondFactor(raw: unknown): Promise<PersonOutcome> {
  const { password = "" } = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  const wrong = await notOwnPassword(person, password);
  if (wrong) return wrong;
  if (person.hasSecondFactor) return refuse("Your second factor is on already");
  const begun = await auth().api.enableTwoFactor({ body: { password }, headers: await headers() });
  if (begun.method !== "totp") return refuse("The second factor could not be begun: try again");
  const secret = new URL(begun.totpURI).searchParams.get("secret") ?? "";
  const picture = await toString(begun.totpURI, { type: "svg", margin: 1 });
  return { ok: true, second: { secret, picture, codes: begun.backupCodes } };
}

/** Turns a second factor on that was begun, by a code that its application makes. */
export async function confirmSecondFactor(raw: unknown): Promise<PersonOutcome> {
  const { code = "" } = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  try {
    await auth().api.verifyTOTP({ body: { code: code.replace(/\s/g, "") }, headers: await headers() });
  } catch {
    return refuseFields({ code: "That code does not fit: enter the one that is shown now" });
  }
  await audited("secondFactorOn", { by: person.id });
  // The session is another from here on: the page is loaded anew with it.
  return { ok: true, go: "/me" };
}

/** Turns one's own second factor off; not where the company requires it. */
export async function endSecondFactor(raw: unknown): Promise<PersonOutcome> {
  const { password = "" } = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  if (secondFactorWanted(person.role, await company()))
    return refuse("The company requires a second factor of owners and planners");
  const wrong = await notOwnPassword(person, password);
  if (wrong) return wrong;
  await auth().api.disableTwoFactor({ body: { password }, headers: await headers() });
  await audited("secondFactorOff", { by: person.id });
  return { ok: true, go: "/me" };
}

/** New recovery codes in the place of those of before. */
export async function newRecoveryCodes(raw: unknown): Promise<PersonOutcome> {
  const { password = "" } = typedOf(raw);
  const person = await personOrDenial("manageSelf");
  if (isDenial(person)) return refuse(person.error);
  if (!person.hasSecondFactor) return refuse("Your second factor is not on");
  const wrong = await notOwnPassword(person, password);
  if (wrong) return wrong;
  const made = await auth().api.generateBackupCodes({ body: { password }, headers: await headers() });
  await audited("recoveryCodesMade", { by: person.id });
  return { ok: true, second: { codes: made.backupCodes } };
}
