import { createHmac, timingSafeEqual } from "node:crypto";
import { cookies } from "next/headers";
import { ulid } from "ulid";
import { env } from "./env";

const COOKIE = "brant.device";
const YEAR_S = 365 * 24 * 60 * 60;

/** What only this server can write of a browser that has signed in as somebody. */
const sealOf = (id: string, email: string): string =>
  createHmac("sha256", env.secret()).update(`device ${id} ${email}`).digest("base64url");

/**
 * The identity of a browser whose cookie says that it has signed in to this account before; undefined for
 * any other cookie.
 */
export function deviceIn(cookie: string | undefined, email: string): string | undefined {
  const [id = "", seal = ""] = (cookie ?? "").split(".");
  const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(id, email))];
  return given.length === right.length && timingSafeEqual(given, right) ? id : undefined;
}

/** The cookie of a new browser of an account. */
export function newDevice(email: string): string {
  const id = ulid();
  return `${id}.${sealOf(id, email)}`;
}

/** The identity of the browser that asks, where it has signed in to this account before. */
export const knownDevice = async (email: string): Promise<string | undefined> =>
  deviceIn((await cookies()).get(COOKIE)?.value, email);

/** Lets this browser be known to this account from now on. It signs nobody in. */
export async function rememberDevice(email: string): Promise<void> {
  (await cookies()).set(COOKIE, newDevice(email), {
    httpOnly: true,
    sameSite: "strict",
    secure: env.origin().startsWith("https:"),
    path: "/",
    maxAge: YEAR_S,
  });
}
