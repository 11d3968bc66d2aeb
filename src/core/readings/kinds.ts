import type { AnyRule } from "../words";
import { readings } from "./list";
import {
  incomplete,
  open,
  type ReadingContext,
  type ReadingJudgement,
  type ReadingKind,
  type ReadingValues,
} from "./reading";

/** Kinds of reading by their id. */
export const readingKinds: ReadonlyMap<string, ReadingKind> = new Map(readings.map((k) => [k.id, k]));

/** Every rule that a reading is judged by. */
export const readingRules: readonly AnyRule[] = [incomplete, ...readings.flatMap((k) => k.rules)];

/** Judges a reading by its kind; an unknown kind is Unknown, never Good. */
export function judgeReading(kind: string, values: ReadingValues, context: ReadingContext): ReadingJudgement {
  return readingKinds.get(kind)?.judge(values, context) ?? open("A reading of this kind");
}
