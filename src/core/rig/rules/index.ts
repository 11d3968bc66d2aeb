import type { AnyRule } from "../../words";
import type { Condition, RuleId } from "../compiled";
import { rigRules } from "./list";
import { sentencesOf, type Parts, type RigRule } from "./rule";

export { rigRules } from "./list";
export { type RigFacts, type RigRule } from "./rule";

const byId = new Map(rigRules.map((r) => [r.id, r]));

/** A rule by its id. Throws for one that is not registered. */
export function ruleOf(id: RuleId): RigRule {
  const found = byId.get(id);
  if (!found) throw new Error(`no rule ${id}`);
  return found;
}

/** The sentences of every rule of the rig. */
export const rigSentences: readonly AnyRule[] = sentencesOf(rigRules);

/** Every condition that the rules may find in a rig, each rule's one after the other, and where each rule's begin. */
export function conditionsOf(parts: Parts): {
  readonly conditions: readonly Condition[];
  readonly at: Readonly<Record<RuleId, number>>;
} {
  const conditions: Condition[] = [];
  const at: Record<RuleId, number> = {};
  for (const rule of rigRules) {
    at[rule.id] = conditions.length;
    conditions.push(...rule.conditions(parts).map((x) => ({ ...x, rule: rule.id })));
  }
  return { conditions, at };
}
