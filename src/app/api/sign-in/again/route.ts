import { signInAgain, secondFactor } from "@/phases/people/signing";
import { formOf } from "@/server/plainForm";
import { json } from "@/server/respond";

/** Signing in again on a page that stays: by e-mail and password, or the code that is still asked for. */
export async function POST(request: Request): Promise<Response> {
  const form = await formOf(request);
  if (!form) return json({ ok: false, error: "This request did not come from Brant" }, 403);
  return json(await ("code" in form ? secondFactor(form) : signInAgain(form)));
}
