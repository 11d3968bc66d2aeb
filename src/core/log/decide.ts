import type { JobState, Role } from "../job/job";
import { decisionOf, type Decision } from "./decision";
import { office, type Deciding, type Intent } from "./kind";
import { logKindOf } from "./state";

/** Why a role may not ask for something as it is asked, in words; undefined where it may. */
export function whyOfficeOnly(job: JobState, intent: Intent, role: Role): string | undefined {
  if (office.includes(role)) return undefined;
  return logKindOf(intent.kind).takesOffice(job, intent as never);
}

/** The entry an intent of any kind becomes, or why not: see `decisionOf`. */
export const decideIntent = (job: JobState, intent: Intent, deciding: Deciding): Decision =>
  decisionOf(logKindOf(intent.kind), job, intent, deciding);
