import { total } from "./rooms";
import type { Fillings } from "./fillings";

/**
 * What a piece of each kind and a room of each kind are worth, in millimetres of pieces put away. No filling
 * puts away more than its pieces and its room are worth together, so that nothing puts away more than all
 * pieces and rooms are worth.
 */
export interface Prices {
  readonly ofKind: Float64Array;
  readonly ofRoom: Float64Array;
  /** So much can be put away at most, mm. */
  readonly atMost: number;
}

/** So many fillings are asked again before all are. */
const ASKED = 60;
/** A price that is nearer than this to another is the same. */
const NEAR = 1e-7;
/**
 * Rooms and pieces are counted as a hair more than they are, each as another hair: no two choices are then
 * alike, and none comes round again.
 */
const hair = (i: number): number => (1e-4 * ((i * 7919) % 101)) / 101;

/**
 * The linear programme that puts away most, fillings in parts allowed: the revised simplex method, whose
 * prices of the rows are those that are looked for.
 */
class Simplex {
  /** Kinds of pieces, then kinds of rooms. */
  private readonly rows: number;
  private readonly inverse: Float64Array[];
  private readonly amounts: Float64Array;
  /** What one more of each chosen column puts away. */
  private readonly gains: Float64Array;
  readonly prices: Float64Array;
  private asked: readonly number[] = [];

  constructor(
    private readonly fillings: Fillings,
    private readonly kinds: number,
    counts: readonly number[],
  ) {
    this.rows = counts.length;
    this.inverse = counts.map((_, i) => Float64Array.from(counts, (_, k) => (k === i ? 1 : 0)));
    this.amounts = Float64Array.from(counts, (n, i) => n + hair(i));
    this.gains = new Float64Array(this.rows);
    this.prices = new Float64Array(this.rows);
  }

  /** What a filling puts away beyond what its pieces and its room are worth. */
  beyond(filling: number): number {
    const { kinds, starts, filled, rooms } = this.fillings;
    let gain = filled[filling]! - this.prices[this.kinds + rooms[filling]!]!;
    for (let at = starts[filling]!; at < starts[filling + 1]!; at += 1) gain -= this.prices[kinds[at]!]!;
    return gain;
  }

  /**
   * Fillings that are worth more than their price, about the best of all: they are asked again and again
   * before all are looked at once more.
   */
  private worthwhile(): number[] {
    const found: { filling: number; gain: number }[] = [];
    let least = NEAR;
    for (let filling = 0; filling < this.fillings.filled.length; filling += 1) {
      const gain = this.beyond(filling);
      if (gain <= least) continue;
      found.push({ filling, gain });
      if (found.length < 2 * ASKED) continue;
      found.sort((a, b) => b.gain - a.gain).splice(ASKED);
      least = found.at(-1)!.gain;
    }
    return found
      .sort((a, b) => b.gain - a.gain)
      .slice(0, ASKED)
      .map((f) => f.filling);
  }

  /** Takes in the filling, or the room or piece left out, that helps most; false where none helps. */
  step(): boolean {
    const cheapest = this.prices.reduce((low, price, i) => (price < this.prices[low]! ? i : low), 0);
    if (this.prices[cheapest]! < -NEAR) return this.pivot(this.unused(cheapest), 0);
    let filling = this.bestAsked();
    if (filling === undefined) {
      this.asked = this.worthwhile();
      filling = this.bestAsked();
    }
    return filling !== undefined && this.pivot(this.column(filling), this.fillings.filled[filling]!);
  }

  private bestAsked(): number | undefined {
    let best = NEAR;
    let filling: number | undefined;
    for (const j of this.asked) {
      const gain = this.beyond(j);
      if (gain <= best) continue;
      best = gain;
      filling = j;
    }
    return filling;
  }

  private unused(row: number): Float64Array {
    return Float64Array.from(this.inverse, (r) => r[row]!);
  }

  private column(filling: number): Float64Array {
    const { kinds, starts, rooms } = this.fillings;
    return Float64Array.from(this.inverse, (row) => {
      let sum = row[this.kinds + rooms[filling]!]!;
      for (let at = starts[filling]!; at < starts[filling + 1]!; at += 1) sum += row[kinds[at]!]!;
      return sum;
    });
  }

  /** Puts a column in the place of the one that it drives out first. */
  private pivot(column: Float64Array, gain: number): boolean {
    let out = -1;
    let least = Infinity;
    for (let i = 0; i < this.rows; i += 1) {
      const share = column[i]! > NEAR ? this.amounts[i]! / column[i]! : Infinity;
      if (share < least) {
        least = share;
        out = i;
      }
    }
    if (out < 0) return false;
    const driven = this.inverse[out]!;
    for (let k = 0; k < this.rows; k += 1) driven[k]! /= column[out]!;
    this.amounts[out]! /= column[out]!;
    for (let i = 0; i < this.rows; i += 1) {
      const by = column[i]!;
      if (i === out || by === 0) continue;
      const row = this.inverse[i]!;
      for (let k = 0; k < this.rows; k += 1) row[k]! -= by * driven[k]!;
      this.amounts[i]! -= by * this.amounts[out]!;
    }
    this.gains[out] = gain;
    this.prices.fill(0);
    for (let i = 0; i < this.rows; i += 1)
      for (let k = 0; k < this.rows; k += 1) this.prices[k]! += this.gains[i]! * this.inverse[i]![k]!;
    return true;
  }
}

/** More steps than this are not worth their time: the prices are then right, but say less. */
const STEPS = 2_000;

/**
 * Prices of pieces and rooms by which least is worth in all, from how many there are of each. Whatever the
 * steps came to, they are put right in the end, so that no filling is beyond its price.
 */
export function pricesOf(fillings: Fillings, pieces: readonly number[], rooms: readonly number[]): Prices {
  const simplex = new Simplex(fillings, pieces.length, [...pieces, ...rooms]);
  for (let steps = 0; steps < STEPS && simplex.step(); steps += 1);
  const { prices } = simplex;
  for (let i = 0; i < prices.length; i += 1) prices[i] = Math.max(0, prices[i]!);
  const ofKind = prices.slice(0, pieces.length);
  const ofRoom = prices.slice(pieces.length);
  const dearer = new Float64Array(rooms.length);
  for (let j = 0; j < fillings.filled.length; j += 1) {
    const room = fillings.rooms[j]!;
    dearer[room] = Math.max(dearer[room]!, simplex.beyond(j));
  }
  for (let r = 0; r < rooms.length; r += 1) ofRoom[r]! += dearer[r]!;
  const atMost = total(pieces.map((n, k) => n * ofKind[k]!)) + total(rooms.map((n, r) => n * ofRoom[r]!));
  return { ofKind, ofRoom, atMost };
}
