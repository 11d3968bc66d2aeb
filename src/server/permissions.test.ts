import { describe, expect, it } from "vitest";
import { may, permissions, type Action } from "./permissions";

// The table written out once more by hand, cell by cell: owner, planner, installer, apprentice.
const wanted: Record<Action, string> = {
  viewJobs: "yyyy",
  viewCatalogue: "yyyy",
  manageCatalogue: "yy--",
  viewFile: "yyyy",
  manageSelf: "yyyy",
  exportRecord: "yyy-",
  addFile: "yyy-",
  importBundle: "yy--",
  managePeople: "y---",
  manageCompany: "yy--",
  jobOpened: "yy--",
  surveyAnswered: "yyy-",
  labReportTaken: "yyy-",
  designChanged: "yy--",
  bypassChosen: "yy--",
  schoolChosen: "yy--",
  verdictOverridden: "yy--",
  overrideWithdrawn: "yy--",
  designSigned: "yy--",
  visitPlanned: "yy--",
  visitCancelled: "yy--",
  runStarted: "yyy-",
  stepDone: "yyy-",
  stepUndone: "yyy-",
  stepSkipped: "yyy-",
  clockStarted: "yyy-",
  clockPaused: "yyy-",
  clockRestarted: "yyy-",
  soakKept: "yyy-",
  cycleCounted: "yyy-",
  handleTurned: "yyy-",
  turnTakenBack: "yyy-",
  waterOffAgreed: "yyy-",
  fillHeard: "yyy-",
  readingTaken: "yyy-",
  readingOverridden: "yy--",
  serialRecorded: "yyy-",
  photoAdded: "yyy-",
  photoRemoved: "yyy-",
  openPointAdded: "yyy-",
  openPointClosed: "yyy-",
  signed: "yyy-",
};
const roles = ["owner", "planner", "installer", "apprentice"] as const;
const cells = (Object.keys(permissions) as Action[]).flatMap((action) =>
  roles.map((role, i) => [action, role, wanted[action]?.[i] === "y"] as const),
);

describe("permissions", () => {
  it.each(cells)("%s by %s: %s", (action, role, allowed) => expect(may(role, action)).toBe(allowed));
  it("names every action in the table", () =>
    expect(Object.keys(permissions).sort()).toEqual(Object.keys(wanted).sort()));
});
