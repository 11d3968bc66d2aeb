// What a request brings, held to what may come in.

/** Writes are taken from Brant's own pages only. */
export function foreignOrigin(request: Request): boolean {
  const origin = request.headers.get("origin");
  if (!origin) return request.headers.get("sec-fetch-site") !== "same-origin";
  return !URL.canParse(origin) || new URL(origin).host !== request.headers.get("host");
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

/**
 * The body of a request as JSON; undefined where it is none, larger than allowed, or holds text that
 * nothing can keep.
 */
export async function jsonUpTo(request: Request, limit: number): Promise<unknown> {
  const body = await bodyUpTo(request, limit);
  const raw: unknown = await Promise.resolve(body?.toString() ?? "")
    .then(JSON.parse)
    .catch(() => undefined);
  return isWellFormed(raw) ? raw : undefined;
}

/**
 * Is every text in a JSON value whole: half of a character that takes two is none, and no database or paper
 * can hold it.
 */
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
