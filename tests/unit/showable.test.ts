import { describe, expect, it } from "vitest";
import type { Entry } from "@/core/log";
import { isShowable } from "@/phases/record/showable";
import { knowledge, running, ulidAt, work } from "./desk";

const job = ulidAt(1);
/** The log of a job whose run is at its end, what its entries keep changed. */
const made = work(running());
const logWith = (change: (entry: Entry) => Record<string, unknown>): readonly Entry[] =>
  made.entries.map((e) => ({ ...e, job, data: { ...e.data, ...change(e) } }) as Entry);
const ofKind = (kind: Entry["kind"], data: Record<string, unknown>) =>
  logWith((e) => (e.kind === kind ? data : {}));
const shown = (entries: readonly Entry[]) => isShowable(job, entries, knowledge, made.now);

describe("a log from outside", () => {
  it("that was made here can be shown, with units too that this catalogue lacks", () => {
    expect(shown(logWith(() => ({})))).toBe(true);
    const lacking = [{ key: "u1", model: "NO-SUCH-UNIT", parallel: 1 }];
    expect(shown(ofKind("designChanged", { units: lacking }))).toBe(true);
  });

  it("is not taken where a page or paper of it would fail for good", () => {
    expect(shown(ofKind("runStarted", { steps: undefined }))).toBe(false);
    const odd = { label: "x", value: 1, quantity: "no such quantity" };
    expect(shown(ofKind("readingTaken", { derived: [odd] }))).toBe(false);
    expect(shown(ofKind("readingTaken", { kind: "no such reading" }))).toBe(false);
  });

  it("is held to as many units as a design may have", () => {
    const many = Array.from({ length: 4 }, (_, i) => ({ key: `u${i + 1}`, model: "SF-150", parallel: 6 }));
    expect(shown(ofKind("designChanged", { units: many }))).toBe(false);
  });
});
