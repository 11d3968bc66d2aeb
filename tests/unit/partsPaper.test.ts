import { describe, expect, it } from "vitest";
import { judgedOf } from "@/core/record";
import { partsOf } from "@/phases/parts/listed";
import { partsTexts } from "@/phases/parts/paper";
import { partsPdf } from "@/phases/parts/PartsPdf";
import { knowledge, surveyed, type Desk } from "./desk";
import { measuredWall, placesOf } from "./placing";

function planned(): Desk {
  const d = surveyed().answer({ ...measuredWall, "wall.substrate": "concrete" });
  return d.do({
    kind: "designChanged",
    units: ["PS-20", "SF-150"].map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: "Filter, softener",
    seen: d.job.designSeq,
  });
}
const placed = (d = planned()): Desk =>
  d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "placed", seen: d.job.designSeq });
const textsOf = (d: Desk, profile: "us" | "metric") => {
  const parts = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile });
  return { parts, texts: partsTexts(parts, knowledge, profile) };
};

describe("the list of parts on paper", () => {
  it("has every line of the list, every piece that is cut and every joint, once", () => {
    const { parts, texts } = textsOf(placed(), "metric");
    expect(texts.groups.flatMap((g) => g.rows.map((r) => r.id)).sort()).toEqual(
      parts.lines.map((l) => l.id).sort(),
    );
    const cut = texts.cuts.flatMap((c) => c.lines).filter((line) => !/^Off the coil|^Stick/.test(line));
    const pieces = cut.flatMap((line) => line.split(": ")[1]!.split(", "));
    expect(pieces).toHaveLength(parts.built.pieces.length);
    const made = texts.joints.flatMap((g) => g.rows.map((r) => Number(r.made.split(" × ")[0])));
    expect(made.reduce((sum, n) => sum + n, 0)).toBe(parts.built.joints.length);
  });

  it("speaks the units of who prints it, and does not guess what nobody knows", () => {
    const us = JSON.stringify(textsOf(placed(), "us").texts);
    const metric = JSON.stringify(textsOf(placed(), "metric").texts);
    expect(us).not.toMatch(/\d mm\b/);
    expect(metric).toMatch(/\d mm\b/);
    const anchors = textsOf(placed(), "us")
      .texts.groups.flatMap((g) => g.rows)
      .find((r) => r.id === "anchor concrete");
    expect(anchors?.amount).toBe("Unknown");
  });

  it("names with each tool of its joints the work that it is used at, and the units that ask for it", () => {
    const { texts } = textsOf(placed(), "metric");
    const tools = texts.groups.find((g) => g.title === "Tools")!.rows.map((r) => r.what);
    const crimping = tools.find((what) => what.startsWith("crimp"))!;
    expect(crimping).toMatch(/: at the bench, at the house's pipe, on the wall$/);
    expect(tools.some((what) => what.endsWith(": at PS-20"))).toBe(true);
  });

  it("is a list of units and tools alone while nobody knows where they stand", () => {
    const { texts } = textsOf(planned(), "metric");
    expect(texts.cuts).toEqual([]);
    expect(texts.joints).toEqual([]);
    expect(texts.groups[0]!.rows.map((r) => r.what)).toEqual(expect.arrayContaining(["PS-20", "SF-150"]));
  });

  it("prints on both papers", async () => {
    const d = placed();
    const { texts } = textsOf(d, "metric");
    for (const paper of ["A4", "LETTER"] as const) {
      const pdf = await partsPdf({
        job: d.job,
        texts,
        company: "Saltmarsh Water Fitters",
        zone: "UTC",
        paper,
        printed: d.now,
      });
      expect(Buffer.from(pdf).subarray(0, 5).toString()).toBe("%PDF-");
      expect(Buffer.from(pdf).toString("latin1")).toContain(paper === "A4" ? "595.28" : "612");
    }
  });
});
