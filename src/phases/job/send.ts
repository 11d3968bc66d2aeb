import type { Intent } from "@/core/log";
import { ulid } from "ulid";
import { SENT_BY } from "@/server/sentBy";
import { signedInAgain } from "../people/ended";
import { NO_LINE, type SendOutcome } from "./outcome";

/** An intent before it has its id. */
export type Asked = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;
/** An intent with an id of its own, so that sending it again changes nothing. */
export const withId = (wish: Asked): Intent => ({ ...wish, id: ulid() }) as Intent;

/** Pages that can be shown again with the answer to what they sent. */
export type Page = "site";

const FAILED = "The server failed at this. It is kept here and sent again by itself";

/** Browsers let so many characters at most outlive their page; with room for others on their way. */
const OUTLIVES = 16_000;

const sentBy = (as: string | undefined): Record<string, string> => (as ? { [SENT_BY]: as } : {});

const afterOf = (response: Response): number | undefined => {
  const seconds = Number(response.headers.get("retry-after") ?? undefined);
  return Number.isFinite(seconds) ? seconds * 1000 : undefined;
};

/**
 * Sends one intent. `unreachable`: the network fails, or the server says that it cannot take it just now;
 * `failed`: the server failed. The same intent may be sent again after either. `show`: a page that is to be
 * shown again with the answer; `as`: who did it, where somebody else may have signed in since.
 */
export async function sendIntent<Shown = never>(
  jobId: string,
  intent: Intent,
  { show, as }: { readonly show?: Page; readonly as?: string } = {},
): Promise<SendOutcome<Shown>> {
  const body = JSON.stringify(intent);
  let response: Response;
  try {
    response = await fetch(`/api/jobs/${jobId}/entries${show ? `?show=${show}` : ""}`, {
      method: "POST",
      headers: { "content-type": "application/json", ...sentBy(as) },
      body,
      // What is on its way goes on though its page is left.
      keepalive: body.length < OUTLIVES,
      signal: AbortSignal.timeout(20_000),
    });
  } catch {
    return { ok: false, why: "unreachable", error: NO_LINE };
  }
  try {
    const outcome = (await response.json()) as SendOutcome<Shown>;
    if (typeof outcome.ok !== "boolean") throw new Error("no outcome");
    return outcome.ok ? outcome : { ...outcome, after: afterOf(response) };
  } catch {
    return { ok: false, why: "failed", error: FAILED, after: afterOf(response) };
  }
}

/**
 * Sends until it is taken or refused, waiting between tries and for a sign-in in place; for what must not
 * be lost while the page is open.
 */
export async function sendUntilTaken<Shown = never>(
  jobId: string,
  intent: Intent,
  waiting: (error: string) => void,
  show?: Page,
): Promise<SendOutcome<Shown>> {
  for (let wait = 1000; ; wait = Math.min(wait * 1.6, 8000)) {
    const outcome = await sendIntent<Shown>(jobId, intent, { show });
    if (!outcome.ok && outcome.why === "signedOut" && (await signedInAgain())) continue;
    if (outcome.ok || (outcome.why !== "unreachable" && outcome.why !== "failed")) return outcome;
    waiting(outcome.error);
    await new Promise((r) => setTimeout(r, wait));
  }
}

type FileOutcome =
  | { readonly ok: true; readonly sha256: string }
  | {
      readonly ok: false;
      readonly why: "refused" | "signedOut" | "unreachable" | "failed";
      readonly error: string;
      readonly after?: number;
    };

/** What a status says of a file that was not taken. */
function whyNotTaken(status: number) {
  if (status === 401) return "signedOut";
  if (status === 503) return "unreachable";
  return status >= 500 ? "failed" : "refused";
}

/** Uploads a photo or signature under an id of its own; repeating it changes nothing. `as`: who took it. */
export async function sendFile(
  jobId: string,
  id: string,
  content: Blob,
  purpose: "photo" | "signature",
  as?: string,
): Promise<FileOutcome> {
  let response: Response;
  try {
    response = await fetch(`/api/jobs/${jobId}/files?id=${id}&for=${purpose}`, {
      method: "POST",
      headers: { "content-type": content.type || "application/octet-stream", ...sentBy(as) },
      body: content,
      signal: AbortSignal.timeout(60_000),
    });
  } catch {
    return { ok: false, why: "unreachable", error: NO_LINE };
  }
  const body = await response
    .json()
    .then((json) => json as { sha256?: string; error?: string })
    .catch(() => ({ sha256: undefined, error: undefined }));
  if (response.ok && body.sha256) return { ok: true, sha256: body.sha256 };
  return {
    ok: false,
    why: whyNotTaken(response.ok ? 500 : response.status),
    error: body.error ?? "The photo was not taken",
    after: afterOf(response),
  };
}
