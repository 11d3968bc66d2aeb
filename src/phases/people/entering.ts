"use server";
import { ulid } from "ulid";
import { z } from "@/core/zod";
import { defaultSchools } from "@/catalogue/schools";
import { companySchema } from "@/core/site";
import { tapPractice } from "@/core/water";
import { personOfLink, spendLink } from "@/data/queries/passwordLinks";
import { hasPeople, openHouse } from "@/data/queries/people";
import { audited } from "@/server/audit";
import { hashPassword } from "@/server/auth";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { opensCompany, NO_SET_UP } from "@/server/setUp";
import { hashOfKey } from "@/server/passwordLink";
import { passwordFault } from "@/server/passwords";
import { invitedSchema } from "./invited";
import { fieldErrors, refuse, refuseFields, typedOf, type PersonOutcome } from "./outcome";

const personSchema = invitedSchema.extend({ password: z.string() }).superRefine((typed, ctx) => {
  const message = passwordFault(typed.password, [typed.name, typed.email]);
  if (message) ctx.addIssue({ code: "custom", path: ["password"], message });
});

const NO_LINK = "This link was used, or is over, or another took its place. Ask the owner for a new one";

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
    secondFactor: false,
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
