import { timingSafeEqual } from "node:crypto";
import { env } from "./env";

/** What somebody is told who opens the company without its link. */
export const NO_SET_UP =
  "This link does not open the company. The one that does stands on the console where Brant was started";

/** Is this the key of the link that the console showed. */
export function opensCompany(key: string | undefined): boolean {
  const wanted = env.setUpKey();
  if (!wanted || !key) return false;
  const [given, right] = [Buffer.from(key), Buffer.from(wanted)];
  return given.length === right.length && timingSafeEqual(given, right);
}
