import { isCollision, isUnreachable } from "@/data/database";
import { isDenial, personOrDenial, type Person } from "./actor";
import { errorFacts, log } from "./log";
import type { Action } from "./permissions";

/** An answer of JSON that nobody keeps. */
export const json = (body: unknown, status = 200, headers: Record<string, string> = {}): Response =>
  Response.json(body, { status, headers: { "cache-control": "no-store", ...headers } });

/** Headers of an answer that asks to come again. */
export const LATER = { "retry-after": "2" } as const;

/** Is every text in a JSON value whole: half of a character that takes two is none, and no database or paper can hold it. */
export function isWellFormed(value: unknown): boolean {
  if (typeof value === "string") return value.isWellFormed();
  if (typeof value !== "object" || value === null) return true;
  return Object.entries(value).every(([key, inner]) => key.isWellFormed() && isWellFormed(inner));
}

/** A whole number from an address, from 0 to a bound; `otherwise` where it is none. */
export function wholeUpTo(most: number, text: unknown, otherwise: number): number {
  const n = typeof text === "string" && /^\d{1,15}$/.test(text) ? Number(text) : undefined;
  return n !== undefined && n <= most ? n : otherwise;
}

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
  return !URL.canParse(origin) || new URL(origin).host !== request.headers.get("host");
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
    if (isUnreachable(error))
      return json({ error: "The database cannot be reached just now. Try again in a moment" }, 503, LATER);
    if (isCollision(error))
      return json({ error: "Others are writing here just now. Try again in a moment" }, 503, LATER);
    return json({ error: "Something failed on the server. It was noted; try again" }, 500);
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
