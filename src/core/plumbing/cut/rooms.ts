/**
 * Something to cut from. Its room counts a kerf for each piece, and one more, because the last piece may
 * need no cut.
 */
export interface Room {
  readonly length: number;
  readonly isNew: boolean;
  readonly room: number;
}

/** Kinds of pieces with their kerf, the longest first, and how many there are of each. */
export interface Kinds {
  readonly sizes: readonly number[];
  readonly counts: readonly number[];
}
/** What some pieces are, each with what its cut takes away. */
export function kindsOf(pieces: readonly number[], kerf: number): Kinds {
  const counts = new Map<number, number>();
  for (const piece of pieces) counts.set(piece + kerf, (counts.get(piece + kerf) ?? 0) + 1);
  const sizes = [...counts.keys()].sort((a, b) => b - a);
  return { sizes, counts: sizes.map((s) => counts.get(s)!) };
}

/** The sum of some numbers. */
export const total = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

/** Sizes of what is in a room. */
export type Filling = readonly number[];
type Answer = { readonly is: "fits"; readonly filled: readonly Filling[] } | { readonly is: "no" | "open" };

/**
 * Bounds of what a room may be left with, one pair after the other, given its fair share of what may be
 * wasted in all.
 */
type Levels = (share: number) => readonly (readonly [number, number])[];
const halves = (from: number) =>
  Array.from({ length: 12 }, (_, i) => [from * 2 ** i, from * 2 ** (i + 1) - 1] as const);
/** What wastes least is tried first: it leaves one large remainder. */
const leastWaste: Levels = () => [[0, 0], ...halves(1)];
/**
 * Within its share, and then a little beyond it, what takes the longest pieces is tried first: it leaves
 * short ones, which fit anywhere.
 */
const fairShare: Levels = (share) => [[0, share], ...halves(share + 1)];
const longestFirst: Levels = () => [[0, Infinity]];

/** Ways to look, one after the other, each for so many steps. */
type Ways = readonly { readonly levels: Levels; readonly patience: number }[];
const waysOf = (patiences: readonly number[]): Ways =>
  patiences.flatMap((patience) =>
    [longestFirst, fairShare, leastWaste].map((levels) => ({ levels, patience })),
  );
/** A stick more costs money: it is looked for long. */
export const forFewest = waysOf([4_000, 40_000, 200_000]);
/** That fewer do not do is proved soonest by one way alone. */
export const forProof: Ways = [{ levels: longestFirst, patience: 1_500_000 }];
/** A few millimetres more of a remainder are worth little: a cut list is there within a second. */
export const forLargest = waysOf([20_000]);

/** Looks for a way to put all pieces into rooms. */
class Search {
  readonly filled: number[][];
  private readonly left: number[];
  private readonly used: boolean[];
  private piecesLeft: number;
  private roomLeft: number;

  constructor(
    private readonly rooms: readonly Room[],
    private readonly kinds: Kinds,
    private readonly levels: Levels,
    public patience: number,
  ) {
    this.left = [...kinds.counts];
    this.filled = rooms.map(() => []);
    this.used = rooms.map(() => false);
    this.piecesLeft = total(kinds.sizes.map((size, k) => size * kinds.counts[k]!));
    this.roomLeft = total(rooms.map((r) => r.room));
  }

  /** The longest piece that is left stands somewhere: each room for it is tried, filled so that little is wasted. */
  run(): boolean {
    const longest = this.left.findIndex((n) => n > 0);
    if (longest === -1) return true;
    const mayWaste = this.roomLeft - this.piecesLeft;
    const roomsLeft = this.used.filter((u) => !u).length;
    for (const [low, high] of this.levels(Math.floor(mayWaste / Math.max(1, roomsLeft)))) {
      if (low > mayWaste) return false;
      for (const [at, room] of this.rooms.entries()) {
        if (this.used[at] || room.room < this.kinds.sizes[longest]!) continue;
        // Of rooms that are alike the first stands for all.
        if (this.rooms.findIndex((r, i) => !this.used[i] && r.room === room.room) < at) continue;
        this.used[at] = true;
        this.roomLeft -= room.room;
        const done = this.put(at, longest, room.room, low, Math.min(high, mayWaste));
        if (done) return true;
        this.used[at] = false;
        this.roomLeft += room.room;
        if (this.patience <= 0) return false;
      }
    }
    return false;
  }

  /** Puts a piece into a room of which so much is free, then shorter ones beside it. */
  private put(at: number, kind: number, free: number, low: number, high: number): boolean {
    const size = this.kinds.sizes[kind]!;
    this.patience -= 1;
    this.left[kind]! -= 1;
    this.piecesLeft -= size;
    this.filled[at]!.push(size);
    if (this.patience > 0 && this.beside(at, kind, free - size, low, high)) return true;
    this.filled[at]!.pop();
    this.piecesLeft += size;
    this.left[kind]! += 1;
    return false;
  }

  /**
   * Fills up a room with pieces of a kind or shorter ones, until what is left of it is between two bounds
   * and nothing that is left fits beside it.
   */
  private beside(at: number, from: number, free: number, low: number, high: number): boolean {
    const { sizes } = this.kinds;
    let shorter = 0;
    for (let k = from; k < sizes.length; k += 1) shorter += sizes[k]! * this.left[k]!;
    if (free - shorter > high) return false;
    for (let k = from; k < sizes.length; k += 1)
      if (this.left[k]! > 0 && sizes[k]! <= free && this.put(at, k, free, low, high)) return true;
    if (free < low || free > high || this.patience <= 0) return false;
    const shortest = sizes.findLast((_, k) => this.left[k]! > 0) ?? Infinity;
    return shortest > free && this.run();
  }
}

/** Do all pieces fit into some rooms. `open`: patience ended first. */
export function fitInto(rooms: readonly Room[], kinds: Kinds, ways: Ways): Answer {
  for (const { levels, patience } of ways) {
    const search = new Search(rooms, kinds, levels, patience);
    if (search.run()) return { is: "fits", filled: search.filled };
    if (search.patience > 0) return { is: "no" };
  }
  return { is: "open" };
}

/**
 * So many rooms of one size at least, by pieces of which no two share one: for each bound what is longer than
 * a room less the bound stands alone, what is longer than half beside no other such, and what is shorter but
 * not below the bound fills up the rest (Martello and Toth's bound).
 */
export function leastRooms({ sizes, counts }: Kinds, room: number): number {
  const within = (least: number, most: number) => {
    const those = sizes.flatMap((size, k) =>
      size >= least && size <= most ? [{ size, n: counts[k]! }] : [],
    );
    return { n: total(those.map((t) => t.n)), length: total(those.map((t) => t.n * t.size)) };
  };
  const half = Math.floor(room / 2);
  const bounds = [0, ...sizes.filter((size) => size <= half)];
  return Math.max(
    ...bounds.map((bound) => {
      const alone = within(room - bound + 1, room);
      const long = within(half + 1, room - bound);
      const short = within(bound, half);
      const over = short.length - (long.n * room - long.length);
      return alone.n + long.n + Math.max(0, Math.ceil(over / room));
    }),
  );
}
