import { lower, print, upper, type UnitSystem } from "../units";
import type { SurveyAnswer, SurveyAnswers } from "./survey";

/**
 * Two answers of which one is the higher; `mayEqual` where they may be the same. Each says what is wrong
 * where it comes second, `{other}` being the first.
 */
interface Order {
  readonly low: string;
  readonly high: string;
  readonly mayEqual?: boolean;
  readonly says: { readonly low: string; readonly high: string };
}
const orders: readonly Order[] = [
  {
    low: "source.flowing",
    high: "source.static",
    says: {
      low: "The flowing pressure must be lower than the static one, {other}",
      high: "The static pressure must be higher than the flowing one, {other}",
    },
  },
  {
    low: "source.static",
    high: "source.night",
    mayEqual: true,
    says: {
      low: "The static pressure by day is at most what the gauge showed at night, {other}",
      high: "The night pressure is the most of the whole day: at least the static one, {other}",
    },
  },
  {
    low: "source.cutIn",
    high: "source.cutOut",
    says: {
      low: "The pump cuts in below the pressure at which it cuts out, {other}",
      high: "The pump cuts out above the pressure at which it cuts in, {other}",
    },
  },
];

/** Do two answers contradict an order. Ranges do only where no pair inside them could be. */
function isBroken({ mayEqual = false }: Order, low: SurveyAnswer, high: SurveyAnswer): boolean {
  const [least, most] = [lower(low.measured), upper(high.measured)];
  if (least === undefined || most === undefined) return false;
  return mayEqual ? least > most : least >= most;
}

/** Times of day of which the second is the later. */
const [FROM, TO] = ["hours.from", "hours.to"];
function hoursFault(answers: SurveyAnswers, field: string, answer: SurveyAnswer): string | undefined {
  if (field !== FROM && field !== TO) return undefined;
  const other = answers[field === FROM ? TO : FROM]?.text;
  if (!other || answer.text === "") return undefined;
  const [from, to] = field === FROM ? [answer.text, other] : [other, answer.text];
  return from < to
    ? undefined
    : `Hours from ${from} to ${to} end before they begin: the later one comes second`;
}

/**
 * Why an answer cannot stand beside another one, in words of a unit system; undefined where it can
 * (handbook 10, ruling 10). A pressure while flowing is lower than at rest, one by day no higher than at
 * night, a pump cuts in below where it cuts out, and hours end after they begin.
 */
export function pairFault(
  answers: SurveyAnswers,
  field: string,
  answer: SurveyAnswer,
  system: UnitSystem,
): string | undefined {
  for (const order of orders) {
    const end = order.low === field ? "low" : order.high === field ? "high" : undefined;
    const other = end && answers[end === "low" ? order.high : order.low];
    if (!end || !other) continue;
    const [low, high] = end === "low" ? [answer, other] : [other, answer];
    if (!isBroken(order, low, high)) continue;
    const shown = end === "low" ? upper(other.measured)! : lower(other.measured)!;
    return order.says[end].replace("{other}", print(shown, "pressure", system));
  }
  return hoursFault(answers, field, answer);
}
