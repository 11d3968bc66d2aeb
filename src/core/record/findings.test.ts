import { describe, expect, it } from "vitest";
import { knowledgeWith } from "../../catalogue/knowledge";
import type { JobState } from "../job";
import { readAnswer } from "../site";
import { langelierIndex } from "../water";
import { findingsOf } from "./findings";

const known = knowledgeWith();
/** Answers as a survey would keep them. */
function answered(texts: Readonly<Record<string, string>>): JobState["answers"] {
  return Object.fromEntries(
    Object.entries(texts).map(([field, text]) => {
      const read = readAnswer(known.fields.get(field)!, text, "metric");
      if (!read.ok) throw new Error(`${field}: ${read.error}`);
      return [field, read.answer];
    }),
  );
}
const findings = (texts: Readonly<Record<string, string>>, system: "us" | "metric" = "metric") =>
  findingsOf({ answers: answered(texts) }, known, { roWanted: false }, system);
const balanced = {
  "water.ph": "7.5",
  "water.tds": "400",
  "water.alkalinity": "200",
  "water.temperature": "12",
  "water.hardness": "300",
};

describe("findings", () => {
  it("say what the water needs, in the reader's units", () => {
    const found = findings({ "source.kind": "well", "water.hardness": "376.6" }, "us");
    expect(found.hardness).toBe("The water is very hard, 22 gpg.");
    expect(found.needs.map((n) => n.need)).toContain("softener");
    expect(found.needs.find((n) => n.need === "softener")!.because).toContain("22 gpg");
  });
  it("name the question that each need rests on", () => {
    const on = (texts: Readonly<Record<string, string>>) =>
      Object.fromEntries(findings(texts).needs.map((n) => [n.need, n.on]));
    expect(
      on({
        "source.kind": "well",
        "water.hardness": "377",
        "water.iron": "2 mg/L",
        "water.ecoli": "present",
      }),
    ).toMatchObject({
      softener: "water.hardness",
      "iron-first": "water.iron",
      disinfection: "water.ecoli",
    });
    expect(on({ "water.calcium": "100", "water.magnesium": "20" })).toMatchObject({
      softener: "water.calcium",
    });
    expect(on({ "source.kind": "surface" }).disinfection).toBe("source.kind");
  });
  it("take 0.7 of the hardness for calcium where it was not measured", () => {
    const at = (temperature: number) =>
      langelierIndex({ ph: 7.5, tds: 400, temperature, calciumAsCaCO3: 210, alkalinity: 200 })!;
    expect(findings(balanced).scaling).toEqual({
      cold: at(12),
      hot: at(60),
      calciumTaken: true,
      heater: "60 °C",
      means: "scaling in the heater",
    });
    const measured = findings({ ...balanced, "water.calcium": "60" }).scaling!;
    expect(measured.calciumTaken).toBe(false);
    expect(measured.cold).toBeLessThan(at(12));
  });
  it("name every answer that the index waits for", () => {
    expect(findings({}).scaling).toBeUndefined();
    expect(findings({}).scalingMissing.map((m) => m.id)).toEqual([
      "water.ph",
      "water.tds",
      "water.alkalinity",
      "water.temperature",
      "water.hardness",
    ]);
    const { "water.ph": _, ...rest } = balanced;
    expect(findings(rest).scalingMissing).toEqual([{ id: "water.ph", label: "pH" }]);
  });
  it("keep open what no answer has settled, and close it with the answer", () => {
    const open = findings({}).open;
    expect(open.length).toBeGreaterThan(0);
    for (const { what, missing } of open) {
      expect(what).not.toBe("");
      expect(missing.length).toBeGreaterThan(0);
    }
    const blocked = open.find((o) => o.id === "source.static")!;
    expect(blocked.missing).toEqual([{ id: "source.static", label: expect.any(String) as string }]);
    expect(findings({ "source.static": "400" }).open.some((o) => o.id === "source.static")).toBe(false);
  });
});
