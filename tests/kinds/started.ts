import type { Knowledge } from "@/core/job";
import { Desk, knowledge, signed, surveyed } from "../unit/desk";
import type { Kind } from "./kinds";

/** A job of a kind, surveyed, designed, signed and started, as the company's schools have it. */
export function started(
  { units, answers = {}, arrangement }: Pick<Kind, "units" | "answers" | "arrangement">,
  known: Knowledge = knowledge,
): Desk {
  const d = surveyed(new Desk(known)).answer(answers);
  if (units.length > 0)
    d.do({
      kind: "designChanged",
      units: units.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
      what: units.join(", "),
      seen: d.job.designSeq,
    });
  const seen = d.job.designSeq;
  if (arrangement) d.do({ kind: "bypassChosen", arrangement, drainCock: true, what: "As planned", seen });
  return signed(d, known).do({ kind: "runStarted" });
}
