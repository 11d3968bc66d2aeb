import { act, fireEvent, render, screen } from "@testing-library/react";
import { clear, createStore } from "idb-keyval";
import { useEffect } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Actor, JobState } from "@/core/job";
import { stepState } from "@/core/job";
import type { Intent } from "@/core/log";
import { allKept, type Kept } from "@/phases/outbox/kept";
import { makeOutbox, type Outbox } from "@/phases/outbox/outbox";
import { OutboxNotice } from "@/phases/outbox/OutboxNotice";
import { OutboxProvider, useOutbox } from "@/phases/outbox/OutboxProvider";
// What sends is fetched by the first who sends: here it is there from the beginning.
import "@/phases/outbox/sending";
import type { Run } from "@/phases/run/run";
import { useRun } from "@/phases/run/useRun";
import { imke, running, ulidAt, type Desk } from "../unit/desk";

vi.mock("next/navigation", () => ({ usePathname: () => "/jobs" }));

const tobias: Actor = { id: "p2", name: "Tobias Ruck", role: "installer" };
const at = () => Date.UTC(2026, 10, 25, 9);
const hear = () => undefined;

interface Tab {
  readonly run: () => Run;
  readonly outbox: () => Outbox;
  /** Jobs as they were shown, one after the other. */
  readonly shown: () => readonly JobState[];
  readonly close: () => void;
}
/** One tab with the run open in it. */
function tab(job: JobState, by: Actor): Tab {
  let run!: Run;
  let outbox!: Outbox;
  const shown: JobState[] = [];
  function Page() {
    run = useRun(job, by, "us", at, hear);
    const now = run.job;
    useEffect(() => {
      shown.push(now);
    }, [now]);
    ({ outbox } = useOutbox());
    return <OutboxNotice person={by.id} />;
  }
  const { unmount } = render(
    <OutboxProvider person={by}>
      <Page />
    </OutboxProvider>,
  );
  return { run: () => run, outbox: () => outbox, shown: () => shown, close: unmount };
}
const pass = (ms: number) => act(async () => new Promise((go) => setTimeout(go, ms)));
const rest = () => pass(80);
const kept = async (by: Actor): Promise<readonly Kept[]> =>
  (await allKept()).filter((k) => k.person === by.id);
const kinds = (records: readonly { readonly kind: string }[]) => records.map((r) => r.kind);
const keptKinds = async (by: Actor) => kinds((await kept(by)).map((k) => k.intent));

/** What the server answers to an intent beside what the job decides; undefined where the job decides. */
type Answer = (intent: Intent) => Response | undefined;
let desk: Desk;
let line: boolean;
/** Intents that came through, in order, and in whose name. */
let arrived: Intent[];
let names: (string | null)[];
let answer: Answer;
let signedIn: string;
beforeEach(async () => {
  await clear(createStore("brant.outbox", "kept"));
  desk = running();
  line = false;
  arrived = [];
  names = [];
  answer = () => undefined;
  signedIn = imke.id;
  vi.stubGlobal("fetch", async (url: string, request?: RequestInit) => {
    await Promise.resolve();
    if (!line) throw new TypeError("no line");
    if (request?.method !== "POST") return Response.json({ now: at(), entries: [] });
    const as = new Headers(request.headers).get("x-brant-person");
    if (as !== null && as !== signedIn)
      return Response.json({ ok: false, why: "signedOut", error: "Somebody else" }, { status: 401 });
    if (url.includes("/files")) return Response.json({ sha256: "a".repeat(64) });
    const intent = JSON.parse(request.body as string) as Intent;
    const other = answer(intent);
    if (other) return other;
    arrived.push(intent);
    names.push(as);
    const decision = desk.try(intent);
    const entry = desk.entries.at(-1)!;
    return decision.ok
      ? Response.json({ ok: true, seq: entry.seq, head: entry.hash, entry, now: at() })
      : Response.json({ ok: false, why: "refused", error: decision.error }, { status: 409 });
  });
});
const first = () => desk.job.run!.steps[0]!.id;
const second = () => desk.job.run!.steps[1]!.id;
const send = (of: Tab, wish: Parameters<Run["send"]>[0]) =>
  act(async () => {
    await of.run().send(wish);
  });

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
    expect(await keptKinds(imke)).toEqual([]);
  });

  it("keeps what is done before the part that sends has come, says so, and sends it then", async () => {
    line = true;
    let isThere = false;
    const outbox = makeOutbox(imke, async () => {
      await Promise.resolve();
      if (!isThere) throw new Error("no line");
      return import("@/phases/outbox/sending");
    });
    outbox.open();
    await rest();
    const intent = { kind: "stepDone" as const, id: ulidAt(at()), step: first() };
    await outbox.keep({ job: desk.job.id, jobName: "Any", what: "Step done", intent });
    await rest();
    expect(await keptKinds(imke)).toEqual(["stepDone"]);
    expect(outbox.hindrance().says).toMatch(/kept here/);
    isThere = true;
    outbox.sendNow();
    await rest();
    expect(arrived.map((i) => i.kind)).toEqual(["stepDone"]);
    expect(await keptKinds(imke)).toEqual([]);
    outbox.close();
  });

  it("never shows undone again what was done, while the server takes it", async () => {
    line = true;
    const phone = tab(desk.job, imke);
    await rest();
    // Outside of React's test scope: updates are drawn as a browser draws them.
    const scope = globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean };
    scope.IS_REACT_ACT_ENVIRONMENT = false;
    await phone.run().send({ kind: "stepDone", step: first() });
    await new Promise((go) => setTimeout(go, 300));
    scope.IS_REACT_ACT_ENVIRONMENT = true;
    const done = phone.shown().map((job) => stepState(job, first()).done !== undefined);
    expect(done.at(-1)).toBe(true);
    expect(done.slice(done.indexOf(true))).not.toContain(false);
    phone.close();
  });

  it("sends what was kept while a round came to its end, without waiting for the next look", async () => {
    line = true;
    // A browser takes its time to give a lock back: the round is over by then, and has not said so.
    const request = async (_name: string, _options: unknown, work: (lock: object) => Promise<unknown>) => {
      const end = await work({});
      await new Promise((go) => setTimeout(go, 300));
      return end;
    };
    vi.stubGlobal("navigator", Object.create(navigator, { locks: { value: { request } } }) as Navigator);
    const phone = tab(desk.job, imke);
    await pass(500);
    await send(phone, { kind: "stepDone", step: first() });
    await pass(150);
    expect(arrived).toHaveLength(1);
    await send(phone, { kind: "stepDone", step: second() });
    await pass(800);
    expect(arrived).toHaveLength(2);
    phone.close();
    vi.unstubAllGlobals();
  });

  it("loses nothing to another tab, and sends nothing twice", async () => {
    const [one, other] = [tab(desk.job, imke), tab(desk.job, imke)];
    await rest();
    await act(async () => {
      await one.run().send({ kind: "stepDone", step: first() });
      await other.run().send({ kind: "stepSkipped", step: desk.job.run!.steps[1]!.id, why: "Seen before" });
    });
    await rest();
    expect((await keptKinds(imke)).sort()).toEqual(["stepDone", "stepSkipped"]);
    one.close();
    other.close();

    line = true;
    const phone = tab(desk.job, imke);
    await rest();
    await rest();
    expect(arrived.map((i) => i.kind).sort()).toEqual(["stepDone", "stepSkipped"]);
    expect(new Set(arrived.map((i) => i.id)).size).toBe(2);
    expect(names).toEqual([imke.id, imke.id]);
    expect(await keptKinds(imke)).toEqual([]);
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
    signedIn = tobias.id;
    const theirs = tab(desk.job, tobias);
    await rest();
    await rest();
    expect(arrived).toEqual([]);
    expect(theirs.run().queued).toBe(0);
    expect(await keptKinds(imke)).toEqual(["stepDone"]);
    expect(
      screen.getByText(/1 kept on this device for Imke Vos, to be sent when Imke Vos signs in/),
    ).toBeTruthy();
  });

  it("keeps what a page that was left open would send after another has signed in", async () => {
    const phone = tab(desk.job, imke);
    await rest();
    line = true;
    signedIn = tobias.id;
    await send(phone, { kind: "stepDone", step: first() });
    await rest();
    expect(arrived).toEqual([]);
    expect(phone.run().signedOut).toBe(true);
    expect(await keptKinds(imke)).toEqual(["stepDone"]);
  });

  it("keeps what the server refuses, with its words, until the person decides, and goes on with the rest", async () => {
    const phone = tab(desk.job, imke);
    await rest();
    await send(phone, { kind: "stepDone", step: first() });
    await send(phone, { kind: "stepSkipped", step: second(), why: "Seen before" });
    await rest();
    phone.close();

    line = true;
    const refusal = { ok: false, why: "refused", error: "This step is not in the run any more" };
    answer = ({ kind }) => (kind === "stepDone" ? Response.json(refusal, { status: 409 }) : undefined);
    const again = tab(desk.job, imke);
    await rest();
    await rest();
    expect(kinds(arrived)).toEqual(["stepSkipped"]);
    expect(await kept(imke)).toMatchObject([{ state: "refused", says: refusal.error }]);
    // What was refused is not shown as done.
    expect(stepState(again.run().job, first()).done).toBeUndefined();
    expect(screen.getByText(/This step is not in the run any more/)).toBeTruthy();

    answer = () => undefined;
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Send it again" }));
    });
    await rest();
    expect(kinds(arrived)).toEqual(["stepSkipped", "stepDone"]);
    expect(await kept(imke)).toEqual([]);
  });

  it("keeps what is refused after its page was left, where somebody waited for the answer", async () => {
    line = true;
    let isRefusing = false;
    function Waiting() {
      const { send: ask } = useRun(desk.job, imke, "us", at, hear);
      useEffect(() => {
        void ask({ kind: "runCarriedOn", why: "A newer design" });
      }, [ask]);
      return null;
    }
    const later = { ok: false, why: "unreachable", error: "Others are writing" };
    answer = () =>
      isRefusing
        ? Response.json({ ok: false, why: "refused", error: "Not any more" }, { status: 409 })
        : Response.json(later, { status: 503, headers: { "retry-after": "1" } });
    const page = render(
      <OutboxProvider person={imke}>
        <Waiting />
      </OutboxProvider>,
    );
    await pass(300);
    page.rerender(
      <OutboxProvider person={imke}>
        <p>Another page</p>
      </OutboxProvider>,
    );
    isRefusing = true;
    await vi.waitFor(
      async () => expect(await kept(imke)).toMatchObject([{ state: "refused", says: "Not any more" }]),
      8000,
    );
  }, 15_000);

  it("leaves out what was refused only when asked twice", async () => {
    line = true;
    answer = () => Response.json({ ok: false, why: "refused", error: "Not now" }, { status: 409 });
    const phone = tab(desk.job, imke);
    await rest();
    await send(phone, { kind: "stepDone", step: first() });
    await rest();
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Leave it out" }));
    });
    expect(await kept(imke)).toHaveLength(1);
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Yes, it never happened" }));
    });
    await rest();
    expect(await kept(imke)).toEqual([]);
    expect(screen.queryByRole("button", { name: "Send it again" })).toBeNull();
  });

  it("tries what the server fails at with growing pauses, then shows it and lets the rest go ahead", async () => {
    line = true;
    const tries: number[] = [];
    answer = ({ kind }) => {
      if (kind !== "stepDone") return undefined;
      tries.push(performance.now());
      return new Response("oh", { status: 500 });
    };
    const phone = tab(desk.job, imke);
    await rest();
    await send(phone, { kind: "stepDone", step: first() });
    await send(phone, { kind: "stepSkipped", step: second(), why: "Seen before" });
    await vi.waitFor(() => expect(kinds(arrived)).toEqual(["stepSkipped"]), 20_000);
    expect(tries).toHaveLength(5);
    const pauses = tries.slice(1).map((t, i) => t - tries[i]!);
    expect(pauses.slice(1).every((p, i) => p > pauses[i]!)).toBe(true);
    await rest();
    expect(await kept(imke)).toMatchObject([{ state: "held", failures: 5 }]);
    expect(screen.getByText(/The server failed at this/)).toBeTruthy();

    answer = () => undefined;
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Send it again" }));
    });
    await rest();
    expect(kinds(arrived)).toEqual(["stepSkipped", "stepDone"]);
  }, 30_000);

  it("waits as long as a server asks that cannot take it just now, and counts that as no failure", async () => {
    line = true;
    let tries = 0;
    answer = () => {
      tries += 1;
      if (tries > 2) return undefined;
      const words = { ok: false, why: "unreachable", error: "Others are writing" };
      return Response.json(words, { status: 503, headers: { "retry-after": "1" } });
    };
    const phone = tab(desk.job, imke);
    await rest();
    await send(phone, { kind: "stepDone", step: first() });
    await rest();
    expect(tries).toBe(1);
    expect(phone.run().waiting).toBe("Others are writing");
    expect(await kept(imke)).toMatchObject([{ state: "waiting", failures: 0 }]);
    await vi.waitFor(() => expect(kinds(arrived)).toEqual(["stepDone"]), 8000);
    expect(tries).toBe(3);
  }, 15_000);

  it("keeps a photo on the device until the server has it", async () => {
    const phone = tab(desk.job, imke);
    await rest();
    const intent = { kind: "photoAdded" as const, id: ulidAt(900), file: ulidAt(901), caption: "The sump" };
    const picture = new Blob(["a picture"], { type: "image/jpeg" });
    await act(async () => {
      await phone.outbox().keep({ job: "job1", jobName: "A job", what: "Photo added", intent, picture });
    });
    await rest();
    phone.close();
    expect(await keptKinds(imke)).toEqual(["photoAdded"]);

    line = true;
    tab(desk.job, imke);
    await rest();
    await rest();
    expect(arrived).toMatchObject([{ kind: "photoAdded", file: intent.file, sha256: "a".repeat(64) }]);
    expect(await kept(imke)).toEqual([]);
  });
});
