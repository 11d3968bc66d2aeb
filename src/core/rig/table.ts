import { NONE } from "./aim";

/** Packed states with their costs, found again by their words without making a string of them. */
export class Table {
  store: Int32Array;
  readonly cost: number[] = [];
  readonly parent: number[] = [];
  readonly move: number[] = [];
  /** 1 once its turns have been tried. */
  readonly done: number[] = [];
  /** The bound of each, once asked; -1 before. */
  readonly rest: number[] = [];
  private slots: Int32Array;
  size = 0;
  constructor(private readonly words: number) {
    this.store = new Int32Array(words * 1024);
    this.slots = new Int32Array(4096);
  }

  private slotOf(s: Int32Array, base: number): number {
    let hash = 0x9e3779b9 | 0;
    for (let w = 0; w < this.words; w += 1) {
      hash = Math.imul(hash ^ s[base + w]!, 0x85ebca6b);
      hash ^= hash >>> 15;
    }
    const mask = this.slots.length - 1;
    let slot = hash & mask;
    for (;;) {
      const i = this.slots[slot]! - 1;
      if (i < 0) return slot;
      let same = true;
      for (let w = 0; w < this.words; w += 1)
        if (this.store[i * this.words + w] !== s[base + w]) {
          same = false;
          break;
        }
      if (same) return slot;
      slot = (slot + 1) & mask;
    }
  }

  /** Writes a state's words into an array. */
  copy(state: number, into: Int32Array): void {
    const base = state * this.words;
    for (let w = 0; w < this.words; w += 1) into[w] = this.store[base + w]!;
  }

  /** Number of a state, put in if it is new. */
  put(s: Int32Array, base: number): number {
    let slot = this.slotOf(s, base);
    const had = this.slots[slot]! - 1;
    if (had >= 0) return had;
    if (this.size * 2 > this.slots.length) {
      this.slots = new Int32Array(this.slots.length * 4);
      for (let i = 0; i < this.size; i += 1) this.slots[this.slotOf(this.store, i * this.words)] = i + 1;
      slot = this.slotOf(s, base);
    }
    if ((this.size + 1) * this.words > this.store.length) {
      const more = new Int32Array(this.store.length * 2);
      more.set(this.store);
      this.store = more;
    }
    for (let w = 0; w < this.words; w += 1) this.store[this.size * this.words + w] = s[base + w]!;
    this.slots[slot] = this.size + 1;
    this.cost.push(NONE);
    this.parent.push(-1);
    this.move.push(0);
    this.rest.push(-1);
    this.done.push(0);
    return this.size++;
  }
}

/**
 * States still to be looked at, the least estimate first; with equal estimates the last put in, which is
 * the farthest on.
 */
export class Open {
  private readonly buckets: number[][] = [];
  /** Estimate of the state that was taken last. */
  estimate = 0;

  put(estimate: number, state: number): void {
    (this.buckets[estimate] ??= []).push(state);
  }

  /** The next state, or undefined where none is left. */
  take(): number | undefined {
    for (; this.estimate < this.buckets.length; this.estimate += 1) {
      const state = this.buckets[this.estimate]?.pop();
      if (state !== undefined) return state;
    }
    return undefined;
  }
}
