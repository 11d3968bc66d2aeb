"use server";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { z } from "@/core/zod";
import { endSessions, hasPin, personByEmail } from "@/data/queries/people";
import { currentPerson } from "@/server/actor";
import { audited } from "@/server/audit";
import { auth, pretendToCheck } from "@/server/auth";
import { database } from "@/server/database";
import { rememberDevice } from "@/server/device";
import { openGates } from "@/server/gates";
import { lockSession, unlockSession } from "@/server/signIn";
import {
  fieldErrors,
  ownPage,
  refuse,
  refuseFields,
  secondFactorFault,
  typedOf,
  type PersonOutcome,
} from "./outcome";
import { tooEarly, triedBy, wrongPassword } from "./tries";

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
  const early = await tooEarly(subjects);
  if (early) return early;
  const person = await personByEmail(database(), email);
  let isHalf: boolean;
  try {
    if (!person?.active) {
      await pretendToCheck(parsed.data.password);
      throw new Error("no such account");
    }
    const signed = await auth().api.signInEmail({ body: parsed.data, headers: request });
    isHalf = "twoFactorRedirect" in signed;
  } catch {
    if (person) await wrongPassword(person.id, subjects);
    return refuse("E-mail and password do not match");
  }
  await openGates(subjects);
  if (isHalf) return { ok: true, go: `/sign-in/second?next=${encodeURIComponent(ownPage(form.next))}` };
  await rememberDevice(email);
  await audited("signedIn", { by: person.id });
  return { ok: true, go: ownPage(form.next) };
}

/**
 * Signs in again on a page that was made for one person: `go` leads to the code that is still asked for, or
 * is the first page where it is somebody else.
 */
export async function signInAgain(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const outcome = await signIn(form);
  if (!outcome.ok) return outcome;
  const person = await personByEmail(database(), (form.email ?? "").trim().toLowerCase());
  if (person?.id !== form.person) return { ok: true, go: "/" };
  return outcome.go?.startsWith("/sign-in/second") ? outcome : { ok: true };
}

const codeOf = (typed = "") => typed.replace(/\s/g, "");

/**
 * The second half of signing in: a code of the person's application, or one of the recovery codes, each
 * good once. Wrong ones are counted by the account.
 */
export async function secondFactor(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const code = codeOf(form.code);
  if (code === "") return refuseFields({ code: "Enter the six digits, or a recovery code" });
  const request = await headers();
  const isDigits = /^\d{6}$/.test(code);
  try {
    const { user } = isDigits
      ? await auth().api.verifyTOTP({ body: { code }, headers: request })
      : await auth().api.verifyBackupCode({ body: { code }, headers: request });
    await rememberDevice(user.email);
    await audited(isDigits ? "signedIn" : "recoveryCodeUsed", { by: user.id });
    return { ok: true, go: ownPage(form.next) };
  } catch (error) {
    return refuse(secondFactorFault(error));
  }
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
