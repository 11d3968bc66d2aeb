import { litresIn } from "../plumbing/drainDown";
import { placementsOf, type PlacedUnit } from "../families";
import type { SurveyAnswers } from "../site";
import { lower, upper } from "../units";

/** mg/L and minutes of a contact (handbook 9, Disinfection). */
interface Contact {
  readonly start: number;
  readonly minutes: number;
}
const EXISTING: Contact = { start: 50, minutes: 30 };
const NEW_SLOW: Contact = { start: 50, minutes: 24 * 60 };
const NEW_FAST: Contact = { start: 200, minutes: 3 * 60 };

/** What the pipes behind a chamber are: in use for long, or new or opened for this job; unknown where nobody said. */
export type PipeAge = "existing" | "opened";

/**
 * A disinfection as it is to be done here: what to dose, into how much, for how long. Litres are absent
 * where a length is not known; `missing` names the answers.
 */
export interface Disinfection extends Contact {
  readonly age?: PipeAge;
  readonly pipeLitres?: number;
  readonly unitLitres?: number;
  readonly heaterLitres?: number;
  readonly litres?: number;
  readonly percent?: number;
  readonly missing: readonly string[];
}

type Pipes = Readonly<Record<string, { readonly idMm: Readonly<Record<string, number>> }>>;

/**
 * Litres in all of a house's cold or hot pipe behind the cut; undefined while its length, or what it is, is
 * not known.
 */
function pipeLitres(answers: SurveyAnswers, pipes: Pipes, water: "cold" | "hot"): number | undefined {
  const m = upper(answers[`behind.${water}Length`]?.measured);
  const material = answers["cutin.pipe"]?.text;
  const size = answers[`behind.${water}Size`]?.text ?? answers["cutin.size"]?.text;
  const idMm = material && size ? pipes[material]?.idMm[size] : undefined;
  return m === undefined || idMm === undefined ? undefined : litresIn(idMm, m);
}

/** Litres in all of a house's pipe behind the cut, cold and hot; undefined while one of them is not known. */
export function houseLitres(answers: SurveyAnswers, pipes: Pipes): number | undefined {
  const cold = pipeLitres(answers, pipes, "cold");
  const hot = answers["heater.kind"]?.text === "none" ? 0 : pipeLitres(answers, pipes, "hot");
  return cold === undefined || hot === undefined ? undefined : cold + hot;
}

/**
 * Water of what is dosed of the train: the chamber, what stands behind it, and the last housing ahead,
 * whose bowl takes the dose; undefined where one does not say what it holds.
 */
function trainLitres(units: readonly PlacedUnit[], key: string): number | undefined {
  const placed = placementsOf(units);
  const line = units.filter(({ unit }) => placed.get(unit.key)!.connects === "line");
  const at = line.findIndex(({ unit }) => unit.key === key);
  const ahead = line.slice(0, at).findLast(({ model }) => model.family === "cartridge");
  const dosed = [...(ahead ? [ahead] : []), ...line.slice(at)];
  const each = dosed.map(({ unit, model }) => model.waterL && model.waterL * unit.parallel);
  return each.every((l) => l !== undefined) ? each.reduce((sum, l) => sum! + l!, 0) : undefined;
}

/** The contact of pipes of an age; pipes of which nobody knows are taken for opened ones. */
export const contactOf = (age: PipeAge | undefined, isFast: boolean): Contact =>
  age === "existing" ? EXISTING : isFast ? NEW_FAST : NEW_SLOW;

/**
 * What a chamber's disinfection takes on a site (handbook 5, Dose; handbook 9, K16; handbook 10, ruling
 * 18): litres of cold and hot pipe from surveyed lengths, of the train from the dosing place on, and of the
 * heater where hot lines are dosed. L, mg/L, minutes.
 */
export function disinfectionOf(
  units: readonly PlacedUnit[],
  key: string,
  answers: SurveyAnswers,
  { pipes, isFast }: { readonly pipes: Pipes; readonly isFast: boolean },
): Disinfection {
  const text = answers["behind.age"]?.text;
  const age = text === "existing" || text === "opened" ? text : undefined;
  const hasHot = answers["heater.kind"]?.text !== "none";
  const cold = pipeLitres(answers, pipes, "cold");
  const hot = hasHot ? pipeLitres(answers, pipes, "hot") : 0;
  const heater = hasHot ? upper(answers["heater.volume"]?.measured) : 0;
  const train = trainLitres(units, key);
  const known: readonly (readonly [number | undefined, string])[] = [
    [cold, "behind.coldLength"],
    [hot, "behind.hotLength"],
    [heater, "heater.volume"],
    [train, "waterL"],
  ];
  const missing = known.flatMap(([litres, field]) => (litres === undefined ? [field] : []));
  const sum = (...parts: readonly (number | undefined)[]) =>
    parts.every((l) => l !== undefined) ? parts.reduce<number>((a, b) => a + b!, 0) : undefined;
  return {
    ...contactOf(age, isFast),
    age,
    pipeLitres: sum(cold, hot),
    unitLitres: train,
    heaterLitres: heater,
    litres: sum(cold, hot, heater, train),
    percent: lower(answers["behind.bleach"]?.measured),
    missing,
  };
}
