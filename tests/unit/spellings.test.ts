import { describe, expect, it } from "vitest";
import { exampleOf, parseQuantity, print, quantities, type Quantity } from "@/core/units";

/**
 * What people write, with the canonical value worked from the definitions: 1 in = 25.4 mm, 1 US gal =
 * 3.785411784 L, 1 lb = 0.45359237 kg, 1 psi = 6.894757293 kPa.
 */
const written: readonly (readonly [string, Quantity, number])[] = [
  ['1-1/4"', "length", 31.75],
  ["1 1/4 in", "length", 31.75],
  ["1¼ in", "length", 31.75],
  ["5'6\"", "length", 1676.4],
  ["5 ft 6 in", "length", 1676.4],
  ["58.5 cm", "length", 585],
  ["0.75 m", "length", 750],
  ["3/8 in", "length", 9.525],
  ["12 mm", "length", 12],
  ["40 psi", "pressure", 275.79029172],
  ["2.5bar", "pressure", 250],
  ["2,5 bar", "pressure", 250],
  ["0.3 MPa", "pressure", 300],
  ["350 mbar", "pressure", 35],
  ["276 kPa", "pressure", 276],
  ["0.5 gpm", "flow", 1.892705892],
  ["2 L/min", "flow", 2],
  ["0.1 l/s", "flow", 6],
  ["1.2 m3/h", "flow", 20],
  ["75 gpd", "flow", (75 * 3.785411784) / 1440],
  ["90 l/h", "flow", 1.5],
  ["5 gal", "volume", 18.92705892],
  ["1 1/2 ft3", "volume", 42.475269888],
  ["250 mL", "volume", 0.25],
  ["2 qt", "volume", 1.892705892],
  ["1 m3", "volume", 1000],
  ["54 °F", "temperature", 12.2222222222],
  ["32 F", "temperature", 0],
  ["12 °C", "temperature", 12],
  ["7 gpg", "hardness", 119.82643],
  ["15 °dH", "hardness", 267.72],
  ["30 °fH", "hardness", 300],
  ["2 mmol/l", "hardness", 200],
  ["120 mg/L", "hardness", 120],
  ["0.3 ppm", "concentration", 0.3],
  ["300 µg/L", "concentration", 0.3],
  ["300 ug/l", "concentration", 0.3],
  ["5 ppb", "traceConcentration", 5],
  ["0.005 mg/L", "traceConcentration", 5],
  ["450 µS/cm", "conductivity", 450],
  ["0.45 mS/cm", "conductivity", 450],
  ["0.4 NTU", "turbidity", 0.4],
  ["92 %", "transmittance", 92],
  ["40 lb", "mass", 18.1436948],
  ["2 kg", "mass", 2],
  ["90 s", "duration", 1.5],
  ["6 min", "duration", 6],
  ["48 h", "duration", 2880],
  ["2 days", "duration", 2880],
  ["12 ft", "height", 3.6576],
  ["-2 m", "height", -2],
  ["7.4", "ph", 7.4],
  ["0.5 gpm/ft2", "surfaceLoad", 1.2223],
];

describe("what people write", () => {
  it.each(written)("%s as %s", (text, quantity, canonical) => {
    const read = parseQuantity(text, quantity, { profile: "metric" });
    expect(read).toMatchObject({ ok: true, measured: { is: "value" } });
    if (read.ok && read.measured.is === "value")
      expect(Math.abs(read.measured.value - canonical)).toBeLessThan(Math.abs(canonical) * 1e-4 + 1e-9);
  });

  it("takes a bare number in the unit that the profile shows", () => {
    for (const [quantity, us, metric] of [
      ["pressure", 275.79029172, 40],
      ["flow", 151.41647136, 40],
      ["volume", 151.41647136, 40],
      ["temperature", 4.4444444444, 40],
      ["hardness", 684.72247, 40],
      ["mass", 18.1436948, 40],
    ] as const)
      for (const [profile, canonical] of [
        ["us", us],
        ["metric", metric],
      ] as const) {
        const read = parseQuantity("40", quantity, { profile });
        expect(read.ok && read.measured.is === "value" ? read.measured.value : undefined).toBeCloseTo(
          canonical,
          4,
        );
      }
  });

  it("has an example for every quantity that it can read itself", () => {
    for (const quantity of Object.keys(quantities) as Quantity[])
      for (const profile of ["us", "metric"] as const) {
        for (const example of exampleOf(quantity, profile).split(" or "))
          expect(parseQuantity(example, quantity, { profile }), `${quantity} ${example}`).toMatchObject({
            ok: true,
          });
      }
  });

  it("prints every quantity with its unit or, where it has none, the number alone", () => {
    expect(print(400, "pressure", "us")).toBe("58 psi");
    expect(print(400, "pressure", "metric")).toBe("400 kPa");
    expect(print(376.597, "hardness", "us")).toBe("22 gpg");
    expect(print(11.111, "temperature", "us")).toBe("52 °F");
    expect(print(2880, "duration", "metric")).toBe("2,880 min");
    expect(print(7.4, "ph", "us")).toBe("7.4");
    expect(print(92, "transmittance", "metric")).toBe("92 %");
  });
});

/** Every refusal says where reading stopped, so that the screen can point at it. */
const refused: readonly (readonly [string, Quantity, number])[] = [
  ["40 bananas", "pressure", 3],
  ["4o psi", "pressure", 1],
  ["12 in in", "length", 3],
  ["1..5 bar", "pressure", 2],
];
describe("what is refused", () => {
  it.each(refused)("%s as %s, at place %i", (text, quantity, at) => {
    const read = parseQuantity(text, quantity, { profile: "us" });
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.at).toBe(at);
  });

  it.each([
    ["600 °C", "temperature"],
    ["15 pH", "ph"],
    ["101 %", "transmittance"],
    ["-1 L", "volume"],
    ["3000 kPa", "pressure"],
    ["21 000 mg/L", "hardness"],
  ] as const)("%s lies outside what a %s can be", (text, quantity) => {
    expect(parseQuantity(text, quantity, { profile: "metric" }).ok).toBe(false);
  });
});
