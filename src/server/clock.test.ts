import { describe, expect, it } from "vitest";
import { happenedAt, hasTestClock, moveClock } from "./clock";

describe("the server's clock", () => {
  const received = Date.UTC(2026, 10, 25, 12);
  const said = (ms: number) => happenedAt(new Date(received + ms).toISOString(), received);
  it("believes a phone for a short wait, never for the future, and not for an hour", () => {
    expect(said(-60_000)).toBe(received - 60_000);
    expect(said(60_000)).toBe(received);
    expect(said(3_600_000)).toBe(received);
    expect(said(-3_600_000)).toBe(received);
    expect(happenedAt(undefined, received)).toBe(received);
    expect(happenedAt("yesterday", received)).toBe(received);
  });
  it("cannot be moved in an ordinary build", () => {
    expect(hasTestClock).toBe(false);
    expect(() => moveClock(1000)).toThrow(/no test clock/);
  });
});
