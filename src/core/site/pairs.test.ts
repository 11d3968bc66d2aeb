import { describe, expect, it } from "vitest";
import { value } from "../units";
import { pairFault } from "./pairs";
import type { SurveyAnswer } from "./survey";

const at = (kPa: number): SurveyAnswer => ({ text: `${kPa} kPa`, measured: value(kPa) });
const range = (low: number, high: number): SurveyAnswer => ({
  text: `${low} to ${high} kPa`,
  measured: { is: "range", low, high },
});
const fault = (
  answers: Readonly<Record<string, SurveyAnswer>>,
  field: string,
  answer: SurveyAnswer,
  system: "us" | "metric" = "metric",
) => pairFault(answers, field, answer, system);

describe("a static and a flowing pressure", () => {
  it("are refused where the flowing one is as high or higher, whichever comes second", () => {
    expect(fault({ "source.static": at(400) }, "source.flowing", at(400))).toBe(
      "The flowing pressure must be lower than the static one, 400 kPa",
    );
    expect(fault({ "source.flowing": at(345) }, "source.static", at(276), "us")).toBe(
      "The static pressure must be higher than the flowing one, 50 psi",
    );
  });

  it("stand beside each other where it is lower, or where only one is known", () => {
    expect(fault({ "source.static": at(400) }, "source.flowing", at(399))).toBeUndefined();
    expect(fault({}, "source.flowing", at(900))).toBeUndefined();
    expect(fault({ "source.static": { text: "" } }, "source.flowing", at(900))).toBeUndefined();
    expect(fault({ "source.static": at(400) }, "source.flowing", { text: "" })).toBeUndefined();
  });

  it("in ranges are refused only where no pair inside them could be", () => {
    expect(fault({ "source.static": range(250, 420) }, "source.flowing", range(240, 430))).toBeUndefined();
    expect(fault({ "source.static": range(250, 420) }, "source.flowing", range(420, 500))).toMatch(/lower/);
  });

  it("have nothing to do with other questions", () => {
    expect(fault({ "source.static": at(400) }, "source.reducer", at(900))).toBeUndefined();
  });
});

describe("pressures by day and at night, and a pump's", () => {
  it("are refused where the night is below the day, and stand where they are the same", () => {
    expect(fault({ "source.static": at(400) }, "source.night", at(390))).toBe(
      "The night pressure is the most of the whole day: at least the static one, 400 kPa",
    );
    expect(fault({ "source.night": at(390) }, "source.static", at(400))).toBe(
      "The static pressure by day is at most what the gauge showed at night, 390 kPa",
    );
    expect(fault({ "source.static": at(400) }, "source.night", at(400))).toBeUndefined();
  });

  it("are refused where the pump would cut in above where it cuts out", () => {
    expect(fault({ "source.cutOut": at(276) }, "source.cutIn", at(414), "us")).toBe(
      "The pump cuts in below the pressure at which it cuts out, 40 psi",
    );
    expect(fault({ "source.cutIn": at(276) }, "source.cutOut", at(276))).toMatch(/cuts out above/);
    expect(fault({ "source.cutIn": at(276) }, "source.cutOut", at(414))).toBeUndefined();
  });
});

describe("hours without water", () => {
  it("end after they begin", () => {
    const said = "Hours from 17:00 to 09:00 end before they begin: the later one comes second";
    expect(fault({ "hours.from": { text: "17:00" } }, "hours.to", { text: "09:00" })).toBe(said);
    expect(fault({ "hours.to": { text: "09:00" } }, "hours.from", { text: "17:00" })).toBe(said);
    expect(fault({ "hours.from": { text: "09:00" } }, "hours.to", { text: "16:00" })).toBeUndefined();
    expect(fault({ "hours.from": { text: "09:00" } }, "hours.to", { text: "" })).toBeUndefined();
    expect(fault({}, "hours.to", { text: "09:00" })).toBeUndefined();
  });
});
