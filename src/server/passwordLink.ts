import { createHash, randomBytes } from "node:crypto";
import type { NewLink } from "@/data/queries/passwordLinks";
import { now } from "./clock";
import { env } from "./env";

/** For so long a link lets its person choose a password. */
export const LINK_DAYS = 3;

/** What is kept of a link's key. */
export const hashOfKey = (key: string): string => createHash("sha256").update(key).digest("hex");

/**
 * A new link to choose a password by, and what is kept of it. The key stands behind the #, which no server
 * and no log sees.
 */
export function newLink(): { readonly link: string; readonly row: NewLink } {
  const key = randomBytes(32).toString("base64url");
  const expiresAt = new Date(now() + LINK_DAYS * 24 * 60 * 60_000);
  return { link: `${env.origin()}/welcome#${key}`, row: { keyHash: hashOfKey(key), expiresAt } };
}
