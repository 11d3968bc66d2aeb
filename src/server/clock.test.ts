import { describe, expect, it } from "vitest";
import { arrivedAt, happenedAt, hasTestClock, moveClock } from "./clock";

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

describe("when an entry arrived", () => {
  it("is never before the one that it follows", () => {
    const last = "2026-03-02T10:00:00.500Z";
    const at = Date.parse(last);
    expect(arrivedAt(at - 300, last)).toBe(at);
    expect(arrivedAt(at + 300, last)).toBe(at + 300);
    expect(arrivedAt(at, undefined)).toBe(at);
  });
});
