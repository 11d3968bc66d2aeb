import { mayWriteOn } from "@/core/job/crew";
import type { Actor, JobState, Role } from "@/core/job/job";
import type { Company } from "@/core/site";
import { crew, office, type IntentKind } from "@/core/log/kind";
import { logKinds } from "@/core/log/list";

const everyone: readonly Role[] = ["owner", "planner", "installer", "apprentice"];

/** What can be asked of the server beside the kinds of log entries, and who may. */
const besideTheLog = {
  viewJobs: everyone,
  viewCatalogue: everyone,
  manageCatalogue: office,
  viewFile: everyone,
  manageSelf: everyone,
  exportRecord: crew,
  importBundle: office,
  addFile: crew,
  keepContacts: crew,
  moveStock: crew,
  managePrices: office,
  managePeople: ["owner"],
  manageCompany: office,
} satisfies Readonly<Record<string, readonly Role[]>>;

/** Everything a person can ask of the server. */
export type Action = IntentKind | keyof typeof besideTheLog;

const ofTheLog = Object.fromEntries(logKinds.map(({ kind, may }) => [kind, may])) as Record<
  IntentKind,
  readonly Role[]
>;

/** Action × role. What is not listed is not allowed. */
export const permissions: Readonly<Record<Action, readonly Role[]>> = { ...besideTheLog, ...ofTheLog };

/** May a role do something. */
export const may = (role: Role, action: Action): boolean => permissions[action].includes(role);

/** May somebody write an entry of a kind on this job: by role, and as an installer only where they are on it. */
export const mayOn = (
  job: Pick<JobState, "crew" | "visits">,
  person: Pick<Actor, "id" | "role">,
  kind: IntentKind,
): boolean => may(person.role, kind) && mayWriteOn(job, person);

/** Words for an installer who is not on a job. */
export const notOnJobSaid = ({ crew }: Pick<JobState, "crew">): string =>
  `You are not on this job: you can read it. ${crew.responsible ? `${crew.responsible.name} is responsible; a` : "A"} planner lets you in`;

/** Does the company require a second factor of a role: of owners and planners, where its setting says so. */
export const secondFactorWanted = (role: Role, settings: Pick<Company, "secondFactor">): boolean =>
  settings.secondFactor && office.includes(role);

/**
 * Is a second factor required of somebody who has none: until then they may do nothing but set it up, on
 * their own page.
 */
export const lacksSecondFactor = (
  person: { readonly role: Role; readonly hasSecondFactor: boolean },
  action: Action,
  settings: Pick<Company, "secondFactor">,
): boolean => action !== "manageSelf" && !person.hasSecondFactor && secondFactorWanted(person.role, settings);
