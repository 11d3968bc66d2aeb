import type { Verdict } from "../verdict";
import { telling, type Told } from "../words";
import { rigSentences } from "./rules";

const tell = telling(rigSentences);

/** A verdict of the rig in words: its rules name no quantity, so that any unit system says the same. */
export const rigTold = (verdict: Pick<Verdict, "rule" | "level" | "facts">): Told => tell(verdict, "metric");
