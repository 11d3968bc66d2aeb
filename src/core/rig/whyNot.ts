import { compile } from "./compile";
import type { RuleId } from "./compiled";
import type { Aimed } from "./goals";
import { plan, type PlanOptions } from "./plan";
import type { Circumstances, Rig, RigState } from "./rig";
import { ruleOf } from "./rules";

export interface NoWay {
  /** Rules that stand in the way: without one of them it would go. */ readonly rules: readonly RuleId[];
  readonly reason: string;
}

/**
 * Why there is no safe order of moves: the rule without which there would be one, or what the rig lacks
 * (handbook 4, Sequences).
 */
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
  const culprits = stopRulesIn(rig, circumstances).filter(
    (rule) => plan(rig, state, wanted.goal, { circumstances, without: [rule], ...options }).found,
  );
  const words = culprits.map((r) => ruleOf(r).name);
  return {
    rules: culprits,
    reason:
      culprits.length === 1
        ? `Every order of moves breaks a rule, ${words[0]!}. ${ruleOf(culprits[0]!).wayOut ?? ""}`.trim()
        : culprits.length > 0
          ? `Every order of moves breaks a rule: ${words.join(", or ")}`
          : "Every order of moves breaks more than one rule",
  };
}

/** Rules that are a Stop here, and so may bar an order of moves. */
const stopRulesIn = (rig: Rig, circumstances: Circumstances): RuleId[] => [
  ...new Set(
    compile(rig, circumstances)
      .conditions.filter((x) => x.level === "Stop")
      .map((x) => x.rule),
  ),
];
