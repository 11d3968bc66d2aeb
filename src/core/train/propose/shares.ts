import {
  answersOf,
  hasCarbon,
  isFineStage,
  ROUNDING,
  waterAfter,
  type FeedLimit,
  type UnitModel,
} from "../../families";
import { mapMeasured } from "../../units";
import { needKind, waterValues, type NeedId, type Water, type WaterKey } from "../../water";
import type { Ground } from "../ground";
import { beforeFirst, placeUnit } from "../judge";
import { isNeedMet } from "../needs";
import { isSoftener } from "./had";
import { isHardness, type Option } from "./options";
import { less, scoreOf, sum, type Score } from "./score";

/** What a line has come to is a number of bits. This one: no dosed chlorine is on its way to the taps. */
export const CARBON_BEHIND = 1;
/** A 5 µm stage stands ahead, with at most carbon behind it. */
const FINE = 2;
/** Something took the hardness out. */
export const SOFTENED = 4;
/** Something turned the iron into rust, which every filter behind it holds back in part. */
const RUSTED = 8;
const FIRST_NEED = 16;

/**
 * The bits of a need: one where what a unit is answers it; two where the water is measured against a limit.
 * The first of two says that some unit takes out part: it takes another one to come within the limit.
 */
export interface NeedBits {
  readonly id: NeedId;
  readonly first: number;
  readonly all: number;
  readonly isMeasured: boolean;
}

/** What an option says where some bits are not met ahead of it: none of them, or not all. */
interface Owed {
  readonly ahead: number;
  readonly all: boolean;
  /** Bits of which any one is enough for nothing to be certain. */
  readonly unless: number;
  readonly says: Score;
}

/** What an option does for what is asked. */
export interface Share {
  /** Bits that it meets whatever stands ahead. */
  readonly whole: number;
  /** First bits of the needs that it meets in part. */
  readonly part: number;
  readonly undoes: number;
  /**
   * The bit of its kind, of which a line holds one: where one meets something in part, another cannot be
   * the other part.
   */
  readonly kind: number;
  readonly owed: readonly Owed[];
}

type Meeting = "whole" | "part" | undefined;

/** The bits of each need, after those that units ask of one another. */
export function bitsOf(needs: readonly NeedId[], options: readonly Option[]): NeedBits[] {
  let next = FIRST_NEED;
  return needs.map((id) => {
    const first = next;
    const isMeasured = !options.some((o) => answersOf(o.model).includes(id));
    next = first << (isMeasured ? 2 : 1);
    return { id, first, all: isMeasured ? first | (first << 1) : first, isMeasured };
  });
}

const rusted = (water: Water): Water => ({ ...water, ironForm: "ferric" });
/** Iron is taken out by what its form allows, and a dosing pump changes the form. */
const forms = (water: Water): Water[] => [water, rusted(water), { ...water, ironForm: "ferrous" }];

/**
 * May water count as within a need's limit: a unit that states the same limit allows for a nameplate's
 * rounding, the need does not.
 */
export function isNearlyMet(id: NeedId, water: Water): boolean {
  const { limit } = needKind(id);
  const measured = limit && water[limit.key];
  if (!measured || limit.above === undefined) return isNeedMet(id, water);
  return isNeedMet(id, { ...water, [limit.key]: mapMeasured(measured, (n) => n / ROUNDING) });
}

/** How far a unit meets a need, in the form of the water that suits it best. */
export function meetingOf(ground: Ground, { model, parallel }: Option, id: NeedId): Meeting {
  if (answersOf(model).includes(id)) return "whole";
  const { limit } = needKind(id);
  if (!limit) return undefined;
  const { water } = ground.facts;
  const { continuous } = ground.demand;
  const flow = continuous === undefined ? undefined : continuous / parallel;
  const behind = forms(water).map((before) => waterAfter(model, before, flow));
  if (behind.some((after) => isNearlyMet(id, after))) return "whole";
  const before = JSON.stringify(water[limit.key]);
  return behind.some((after) => JSON.stringify(after[limit.key]) !== before) ? "part" : undefined;
}

const isMeasuredKey = (key: string): key is WaterKey => key in waterValues;

/**
 * What has to be met ahead of a unit with a limit before the limit may be kept; nothing where no other unit
 * of the line can help.
 */
function aheadFor(
  model: UnitModel,
  limit: FeedLimit,
  bits: readonly NeedBits[],
): Pick<Owed, "ahead" | "all"> | undefined {
  // A line holds one treatment of hardness, which finds the hardness as it is.
  if (limit.key === "hardness") return isHardness(model) ? undefined : { ahead: SOFTENED, all: true };
  const need = bits.find((b) => b.isMeasured && needKind(b.id).limit?.key === limit.key);
  if (!need) return undefined;
  // A wider limit than the need's may be kept behind a unit that takes out only part; any limit may where
  // filters of its own take out more.
  const { above } = needKind(need.id).limit!;
  const isNoWider = above !== undefined && limit.max !== undefined && limit.max <= above;
  const all = isNoWider && model.ro === undefined;
  return { ahead: need.all, all };
}

/** What the limits of a unit say of some water, behind filters of its own. */
function limitsIn(ground: Ground, model: UnitModel, water: Water) {
  const unit = { key: "x", model: model.code, parallel: 1 };
  return placeUnit(ground, { ...beforeFirst(ground), water }, unit, model).station.limits;
}

/**
 * What the limits of a unit say of the water as it comes, behind filters of its own, each until what stands
 * ahead may have changed that.
 */
export function limitsOwed(ground: Ground, model: UnitModel, bits: readonly NeedBits[]): Owed[] {
  const { water } = ground.facts;
  const rusty = limitsIn(ground, model, rusted(water));
  return limitsIn(ground, model, water).flatMap(({ limit, verdict }, i) => {
    const isMeasured = isMeasuredKey(limit.key) && water[limit.key] !== undefined;
    const owed = aheadFor(model, limit, bits);
    if (!owed || !isMeasured || verdict.level === "Good") return [];
    const says = scoreOf([verdict], 0);
    const isBetterRusted = less(scoreOf([rusty[i]!.verdict], 0), says) < 0;
    return [{ ...owed, unless: isBetterRusted ? RUSTED : 0, says }];
  });
}

/** Does a unit turn iron into rust. */
const rusts = ({ model }: Option, { facts: { water } }: Ground): boolean =>
  waterAfter(model, { ...water, ironForm: "ferrous" }, undefined).ironForm === "ferric";

function shareOf(ground: Ground, option: Option, bits: readonly NeedBits[]): Omit<Share, "kind"> {
  const { model } = option;
  const by = (meeting: Meeting) => bits.filter((b) => meetingOf(ground, option, b.id) === meeting);
  const needs = by("whole").reduce((all, b) => all | b.all, 0);
  const isFine = isFineStage(model);
  const isCarbon = hasCarbon(model);
  const chamber: Owed[] =
    model.uv && !isFine ? [{ ahead: FINE, all: true, unless: 0, says: [1, 0, 0, 0] }] : [];
  return {
    whole:
      needs |
      (isFine ? FINE : 0) |
      (isCarbon ? CARBON_BEHIND : 0) |
      (isSoftener(model) ? SOFTENED : 0) |
      (rusts(option, ground) ? RUSTED : 0),
    part: by("part").reduce((all, b) => all | b.first, 0),
    undoes: (model.doser ? CARBON_BEHIND : 0) | (isFine || isCarbon ? 0 : FINE),
    owed: [...chamber, ...limitsOwed(ground, model, bits)],
  };
}

/** What each option does for what is asked, and the bits of the kinds that meet something in part. */
export function sharesOf(
  ground: Ground,
  options: readonly Option[],
  bits: readonly NeedBits[],
): { readonly shares: ReadonlyMap<Option, Share>; readonly kinds: number } {
  const each = options.map((option) => ({ option, share: shareOf(ground, option, bits) }));
  const parted = [...new Set(each.filter((e) => e.share.part !== 0).map((e) => e.option.kind))];
  const first = bits.reduce((next, b) => Math.max(next, (b.all & ~b.first || b.first) << 1), FIRST_NEED);
  const bitOf = new Map(parted.map((kind, i) => [kind, first << i]));
  return {
    shares: new Map(
      each.map(({ option, share }) => [option, { ...share, kind: bitOf.get(option.kind) ?? 0 }]),
    ),
    kinds: [...bitOf.values()].reduce((all, bit) => all | bit, 0),
  };
}

/** What is met behind a unit: of a need that it meets in part the second bit where the first is met. */
export const metBehind = (before: number, { whole, part, undoes, kind }: Share): number =>
  (before | kind | whole | (part & ~before) | ((part & before) << 1)) & ~undoes;

function isLacking(before: number, { ahead, all, unless }: Owed): boolean {
  if (before & unless) return false;
  return all ? (before & ahead) !== ahead : (before & ahead) === 0;
}
/** What an option is certain to say of what is not met ahead of it. */
export const lackingAhead = (before: number, { owed }: Pick<Share, "owed">): Score =>
  sum(...owed.filter((o) => isLacking(before, o)).map((o) => o.says));
