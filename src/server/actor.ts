import type { Actor, Knowledge, Role } from "@/core/job";
import { headers } from "next/headers";
import type { Route } from "next";
import { redirect } from "next/navigation";
import { cache } from "react";
import { knowledgeWith, type Catalogue } from "@/catalogue/knowledge";

import type { Company } from "@/core/site";
import type { UnitSystem } from "@/core/units";
import { loadCompany } from "@/data/queries/company";
import { catalogueRecipes, catalogueUnits, newestRecipes } from "./catalogue";
import { ASKED_FOR, onTheWayTo } from "./askedFor";
import { database } from "./database";
import { sessionPerson } from "./session";
import { lacksSecondFactor, may, type Action } from "./permissions";

export interface Person extends Actor {
  readonly email: string;
  readonly profile: UnitSystem;
  readonly sessionId: string;
  readonly locked: boolean;
  readonly hasOwnProfile: boolean;
  readonly hasPin: boolean;
  readonly hasSecondFactor: boolean;
}

const remembered = globalThis as typeof globalThis & {
  brantCompany?: { readonly settings: Company; readonly checked: number };
  brantKnowledge?: {
    readonly units: unknown;
    readonly recipes: unknown;
    readonly schools: string;
    readonly knowledge: Knowledge;
  };
};

/** For so long what another instance saved of the company's settings may be unseen. */
const STALE_MS = 2000;

/** The company's settings as they stand in the database now. */
export async function freshCompany(): Promise<Company> {
  const row = await loadCompany(database());
  if (!row) redirect("/set-up");
  remembered.brantCompany = { settings: row.settings, checked: Date.now() };
  return row.settings;
}

/** The company's settings for this request. */
export const company = cache(async (): Promise<Company> => {
  const had = remembered.brantCompany;
  return had && Date.now() - had.checked < STALE_MS ? had.settings : freshCompany();
});

/** The company's catalogue and settings as plain data, which a thread can be given. */
export async function ownCatalogue(fresh = false): Promise<Catalogue> {
  const [settings, units] = await Promise.all([fresh ? freshCompany() : company(), catalogueUnits(fresh)]);
  const lines = [...units.values()];
  return {
    schools: settings.schools,
    roDiscards: settings.roDiscards,
    tap: settings.tap,
    anchors: settings.anchors,
    models: lines.flatMap((l) => l.versions),
    offered: lines.flatMap((l) => (l.retired ? [] : l.versions.slice(0, 1))),
    ...newestRecipes(await catalogueRecipes()),
  };
}

/**
 * Catalogue with the company's schools; the same as before while neither has changed, so that what was
 * judged with it is remembered. `fresh` sees also what another instance wrote to the catalogue just now.
 */
export async function knowledge(fresh = false): Promise<Knowledge> {
  const [settings, units] = await Promise.all([fresh ? freshCompany() : company(), catalogueUnits(fresh)]);
  const recipes = await catalogueRecipes();
  const schools = JSON.stringify([settings.schools, settings.roDiscards, settings.tap, settings.anchors]);
  const had = remembered.brantKnowledge;
  if (had && had.units === units && had.recipes === recipes && had.schools === schools) return had.knowledge;
  const made = knowledgeWith(await ownCatalogue(fresh));
  remembered.brantKnowledge = { units, recipes, schools, knowledge: made };
  return made;
}

/** Who is asking, from the session's cookie; undefined when nobody is signed in or the account is closed. */
export const currentPerson = cache(async (): Promise<Person | undefined> => {
  const found = await sessionPerson();
  if (!found?.active) return undefined;
  const settings = await company();
  const own = found.unitProfile;
  return {
    id: found.id,
    name: found.name,
    email: found.email,
    role: found.role as Role,
    sessionId: found.sessionId,
    locked: found.locked,
    profile: own === "us" || own === "metric" ? own : settings.profile,
    hasOwnProfile: own === "us" || own === "metric",
    hasPin: found.hasPin === 1,
    hasSecondFactor: found.hasSecondFactor,
  };
});

/** The person for a page, or the way to sign-in, unlocking, or the page that says it is not theirs. */
export async function personFor(action: Action): Promise<Person> {
  const person = await currentPerson();
  const asked = (await headers()).get(ASKED_FOR);
  if (!person) redirect(onTheWayTo("/sign-in", asked) as Route);
  if (person.locked) redirect(onTheWayTo("/unlock", asked) as Route);
  if (lacksSecondFactor(person, action, await company())) redirect("/me#second");
  if (!may(person.role, action)) redirect("/not-yours");
  return person;
}

export type Denial = { readonly status: 401 | 403; readonly error: string };
/** The person for a request that is no page, or why not. */
export async function personOrDenial(action: Action): Promise<Person | Denial> {
  const person = await currentPerson();
  if (!person || person.locked)
    return {
      status: 401,
      error: person
        ? "This phone is locked: enter your PIN"
        : "Your session has ended. Sign in again: what you typed is kept",
    };
  if (lacksSecondFactor(person, action, await company()))
    return { status: 403, error: "Set up your second factor first, on your own page" };
  return may(person.role, action) ? person : { status: 403, error: `As ${person.role} you cannot do this` };
}
/** Is it a denial, and no person. */
export const isDenial = (p: Person | Denial): p is Denial => "status" in p;
