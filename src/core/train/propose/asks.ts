import type { UnitModel } from "../../families";
import { needIds, needKind, type NeedId, type Water } from "../../water";
import type { Ground } from "../ground";
import type { Losses } from "./losses";
import type { Option } from "./options";
import { add, less, sum, UNSAFE, zero, type Score } from "./score";
import {
  bitsOf,
  CARBON_BEHIND,
  isNearlyMet,
  lackingAhead,
  limitsOwed,
  meetingOf,
  metBehind,
  sharesOf,
  SOFTENED,
  type NeedBits,
  type Share,
} from "./shares";

/** What a site asks of a line of units. What a line has met is a number of bits. */
export interface Asks {
  /** Everything asked for. */
  readonly wanted: number;
  /** Something has to disinfect. */
  readonly disinfects: boolean;
  /** Needs that some unit of the line can meet. */
  readonly answerable: readonly NeedId[];
  /** What is met before the first unit. */
  readonly metAtFirst: number;
  /** What should be met after one more unit. */
  readonly metAfter: (met: number, option: Option) => number;
  /** Of what should be met what the water bears out. */
  readonly borneOut: (met: number, water: Water) => number;
  /** What an option is certain to say of what does not stand ahead of it. */
  readonly lacking: (met: number, option: Option) => Score;
  /**
   * The least that meeting or accepting everything unmet adds to any line that took `loss` kPa and may hold
   * so many units more, with what the house says of all that the line then takes: a bound that never says
   * too much.
   */
  readonly leastAfter: (met: number, left: number, loss: number) => Score;
  /** What is met, whatever kinds of units met it. */
  readonly withoutKinds: (met: number) => number;
}

/**
 * The needs of a site that are counted, with what it costs to leave each: a Check or a missing test; water
 * left unsafe ten Stops.
 */
function acceptedNeeds(ground: Ground, withRo: boolean): Map<NeedId, Score> {
  const { needs, open } = ground.needs(withRo);
  const missing = open.filter((n) => !n.spans).map((n) => [n.need, [0, 0, 1, 0]] as const);
  const known = needs.map((n) => [n.need, [n.need === "disinfection" ? UNSAFE : 1, 0, 0, 0]] as const);
  return new Map<NeedId, Score>([...missing, ...known]);
}

const leastOf = (a: Score, b: Score): Score => (less(b, a) < 0 ? b : a);

/** A way to go on to the end: what it adds, and what it takes of the pressure at peak, kPa. */
interface Ending {
  readonly score: Score;
  readonly loss: number;
}

/** Gathers endings, of each loss the one that adds least. */
type ByLoss<T extends Ending> = Map<number, T>;
function gather<T extends Ending>(known: ByLoss<T>, ending: T): void {
  const had = known.get(ending.loss);
  if (!had || less(ending.score, had.score) < 0) known.set(ending.loss, ending);
}

/**
 * Of endings those that may be the best, whatever the pressure ahead of them: the least loss first, each of
 * the next adds less.
 */
function worthwhile<T extends Ending>(known: ByLoss<T>, most: Score): T[] {
  const all = [...known.values()].sort((a, b) => a.loss - b.loss);
  const best = all.map((e) => e.score).reduce(leastOf);
  const dearest = add(best, most);
  const kept: T[] = [];
  for (const ending of all) {
    const ahead = kept.at(-1);
    const isBetter = !ahead || less(ending.score, ahead.score) < 0;
    const isTooDear = ending.score !== best && less(ending.score, dearest) >= 0;
    if (isBetter && !isTooDear) kept.push(ending);
  }
  return kept;
}

/** Of options that do the same for what is asked, those that may add least. */
function cheapest(shares: ReadonlyMap<Option, Share>, losses: Losses): [Option, Share][] {
  const alike = new Map<string, ByLoss<Ending & { readonly way: [Option, Share] }>>();
  for (const [option, share] of shares) {
    const key = JSON.stringify(share);
    const known = alike.get(key) ?? new Map();
    gather(known, { score: option.least, loss: losses.of(option), way: [option, share] });
    alike.set(key, known);
  }
  return [...alike.values()].flatMap((a) => worthwhile(a, losses.most).map((e) => e.way));
}

/**
 * For what is met, and units left, the ways to go on that add least: by any units in any order, each at its
 * least, until what is still unmet is accepted.
 */
function endingsBy(
  shares: ReadonlyMap<Option, Share>,
  kinds: number,
  losses: Losses,
  accepting: (met: number) => Score,
): (met: number, left: number) => readonly Ending[] {
  const ways = cheapest(shares, losses);
  const known: Map<number, readonly Ending[]>[] = [];
  const endings = (met: number, left: number): readonly Ending[] => {
    const ofLeft = (known[left] ??= new Map());
    const had = ofLeft.get(met);
    if (had) return had;
    const accepted = accepting(met);
    const here: ByLoss<Ending> = new Map([[0, { score: accepted, loss: 0 }]]);
    const isOpen = left > 0 && less(accepted, zero) > 0;
    const useful = isOpen ? ways.filter(([, share]) => !(share.kind & met)) : [];
    for (const [option, share] of useful) {
      const after = metBehind(met, share);
      // What meets nothing new leads nowhere.
      if (!(after & ~met & ~kinds)) continue;
      const adds = sum(option.least, lackingAhead(met, share));
      const loss = losses.of(option);
      for (const e of endings(after, left - 1)) {
        const score = add(adds, e.score);
        // Accepting loses no pressure: what adds no less is never better.
        if (less(score, accepted) < 0) gather(here, { score, loss: loss + e.loss });
      }
    }
    const kept = worthwhile(here, losses.most);
    ofLeft.set(met, kept);
    return kept;
  };
  return endings;
}

const isMet = (met: number, { all }: NeedBits): boolean => (met & all) === all;

/** An RO that stands behind the line. */
export interface RoBehind {
  /** What any of them says of the hardness if nothing takes it out. */
  readonly hard: Score;
  readonly membranes: readonly UnitModel[];
}

/** What an RO is certain to say of what is not met ahead of it beside the hardness, whichever membrane it has. */
function membranesLacking(ground: Ground, { membranes }: RoBehind, bits: readonly NeedBits[]) {
  const each = membranes.map((m) => limitsOwed(ground, m, bits).filter((o) => o.ahead !== SOFTENED));
  return (met: number): Score => each.map((owed) => lackingAhead(met, { owed })).reduce(leastOf);
}

/** What a site asks of a line of some options. `ro`: where one stands behind. */
export function asksOf(
  ground: Ground,
  options: readonly Option[],
  losses: Losses,
  ro: RoBehind | undefined,
): Asks {
  const accepted = acceptedNeeds(ground, ro !== undefined);
  const answerable = needIds.filter((id) => options.some((o) => meetingOf(ground, o, id) !== undefined));
  const counted = answerable.filter((id) => accepted.has(id) && !(ro && needKind(id).atTap));
  const bits = bitsOf(counted, options);
  const measured = bits.filter((b) => b.isMeasured);
  const { shares, kinds } = sharesOf(ground, options, bits);
  const lackingAtRo = ro ? membranesLacking(ground, ro, bits) : () => zero;
  const soft = ro && less(ro.hard, zero) > 0 ? SOFTENED : 0;

  /** What leaving everything unmet as it is adds. */
  const accepting = (met: number): Score => {
    const unmet = bits.filter((b) => !isMet(met, b)).map((b) => b.id);
    // Where nothing disinfects, cysts need no word of their own.
    const said = unmet.filter((id) => id !== "cysts" || !unmet.includes("disinfection"));
    const chlorinated: Score = met & CARBON_BEHIND ? zero : [1, 0, 0, 0];
    return sum(
      ...said.map((id) => accepted.get(id)!),
      chlorinated,
      soft & ~met ? ro!.hard : zero,
      lackingAtRo(met),
    );
  };
  const endings = endingsBy(shares, kinds, losses, accepting);
  return {
    wanted: bits.reduce((all, b) => all | b.all, CARBON_BEHIND | soft),
    disinfects: counted.includes("disinfection"),
    answerable,
    metAtFirst: CARBON_BEHIND,
    metAfter: (met, option) => metBehind(met, shares.get(option)!),
    borneOut: (met, water) =>
      measured.reduce((now, b) => {
        if (isNearlyMet(b.id, water)) return now | b.all;
        return isMet(now, b) ? (now & ~b.all) | b.first : now;
      }, met),
    lacking: (met, option) => lackingAhead(met, shares.get(option)!),
    leastAfter: (met, left, loss) =>
      endings(met, left)
        .map((e) => sum(e.score, losses.says(loss + e.loss)))
        .reduce(leastOf),
    withoutKinds: (met) => met & ~kinds,
  };
}
