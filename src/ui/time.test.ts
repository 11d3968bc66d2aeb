import { describe, expect, it } from "vitest";
import { clockTime, countdown, dateIn, inZone, lengthOf, momentOf } from "./time";

describe("times on screen", () => {
  it("follows the company's zone across a change of clocks", () => {
    // Europe/Amsterdam leaves summer time on 25 October 2026 at 01:00 UTC.
    expect(clockTime("2026-10-25T00:30:00Z", "Europe/Amsterdam")).toBe("02:30");
    expect(clockTime("2026-10-25T01:30:00Z", "Europe/Amsterdam")).toBe("02:30");
    expect(clockTime("2026-10-25T02:30:00Z", "Europe/Amsterdam")).toBe("03:30");
    // A soak of 48 h over that night ends 48 h later, whatever the wall clock says.
    expect(
      momentOf(
        Date.parse("2026-10-24T08:00:00Z") + 48 * 3_600_000,
        Date.parse("2026-10-24T08:00:00Z"),
        "Europe/Amsterdam",
      ),
    ).toBe("Mon 26 Oct 09:00");
  });
  it("reads a wall clock's day and time in the company's zone, on both sides of a change of clocks", () => {
    expect(inZone("2026-10-24", "09:00", "Europe/Amsterdam")).toBe("2026-10-24T07:00:00.000Z");
    expect(inZone("2026-10-26", "09:00", "Europe/Amsterdam")).toBe("2026-10-26T08:00:00.000Z");
    expect(inZone("2026-07-01", "00:30", "America/New_York")).toBe("2026-07-01T04:30:00.000Z");
    expect(inZone("2026-07-01", "", "Europe/Amsterdam")).toBeUndefined();
    expect(dateIn(Date.parse("2026-11-25T23:30:00Z"), "Europe/Amsterdam")).toBe("2026-11-26");
  });
  it("never shows zero before the time has run", () => {
    expect(countdown(1)).toBe("00:01");
    expect(countdown(0)).toBe("00:00");
    expect(countdown(-5)).toBe("00:00");
    expect(countdown(18 * 60_000 + 42_000)).toBe("18:42");
    expect(countdown(48 * 3_600_000)).toBe("48:00:00");
    expect([lengthOf(5), lengthOf(90), lengthOf(2880)]).toEqual(["5 min", "1 h 30", "48 h"]);
  });
});
