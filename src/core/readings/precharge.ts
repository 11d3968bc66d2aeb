import type { Level } from "../verdict";
import { rule } from "../words";
import { numberIn, only, open, type ReadingKind } from "./reading";

/** kPa, with the tank empty (handbook 6). */
const LOW = 34.4;
const HIGH = 48.4;
const AROUND = 7;
const ROUNDING = 1.001;

const prechargeRule = rule<{ readonly pressure: number }>("precharge", {
  reason: ({ pressure }, say) => {
    const kPa = (v: number) => say.of(v, "pressure", 1);
    return `${kPa(pressure)}, ${kPa(LOW)} to ${kPa(HIGH)} wanted`;
  },
  remedy: ({ pressure }) =>
    pressure < LOW ? "Pump air in, empty, to the band" : "Let air out, empty, to the band",
});

function levelOf(p: number): Level {
  if (p >= LOW / ROUNDING && p <= HIGH * ROUNDING) return "Good";
  return p >= LOW - AROUND && p <= HIGH + AROUND ? "Check" : "Stop";
}

export const precharge: ReadingKind = {
  id: "precharge",
  label: "Tank pre-charge, empty",
  fields: [{ id: "pressure", label: "Gauge reads", quantity: "pressure" }],
  judge: (v) => {
    const pressure = numberIn(v, "pressure");
    return pressure === undefined
      ? open("The verdict")
      : only(prechargeRule.at(levelOf(pressure), { pressure }));
  },
  rules: [prechargeRule],
};
