import { describe, expect, it } from "vitest";
import { companySchema, readAnswer, savedCompanySchema } from "@/core/site";
import { parseQuantity, value, type Quantity } from "@/core/units";
import { knowledge, surveyed } from "./desk";

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
