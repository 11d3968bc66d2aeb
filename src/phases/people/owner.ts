"use server";
import { randomUUID } from "node:crypto";
import { revalidatePath } from "next/cache";
import { ulid } from "ulid";
import { z } from "@/core/zod";
import { addPersonWithLink, giveLink } from "@/data/queries/passwordLinks";
import { allPeople, changePerson, clearSecondFactor, personByEmail } from "@/data/queries/people";
import { audited } from "@/server/audit";
import { hashPassword } from "@/server/auth";
import { isDenial, personOrDenial } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { LINK_DAYS, newLink } from "@/server/passwordLink";
import { invitedSchema } from "./invited";
import { fieldErrors, refuse, refuseFields, typedOf, type PersonOutcome } from "./outcome";

const linkSaid = (name: string): string =>
  `Give ${name} this link, it is shown only now. It lets ${name} choose a password, once, within ${LINK_DAYS} days`;
/**
 * Adds a person; the owner only. The answer holds the link by which the person chooses a password: the
 * owner never knows it.
 */
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

/**
 * Takes away the second factor of somebody who has lost it and its codes; the owner only. Every session of
 * theirs ends.
 */
export async function takeSecondFactor(raw: unknown): Promise<PersonOutcome> {
  const form = typedOf(raw);
  const person = await personOrDenial("managePeople");
  if (isDenial(person)) return refuse(person.error);
  if (form.id === person.id) return refuse("Your own you turn off on your page, by your password");
  await clearSecondFactor(database(), form.id ?? "");
  await audited("secondFactorTaken", { by: person.id, about: form.id });
  revalidatePath("/people");
  return { ok: true, said: "Second factor taken away" };
}
