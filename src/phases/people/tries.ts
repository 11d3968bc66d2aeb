import { counted } from "@/core/words";
import { passwordHashOf } from "@/data/queries/people";
import type { Person } from "@/server/actor";
import { audited } from "@/server/audit";
import { passwordMatches } from "@/server/auth";
import { database } from "@/server/database";
import { knownDevice } from "@/server/device";
import { env } from "@/server/env";
import { openGates, passGates, waitOf, type Subject } from "@/server/gates";
import { refuse, refuseFields, type PersonOutcome } from "./outcome";

/** Whose tries a try to sign in is one of. */
export async function triedBy(email: string, forwarded: string | null): Promise<readonly Subject[]> {
  const device = await knownDevice(email);
  const from = env.isBehindProxy() ? forwarded?.split(",").at(-1)?.trim() : undefined;
  return [
    device ? { sort: "device", name: device } : { sort: "who", name: email },
    ...(from ? [{ sort: "net", name: from } as const] : []),
  ];
}

/** Notes a wrong password of an account that there is; what strangers make up is only counted. */
export async function wrongPassword(about: string, subjects: readonly Subject[]): Promise<void> {
  const wait = await waitOf(subjects);
  if (wait === 0) await audited("signInRefused", { about });
  else await audited("signInHeldBack", { about, detail: `next try after ${counted(wait, "second")}` });
}

/** Words for a try that comes too early; undefined where it may be judged. It is counted before. */
export async function tooEarly(subjects: readonly Subject[]): Promise<PersonOutcome | undefined> {
  const wait = await passGates(subjects);
  return wait > 0 ? refuse(`Too many tries. Wait ${counted(wait, "second")}, then try again`) : undefined;
}

/**
 * Asks for the password of somebody who is signed in, before what only its owner may change; tries are
 * counted as at signing in.
 */
export async function notOwnPassword(person: Person, password: string): Promise<PersonOutcome | undefined> {
  if (password === "") return refuseFields({ password: "Enter your password: only you may change this" });
  const subjects = [{ sort: "who", name: person.email }] as const;
  const early = await tooEarly(subjects);
  if (early) return early;
  const stored = await passwordHashOf(database(), person.id);
  const isRight = stored !== undefined && (await passwordMatches(stored, password));
  if (!isRight) await wrongPassword(person.id, subjects);
  if (!isRight) return refuseFields({ password: "That is not your password" });
  await openGates(subjects);
  return undefined;
}
