import type { IntentKind, Role } from "@/core/record";

/** Everything a person can ask of the server. */
export type Action =
  | IntentKind
  | "viewJobs"
  | "viewFile"
  | "addFile"
  | "exportRecord"
  | "importBundle"
  | "managePeople"
  | "manageCompany"
  | "manageSelf"
  | "viewCatalogue"
  | "manageCatalogue";

const everyone: readonly Role[] = ["owner", "planner", "installer", "apprentice"];
const crew: readonly Role[] = ["owner", "planner", "installer"];
const office: readonly Role[] = ["owner", "planner"];

/** Action × role. What is not listed is not allowed. */
export const permissions: Readonly<Record<Action, readonly Role[]>> = {
  viewJobs: everyone,
  viewCatalogue: everyone,
  manageCatalogue: office,
  viewFile: everyone,
  manageSelf: everyone,
  exportRecord: crew,
  jobOpened: office,
  importBundle: office,
  visitPlanned: office,
  visitCancelled: office,
  surveyAnswered: crew,
  labReportTaken: crew,
  photoAdded: crew,
  photoRemoved: crew,
  addFile: crew,
  openPointAdded: crew,
  openPointClosed: crew,
  designChanged: office,
  bypassChosen: office,
  schoolChosen: office,
  verdictOverridden: office,
  overrideWithdrawn: office,
  designSigned: office,
  readingOverridden: office,
  runStarted: crew,
  stepDone: crew,
  stepUndone: crew,
  stepSkipped: crew,
  clockStarted: crew,
  clockPaused: crew,
  clockRestarted: crew,
  soakKept: crew,
  cycleCounted: crew,
  handleTurned: crew,
  turnTakenBack: crew,
  waterOffAgreed: crew,
  fillHeard: crew,
  readingTaken: crew,
  serialRecorded: crew,
  signed: crew,
  managePeople: ["owner"],
  manageCompany: office,
};

export const may = (role: Role, action: Action): boolean => permissions[action].includes(role);
