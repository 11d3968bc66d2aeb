import type { SendOutcome } from "../job/send";
import { deliver } from "./deliver";
import { allKept, keepRecord, newId, nothingKept, removeRecord, type Kept } from "./kept";
import { inOneTab, makeChannel } from "./tabs";

/** Who is signed in on the page. */
export interface Sender {
  readonly id: string;
  readonly name: string;
}

/** What stands in the way of sending. */
export interface Hindrance {
  readonly signedOut: boolean;
  /** In words. */
  readonly says?: string;
}

type NewRecord = Pick<Kept, "job" | "jobName" | "what" | "picture"> & { readonly intent: Kept["intent"] };
type Settled = (record: Kept, outcome: SendOutcome) => void | Promise<void>;

/** What this device keeps until the server has it, and its sending. */
export interface Outbox {
  /** Everything kept on this device, whoever did it, the oldest first; another list whenever something changes. */
  readonly kept: () => readonly Kept[];
  readonly hindrance: () => Hindrance;
  readonly subscribe: (heard: () => void) => () => void;
  /** Told of each record that the server took or refused, before it leaves the list. */
  readonly onSettled: (heard: Settled) => () => void;
  /** Keeps something that the person did, and begins to send. Resolves once it is written down. */
  readonly keep: (record: NewRecord) => Promise<void>;
  /** What the server says of a record, for who waits for it; one that is refused is then not kept. */
  readonly answerTo: (id: string) => Promise<SendOutcome>;
  /** Nobody waits for a record any more: one that is refused is kept, with its words. */
  readonly waitNoMore: (id: string) => void;
  /** Sends what is due, at once. */
  readonly sendNow: () => void;
  /** Sends a record again that was held or refused. */
  readonly again: (id: string) => void;
  /** Leaves out what was refused, for good. */
  readonly leaveOut: (id: string) => void;
  readonly open: () => void;
  readonly close: () => void;
}

/** Pauses between tries while nothing comes through, ms: each longer than the one before. */
const PAUSE = { first: 800, growth: 1.6, most: 10_000 } as const;
/** So often the server may fail at a record before what is behind it goes ahead. */
const FAILURES = 5;
/** A record that is held is tried again after so long, ms. */
const HELD_MS = 60_000;

/** How a round of sending ended: nothing due is left, nobody is signed in, or something waits, for so many ms at least. */
type RoundEnd = { readonly is: "done" | "signedOut" } | { readonly is: "waits"; readonly ms: number };

const longer = (a: number | undefined, b: number): number => Math.max(a ?? 0, b);

/** Nothing is in the way: always the same, so that nothing is drawn anew for it. */
export const nothingHinders: Hindrance = { signedOut: false };

/** The records of this device as this page knows them: what the browser keeps, and what it could not keep. */
function makeRecords(changedHere: () => void) {
  let all = nothingKept;
  const heard = new Set<() => void>();
  // Not written down, or not yet: a list read from the browser lacks them.
  const unwritten = new Set<string>();
  const gone = new Set<string>();
  const show = (next: readonly Kept[]) => {
    all = next.toSorted((a, b) => (a.id < b.id ? -1 : 1));
    for (const hear of heard) hear();
  };
  return {
    all: () => all,
    find: (id: string) => all.find((k) => k.id === id),
    subscribe: (hear: () => void) => {
      heard.add(hear);
      return () => heard.delete(hear);
    },
    tell: () => show(all),
    /** Takes up what other tabs have kept or sent. A browser that keeps nothing has nothing to tell. */
    refresh: async () => {
      const written = await allKept().catch(() => undefined);
      if (!written) return;
      const here = all.filter((k) => unwritten.has(k.id));
      const others = written.filter((k) => !gone.has(k.id) && !unwritten.has(k.id));
      const next = [...others, ...here];
      if (next.length + all.length > 0) show(next);
    },
    put: async (record: Kept) => {
      unwritten.add(record.id);
      show([...all.filter((k) => k.id !== record.id), record]);
      try {
        await keepRecord(record);
        unwritten.delete(record.id);
        changedHere();
      } catch {
        /* a browser that keeps nothing loses it with the page */
      }
    },
    remove: async (id: string) => {
      gone.add(id);
      show(all.filter((k) => k.id !== id));
      await removeRecord(id).catch(() => undefined);
      changedHere();
    },
  };
}
type Records = ReturnType<typeof makeRecords>;

/** A record that the server failed at once more. */
function failedAgain(record: Kept, says: string, now: number): Kept {
  const failures = record.failures + 1;
  return { ...record, failures, sentAt: now, says, state: failures >= FAILURES ? "held" : "waiting" };
}

/** What a tab tells the others: something changed, or a record was settled. */
interface Told {
  readonly settled?: { readonly record: Kept; readonly outcome: SendOutcome };
}

/** Sends every record of a person that is due, job by job, each in its order. */
async function sendRound(
  person: string,
  records: Records,
  settle: Settled,
  hinder: (hindrance: Hindrance) => void,
  isOpen: () => boolean,
): Promise<RoundEnd> {
  await records.refresh();
  const isDue = ({ person: by, state, sentAt = 0 }: Kept) =>
    by === person && (state === "waiting" || (state === "held" && Date.now() - sentAt >= HELD_MS));
  const tried = new Set<string>();
  const resting = new Set<string>();
  const next = () => records.all().find((k) => isDue(k) && !tried.has(k.id) && !resting.has(k.job));
  let waits: number | undefined;
  for (let record = next(); record && isOpen(); record = next()) {
    tried.add(record.id);
    const outcome = await deliver(record);
    if (outcome.ok) {
      hinder(nothingHinders);
      await settle(record, outcome);
    } else if (outcome.why === "signedOut") {
      hinder({ signedOut: true, says: outcome.error });
      return { is: "signedOut" };
    } else if (outcome.why === "unreachable") {
      hinder({ signedOut: false, says: outcome.error });
      // Without a word from the server there is no line for anything.
      if (outcome.after === undefined) return { is: "waits", ms: 0 };
      resting.add(record.job);
      waits = longer(waits, outcome.after);
    } else if (outcome.why === "failed") {
      const failed = failedAgain(record, outcome.error, Date.now());
      await records.put(failed);
      if (failed.state === "held") continue;
      hinder({ signedOut: false, says: outcome.error });
      resting.add(record.job);
      waits = longer(waits, outcome.after ?? 0);
    } else {
      hinder(nothingHinders);
      await settle(record, outcome);
    }
  }
  return waits === undefined ? { is: "done" } : { is: "waits", ms: waits };
}

/** Runs rounds until nothing is due, with growing pauses while nothing comes through; one at a time, in one tab at a time. */
function makeRounds(person: string, round: () => Promise<RoundEnd>, isOpen: () => boolean) {
  let working = false;
  /** Something was asked for while a round was at its end: it may not have seen it. */
  let asked = false;
  let wake: () => void = () => undefined;
  const sleep = (ms: number) =>
    new Promise<void>((awake) => {
      const timer = setTimeout(awake, ms);
      wake = () => {
        clearTimeout(timer);
        awake();
      };
    });
  const work = async () => {
    asked = true;
    if (working) return;
    working = true;
    try {
      for (let pause: number = PAUSE.first; isOpen(); pause = Math.min(pause * PAUSE.growth, PAUSE.most)) {
        asked = false;
        const end = await inOneTab(`brant.outbox.${person}`, round);
        if (end?.is === "done" && asked) continue;
        if (end && end.is !== "waits") break;
        await sleep(Math.max(pause, end?.is === "waits" ? end.ms : 0));
      }
    } finally {
      // Whatever broke a round off, the next look begins another.
      working = false;
    }
  };
  return {
    work: () => void work(),
    wake: () => {
      wake();
      void work();
    },
  };
}

/** What one person's page keeps and sends. Nothing is sent under another's name: the server is told whose it is, and takes it from nobody else. */
export function makeOutbox(person: Sender): Outbox {
  let isOpen = false;
  let hindrance: Hindrance = nothingHinders;
  const settledHeard = new Set<Settled>();
  const waiters = new Map<string, (outcome: SendOutcome) => void>();
  const channel = makeChannel<{
    readonly settled?: { readonly record: Kept; readonly outcome: SendOutcome };
  }>();
  const records = makeRecords(() => channel.tell({}));

  const answered = async (record: Kept, outcome: SendOutcome) => {
    for (const hear of settledHeard) await hear(record, outcome);
    const waiter = waiters.get(record.id);
    waiters.delete(record.id);
    waiter?.(outcome);
    return waiter !== undefined;
  };
  const settle: Settled = async (record, outcome) => {
    const wasAwaited = await answered(record, outcome);
    if (outcome.ok || wasAwaited) await records.remove(record.id);
    else await records.put({ ...record, state: "refused", says: outcome.error });
    channel.tell({ settled: { record: { ...record, picture: undefined }, outcome } });
  };
  const hinder = (next: Hindrance) => {
    if (next.signedOut === hindrance.signedOut && next.says === hindrance.says) return;
    hindrance = next;
    records.tell();
  };
  const rounds = makeRounds(
    person.id,
    () => sendRound(person.id, records, settle, hinder, () => isOpen),
    () => isOpen,
  );
  /** Another tab kept, sent or left out something. */
  const hearTab = async ({ settled }: Told) => {
    if (settled) {
      const { record, outcome } = settled;
      const wasAwaited = await answered(record, outcome);
      if (wasAwaited && !outcome.ok) await records.remove(record.id);
    }
    await records.refresh();
  };

  return {
    kept: records.all,
    hindrance: () => hindrance,
    subscribe: records.subscribe,
    onSettled: (hear) => {
      settledHeard.add(hear);
      return () => settledHeard.delete(hear);
    },
    keep: async (asked) => {
      const record = { ...asked, id: asked.intent.id, person: person.id, personName: person.name };
      const written = records.put({ ...record, state: "waiting", failures: 0 });
      rounds.work();
      await written;
    },
    answerTo: (id) => new Promise((resolve) => waiters.set(id, resolve)),
    waitNoMore: (id) => void waiters.delete(id),
    sendNow: rounds.wake,
    again: (id) => {
      const record = records.find(id);
      if (record)
        void records.put({ ...record, state: "waiting", failures: 0, says: undefined }).then(rounds.wake);
    },
    leaveOut: (id) => void records.remove(id),
    open: () => {
      isOpen = true;
      channel.open((told) => void hearTab(told));
      rounds.wake();
    },
    close: () => {
      isOpen = false;
      channel.close();
    },
  };
}

export { newId };
