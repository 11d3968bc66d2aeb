import { act, render } from "@testing-library/react";
import { clear, get } from "idb-keyval";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Actor, JobState } from "@/core/job";
import { stepState } from "@/core/job";
import type { Intent } from "@/core/log";
import { useRun, type Run } from "@/phases/run/useRun";
import { imke, running, type Desk } from "../unit/desk";

const tobias: Actor = { id: "p2", name: "Tobias Ruck", role: "installer" };
const at = () => Date.UTC(2026, 10, 25, 9);
const hear = () => undefined;

/** One tab with the run open in it. */
function tab(job: JobState, by: Actor): { readonly run: () => Run; readonly close: () => void } {
  let seen!: Run;
  function Tab() {
    seen = useRun(job, by, "us", at, hear);
    return null;
  }
  const { unmount } = render(<Tab />);
  return { run: () => seen, close: unmount };
}
const rest = () => act(async () => new Promise((go) => setTimeout(go, 60)));
const kept = async (by: Actor): Promise<readonly Intent[]> => (await get(`brant.queue.${by.id}.job1`)) ?? [];

let desk: Desk;
let line: boolean;
/** Intents that came through, in order. */
let arrived: Intent[];
beforeEach(async () => {
  await clear();
  desk = running();
  line = false;
  arrived = [];
  vi.stubGlobal("fetch", async (_url: string, request?: RequestInit) => {
    await Promise.resolve();
    if (!line) throw new TypeError("no line");
    if (request?.method !== "POST") return Response.json({ now: at(), entries: [] });
    const intent = JSON.parse(request.body as string) as Intent;
    arrived.push(intent);
    const decision = desk.try(intent);
    const entry = desk.entries.at(-1)!;
    return decision.ok
      ? Response.json({ ok: true, seq: entry.seq, head: entry.hash, entry, now: at() })
      : Response.json({ ok: false, why: "refused", error: decision.error }, { status: 409 });
  });
});
const first = () => desk.job.run!.steps[0]!.id;

describe("the phone's queue", () => {
  it("shows at once what it decides itself, keeps it without a line, and sends it when there is one", async () => {
    const phone = tab(desk.job, imke);
    await rest();
    await act(async () => {
      expect(await phone.run().send({ kind: "stepDone", step: first() })).toEqual({ ok: true });
    });
    await rest();
    expect(stepState(phone.run().job, first()).done).toMatchObject({ by: { name: imke.name } });
    expect(phone.run().queued).toBe(1);
    expect(phone.run().waiting).toMatch(/kept here/);
    phone.close();

    line = true;
    const again = tab(desk.job, imke);
    await rest();
    await rest();
    expect(arrived.map((i) => i.kind)).toEqual(["stepDone"]);
    expect(again.run().queued).toBe(0);
    expect(stepState(again.run().job, first()).done).toBeDefined();
    expect(await kept(imke)).toEqual([]);
  });

  it("loses nothing to another tab, and sends nothing twice", async () => {
    const [one, other] = [tab(desk.job, imke), tab(desk.job, imke)];
    await rest();
    await act(async () => {
      await one.run().send({ kind: "stepDone", step: first() });
      await other.run().send({ kind: "stepSkipped", step: desk.job.run!.steps[1]!.id, why: "Seen before" });
    });
    await rest();
    expect((await kept(imke)).map((i) => i.kind).sort()).toEqual(["stepDone", "stepSkipped"]);
    one.close();
    other.close();

    line = true;
    const phone = tab(desk.job, imke);
    await rest();
    await rest();
    expect(arrived.map((i) => i.kind).sort()).toEqual(["stepDone", "stepSkipped"]);
    expect(new Set(arrived.map((i) => i.id)).size).toBe(2);
    expect(await kept(imke)).toEqual([]);
    expect(phone.run().queued).toBe(0);
  });

  it("never sends what another person has left on the phone", async () => {
    const phone = tab(desk.job, imke);
    await rest();
    await act(async () => {
      await phone.run().send({ kind: "stepDone", step: first() });
    });
    await rest();
    phone.close();

    line = true;
    const theirs = tab(desk.job, tobias);
    await rest();
    await rest();
    expect(arrived).toEqual([]);
    expect(theirs.run().queued).toBe(0);
    expect((await kept(imke)).map((i) => i.kind)).toEqual(["stepDone"]);
  });
});
