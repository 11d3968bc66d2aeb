import { describe, expect, it } from "vitest";
import { companySchema, readAnswer, savedCompanySchema } from "@/core/site";
import { parseQuantity, value, type Quantity } from "@/core/units";
import { knowledge, opened, surveyed } from "./desk";

const answer = (field: string, text: string, system: "us" | "metric" = "us") =>
  readAnswer(knowledge.fields.get(field)!, text, system);

describe("answers that cannot be", () => {
  it("are refused at once: a pump that yields nothing, water that is ice", () => {
    expect(answer("source.yield", "0 gpm")).toEqual({
      ok: false,
      error: "A pump that yields nothing feeds nobody: leave it empty until it is measured",
    });
    expect(answer("source.yield", "4 gpm").ok).toBe(true);
    const ice = "Water this cold is ice. Add the unit that is meant, for example 10 °C or 50 °F";
    // Ten degrees of a metric thermometer, typed into a US field.
    expect(answer("water.temperature", "10")).toEqual({ ok: false, error: ice });
    expect(answer("water.temperature", "10 °C").ok).toBe(true);
    expect(answer("water.temperature", "10", "metric").ok).toBe(true);
    expect(answer("water.temperature", "52 °F").ok).toBe(true);
  });

  it("are refused by the job beside what it knows, in the units of who asks", () => {
    const d = surveyed();
    const night = { kind: "surveyAnswered", field: "source.night", text: "40 psi", profile: "us" } as const;
    expect(d.try(night)).toMatchObject({
      ok: false,
      field: "source.night",
      error: "The night pressure is the most of the whole day: at least the static one, 58 psi",
    });
    expect(d.try({ ...night, text: "72 psi" }).ok).toBe(true);
  });
});

describe("a company's hours", () => {
  const settings = companySchema.parse({
    ...{ name: "Saltmarsh", profile: "us", currency: "EUR", timeZone: "Europe/Amsterdam" },
    ...{ waterOffFrom: "17:00", waterOffTo: "09:00", roDiscards: 2, schools: {} },
  });

  it("end after they begin when they are saved; settings of before are still read", () => {
    const saved = savedCompanySchema.safeParse(settings);
    expect(saved.error?.issues).toMatchObject([
      { path: ["waterOffTo"], message: "The hours end before they begin: write the later one here" },
    ]);
    expect(savedCompanySchema.safeParse({ ...settings, waterOffTo: "18:00" }).success).toBe(true);
    expect(settings).toMatchObject({ phone: "", address: "", licence: "" });
  });
});

describe("what people write", () => {
  const read = (text: string, quantity: Quantity) => parseQuantity(text, quantity, { profile: "us" });

  it("may be gallons by the hour and by the day, and inches in any shape of quotes", () => {
    expect(read("600 gph", "flow")).toMatchObject({ ok: true, measured: value(600 * (3.785411784 / 60)) });
    expect(read("50 gal/d", "production")).toEqual(read("50 gpd", "production"));
    const made = (text: string) => {
      const p = read(text, "production");
      return p.ok && p.measured.is === "value" ? p.measured.value : undefined;
    };
    expect(made("50 gal/h")).toBeCloseTo(made("1200 gal/day")!, 9);
    for (const quotes of ["14 1/2”", "14 1/2“", "14 1/2″"])
      expect([quotes, read(quotes, "length")]).toEqual([quotes, read('14 1/2"', "length")]);
    expect(read("5’ 3”", "length")).toEqual(read(`5' 3"`, "length"));
  });
});

describe("an answer that somebody changed meanwhile", () => {
  const flow = { kind: "surveyAnswered", field: "source.static", profile: "us" } as const;
  const baths = { kind: "surveyAnswered", field: "fixture.shower", profile: "us" } as const;
  const standing = (d: ReturnType<typeof opened>, field: string) => d.job.answers[field]?.text;

  it("is not written over before its writer has seen it", () => {
    const d = opened().do({ ...flow, text: "60 psi" });
    expect(d.try({ ...flow, text: "58 psi", seen: "" })).toMatchObject({
      ok: false,
      field: "source.static",
      error: "Imke Vos answered this meanwhile",
      stands: "60 psi",
    });
    expect(standing(d, "source.static")).toBe("60 psi");
    d.do({ ...flow, text: "58 psi", seen: "60 psi" });
    expect(standing(d, "source.static")).toBe("58 psi");
    d.do({ ...flow, text: "", seen: "58 psi" });
    expect(d.try({ ...flow, text: "55 psi", seen: "58 psi" })).toMatchObject({
      error: "Imke Vos took this answer out meanwhile",
      stands: "",
    });
  });

  it("is no other where both answer the same, or where the writer says nothing of it", () => {
    const d = opened().do({ ...flow, text: "60 psi" });
    expect(d.try({ ...flow, text: "60 psi", seen: "" }).ok).toBe(true);
    expect(d.try({ ...flow, text: "61 psi" }).ok).toBe(true);
  });

  it("is added to where it is a count: each person's presses count once", () => {
    const d = opened().do({ ...baths, text: "2", seen: "" });
    // Both saw nothing: two of one and three of the other are five.
    d.do({ ...baths, text: "3", seen: "" });
    expect(standing(d, "fixture.shower")).toBe("5");
    d.do({ ...baths, text: "0", seen: "3" });
    expect(standing(d, "fixture.shower")).toBe("2");
    d.do({ ...baths, text: "0", seen: "4" });
    expect(standing(d, "fixture.shower")).toBe("0");
    d.do({ ...baths, text: "", seen: "9" });
    expect(standing(d, "fixture.shower")).toBeUndefined();
  });
});
