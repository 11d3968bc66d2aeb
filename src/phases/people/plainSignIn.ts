import { formOf, seeOther } from "@/server/plainForm";
import { ownPage } from "./outcome";
import { signIn } from "./signing";

/** Why a sign-in by the form alone was refused: the sign-in's page says it by these. */
export const plainRefusals = {
  fields: "Enter your e-mail address and your password",
  refused: "E-mail and password do not match, or too many tries came too fast: wait a little, then try again",
} as const;

/** Signs in by a form that a browser sent by itself, and leads on; back to the form where it was refused. */
export async function plainSignIn(request: Request): Promise<Response> {
  const form = await formOf(request);
  if (!form) return seeOther("/sign-in");
  const outcome = await signIn(form);
  if (outcome.ok) return seeOther(outcome.go ?? "/");
  const why: keyof typeof plainRefusals = outcome.fields ? "fields" : "refused";
  return seeOther(`/sign-in?${new URLSearchParams({ next: ownPage(form.next), not: why }).toString()}`);
}
