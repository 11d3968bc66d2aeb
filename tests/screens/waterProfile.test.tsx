import { render, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { siteFacts } from "@/core/site";
import { judgeJob } from "@/core/train";
import { draftBasis } from "@/core/record";
import { stationsOf } from "@/phases/job/stations";
import { WaterProfile, withChanges } from "@/phases/site/WaterProfile";
import { type Desk, designed, knowledge, surveyed } from "../unit/desk";

/** The water behind the stations of a job as it stands. */
function waterOf(desk: Desk) {
  const { water } = siteFacts(desk.job.answers);
  return { judged: judgeJob(draftBasis(desk.job), knowledge), water };
}
function shown(desk: Desk, profile: "us" | "metric" = "us") {
  const { judged, water } = waterOf(desk);
  render(<WaterProfile judged={judged} raw={water} profile={profile} />);
}
const row = (label: string) =>
  within(screen.getByRole("rowheader", { name: label }).closest("tr")!).getAllByRole("cell");
const words = (label: string) => row(label).map((c) => c.textContent);
const changed = (label: string) => row(label).map((c) => c.className.includes("font-semibold"));

describe("the water behind every station", () => {
  it("has a column for the main and each unit, branches marked", () => {
    shown(designed());
    expect(screen.getAllByRole("columnheader").map((h) => h.textContent)).toEqual([
      "Behind",
      "main",
      "CT-1354",
      "SF-150",
      "↳ RO-T5",
    ]);
  });

  it("lets what a unit changed stand out where it is changed", () => {
    shown(designed());
    expect(changed("Free chlorine")).toEqual([false, true, false, false]);
    expect(changed("Total hardness")).toEqual([false, false, true, true]);
    expect(words("Total hardness")[0]).toBe("22 gpg");
  });

  it("speaks the reader's units", () => {
    shown(designed(), "metric");
    expect(words("Total hardness")[0]).toMatch(/^37\d mg\/L/);
  });

  it("says where sodium comes in, and only where it does", () => {
    shown(designed());
    const [main, carbon, softener] = words("Sodium added");
    expect([main, carbon]).toEqual(["—", "—"]);
    expect(softener).toMatch(/^1\d\d mg\/L$/);
  });

  it("has no row for sodium where nothing adds it", () => {
    const desk = surveyed();
    desk.do({
      kind: "designChanged",
      units: [{ key: "a", model: "CT-1354", parallel: 1 }],
      what: "Carbon",
      seen: desk.job.designSeq,
    });
    shown(desk);
    expect(screen.queryByRole("rowheader", { name: "Sodium added" })).toBeNull();
  });

  it("never takes untested bacteria for none", () => {
    shown(designed());
    expect(words("Bacteria")).toEqual(["unknown", "unknown", "unknown", "unknown"]);
    document.body.innerHTML = "";
    shown(designed().answer({ "water.coliform": "absent" }));
    expect(words("Bacteria")[0]).toBe("unknown");
    document.body.innerHTML = "";
    shown(designed().answer({ "water.coliform": "absent", "water.ecoli": "absent" }));
    expect(words("Bacteria")[0]).toBe("absent");
  });

  it("says where bacteria are inactivated", () => {
    const desk = surveyed().answer({ "water.coliform": "present" });
    desk.do({
      kind: "designChanged",
      units: [
        { key: "a", model: "PS-20", parallel: 1 },
        { key: "b", model: "UV-45", parallel: 1 },
      ],
      what: "Sediment, UV",
      seen: desk.job.designSeq,
    });
    shown(desk);
    expect(words("Bacteria")).toEqual(["present", "present", "inactivated"]);
    expect(changed("Bacteria")).toEqual([false, false, true]);
  });

  it("says what is missing before there is a train", () => {
    shown(surveyed());
    expect(document.body.textContent).toMatch(/^Once units stand on the Line/);
  });
});

describe("the Line of the water", () => {
  it("says of each unit what it changes, three things at most, and of one that changes nothing that it does", () => {
    const desk = designed();
    const { judged, water } = waterOf(desk);
    const stations = stationsOf(desk.job, judged, "site", desk.now, "us");
    const lines = withChanges(stations, judged, water, "us");
    expect(lines.map((s) => s.key)).toEqual(stations.map((s) => s.key));
    const [main, carbon, softener, ro] = lines;
    expect(main!.line).toBe("from the street");
    expect(carbon!.line).toMatch(/^free chlorine 0\.0\d+ mg\/L$/);
    expect(softener!.line).toMatch(/^total hardness/);
    expect(ro!.line!.split(", ").length).toBeLessThanOrEqual(3);
    expect(carbon!.level).toBeUndefined();
  });
});
