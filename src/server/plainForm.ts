import { bodyUpTo, foreignOrigin } from "./request";

const MOST = 8 * 1024;

/** The fields of a form that a browser sent by itself; undefined where it is not Brant's own, or too much. */
export async function formOf(request: Request): Promise<Readonly<Record<string, string>> | undefined> {
  if (foreignOrigin(request)) return undefined;
  const body = await bodyUpTo(request, MOST);
  return body && Object.fromEntries(new URLSearchParams(body.toString("utf8")));
}

/** Leads on to a page of Brant's own after a form, so that loading it again sends nothing. */
export const seeOther = (path: string): Response =>
  new Response(null, { status: 303, headers: { location: path, "cache-control": "no-store" } });
