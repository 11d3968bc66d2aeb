import type { Intent } from "@/core/log";
import { sendFile, sendIntent, type SendOutcome } from "../job/send";
import type { Kept } from "./kept";

/** Sends one record as its person: first its picture, then its intent. Repeating it changes nothing. */
export async function deliver(kept: Kept): Promise<SendOutcome> {
  const { job, person, picture } = kept;
  if (!picture) return sendIntent(job, kept.intent as Intent, { as: person });
  const { file } = kept.intent as Extract<Intent, { kind: "photoAdded" }>;
  const sent = await sendFile(job, file, picture, "photo", person);
  if (!sent.ok) return sent;
  return sendIntent(job, { ...kept.intent, sha256: sent.sha256 } as Intent, { as: person });
}
