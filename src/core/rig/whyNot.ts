import type { RuleId } from "./compile";
import { ruleNames, type Aimed } from "./goals";
import { plan, type PlanOptions } from "./plan";
import type { Circumstances, Rig, RigState } from "./rig";

export interface NoWay {
  /** Rules that stand in the way: without one of them it would go. */ readonly rules: readonly RuleId[];
  readonly reason: string;
}

/** Why there is no safe order of moves: the rule without which there would be one, or what the rig lacks (handbook 4, Sequences). */
export function whyNot(
  rig: Rig,
  state: RigState,
  wanted: Aimed,
  circumstances: Circumstances,
  options: Pick<PlanOptions, "goOn"> = {},
): NoWay {
  const { always, ...rest } = wanted.goal;
  const free = plan(rig, state, rest, { rules: false, ...options });
  if (!free.found && free.impossible) {
    if ((wanted.goal.relieved?.length ?? 0) > 0)
      return {
        rules: [],
        reason: "No opening can vent this part: add a drain cock or a pressure-relief button",
      };
    if ((wanted.goal.empty?.length ?? 0) > 0)
      return {
        rules: [],
        reason: "It cannot run empty: it takes a low opening, and another that lets air in",
      };
    return { rules: [], reason: "No position of the handles makes such a way" };
  }
  if (
    always?.live?.length &&
    (wanted.goal.relieved?.length ?? 0) > 0 &&
    !plan(rig, state, { relieved: wanted.goal.relieved!, always }, { rules: false, ...options }).found
  )
    return {
      rules: [],
      reason:
        "No opening can vent this part while the house is fed: add a drain cock or a pressure-relief button",
    };
  if (always?.live?.length) {
    const dry = plan(rig, state, rest, { circumstances, ...options });
    if (dry.found)
      return {
        rules: ["houseDry"],
        reason:
          "Not with the house fed throughout: there is no way past it, or none that can be shut off from it",
      };
  }
  const culprits = stopRules.filter(
    (rule) => plan(rig, state, wanted.goal, { circumstances, without: [rule], ...options }).found,
  );
  const words = culprits.map((r) => ruleNames[r]);
  return {
    rules: culprits,
    reason:
      culprits.length === 1
        ? `Every order of moves breaks a rule, ${words[0]!}. ${remedies[culprits[0]!] ?? ""}`.trim()
        : culprits.length > 0
          ? `Every order of moves breaks a rule: ${words.join(", or ")}`
          : "Every order of moves breaks more than one rule",
  };
}

/** What helps where one rule alone stands in the way. */
const remedies: Readonly<Partial<Record<RuleId, string>>> = {
  unsafe: "Leave the house off until the lamp works and the pipe behind it is proven",
  fines: "Flush the unit first, at a cold tap without its aerator",
  hardFill: "It needs a valve that can be opened a quarter",
  dryPump: "Feed the pump first",
  dryHeater: "The heater stays off until it is full",
  lampInAir: "The lamp stays off until its chamber is full",
  houseDry: "Agree hours without water with the household first",
};
const stopRules: readonly RuleId[] = [
  "fines",
  "unsafe",
  "openUnderPressure",
  "hardFill",
  "crossConnection",
  "dryHeater",
  "dryPump",
  "lampInAir",
  "houseDry",
];
