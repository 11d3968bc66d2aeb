import type { Intent } from "@/core/log";
import type { SendOutcome } from "../job/outcome";
import { sendFile, sendIntent } from "../job/send";
import type { Kept } from "./kept";
import { nothingHinders, type Hindrance, type Records, type RoundEnd, type Settled } from "./records";

/** So often the server may fail at a record before what is behind it goes ahead. */
const FAILURES = 5;
/** A record that is held is tried again after so long, ms. */
const HELD_MS = 60_000;

const longer = (a: number | undefined, b: number): number => Math.max(a ?? 0, b);

/** Sends one record as its person: first its picture, then its intent. Repeating it changes nothing. */
async function deliver(kept: Kept): Promise<SendOutcome> {
  const { job, person, picture } = kept;
  if (!picture) return sendIntent(job, kept.intent as Intent, { as: person });
  const { file } = kept.intent as Extract<Intent, { kind: "photoAdded" }>;
  const sent = await sendFile(job, file, picture, "photo", person);
  if (!sent.ok) return sent;
  return sendIntent(job, { ...kept.intent, sha256: sent.sha256 } as Intent, { as: person });
}

/** A record that the server failed at once more. */
function failedAgain(record: Kept, says: string, now: number): Kept {
  const failures = record.failures + 1;
  return { ...record, failures, sentAt: now, says, state: failures >= FAILURES ? "held" : "waiting" };
}

/** Sends every record of a person that is due, job by job, each in its order. */
export async function sendRound(
  person: string,
  records: Records,
  settle: Settled,
  hinder: (hindrance: Hindrance) => void,
  isOpen: () => boolean,
): Promise<RoundEnd> {
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
