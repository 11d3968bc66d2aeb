import { describe, expect, it } from "vitest";
import { passwordFault, pinFault } from "./passwords";

const about = ["Imke Vos", "imke@saltmarsh.example"];
const fault = (password: string) => passwordFault(password, about);

describe("a password", () => {
  it.each(["tidal-valley-25", "three odd herons", "Ж4-lantern-øre", "x".repeat(190) + "abcdefghij"])(
    "is taken where it is long and nobody's first guess: %s",
    (password) => expect(fault(password)).toBeUndefined(),
  );
  it.each([
    ["short", /At least 10/],
    ["a".repeat(10), /different/],
    ["abab".repeat(9), /different/],
    ["sunshine2026!", /first/],
    ["PASSWORD123", /first/],
    ["qwertyuiop", /first/],
    ["my-imke-boat-9", /name/],
    ["at Saltmarsh 77", /name/],
    [`${"long ".repeat(60)}`, /At most 200/],
  ])("is refused in words: %s", (password, words) => expect(fault(password)).toMatch(words));
});

describe("a PIN", () => {
  it.each(["4721", "90412", "112233"])("is taken: %s", (pin) => expect(pinFault(pin)).toBeUndefined());
  it.each(["1111", "1234", "4321", "13579", "000000", "123", "1234567", "12a4", "", "١٢٣٤"])(
    "is refused: %s",
    (pin) => expect(pinFault(pin)).toBeDefined(),
  );
});
