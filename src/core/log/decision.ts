import { isSealed } from "../job/handedOver";
import type { JobState } from "../job/job";
import type { Draft } from "./entry";
import { refuse, type Deciding, type Intent, type LogKind, type Refusal } from "./kind";

/** The entry that an intent becomes, without its place in the chain, or why not. */
export type Decision = { readonly ok: true; readonly entry: Pick<Draft, "kind" | "data"> } | Refusal;

const SEALED =
  "The record is signed. Open an addendum on the record's page, change it there, and sign the addendum";

const CLOSED = "This job is closed. Open it again, with the reason, and go on";

/**
 * The entry an intent of a kind becomes, or why not. Pure: the state, the clock and what the office knows are
 * arguments; permission is the server's.
 */
export function decisionOf(kind: LogKind, job: JobState, intent: Intent, deciding: Deciding): Decision {
  if (intent.kind !== "jobOpened" && job.seq === 0) return refuse("There is no such job");
  const { kind: name, id: _, claimed: __, ...asked } = intent;
  if (job.closed && !kind.takesClosed) return refuse(CLOSED);
  if (isSealed(job) && !kind.leavesSigned(job, asked as never)) return refuse(SEALED);
  const decided = kind.decide(job, asked as never, deciding);
  return decided.ok
    ? { ok: true, entry: { kind: name, data: decided.kept } as Pick<Draft, "kind" | "data"> }
    : decided;
}
