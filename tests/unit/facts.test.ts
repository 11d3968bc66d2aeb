import { readAnswer } from "@/core/site";
import { describe, expect, it } from "vitest";
import { surveyGroups } from "@/catalogue/survey";

import { siteFacts, type SurveyAnswer } from "@/core/site";
import { knowledge, opened } from "./desk";

const fields = surveyGroups.flatMap((g) => g.fields);
/** Answers as they are kept, from what people write. */
function kept(written: Readonly<Record<string, string>>, profile: "us" | "metric" = "us") {
  return Object.fromEntries(
    Object.entries(written).map(([id, text]) => {
      const read = readAnswer(knowledge.fields.get(id)!, text, profile);
      if (!read.ok) throw new Error(`${id}: ${read.error}`);
      return [id, read.answer];
    }),
  ) as Record<string, SurveyAnswer>;
}
const facts = (written: Readonly<Record<string, string>>) => siteFacts(kept(written));

describe("facts from a survey", () => {
  it("knows nothing of an empty one", () => {
    expect(siteFacts({})).toEqual({ fixtures: {}, together: {}, water: {} });
  });

  it("takes a flowing pressure only with the flow it was read at", () => {
    expect(facts({ "source.flowing": "50 psi" }).flowing).toBeUndefined();
    const both = facts({ "source.flowing": "50 psi", "source.flowingAt": "5 gpm" }).flowing!;
    expect(both.pressure).toBeCloseTo(344.738, 3);
    expect(both.flow).toBeCloseTo(18.927, 3);
  });

  it("takes nitrate only when it is said as what, and converts nitrogen", () => {
    expect(facts({ "water.nitrate": "10" }).water.nitrate).toBeUndefined();
    expect(facts({ "water.nitrate": "44", "water.nitrateAs": "NO3" }).water.nitrate).toEqual({
      is: "value",
      value: 44,
    });
    expect(facts({ "water.nitrate": "10", "water.nitrateAs": "N" }).water.nitrate).toEqual({
      is: "value",
      value: expect.closeTo(44.27, 9) as number,
    });
    expect(facts({ "water.nitrate": "<2", "water.nitrateAs": "N" }).water.nitrate).toEqual({
      is: "below",
      limit: expect.closeTo(8.854, 9) as number,
    });
  });

  it("takes dissolved solids from conductivity, but a measured figure wins", () => {
    expect(facts({ "water.conductivity": "840 µS/cm" }).water.tds).toEqual({ is: "value", value: 420 });
    expect(facts({ "water.conductivity": "840 µS/cm", "water.tds": "400" }).water.tds).toEqual({
      is: "value",
      value: 400,
    });
  });

  it("keeps a detection limit and a not-detected as what they are", () => {
    expect(facts({ "water.manganese": "<0.02", "water.sulphide": "ND" }).water).toEqual({
      manganese: { is: "below", limit: 0.02 },
      sulphide: { is: "notDetected" },
    });
  });

  it("takes the bad end of what was read as a range where a judgement needs one figure", () => {
    const f = facts({ "source.night": "70 psi", "sink.rise": "6 m", "source.static": "58 psi" });
    expect(f.nightPressure).toBeCloseTo(482.633, 3);
    expect(f.tapRise).toBe(6);
  });

  it("reads ‘unknown’ as unknown, not as no", () => {
    expect(facts({ "drain.airGap": "unknown" }).airGap).toBeUndefined();
    expect(facts({ "drain.airGap": "no" }).airGap).toBe(false);
    expect(facts({ "drain.airGap": "yes" }).airGap).toBe(true);
    expect(facts({ "power.outlet": "unknown" }).outlet).toBeUndefined();
    expect(facts({ "power.outlet": "protected" }).outlet).toBe("protected");
  });

  it("counts fixtures, none as none and unasked as unknown", () => {
    const f = facts({ "fixture.toilet": "2", "fixture.shower": "0" });
    expect(f.fixtures).toEqual({ toilet: 2, shower: 0 });
  });

  it("knows bacteria as present or absent only", () => {
    expect(facts({ "water.coliform": "present" }).water.coliform).toBe("present");
    expect(facts({ "water.ecoli": "absent" }).water.ecoli).toBe("absent");
    expect(facts({ "water.coliform": "unknown" }).water.coliform).toBeUndefined();
  });
});

describe("the survey itself", () => {
  it("asks nothing twice", () => expect(new Set(fields.map((f) => f.id)).size).toBe(fields.length));

  it("asks after something only when that question is asked before it", () => {
    for (const [i, f] of fields.entries()) {
      if (!f.when) continue;
      const asked = fields.findIndex((other) => other.id === f.when!.field);
      expect(asked, f.id).toBeGreaterThanOrEqual(0);
      expect(asked, f.id).toBeLessThan(i);
      const other = fields[asked]!;
      if (other.kind === "choice")
        for (const is of f.when.is)
          expect(
            other.options.map((o) => o.id),
            f.id,
          ).toContain(is);
    }
  });

  it("walks the house in its order: source first, water test last", () => {
    const ids = surveyGroups.map((g) => g.id);
    expect(ids[0]).toBe("source");
    expect(ids.at(-1)).toBe("water");
    for (const id of ["cutin", "heater", "power", "drain", "household"]) expect(ids).toContain(id);
  });

  it("offers choices that are told apart, and takes each of them", () => {
    for (const f of fields) {
      if (f.kind !== "choice") continue;
      expect(new Set(f.options.map((o) => o.label)).size, f.id).toBe(f.options.length);
      for (const o of f.options)
        expect(readAnswer(f, o.id, "us"), `${f.id} ${o.id}`).toMatchObject({ ok: true });
      expect(readAnswer(f, "something else", "us").ok, f.id).toBe(false);
    }
  });

  it("says of every quantity what is expected when nonsense is written", () => {
    for (const f of fields) {
      if (f.kind !== "quantity") continue;
      const read = readAnswer(f, "3//4", "metric");
      expect(read.ok, f.id).toBe(false);
      if (!read.ok) expect(read.error, f.id).toMatch(/example|Stopped|write/i);
    }
  });

  it("clears an answer by an empty text, and the judgement it blocked is open again", () => {
    const d = opened().do({ kind: "surveyAnswered", field: "water.hardness", text: "22 gpg", profile: "us" });
    expect(siteFacts(d.job.answers).water.hardness).toBeDefined();
    d.do({ kind: "surveyAnswered", field: "water.hardness", text: " ", profile: "us" });
    expect(siteFacts(d.job.answers).water.hardness).toBeUndefined();
  });
});
