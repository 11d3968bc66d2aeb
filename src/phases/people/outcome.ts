import { z } from "@/core/zod";

/**
 * A second factor as it is shown once: its secret for an application that makes codes, and codes for when
 * that is lost.
 */
export interface SecondFactorShown {
  /** The secret to type in, and as a picture to be read by a camera. */
  readonly secret?: string;
  readonly picture?: string;
  readonly codes?: readonly string[];
}

/** How a form of people went; `go`: the page that it leads to; `link`: one to hand on. */
export type PersonOutcome =
  | {
      readonly ok: true;
      readonly said?: string;
      readonly go?: string;
      readonly link?: string;
      readonly second?: SecondFactorShown;
    }
  | { readonly ok: false; readonly error: string; readonly fields?: Typed };
export type Typed = Readonly<Record<string, string>>;

const SOME_WRONG = "Some of it could not be taken: see beside the fields";
/** Nothing was done, and why. */
export const refuse = (error: string): PersonOutcome => ({ ok: false, error });
/** Nothing was done, with words beside fields. */
export const refuseFields = (fields: Typed): PersonOutcome => ({ ok: false, error: SOME_WRONG, fields });

/** What was typed, from whatever was sent. */
export const typedOf = (raw: unknown): Typed => {
  const read = z.record(z.string().max(40), z.string().max(400)).safeParse(raw);
  return read.success ? read.data : {};
};
/** The first fault of each field, in words. */
export function fieldErrors(error: z.ZodError): Readonly<Record<string, string>> {
  const fields: Record<string, string> = {};
  for (const issue of error.issues) fields[issue.path.join(".")] ??= issue.message;
  return fields;
}

/** A page of Brant's own to go on with; the first page where what was asked for is none. */
export function ownPage(next = ""): string {
  const here = "http://brant.invalid";
  if (!next.startsWith("/") || !URL.canParse(next, here)) return "/";
  const { origin, pathname, search } = new URL(next, here);
  return origin === here && !pathname.startsWith("//") ? pathname + search : "/";
}

/** Words for a second factor that was not taken, by the sign-in package's code. */
export function secondFactorFault(error: unknown): string {
  const code = (error as { body?: { code?: string } }).body?.code;
  if (code === "ACCOUNT_TEMPORARILY_LOCKED")
    return "Too many wrong codes. Wait a quarter of an hour, then try again";
  if (code === "INVALID_CODE" || code === "INVALID_BACKUP_CODE") return "That code does not fit, or was used";
  return "This took too long, or too many tries. Sign in again";
}
