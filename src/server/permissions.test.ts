import { describe, expect, it } from "vitest";
import { may, permissions, type Action } from "./permissions";

const roles = ["apprentice", "installer", "planner", "owner"] as const;
const actions = Object.keys(permissions) as Action[];
/** What only the server writes, for nobody who asks. */
const nobodys = actions.filter((a) => permissions[a].length === 0);
const asked = actions.filter((a) => !nobodys.includes(a));
const allowed = (role: (typeof roles)[number]) => actions.filter((a) => may(role, a));

describe("permissions", () => {
  it("grow from the apprentice to the owner, who may do everything", () => {
    for (const [i, role] of roles.slice(1).entries())
      expect(allowed(role)).toEqual(expect.arrayContaining(allowed(roles[i]!)));
    expect(allowed("owner")).toEqual(asked);
    expect(nobodys).toEqual(["jobImported"]);
  });

  it("let an apprentice look on, and change nothing of a job", () => {
    expect(allowed("apprentice").every((a) => /^view/.test(a) || a === "manageSelf")).toBe(true);
  });

  it("keep design, judgement, money and the diary in the office", () => {
    const ofTheOffice = [
      "designChanged",
      "designSigned",
      "schoolChosen",
      "bypassChosen",
      "verdictOverridden",
      "overrideWithdrawn",
      "readingOverridden",
      "visitPlanned",
      "visitCancelled",
      "jobOpened",
      "manageCatalogue",
      "manageCompany",
      "importBundle",
    ] as const;
    for (const action of ofTheOffice) {
      expect(may("installer", action), action).toBe(false);
      expect(may("planner", action), action).toBe(true);
    }
    // Everything else that a job's log takes is work on site.
    const onSite = actions.filter((a) => may("installer", a) && !may("apprentice", a));
    expect(new Set([...onSite, ...ofTheOffice, ...allowed("apprentice"), "managePeople"])).toEqual(
      new Set(asked),
    );
  });

  it("leave people to the owner alone", () => {
    expect(may("planner", "managePeople")).toBe(false);
    expect(may("owner", "managePeople")).toBe(true);
  });
});
