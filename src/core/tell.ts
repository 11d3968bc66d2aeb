import { unitRules } from "./families";
import { readingRules } from "./readings";
import { rigSentences } from "./rig";
import { trainRules, unitFiguresRule } from "./train";
import { telling } from "./words";

/** Puts any verdict of Brant into words. A phone on site takes `tellRun`, which knows no train. */
export const tell = telling([...unitRules, ...trainRules, unitFiguresRule, ...readingRules, ...rigSentences]);
