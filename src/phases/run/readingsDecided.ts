import { readingTaken } from "@/core/log/readingTaken";
import { decidedHereBy } from "./queued";

/** A phone decides a reading before it knows anything else: its verdict is what a hand waits for. */
export const readingsDecided = decidedHereBy([readingTaken]);
