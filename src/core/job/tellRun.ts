import { readingRules } from "../readings";
import { rigSentences } from "../rig/rules";
import { telling } from "../words";

/** Puts the verdicts of a run into words: its readings and its valves. */
export const tellRun = telling([...readingRules, ...rigSentences]);
