import { afterEach, describe, expect, it } from "vitest";
import { opensCompany } from "./setUp";

describe("the first owner's link", () => {
  const before = process.env.BRANT_SET_UP_KEY;
  afterEach(() => {
    if (before === undefined) delete process.env.BRANT_SET_UP_KEY;
    else process.env.BRANT_SET_UP_KEY = before;
  });

  it("opens the company with the key of the console, and with nothing else", () => {
    process.env.BRANT_SET_UP_KEY = "k".repeat(43);
    expect(opensCompany("k".repeat(43))).toBe(true);
    for (const other of [undefined, "", "k", "k".repeat(44), `${"k".repeat(42)}l`])
      expect(opensCompany(other), String(other)).toBe(false);
  });

  it("opens nothing where the console showed none", () => {
    delete process.env.BRANT_SET_UP_KEY;
    expect(opensCompany(undefined)).toBe(false);
    expect(opensCompany("")).toBe(false);
    expect(opensCompany("undefined")).toBe(false);
  });
});
