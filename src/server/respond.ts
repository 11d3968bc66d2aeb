import { isUnreachable } from "@/data/database";
import { isDenial, personOrDenial, type Person } from "./actor";
import { errorFacts, log } from "./log";
import type { Action } from "./permissions";

/** An answer of JSON that nobody keeps. */
export const json = (body: unknown, status = 200, headers: Record<string, string> = {}): Response =>
  Response.json(body, { status, headers: { "cache-control": "no-store", ...headers } });

/** A file to take away, that nobody keeps. */
export const attachment = (type: string, name: string, body: BodyInit): Response =>
  new Response(body, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });

/** A job's name as part of a file's: lower-case words joined by hyphens, `job` where none is left. */
export const fileName = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/[^\w -]/g, "")
    .trim()
    .replace(/\s+/g, "-")
    .toLowerCase() || "job";

/** Writes are taken from Brant's own pages only. */
export function foreignOrigin(request: Request): boolean {
  const origin = request.headers.get("origin");
  if (!origin) return request.headers.get("sec-fetch-site") !== "same-origin";
  return new URL(origin).host !== request.headers.get("host");
}

/** Runs a request for a person who may do this; everything else is answered in words. */
export async function forPerson(
  request: Request,
  action: Action,
  work: (person: Person) => Promise<Response>,
): Promise<Response> {
  try {
    if (request.method !== "GET" && foreignOrigin(request))
      return json({ error: "This request did not come from Brant" }, 403);
    const person = await personOrDenial(action);
    return isDenial(person) ? json({ error: person.error }, person.status) : await work(person);
  } catch (error) {
    if (typeof (error as { digest?: unknown }).digest === "string") throw error;
    log.error({ path: new URL(request.url).pathname, ...errorFacts(error) });
    return isUnreachable(error)
      ? json({ error: "The database cannot be reached just now. Try again in a moment" }, 503)
      : json({ error: "Something failed on the server. It was noted; try again" }, 500);
  }
}

/** The body of a request as bytes, or undefined when it is larger than allowed; reading stops there. */
export async function bodyUpTo(request: Request, limit: number): Promise<Buffer | undefined> {
  if (Number(request.headers.get("content-length") ?? 0) > limit || !request.body)
    return request.body ? undefined : Buffer.alloc(0);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts);
    size += value.length;
    if (size > limit) {
      await reader.cancel();
      return undefined;
    }
    parts.push(value);
  }
}
