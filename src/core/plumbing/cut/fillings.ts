import { total, type Kinds, type Room } from "./rooms";

/** Rooms of one size. */
export interface RoomKind {
  readonly room: number;
  readonly count: number;
  /** So much one of them is left with at least, whatever is put into it. */
  readonly leastWaste: number;
}

/** Sums of some of the pieces that a room can hold: the largest of them leaves least. */
function leastWaste({ sizes, counts }: Kinds, room: number): number {
  const reached = new Uint8Array(room + 1);
  reached[0] = 1;
  for (const [k, size] of sizes.entries())
    for (let n = 0; n < counts[k]!; n += 1)
      for (let sum = room; sum >= size; sum -= 1) if (reached[sum - size]) reached[sum] = 1;
  return room - reached.lastIndexOf(1);
}

/** Rooms by their size; those into which no piece fits are left out. */
export function roomKindsOf(rooms: readonly Room[], kinds: Kinds): readonly RoomKind[] {
  const sizes = [...new Set(rooms.map((r) => r.room))];
  return sizes
    .map((room) => ({
      room,
      count: rooms.filter((r) => r.room === room).length,
      leastWaste: leastWaste(kinds, room),
    }))
    .filter((r) => r.leastWaste < r.room);
}

/** Ways to fill rooms, one behind the other in flat arrays: of tens of thousands there is no object each. */
export interface Fillings {
  /** Which kinds of pieces are in them; one that is there twice stands twice. */
  readonly kinds: Int32Array;
  /** Where each filling begins among these, and where the last one ends. */
  readonly starts: Int32Array;
  /** What each takes of its room. */
  readonly filled: Int32Array;
  /** Which kind of room each fills. */
  readonly rooms: Int32Array;
}

/** Looking takes so many steps at most. */
const MOST_STEPS = 6_000_000;

/**
 * Every way to fill a room that leaves `spare` more than it must at most; undefined where they are more than
 * `most`, or where finding them takes too long.
 */
export function fillingsOf(
  rooms: readonly RoomKind[],
  { sizes, counts }: Kinds,
  spare: number,
  most: number,
): Fillings | undefined {
  const found = { kinds: [] as number[], starts: [0], filled: [] as number[], rooms: [] as number[] };
  const fromHere = sizes.map((_, k) => total(sizes.slice(k).map((size, j) => size * counts[k + j]!)));
  const left = [...counts];
  const inside: number[] = [];
  let steps = 0;
  const fill = (at: number, { room, leastWaste: must }: RoomKind, from: number, free: number): void => {
    steps += 1;
    if (free <= must + spare && inside.length > 0) {
      found.kinds.push(...inside);
      found.starts.push(found.kinds.length);
      found.filled.push(room - free);
      found.rooms.push(at);
    }
    for (let k = from; k < sizes.length && free - fromHere[k]! <= must + spare; k += 1) {
      if (left[k] === 0 || sizes[k]! > free) continue;
      if (found.filled.length > most || steps > MOST_STEPS) return;
      left[k]! -= 1;
      inside.push(k);
      fill(at, rooms[at]!, k, free - sizes[k]!);
      inside.pop();
      left[k]! += 1;
    }
  };
  for (const [at, kind] of rooms.entries()) fill(at, kind, 0, kind.room);
  if (found.filled.length > most || steps > MOST_STEPS) return undefined;
  return {
    kinds: Int32Array.from(found.kinds),
    starts: Int32Array.from(found.starts),
    filled: Int32Array.from(found.filled),
    rooms: Int32Array.from(found.rooms),
  };
}
