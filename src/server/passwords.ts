import { dictionary } from "@zxcvbn-ts/language-common";

const LEAST = 10;
const MOST = 200;
/** Fewer different characters than these are a pattern, whatever their number. */
const FEWEST_DIFFERENT = 5;

const common: ReadonlySet<string> = new Set(dictionary["passwords-common"] as readonly string[]);

/** Is it a password that guessers try first: one of the common ones, as it is or with digits and signs behind it. */
function isCommon(password: string): boolean {
  const lower = password.toLowerCase();
  return common.has(lower) || common.has(lower.replace(/[^\p{L}]+$/u, ""));
}

/** Does a text hold a word of some others; words of three letters stand in too many. */
const holdsOneOf = (text: string, others: readonly string[]): boolean =>
  others
    .flatMap((other) => other.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .some((word) => word.length > 3 && text.toLowerCase().includes(word));

/**
 * Why a password is not taken, in words that say what to change; undefined for one that is. `about`: the
 * person's name and e-mail, which guessers know.
 */
export function passwordFault(password: string, about: readonly string[]): string | undefined {
  if (password.length < LEAST) return `At least ${LEAST} characters`;
  if (password.length > MOST) return `At most ${MOST} characters`;
  if (new Set(password).size < FEWEST_DIFFERENT) return "More different characters";
  if (isCommon(password)) return "Guessers try this one first: take three words that do not belong together";
  if (holdsOneOf(password, about)) return "Without your name or e-mail in it";
  return undefined;
}

/** Why a PIN is not taken; undefined for one that is. */
export function pinFault(pin: string): string | undefined {
  if (!/^\d{4,6}$/.test(pin)) return "Four to six digits";
  const steps = [...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i]));
  const isRow = steps.every((step) => step === steps[0]);
  return isRow ? "Not the same digit throughout, and no digits in a row" : undefined;
}
