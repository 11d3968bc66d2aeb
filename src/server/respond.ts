import { isCollision, isOvertime, isUnreachable } from "@/data/database";
import { isDenial, personOrDenial, type Person } from "./actor";
import { errorFacts, log } from "./log";
import type { Action } from "./permissions";
import { foreignOrigin } from "./request";
import { NotMade, notMadeSaid } from "./threads";

/** An answer of JSON that nobody keeps. */
export const json = (body: unknown, status = 200, headers: Record<string, string> = {}): Response =>
  Response.json(body, { status, headers: { "cache-control": "no-store", ...headers } });

/** Headers of an answer that asks to come again. */
export const LATER = { "retry-after": "2" } as const;

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
    if (error instanceof NotMade) return json({ error: notMadeSaid(error) }, 503, LATER);
    if (isUnreachable(error))
      return json({ error: "The database cannot be reached just now. Try again in a moment" }, 503, LATER);
    if (isOvertime(error))
      return json({ error: "The database took too long to answer. Try again in a moment" }, 503, LATER);
    if (isCollision(error))
      return json({ error: "Others are writing here just now. Try again in a moment" }, 503, LATER);
    return json({ error: "Something failed on the server. It was noted; try again" }, 500);
  }
}
