import { verdictKey } from "../verdict";
import { id, judgedAt, reason, type Of } from "./fields";
import type { Mark } from "../job/job";
import { accept, logKind, office, refuse } from "./kind";

const asked = { at: id, rule: id, why: reason };
const kept = { ...judgedAt, why: reason };
declare module "./kind" {
  interface Asked {
    verdictOverridden: Of<typeof asked>;
  }
  interface Kept {
    verdictOverridden: Of<typeof kept>;
  }
}
export type Override = Of<typeof kept> & { readonly mark: Mark };
declare module "../job/job" {
  interface JobState {
    readonly overrides: Readonly<Record<string, Override>>;
  }
}

export const verdictOverridden = logKind({
  kind: "verdictOverridden",
  asked,
  kept,
  may: office,
  touchesDesign: true,
  begins: { overrides: {} },
  leavesSigned: () => true,
  decide: (job, { at, rule, why }, { office }) => {
    const found = office()
      .verdicts(job)
      .find((v) => v.at === at && v.verdict.rule === rule)?.verdict;
    if (!found) return refuse("This judgement no longer stands: look again");
    if (found.level === "Good") return refuse("It is Good: there is nothing to override");
    return accept({ at, rule, level: found.level, facts: found.facts, why });
  },
  apply: (job, override, { by, at }) => ({
    ...job,
    overrides: {
      ...job.overrides,
      [verdictKey(override.at, override.rule)]: { ...override, mark: { by, at } },
    },
  }),
});
