import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { print } from "../units";
import { sayFor } from "./say";

const numberIn = (text: string) => Number(/^-?[\d.,]+/.exec(text)![0].replaceAll(",", ""));
const flows = fc.oneof(fc.integer({ min: 4, max: 120 }), fc.double({ min: 4, max: 120, noNaN: true }));

describe("a stated figure beside what it is held against", () => {
  it("is as the unit states it where the order shows", () => {
    expect(sayFor("us").stated(76, "flow", 60)).toBe("20 gpm");
    expect(sayFor("us").stated(45, "flow", 45.2)).toBe("11.89 gpm");
  });
  it.each(["us", "metric"] as const)(
    "never reads as if the verdict had to be the other one, in %s",
    (system) => {
      fc.assert(
        fc.property(flows, fc.double({ min: -0.3, max: 0.3, noNaN: true }), (rated, off) => {
          const peak = rated + off;
          const shown = [sayFor(system).stated(rated, "flow", peak), print(peak, "flow", system)].map(
            numberIn,
          );
          // Numbers closer than the print of the peak itself read as equal at worst.
          return (shown[0]! - shown[1]!) * (rated - peak) >= 0 || Math.abs(off) < 0.05;
        }),
        { numRuns: 2000 },
      );
    },
  );
});
