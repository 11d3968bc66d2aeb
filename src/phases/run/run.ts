import type { Actor, JobState } from "@/core/job";
import type { SendOutcome } from "../job/outcome";
import type { Asked } from "../job/send";
import type { RunTexts } from "./texts";

export type Refused = Extract<SendOutcome, { ok: false }>;
export type Sent = { readonly ok: true } | Refused;
export interface Run {
  readonly job: JobState;
  /** The texts that came behind the page, with the whole job. */
  readonly texts?: RunTexts;
  /** Whose phone it is. */
  readonly by: Actor;
  readonly queued: number;
  /** Something was done that the page cannot show yet, because what follows it is on its way. */
  readonly behind: boolean;
  /** Why the queue waits, in words. */
  readonly waiting?: string;
  readonly signedOut: boolean;
  readonly refused?: Refused;
  /** Puts it into the queue. What the phone decides by itself is answered at once, the rest when the server has. */
  readonly send: (wish: Asked) => Promise<Sent>;
  readonly look: () => Promise<void>;
}
