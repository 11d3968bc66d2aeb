import { FLUSHED, stageNumber, type Compiled } from "./compiled";
import type { RigState } from "./rig";

const HANDLES_A_WORD = 10;
export const PURGED = 1 << 20;
const PLACE_SHIFT = 24;
const PLACE_MASK = 0x7f << PLACE_SHIFT;

/**
 * The rig at one moment, packed: positions (3 bits each), then a bit a knot for pressure, for water and for
 * filling, then one word of units that have been wet (bits 0–19), the purged heater (20) and the place of
 * the hand (24–30). Two equal states have equal words.
 */
export interface Layout {
  readonly words: number;
  readonly pressured: number;
  readonly wet: number;
  readonly filling: number;
  readonly rest: number;
  readonly knotWords: number;
}

/** Where each part of a packed state stands, in words, for one compiled rig. */
export function layoutOf(c: Compiled): Layout {
  const positions = Math.ceil(c.positionCount.length / HANDLES_A_WORD);
  const knotWords = Math.ceil(c.knots / 32);
  return {
    pressured: positions,
    wet: positions + knotWords,
    filling: positions + 2 * knotWords,
    rest: positions + 3 * knotWords,
    words: positions + 3 * knotWords + 1,
    knotWords,
  };
}

/** The position of a handle, by its number, in a packed state that begins at `base`. */
export const positionAt = (s: Int32Array, base: number, handle: number): number =>
  (s[base + ((handle / HANDLES_A_WORD) | 0)]! >>> (3 * (handle % HANDLES_A_WORD))) & 7;
/** Writes a handle's position into a packed state. */
export function setPosition(s: Int32Array, base: number, handle: number, position: number): void {
  const word = base + ((handle / HANDLES_A_WORD) | 0);
  const shift = 3 * (handle % HANDLES_A_WORD);
  s[word] = (s[word]! & ~(7 << shift)) | (position << shift);
}
/** A bit of a packed state, 0 or 1; `at` is the word where its kind of bits begins. */
export const bit = (s: Int32Array, at: number, i: number): number => (s[at + (i >> 5)]! >>> (i & 31)) & 1;
/** Sets a bit of a packed state. */
export const setBit = (s: Int32Array, at: number, i: number): void => {
  s[at + (i >> 5)]! |= 1 << (i & 31);
};
/** Where the hand is, by the last word of a packed state; −1 before the first move. */
export const placeAt = (rest: number): number => ((rest & PLACE_MASK) >>> PLACE_SHIFT) - 1;
/** The last word of a packed state with the hand at another place. */
export const withPlace = (rest: number, place: number): number =>
  (rest & ~PLACE_MASK) | ((place + 1) << PLACE_SHIFT);

/** What does not change while hands turn valves: how far media and disinfection have come. */
export interface Given {
  readonly unflushed: Uint8Array;
  readonly unproven: Uint8Array;
  readonly dosed: Uint8Array;
  readonly anyDosed: boolean;
  readonly unrinsed: Uint8Array;
  readonly anyUnflushed: boolean;
  readonly anyUnproven: boolean;
  readonly lampPending: Uint8Array;
  readonly lampStill: Uint8Array;
  readonly runs: Uint8Array;
}

/** What does not change while hands turn valves, from a state. */
export function givenBy(c: Compiled, state: RigState): Given {
  const stage = (key: string) => stageNumber(state.stages[key] ?? "dry");
  const unflushed = Uint8Array.from(c.rig.units, (u) => Number(u.flush && stage(u.key) < FLUSHED));
  const marked = (nodes: readonly string[] = []) => {
    const knots = new Uint8Array(c.knots);
    for (const n of nodes) {
      const k = c.knotOf.get(n);
      if (k !== undefined) knots[k] = 1;
    }
    return knots;
  };
  const unitsIn = (keys: readonly string[] = []) =>
    Uint8Array.from(c.rig.units, (u) => Number(keys.includes(u.key)));
  const unproven = marked(state.unproven);
  const dosed = marked(state.dosed);
  return {
    unflushed,
    unproven,
    dosed,
    anyDosed: dosed.includes(1),
    unrinsed: unitsIn(state.unrinsed),
    anyUnflushed: unflushed.includes(1),
    anyUnproven: unproven.includes(1),
    lampPending: unitsIn(state.lampAhead),
    lampStill: unitsIn(state.lampStill),
    runs: Uint8Array.from(c.rig.units, (u) => Number(state.stages[u.key] === "inService")),
  };
}

/** Working memory of one engine; nothing in it outlives a call but what its fields say of the state last looked at. */
export interface Scratch {
  readonly degree: Uint8Array;
  /** Region of each knot. */
  readonly comp: Int16Array;
  regions: number;
  readonly compLive: Uint8Array;
  readonly compVented: Uint8Array;
  readonly compPressured: Uint8Array;
  readonly compEmptied: Uint8Array;
  readonly powered: Uint8Array;
  /** Inner edges on a way from the main to house or heater; valid after `conditionsOf` where it had to be known. */
  readonly onPath: Uint8Array;
  /** Bits of the conditions that hold, and of those that the move itself caused. */
  readonly holds: Int32Array;
  readonly caused: Int32Array;
  permitted: boolean;
  readonly stack: Int16Array;
  readonly order: Int16Array;
  readonly low: Int16Array;
  /** As `low`, without the pretended edge: what stays connected when an edge goes. */
  readonly low2: Int16Array;
  /** Edge by which the flood from the main came to each knot. */
  readonly came: Int16Array;
  readonly mask: Int32Array;
  readonly avoidable: Uint8Array;
  readonly wide: Uint8Array;
  readonly seen: Uint8Array;
  count: number;
  top: number;
}

/** Arrays that one search writes over again and again. */
export function scratchFor(c: Compiled): Scratch {
  const words = Math.ceil(c.conditions.length / 32);
  return {
    degree: new Uint8Array(c.edgeIds.length + c.openingIds.length),
    comp: new Int16Array(c.knots),
    regions: 0,
    compLive: new Uint8Array(c.knots),
    compVented: new Uint8Array(c.knots),
    compPressured: new Uint8Array(c.knots),
    compEmptied: new Uint8Array(c.knots),
    powered: new Uint8Array(c.rig.units.length + 1),
    onPath: new Uint8Array(c.edgeIds.length),
    holds: new Int32Array(words),
    caused: new Int32Array(words),
    permitted: false,
    stack: new Int16Array(c.edgeIds.length + c.knots + 8),
    order: new Int16Array(c.knots),
    low: new Int16Array(c.knots),
    low2: new Int16Array(c.knots),
    came: new Int16Array(c.knots),
    mask: new Int32Array(c.knots * Math.ceil(c.knots / 32)),
    avoidable: new Uint8Array(c.edgeIds.length),
    wide: new Uint8Array(c.knots),
    seen: new Uint8Array(c.knots),
    count: 0,
    top: 0,
  };
}

/** Sets the bit of a condition. */
export const raise = (bits: Int32Array, i: number): void => {
  bits[i >> 5]! |= 1 << (i & 31);
};
