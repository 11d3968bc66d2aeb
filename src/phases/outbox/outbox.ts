import { NO_LINE, type SendOutcome } from "../job/outcome";
import type { Kept } from "./kept";
import { makeRecords, nothingHinders, type Hindrance, type RoundEnd, type Settled } from "./records";
import { atRest } from "@/ui/later/atRest";
import { untilFetched } from "@/ui/later/untilFetched";
import { inOneTab, makeChannel } from "./tabs";

/** Who is signed in on the page. */
export interface Sender {
  readonly id: string;
  readonly name: string;
}

type NewRecord = Pick<Kept, "job" | "jobName" | "what" | "picture"> & { readonly intent: Kept["intent"] };

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

/** What a tab tells the others: something changed, or a record was settled. */
interface Told {
  readonly settled?: { readonly record: Kept; readonly outcome: SendOutcome };
}

/**
 * Runs rounds until nothing is due, with growing pauses while nothing comes through; one at a time, in one
 * tab at a time.
 */
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

/** What sends. Most pages are left with nothing to send: it follows the page, and is there before the signal goes. */
const fetchSending = () => import("./sending");

/**
 * What one person's page keeps and sends. Nothing is sent under another's name: the server is told whose it
 * is, and takes it from nobody else.
 */
export function makeOutbox(person: Sender, fetchIt = fetchSending): Outbox {
  let isOpen = false;
  let hindrance: Hindrance = nothingHinders;
  const settledHeard = new Set<Settled>();
  const waiters = new Map<string, (outcome: SendOutcome) => void>();
  const channel = makeChannel<Told>();
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
  const round = async (): Promise<RoundEnd> => {
    await records.refresh();
    if (!records.all().some((k) => k.person === person.id)) return { is: "done" };
    const sending = await fetchIt().catch(() => undefined);
    if (sending) return sending.sendRound(person.id, records, settle, hinder, () => isOpen);
    hinder({ signedOut: false, says: NO_LINE });
    return { is: "waits", ms: 0 };
  };
  const rounds = makeRounds(person.id, round, () => isOpen);
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
      void atRest().then(() => untilFetched(fetchIt));
    },
    close: () => {
      isOpen = false;
      channel.close();
    },
  };
}
