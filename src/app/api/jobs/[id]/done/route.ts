import { act } from "@/server/act";
import { formOf, seeOther } from "@/server/plainForm";

/**
 * A step finished by its form alone, before the page's scripts came; leads back to the run, which says why
 * where it was refused.
 */
export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[id]/done">) {
  const { id } = await params;
  const form = await formOf(request);
  if (!form) return seeOther("/");
  const { intent = "", step = "", answer } = form;
  const run = `/jobs/${id}/run`;
  const outcome = await act(id, { kind: "stepDone", id: intent, step, answer }, null);
  if (outcome.ok) return seeOther(run);
  if (outcome.why === "signedOut")
    return seeOther(`/sign-in?next=${encodeURIComponent(`${run}?step=${step}`)}`);
  return seeOther(`${run}?step=${encodeURIComponent(step)}&refused=${outcome.why}`);
}
