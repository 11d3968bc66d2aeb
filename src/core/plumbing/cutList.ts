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

/**
 * Something to cut from. Its room counts a kerf for each piece, and one more, because the last piece may
 * need no cut.
 */
interface Room {
  readonly length: number;
  readonly isNew: boolean;
  readonly room: number;
}

/** Kinds of pieces with their kerf, the longest first, and how many there are of each. */
interface Kinds {
  readonly sizes: readonly number[];
  readonly counts: readonly number[];
}
function kindsOf(pieces: readonly number[], kerf: number): Kinds {
  const counts = new Map<number, number>();
  for (const piece of pieces) counts.set(piece + kerf, (counts.get(piece + kerf) ?? 0) + 1);
  const sizes = [...counts.keys()].sort((a, b) => b - a);
  return { sizes, counts: sizes.map((s) => counts.get(s)!) };
}

const total = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

type Filling = readonly number[];
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
const forFewest = waysOf([4_000, 40_000, 200_000]);
/** That fewer do not do is proved soonest by one way alone. */
const forProof: Ways = [{ levels: longestFirst, patience: 1_500_000 }];
/** A few millimetres more of a remainder are worth little: a cut list is there within a second. */
const forLargest = waysOf([20_000]);

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
function fitInto(rooms: readonly Room[], kinds: Kinds, ways: Ways): Answer {
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
function leastRooms({ sizes, counts }: Kinds, room: number): number {
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

/**
 * The cut that leaves the largest single remainder of a new stick, between what one cut leaves already and
 * what could be left at all.
 */
function withLargest(rooms: readonly Room[], kinds: Kinds, kerf: number, first: readonly Bar[]) {
  let best = first;
  let low = largestRemainder(first);
  let high = total(rooms.map((r) => r.room)) - total(kinds.sizes.map((s, k) => s * kinds.counts[k]!)) - kerf;
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

/**
 * How pieces are cut from new sticks and offcuts: fewest new sticks, then the largest single remainder of
 * one (handbook 3, Take-off: k pieces need their sum and k − 1 kerfs). Undefined where a piece is longer
 * than anything to cut it from. All lengths are positive whole millimetres.
 */
export function cutList(pieces: readonly number[], stock: Stock): CutList | undefined {
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
  return { ...withLargest(rooms, kinds, kerf, bars), fewestNew, isFewest };
}
