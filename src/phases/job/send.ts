import type { Entry, Intent } from "@/core/log";
import { ulid } from "ulid";

/** `Shown`: what the page that sent it shows, as it is after the entry. */
export type SendOutcome<Shown = never> =
  | {
      readonly ok: true;
      readonly seq: number;
      readonly head: string;
      readonly entry?: Entry;
      readonly now?: number;
      readonly shown?: Shown;
    }
  | {
      readonly ok: false;
      readonly why: "invalid" | "refused" | "signedOut" | "forbidden" | "unreachable";
      readonly error: string;
      readonly field?: string;
      readonly fields?: Readonly<Record<string, string>>;
    };

/** An intent before it has its id. */
export type Asked = Intent extends infer I ? (I extends Intent ? Omit<I, "id"> : never) : never;
/** An intent with an id of its own, so that sending it again changes nothing. */
export const withId = (wish: Asked): Intent => ({ ...wish, id: ulid() }) as Intent;

/** Pages that can be shown again with the answer to what they sent. */
export type Page = "site";

/** Sends one intent. A network that fails, or a server that cannot reach its database, is `unreachable`: the same intent may be sent again. */
export async function sendIntent<Shown = never>(
  jobId: string,
  intent: Intent,
  show?: Page,
): Promise<SendOutcome<Shown>> {
  let response: Response;
  try {
    response = await fetch(`/api/jobs/${jobId}/entries${show ? `?show=${show}` : ""}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(intent),
      signal: AbortSignal.timeout(20_000),
    });
  } catch {
    return {
      ok: false,
      why: "unreachable",
      error: "No connection just now. It is kept here and sent again by itself",
    };
  }
  try {
    return (await response.json()) as SendOutcome<Shown>;
  } catch {
    return {
      ok: false,
      why: "unreachable",
      error: "The server did not answer properly. It is kept here and sent again by itself",
    };
  }
}

/** Sends until it is taken or refused, waiting between tries; for what must not be lost while the page is open. */
export async function sendUntilTaken<Shown = never>(
  jobId: string,
  intent: Intent,
  waiting: (error: string) => void,
  show?: Page,
): Promise<SendOutcome<Shown>> {
  for (let wait = 1000; ; wait = Math.min(wait * 1.6, 8000)) {
    const outcome = await sendIntent<Shown>(jobId, intent, show);
    if (outcome.ok || outcome.why !== "unreachable") return outcome;
    waiting(outcome.error);
    await new Promise((r) => setTimeout(r, wait));
  }
}

/** Uploads a photo or signature under an id of its own; repeating it changes nothing. */
export async function sendFile(
  jobId: string,
  id: string,
  content: Blob,
  purpose: "photo" | "signature",
): Promise<
  | { readonly ok: true; readonly sha256: string }
  | { readonly ok: false; readonly why: "refused" | "unreachable"; readonly error: string }
> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/files?id=${id}&for=${purpose}`, {
      method: "POST",
      headers: { "content-type": content.type || "application/octet-stream" },
      body: content,
      signal: AbortSignal.timeout(60_000),
    });
    const body = (await response.json()) as { sha256?: string; error?: string };
    if (response.ok && body.sha256) return { ok: true, sha256: body.sha256 };
    return {
      ok: false,
      why: response.status >= 500 ? "unreachable" : "refused",
      error: body.error ?? "The photo was not taken",
    };
  } catch {
    return { ok: false, why: "unreachable", error: "No connection just now. The photo is kept here" };
  }
}

/** A photo small enough for a slow line: at most 1600 px, JPEG. Falls back to the file as it is where the browser cannot read it. */
export async function shrinkPhoto(photo: File): Promise<Blob> {
  try {
    const bitmap = await createImageBitmap(photo, { imageOrientation: "from-image" });
    const scale = Math.min(1, 1600 / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
    canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    return (await new Promise<Blob | null>((r) => canvas.toBlob(r, "image/jpeg", 0.82))) ?? photo;
  } catch {
    return photo;
  }
}
