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
    expect(fault({ "source.static": at(400) }, "source.night", at(900))).toBeUndefined();
  });
});
