import type { SiteFacts } from "../site";
import { lower } from "../units";
import type { Verdict } from "../verdict";
import { isCorrosive, isScaling, scalingOf, scalingWord, type Water } from "../water";
import { rule } from "../words";
import type { Station } from "./station";

/**
 * Softened water is corrosive by its pH or by too little to buffer it, not by the index, which softening
 * alone lowers by more than one (handbook 10, ruling 8).
 */
const SOFT_PH = 7;
const SOFT_ALKALINITY = 60;

interface ScalingFacts {
  readonly cold: number;
  readonly hot: number;
  readonly word: string;
  readonly softened?: boolean;
  /** What of the house it attacks, where that is known. */
  readonly attacks?: string;
}
const signed = (n: number): string => `${n < 0 ? "−" : "+"}${Math.abs(n).toFixed(2)}`;
const scalingRule = rule<ScalingFacts>("scaling-index", {
  reason: ({ cold, hot, word, softened, attacks }, _say, level) => {
    const index = `index ${signed(cold)} cold, ${signed(hot)} in the heater`;
    if (softened && level === "Good")
      return `${index}; softening lowers it, which by itself corrodes nothing`;
    return `${word}: ${index}${attacks ? `, on ${attacks}` : ""}`;
  },
  remedy: ({ word }, _say, level) => {
    if (level === "Good") return "";
    return word.startsWith("corrosive")
      ? "A neutraliser; let water run that stood in metal pipe"
      : "A softener or a scale control ahead of the heater";
  },
});

/** Pipe that a corrosive water takes metal from. */
const metalPipes: Readonly<Record<string, string>> = {
  copperL: "copper pipe",
  copperM: "copper pipe",
  steel: "galvanised pipe",
};

/**
 * The scaling index of the water that the house gets: corrosion as it is cold, scale in the heater. Nothing
 * is said where a value is missing.
 */
export function judgeScaling(water: Water, line: readonly Station[], facts: SiteFacts): Verdict[] {
  const { index } = scalingOf(water);
  if (!index) return [];
  const softened = line.some((s) => s.model.effects.includes("softening")) ? true : undefined;
  const said = {
    ...index,
    word: scalingWord(index),
    softened,
    attacks: isCorrosive(index) && facts.pipe ? metalPipes[facts.pipe] : undefined,
  };
  const { calciumTaken: _, ...known } = said;
  if (softened) {
    const ph = lower(water.ph) ?? Infinity;
    const buffered = lower(water.alkalinity) ?? Infinity;
    return [scalingRule.at(ph < SOFT_PH || buffered < SOFT_ALKALINITY ? "Check" : "Good", known)];
  }
  return [scalingRule.at(isCorrosive(index) || isScaling(index) ? "Check" : "Good", known)];
}

export const scalingRules = [scalingRule];
