import { fillingsOf, roomKindsOf, type Fillings, type RoomKind } from "./fillings";
import { pricesOf, type Prices } from "./prices";
import { total, type Filling, type Kinds, type Room } from "./rooms";

/** A filling as it is chosen: what it costs beyond its worth, and what it holds. */
interface Choice {
  readonly over: number;
  readonly pieces: readonly number[];
  readonly room: number;
}

/** Pieces put into rooms, by kinds: what each chosen room holds, and what is left for the last stick. */
interface Cover {
  readonly chosen: readonly Choice[];
  readonly last: readonly number[];
  readonly waste: number;
}

/** Two sums of prices that are nearer than this are the same. */
const NEAR = 1e-6;
/** States are told apart by one whole number, as long as there is one for each. */
const NUMBERS = 2 ** 53;

/** What one thing more of each kind is in the number of a state; undefined where there are too many states. */
function weightsOf(counts: readonly number[]): readonly number[] | undefined {
  let states = 1;
  const weights = counts.map((n) => {
    const weight = states;
    states *= n + 1;
    return weight;
  });
  return states < NUMBERS ? weights : undefined;
}

/**
 * Puts pieces into rooms, and the rest into a last stick, so that the rooms are left with the least waste.
 * Every choice costs something beyond its worth, and no arrangement may cost more than lies between what it
 * may waste and what the prices prove: what costs more is never looked at.
 */
class Search {
  best: Cover | undefined;
  private readonly left: number[];
  private readonly roomsLeft: number[];
  private allRoomsLeft: number;
  private readonly choices: readonly (readonly Choice[])[];
  private readonly order: readonly number[];
  private readonly weights: readonly number[] | undefined;
  private state = 0;
  private readonly seen = new Map<number, number>();
  private readonly chosen: Choice[] = [];
  private readonly last: number[] = [];
  private lastFilled = 0;
  private readonly spaceOfAll: number;
  private readonly lengthOfAll: number;
  private lengthLeft: number;
  /** So much may be spent beyond what things are worth. */
  private budget = 0;
  /** So much the last stick may hold. */
  private lastRoom = 0;

  constructor(
    rooms: readonly RoomKind[],
    private readonly kinds: Kinds,
    private readonly prices: Prices,
    fillings: Fillings,
    mostWaste: number,
    public patience: number,
  ) {
    this.spaceOfAll = total(rooms.map((r) => r.room * r.count));
    this.lengthOfAll = total(kinds.sizes.map((size, k) => size * kinds.counts[k]!));
    this.lengthLeft = this.lengthOfAll;
    this.left = [...kinds.counts];
    this.roomsLeft = rooms.map((r) => r.count);
    this.allRoomsLeft = total(this.roomsLeft);
    this.allow(mostWaste);
    this.weights = weightsOf([...this.left, ...this.roomsLeft]);
    const choices = this.choicesOf(fillings);
    const often = kinds.sizes.map((_, k) => choices.filter((c) => c.pieces.includes(k)).length);
    // What can be put least differently is put first.
    this.order = [...often.keys()].sort((a, b) => often[a]! - often[b]!);
    const place = this.order.map((_, k) => this.order.indexOf(k));
    this.choices = this.order.map((_, at) =>
      choices.filter((c) => Math.min(...c.pieces.map((k) => place[k]!)) === at),
    );
  }

  private allow(mostWaste: number): void {
    this.budget = mostWaste - (this.spaceOfAll - this.prices.atMost) + NEAR;
    this.lastRoom = mostWaste + this.lengthOfAll - this.spaceOfAll;
  }

  /** Fillings that do not cost too much by themselves, the cheapest first. */
  private choicesOf({ kinds, starts, filled, rooms }: Fillings): Choice[] {
    const { ofKind, ofRoom } = this.prices;
    const all: Choice[] = [];
    for (let j = 0; j < filled.length; j += 1) {
      let over = ofRoom[rooms[j]!]! - filled[j]!;
      for (let at = starts[j]!; at < starts[j + 1]!; at += 1) over += ofKind[kinds[at]!]!;
      if (over > this.budget) continue;
      all.push({ over, pieces: [...kinds.subarray(starts[j], starts[j + 1])], room: rooms[j]! });
    }
    return all.sort((a, b) => a.over - b.over);
  }

  /** The same was left before, for no more: it led to nothing that was not found. */
  private wasSeen(over: number): boolean {
    if (!this.weights) return false;
    const before = this.seen.get(this.state);
    if (before !== undefined && before <= over) return true;
    this.seen.set(this.state, over);
    return false;
  }

  /** Takes a piece away, or gives it back. */
  private take(kind: number, by: 1 | -1): void {
    this.left[kind]! -= by;
    this.lengthLeft -= by * this.kinds.sizes[kind]!;
    if (this.weights) this.state += by * this.weights[kind]!;
  }

  private takeRoom(room: number, by: 1 | -1): void {
    this.roomsLeft[room]! -= by;
    this.allRoomsLeft -= by;
    if (this.weights) this.state += by * this.weights[this.left.length + room]!;
  }

  /** Looks on from a place in the order of the pieces, for what was spent so far. */
  run(from = 0, over = 0): void {
    if (this.patience <= 0) return;
    this.patience -= 1;
    let at = from;
    while (at < this.order.length && this.left[this.order[at]!] === 0) at += 1;
    if (at === this.order.length || this.allRoomsLeft === 0) {
      this.finish();
      return;
    }
    if (this.wasSeen(over)) return;
    for (const choice of this.choices[at]!) {
      if (over + choice.over > this.budget) break;
      if (this.roomsLeft[choice.room]! > 0) this.choose(choice, at, over + choice.over);
    }
    this.leave(this.order[at]!, at, over);
  }

  private choose(choice: Choice, at: number, over: number): void {
    const { pieces, room } = choice;
    this.patience -= 1;
    let taken = 0;
    while (taken < pieces.length && this.left[pieces[taken]!]! > 0) {
      this.take(pieces[taken]!, 1);
      taken += 1;
    }
    if (taken === pieces.length) {
      this.takeRoom(room, 1);
      this.chosen.push(choice);
      this.run(at, over);
      this.chosen.pop();
      this.takeRoom(room, -1);
    }
    while (taken > 0) {
      taken -= 1;
      this.take(pieces[taken]!, -1);
    }
  }

  /** Leaves a piece for the last stick. */
  private leave(kind: number, at: number, over: number): void {
    const size = this.kinds.sizes[kind]!;
    const spent = over + this.prices.ofKind[kind]!;
    if (spent > this.budget || this.lastFilled + size > this.lastRoom) return;
    this.take(kind, 1);
    this.last.push(kind);
    this.lastFilled += size;
    this.run(at, spent);
    this.lastFilled -= size;
    this.last.pop();
    this.take(kind, -1);
  }

  /** Everything that is left goes into the last stick; what comes after must be better. */
  private finish(): void {
    const filled = this.lastFilled + this.lengthLeft;
    if (filled > this.lastRoom) return;
    const rest = this.left.flatMap((n, k) => Array.from({ length: n }, () => k));
    const waste = this.spaceOfAll - (this.lengthOfAll - filled);
    this.best = { chosen: [...this.chosen], last: [...this.last, ...rest], waste };
    this.allow(waste - 1);
  }
}

/** So much more than it must be a room may be left with, in the first looks: of all ways there are too many. */
const SPARES = [1, 8, 25, 60, 120, 250, 600, Infinity] as const;
/** More ways to fill rooms than these are not looked at. */
const MOST_FILLINGS = 60_000;
/** How far a look goes beyond what is proved, at first and from one to the next. */
const FIRST_LOOK = 3;
const FURTHER = 1.6;
/** Steps of all looks together: one for each state, and one for each choice that is tried in it. */
const PATIENCE = 2_500_000;

/** Sizes by rooms: the cover's fillings in rooms of their kind, and in the last one what is left. */
function filledBy(cover: Cover, rooms: readonly Room[], ofKind: readonly RoomKind[], { sizes }: Kinds) {
  const waiting = [...cover.chosen];
  return rooms.map((room, i): Filling => {
    if (i === rooms.length - 1) return cover.last.map((k) => sizes[k]!);
    const at = waiting.findIndex((c) => ofKind[c.room]!.room === room.room);
    return at < 0 ? [] : waiting.splice(at, 1)[0]!.pieces.map((k) => sizes[k]!);
  });
}

/** What looking for the largest remainder came to. */
export interface LargestFound {
  /** What is in each room, where the last holds less than `most`. */
  readonly filled?: readonly Filling[];
  /** The last room holds at least so much, whatever is done. */
  readonly least: number;
}

/**
 * The way to put all pieces into rooms by which the last of them holds least, if that is less than `most`.
 * By ways to fill a room, those that waste least first; their prices in the linear programme prove what
 * cannot be reached, and leave few ways to look at.
 */
export function leastInLast(rooms: readonly Room[], kinds: Kinds, most: number): LargestFound {
  const before = roomKindsOf(rooms.slice(0, -1), kinds);
  const space = total(before.map((r) => r.room * r.count));
  const length = total(kinds.sizes.map((size, k) => size * kinds.counts[k]!));
  const must = total(before.map((r) => r.leastWaste * r.count));
  const mostWaste = most - 1 - (length - space);
  const lastOf = (waste: number) => waste + length - space;
  let least = must;
  let patience = PATIENCE;
  for (const spare of SPARES) {
    if (least > mostWaste) break;
    const reach = Math.min(mostWaste, must + spare);
    const fillings = fillingsOf(before, kinds, reach - must, MOST_FILLINGS);
    if (!fillings) break;
    const prices = pricesOf(
      fillings,
      kinds.counts,
      before.map((r) => r.count),
    );
    least = Math.min(reach + 1, Math.max(least, Math.ceil(space - prices.atMost - NEAR)));
    for (let look = FIRST_LOOK; least <= reach; look = Math.ceil(look * FURTHER)) {
      const upTo = Math.min(reach, least + look);
      const search = new Search(before, kinds, prices, fillings, upTo, patience);
      search.run();
      const { best } = search;
      const filled = best && filledBy(best, rooms, before, kinds);
      if (search.patience <= 0) return { filled, least: lastOf(least) };
      if (best) return { filled, least: lastOf(best.waste) };
      patience = search.patience;
      least = upTo + 1;
    }
  }
  return { least: lastOf(least) };
}
