import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { drawingFor } from "@/phases/valves/drawingFor";
import { inThread, inTime, NotMade } from "@/server/threads";

// The threads are real; what they make here is made up, so that it takes as long as a test wants.
const documents = `
export const card = async ({ ms }) => { await new Promise((done) => setTimeout(done, ms)); return "made"; };
export const drawing = ({ way }) => { if (way === "down") for (;;) ; return { way }; };
export const pack = () => { const all = []; for (;;) all.push(new Array(1_000_000).fill(all.length)); };
`;
const inside = { ms: 400 } as never;
const because = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "made",
    (error: unknown) => {
      if (error instanceof NotMade) return error.because;
      throw error;
    },
  );

describe("documents made in threads", () => {
  beforeAll(() => {
    const folder = mkdtempSync(join(tmpdir(), "brant-threads-"));
    mkdirSync(join(folder, "threads"));
    writeFileSync(join(folder, "threads", "documents.mjs"), documents);
    vi.stubEnv("BRANT_DIST", folder);
  });
  afterAll(() => vi.unstubAllEnvs());

  it("are refused at once where too many wait, and those that wait are made", async () => {
    const asked = await Promise.all(Array.from({ length: 20 }, () => because(inThread("card", inside))));
    expect(new Set(asked)).toEqual(new Set(["made", "crowded"]));
    expect(asked.filter((a) => a === "made").length).toBeGreaterThan(12);
    expect(await because(inThread("card", inside))).toBe("made");
  }, 30_000);

  it("are given up when they take too long; the next one has a thread again", async () => {
    const endless = { rig: {}, way: "down" } as never;
    const quick = { rig: {}, way: "right" } as never;
    const from = Date.now();
    const waiting = because(inThread("drawing", endless));
    // What needs another thread does not wait behind it.
    expect(await because(inThread("card", inside))).toBe("made");
    expect(Date.now() - from).toBeLessThan(6000);
    expect(await waiting).toBe("late");
    expect(await inThread("drawing", quick)).toEqual({ way: "right" });
    expect(await inTime("drawing", quick)).toEqual({ way: "right" });
  }, 30_000);

  it("a rig is drawn once: looked at again, the same drawing is shown", async () => {
    const [one, other] = [{ handles: [] }, { handles: [{}] }] as never[];
    const first = await drawingFor(one!, "right");
    expect(first).toEqual({ way: "right" });
    expect(await drawingFor({ handles: [] } as never, "right")).toBe(first);
    expect(await drawingFor(other!, "right")).not.toBe(first);
  }, 30_000);

  it("that need more memory than a thread has end their thread alone", async () => {
    expect(await because(inThread("pack", {} as never))).toBe("failed");
    expect(await because(inThread("card", inside))).toBe("made");
  }, 60_000);
});
