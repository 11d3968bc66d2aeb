import { describe, expect, it } from "vitest";
import { lacksSecondFactor, may, mayOn, notOnJobSaid, permissions, type Action } from "./permissions";

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
      "unitsPlaced",
      "verdictOverridden",
      "overrideWithdrawn",
      "readingOverridden",
      "crewChanged",
      "visitPlanned",
      "visitCancelled",
      "jobOpened",
      "jobCopied",
      "jobRenamed",
      "jobClosed",
      "jobReopened",
      "offerMoved",
      "manageCatalogue",
      "manageCompany",
      "managePrices",
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

describe("who is on a job", () => {
  const nobody = { crew: { letIn: [] }, visits: [] };
  const visit = (id: string, cancelled?: string) => ({
    visit: "v",
    from: "2026-11-25T08:00:00Z",
    to: "2026-11-25T10:00:00Z",
    what: "Fit",
    person: { id, name: "Tobias Rell" },
    cancelled,
  });
  const tobias = { id: "p2", role: "installer" } as const;
  const person = { id: "p2", name: "Tobias Rell" };

  it("is responsible, let in, or named in a visit that stands; of the installers nobody else writes", () => {
    expect(mayOn(nobody, tobias, "stepDone")).toBe(false);
    expect(mayOn({ ...nobody, crew: { responsible: person, letIn: [] } }, tobias, "stepDone")).toBe(true);
    expect(mayOn({ ...nobody, crew: { letIn: [person] } }, tobias, "stepDone")).toBe(true);
    expect(mayOn({ ...nobody, visits: [visit("p2")] }, tobias, "stepDone")).toBe(true);
    expect(mayOn({ ...nobody, visits: [visit("p2", "rain")] }, tobias, "stepDone")).toBe(false);
    expect(mayOn({ ...nobody, visits: [visit("p3")] }, tobias, "stepDone")).toBe(false);
  });

  it("does not widen a role, and does not bind the office", () => {
    const on = { ...nobody, crew: { responsible: person, letIn: [] } };
    expect(mayOn(on, tobias, "designSigned")).toBe(false);
    expect(mayOn(on, { ...tobias, role: "apprentice" }, "stepDone")).toBe(false);
    for (const role of ["planner", "owner"] as const)
      expect(mayOn(nobody, { id: "p9", role }, "stepDone")).toBe(true);
  });

  it("is told whom to ask", () => {
    expect(notOnJobSaid(nobody)).toBe("You are not on this job: you can read it. A planner lets you in");
    expect(notOnJobSaid({ crew: { responsible: person, letIn: [] } })).toContain(
      "Tobias Rell is responsible",
    );
  });
});

describe("a required second factor", () => {
  const bare = { hasSecondFactor: false } as const;
  it("shuts everything but one's own page to owners and planners who have none", () => {
    for (const role of ["owner", "planner"] as const) {
      const shut = actions.filter((a) => lacksSecondFactor({ ...bare, role }, a, { secondFactor: true }));
      expect(shut).toEqual(actions.filter((a) => a !== "manageSelf"));
    }
  });
  it("asks nothing of the crew, of who has one, and where it is not required", () => {
    for (const action of actions) {
      for (const role of ["installer", "apprentice"] as const)
        expect(lacksSecondFactor({ ...bare, role }, action, { secondFactor: true })).toBe(false);
      expect(lacksSecondFactor({ ...bare, role: "owner" }, action, { secondFactor: false })).toBe(false);
      const has = { role: "owner", hasSecondFactor: true } as const;
      expect(lacksSecondFactor(has, action, { secondFactor: true })).toBe(false);
    }
  });
});
