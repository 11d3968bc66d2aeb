import { leastInLast } from "./cut/largest";
import {
  fitInto,
  forFewest,
  forLargest,
  forProof,
  kindsOf,
  leastRooms,
  total,
  type Kinds,
  type Room,
} from "./cut/rooms";

/** What pieces are cut from. Whole millimetres throughout. */
export interface Stock {
  /** Length of a new stick, of which there are as many as needed. */
  readonly stick: number;
  /** What a cut takes away. */
  readonly kerf: number;
  /** Lengths that are left from earlier jobs, each there once. */
  readonly offcuts: readonly number[];
}

/** A length that is cut, and what is left of it. */
export interface Bar {
  readonly length: number;
  readonly isNew: boolean;
  /** Lengths of the pieces, the longest first. */
  readonly pieces: readonly number[];
  readonly remainder: number;
}

export interface CutList {
  readonly bars: readonly Bar[];
  readonly fewestNew: number;
  /** Fewer new sticks are proved impossible. */
  readonly isFewest: boolean;
  /**
   * What one cut could leave of a new stick at most, with so many of them: where it is what this cut
   * leaves, that is proved to be the largest.
   */
  readonly largestAtMost: number;
}

/** Offcuts, and so many new sticks. */
function roomsOf({ stick, kerf, offcuts }: Stock, sticks: number): readonly Room[] {
  const old = offcuts.map((length) => ({ length, isNew: false, room: length + kerf }));
  const fresh = Array.from({ length: sticks }, () => ({ length: stick, isNew: true, room: stick + kerf }));
  return [...old, ...fresh];
}

function barsOf(
  rooms: readonly Room[],
  filled: readonly (readonly number[])[],
  kerf: number,
): readonly Bar[] {
  return rooms.flatMap(({ length, isNew }, i) => {
    const sizes = filled[i]!;
    if (sizes.length === 0) return [];
    const pieces = sizes.map((s) => s - kerf).sort((a, b) => b - a);
    return [{ length, isNew, pieces, remainder: Math.max(0, length - total(sizes)) }];
  });
}

/** The rooms with the last of them kept clear by so much beside its last cut. */
const keptClear = (rooms: readonly Room[], clear: number, kerf: number): readonly Room[] =>
  rooms.map((r, i) => (i === rooms.length - 1 ? { ...r, room: r.room - kerf - clear } : r));

/** The largest single remainder of a new stick, mm; 0 where none is cut. */
export const largestRemainder = (bars: readonly Bar[]): number =>
  Math.max(0, ...bars.filter((b) => b.isNew).map((b) => b.remainder));

/** A cut, with what one could leave of a new stick at most. */
interface Largest {
  readonly bars: readonly Bar[];
  readonly largestAtMost: number;
}

/**
 * A cut that leaves a larger single remainder of a new stick than the first one, looked for between it and
 * what could be left at all.
 */
function largerThan(rooms: readonly Room[], kinds: Kinds, kerf: number, first: readonly Bar[]): Largest {
  let best = first;
  let low = largestRemainder(first);
  const { length: stick } = rooms.at(-1)!;
  const unfilled = total(rooms.map((r) => r.room)) - total(kinds.sizes.map((s, k) => s * kinds.counts[k]!));
  let high = Math.min(stick, unfilled - kerf);
  let atMost = Math.max(low, high);
  let isFirstAsk = true;
  while (low < high) {
    // The most that could be left is often there: it is asked for first.
    const ask = isFirstAsk ? high : Math.ceil((low + high) / 2);
    isFirstAsk = false;
    const clear = keptClear(rooms, ask, kerf);
    const answer = fitInto(clear, kinds, forLargest);
    if (answer.is === "fits") {
      best = barsOf(clear, answer.filled, kerf);
      low = Math.max(ask, largestRemainder(best));
    } else {
      high = ask - 1;
      if (answer.is === "no") atMost = high;
    }
  }
  return { bars: best, largestAtMost: Math.max(low, atMost) };
}

/**
 * The cut that leaves the largest single remainder of a new stick: a good one first, then what is better and
 * what is not there.
 */
function withLargest(rooms: readonly Room[], kinds: Kinds, kerf: number, first: readonly Bar[]): Largest {
  const good = largerThan(rooms, kinds, kerf, first);
  const left = largestRemainder(good.bars);
  if (left === good.largestAtMost) return good;
  const { length: stick } = rooms.at(-1)!;
  const { filled, least } = leastInLast(rooms, kinds, stick - left);
  const bars = filled ? barsOf(rooms, filled, kerf) : good.bars;
  return {
    bars,
    largestAtMost: Math.max(largestRemainder(bars), Math.min(good.largestAtMost, stick - least)),
  };
}

/** How many new sticks are looked at. */
interface Sticks {
  readonly least: number;
  readonly most: number;
}

/** The fewest new sticks of some into which all pieces fit beside the offcuts; undefined where none are enough. */
function fewestSticks(stock: Stock, kinds: Kinds, { least, most }: Sticks) {
  let fewerMayDo = false;
  for (let sticks = least; sticks <= most; sticks += 1) {
    const rooms = roomsOf(stock, sticks);
    const answer = fitInto(rooms, kinds, forFewest);
    if (answer.is === "fits") {
      if (!fewerMayDo) return { rooms, filled: answer.filled, isFewest: true };
      const fewerRooms = roomsOf(stock, sticks - 1);
      const fewer = fitInto(fewerRooms, kinds, forProof);
      return fewer.is === "fits"
        ? { rooms: fewerRooms, filled: fewer.filled, isFewest: sticks - 1 === least }
        : { rooms, filled: answer.filled, isFewest: fewer.is === "no" };
    }
    // Where so many do not do, fewer do not either.
    fewerMayDo = answer.is === "open";
  }
  return undefined;
}

function computed(pieces: readonly number[], stock: Stock): CutList | undefined {
  const { stick, kerf, offcuts } = stock;
  const kinds = kindsOf(pieces, kerf);
  const needed = total(pieces.map((p) => p + kerf)) - total(offcuts.map((o) => o + kerf));
  const least = Math.max(
    0,
    Math.ceil(needed / (stick + kerf)),
    leastRooms(kinds, Math.max(stick, ...offcuts) + kerf) - offcuts.length,
  );
  const found = fewestSticks(stock, kinds, { least, most: pieces.length });
  if (!found) return undefined;
  const { rooms, filled, isFewest } = found;
  const bars = barsOf(rooms, filled, kerf);
  const fewestNew = bars.filter((b) => b.isNew).length;
  if (fewestNew === 0) return { bars, fewestNew, isFewest, largestAtMost: 0 };
  // Where fewer sticks may do, what one of so many is left with is not worth a proof.
  const largest = (isFewest ? withLargest : largerThan)(rooms, kinds, kerf, bars);
  return { ...largest, fewestNew, isFewest };
}

/** So many lists are known again: a page, its papers and its stock ask for the same one. */
const RECENT = 16;
const recent = new Map<string, CutList | undefined>();

/**
 * How pieces are cut from new sticks and offcuts: fewest new sticks, then the largest single remainder of
 * one (handbook 3, Take-off: k pieces need their sum and k − 1 kerfs). Undefined where a piece is longer
 * than anything to cut it from. All lengths are positive whole millimetres.
 */
export function cutList(pieces: readonly number[], stock: Stock): CutList | undefined {
  const key = JSON.stringify([pieces.toSorted((a, b) => b - a), stock.stick, stock.kerf, stock.offcuts]);
  const list = recent.has(key) ? recent.get(key) : computed(pieces, stock);
  recent.delete(key);
  recent.set(key, list);
  const [oldest] = recent.keys();
  if (recent.size > RECENT && oldest !== undefined) recent.delete(oldest);
  return list;
}
