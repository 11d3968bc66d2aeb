import { lower, print, upper, type UnitSystem } from "../units";
import type { SurveyAnswer, SurveyAnswers } from "./survey";

const rested = "source.static";
const flowing = "source.flowing";

/**
 * Why an answer cannot stand beside another one, in words of a unit system; undefined where it can (handbook 10, ruling 10). A pressure while flowing is
 * lower than at rest; ranges are refused only where they do not overlap.
 */
export function pairFault(
  answers: SurveyAnswers,
  field: string,
  answer: SurveyAnswer,
  system: UnitSystem,
): string | undefined {
  if (field !== rested && field !== flowing) return undefined;
  const other = answers[field === rested ? flowing : rested]?.measured;
  if (!answer.measured || !other) return undefined;
  const [still, moving] = field === rested ? [answer.measured, other] : [other, answer.measured];
  const most = upper(still);
  const least = lower(moving);
  if (most === undefined || least === undefined || least < most) return undefined;
  return field === flowing
    ? `The flowing pressure must be lower than the static one, ${print(most, "pressure", system)}`
    : `The static pressure must be higher than the flowing one, ${print(least, "pressure", system)}`;
}
