import { addAudit, type AuditEntry } from "@/data/queries/audit";
import { now } from "./clock";
import { database } from "./database";

/** What is kept in the audit, and its words. */
export const auditKinds = {
  signedIn: "Signed in",
  signInRefused: "Wrong password",
  signInHeldBack: "Made to wait after too many tries",
  signedOut: "Signed out",
  signedOutEverywhere: "Signed out everywhere",
  pinRefused: "Wrong PIN",
  pinEndedSession: "Signed out after five wrong PINs",
  passwordChanged: "Password changed",
  pinChanged: "PIN changed",
  secondFactorOn: "Second factor turned on",
  secondFactorOff: "Second factor turned off",
  secondFactorTaken: "Second factor taken away",
  recoveryCodesMade: "New recovery codes",
  recoveryCodeUsed: "Signed in by a recovery code",
  personAdded: "Person added",
  personChanged: "Role or account changed",
  linkGiven: "Link for a new password given",
  linkUsed: "Password chosen by a link",
  sessionEnded: "A session ended from another",
  companyChanged: "Company settings changed",
  jobImported: "Job imported",
  jobExported: "Job exported",
  contactDeleted: "Contact of a job deleted",
  overridden: "Overridden with a reason",
} as const;
export type AuditKind = keyof typeof auditKinds;

/** Writes a line of the audit. */
export const audited = (what: AuditKind, entry: Omit<AuditEntry, "what"> = {}): Promise<void> =>
  addAudit(database(), { what, ...entry }, new Date(now()));
