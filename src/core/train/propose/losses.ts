import { heldTo, reducedTo } from "../../families";
import { lossCurve, unitLoss } from "../../treatment";
import type { Ground } from "../ground";
import { judgePressure, lossRules } from "../house";
import type { Option } from "./options";
import { scoreOf, zero, type Score } from "./score";

/** What units take of the house's pressure at peak, and what the house says of it. */
export interface Losses {
  /** kPa that an option takes at peak, wherever it stands, rounded down; 0 where that is not known. */
  readonly of: (option: Option) => number;
  /** What the house says of a line that takes so many kPa at peak: never less of more. */
  readonly says: (kPa: number) => Score;
  /** The most that it can say. */
  readonly most: Score;
  /** The rules by which it says so. */
  readonly rules: ReadonlySet<string>;
}

/** Losses that differ by less count as one, so that few ways to go on differ in nothing but their loss, kPa. */
const STEP = 5;
/** A loss rounded down to a whole step, kPa: of a bound it may be too little, never too much. */
export const roundedDown = (kPa: number): number => Math.floor(kPa / STEP) * STEP;

const none: Losses = { of: () => 0, says: () => zero, most: zero, rules: new Set() };

/** More than any line takes, kPa. */
const ALL = 1e6;

/** Does a unit change what the units behind it find of pressure and flow by more than its loss. */
function regulates({ model, parallel }: Option): boolean {
  const unit = { key: "x", model: model.code, parallel };
  return (
    model.booster !== undefined || reducedTo(unit, model) !== undefined || heldTo(unit, model) !== undefined
  );
}

/**
 * The losses of some options; where the peak is not known, or a unit may lift the pressure, nothing is
 * certain of them and they say nothing.
 */
export function lossesOf(ground: Ground, options: readonly Option[]): Losses {
  const { peak } = ground.demand;
  const any = options[0];
  if (!any || peak === undefined || options.some(regulates)) return none;
  const line = [{ unit: { key: "x", model: any.model.code, parallel: 1 }, model: any.model }];
  const taken = new Map(
    options.map((o) => [o, roundedDown(unitLoss(lossCurve(o.model.lossPoints), peak / o.parallel))]),
  );
  const known = new Map<number, Score>();
  const judged = (kPa: number): Score => {
    const { verdicts } = judgePressure(ground.facts, line, { curve: ground.curve, peak, lossPeak: kPa });
    return scoreOf(
      verdicts.filter((v) => lossRules.has(v.rule)),
      0,
    );
  };
  const says = (kPa: number): Score => {
    const score = known.get(kPa) ?? judged(kPa);
    known.set(kPa, score);
    return score;
  };
  return { of: (option) => taken.get(option)!, says, most: says(ALL), rules: lossRules };
}
