import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutList, largestRemainder, type Stock } from "@/core/plumbing";
import { leastInLast } from "@/core/plumbing/cut/largest";
import { pricesOf } from "@/core/plumbing/cut/prices";
import { kindsOf } from "@/core/plumbing/cut/rooms";

const sum = (numbers: readonly number[]) => numbers.reduce((a, b) => a + b, 0);

/** Fewest new sticks by putting each piece into each length in turn; undefined where so many do not do. */
function byTrying(
  pieces: readonly number[],
  { stick, kerf, offcuts }: Stock,
  most: number,
): number | undefined {
  for (let fresh = 0; fresh <= most; fresh += 1) {
    const free = [...offcuts, ...Array.from({ length: fresh }, () => stick)].map((length) => length + kerf);
    const put = (i: number): boolean =>
      i === pieces.length ||
      free.some((room, at) => {
        if (pieces[i]! + kerf > room) return false;
        free[at] = room - pieces[i]! - kerf;
        const fits = put(i + 1);
        free[at] = room;
        return fits;
      });
    if (put(0)) return fresh;
  }
  return undefined;
}

const job = fc.record({
  pieces: fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 1, maxLength: 7 }),
  offcuts: fc.array(fc.integer({ min: 5, max: 70 }), { maxLength: 2 }),
  kerf: fc.integer({ min: 0, max: 3 }),
});

/** The largest single remainder of a new stick of all ways to cut pieces from offcuts and so many sticks. */
function largestByTrying(pieces: readonly number[], { stick, kerf, offcuts }: Stock, sticks: number): number {
  let best = 0;
  const lengths = [...offcuts, ...Array.from({ length: sticks }, () => stick)];
  const used = lengths.map(() => 0);
  const put = (at: number): void => {
    if (at === pieces.length) {
      best = Math.max(best, ...used.slice(offcuts.length).map((u) => stick - u));
      return;
    }
    for (const [s, length] of lengths.entries()) {
      used[s]! += pieces[at]! + kerf;
      // The last piece of a stick needs no cut.
      if (used[s]! - kerf <= length) put(at + 1);
      used[s]! -= pieces[at]! + kerf;
    }
  };
  put(0);
  return best;
}

/** The shortest part of some sizes beside which all others fit into so many rooms: part by part. */
function leastBySubsets(sizes: readonly number[], room: number, rooms: number): number {
  const parts = 2 ** sizes.length;
  const holds = (part: number, i: number) => Math.floor(part / 2 ** i) % 2 === 1;
  // For each part the fewest rooms that hold it, and how little the last of these then holds.
  const needed = Array.from({ length: parts }, () => [Infinity, Infinity] as const);
  needed[0] = [0, room];
  let least = Infinity;
  for (let part = 1; part < parts; part += 1) {
    for (const [i, size] of sizes.entries()) {
      if (!holds(part, i)) continue;
      const [before, held] = needed[part - 2 ** i]!;
      const next = held + size <= room ? ([before, held + size] as const) : ([before + 1, size] as const);
      const [most, last] = needed[part]!;
      if (next[0] < most || (next[0] === most && next[1] < last)) needed[part] = next;
    }
    if (needed[part]![0] <= rooms) {
      const rest = sum(sizes.filter((_, i) => !holds(part, i)));
      least = Math.min(least, rest);
    }
  }
  return least;
}

/** Lists of pieces between two lengths, the same at every run. */
function lists(many: number, pieces: number, from: number, to: number): readonly (readonly number[])[] {
  return Array.from({ length: many }, (_, seed) => {
    let state = seed + 1;
    const roll = () => {
      state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
      return state / 2 ** 32;
    };
    return Array.from({ length: pieces }, () => from + Math.floor(roll() * (to - from)));
  });
}
const sticks = { stick: 3050, kerf: 2, offcuts: [] };

describe("a cut list", () => {
  it("takes no more new sticks than trying everything, holds every piece once, and loses nothing but kerfs", () => {
    fc.assert(
      fc.property(job, ({ pieces, offcuts, kerf }) => {
        const stock = { stick: 60, kerf, offcuts };
        const cut = cutList(pieces, stock)!;
        expect(cut.isFewest).toBe(true);
        expect(cut.fewestNew).toBe(byTrying(pieces, stock, pieces.length));
        const longest = (a: number, b: number) => b - a;
        expect(cut.bars.flatMap((b) => b.pieces).sort(longest)).toEqual([...pieces].sort(longest));
        for (const { length, pieces: own, remainder } of cut.bars) {
          const needed = sum(own) + kerf * (own.length - 1);
          expect(needed).toBeLessThanOrEqual(length);
          expect(remainder).toBe(Math.max(0, length - needed - kerf));
        }
        const old = cut.bars.filter((b) => !b.isNew).map((b) => b.length);
        for (const length of new Set(old))
          expect(old.filter((l) => l === length).length).toBeLessThanOrEqual(
            offcuts.filter((l) => l === length).length,
          );
      }),
      { numRuns: 150 },
    );
  });

  it("leaves the largest single remainder of all cuts with as few sticks, and knows it", () => {
    const few = fc.array(fc.integer({ min: 200, max: 2000 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(few, (pieces) => {
        const cut = cutList(pieces, sticks)!;
        const largest = largestRemainder(cut.bars);
        expect(largest).toBe(largestByTrying(pieces, sticks, cut.fewestNew));
        expect(cut.largestAtMost).toBe(largest);
      }),
      { numRuns: 100 },
    );
  });

  it("does so beside offcuts as well, and of pieces that are alike", () => {
    fc.assert(
      fc.property(job, ({ pieces, offcuts, kerf }) => {
        const stock = { stick: 60, kerf, offcuts };
        const cut = cutList(pieces, stock)!;
        const largest = largestRemainder(cut.bars);
        expect(largest).toBe(largestByTrying(pieces, stock, cut.fewestNew));
        expect(cut.largestAtMost).toBe(largest);
      }),
      { numRuns: 150 },
    );
  });

  it("proves both figures of every list of twenty pieces, and keeps every piece", { timeout: 60_000 }, () => {
    const longest = (a: number, b: number) => b - a;
    for (const pieces of lists(40, 20, 100, 2000)) {
      const cut = cutList(pieces, sticks)!;
      expect(cut.isFewest).toBe(true);
      expect(cut.largestAtMost).toBe(largestRemainder(cut.bars));
      expect(cut.bars.flatMap((b) => b.pieces).sort(longest)).toEqual([...pieces].sort(longest));
      for (const { pieces: own, length, remainder } of cut.bars)
        expect(sum(own) + 2 * own.length + remainder).toBeLessThanOrEqual(length + 2);
    }
  });

  it("is the same in whatever order its pieces come, and another one with other offcuts", () => {
    const pieces = [1500, 700, 1500, 1000, 300];
    const cut = cutList(pieces, sticks);
    expect(cutList(pieces.toReversed(), sticks)).toEqual(cut);
    expect(cutList(pieces, { ...sticks, offcuts: [1000] })!.bars).toContainEqual(
      expect.objectContaining({ isNew: false, length: 1000 }),
    );
    expect(cutList(pieces, sticks)).toEqual(cut);
  });

  it("is none where a piece is longer than anything to cut it from", () => {
    expect(cutList([3051], { stick: 3050, kerf: 2, offcuts: [] })).toBeUndefined();
    expect(cutList([3051], { stick: 3050, kerf: 2, offcuts: [3060] })).toMatchObject({ fewestNew: 0 });
  });

  it("leaves one large remainder rather than two small ones", () => {
    // 1500 and 1500 of one stick leave 2048 of the other.
    const cut = cutList([1500, 1500, 1000], { stick: 3050, kerf: 2, offcuts: [] })!;
    expect(cut.fewestNew).toBe(2);
    expect(Math.max(...cut.bars.map((b) => b.remainder))).toBe(2048);
    expect(cut.largestAtMost).toBe(2048);
  });

  it(
    "proves of forty pieces that fewer sticks do not do, and of most that no other cut leaves more",
    { timeout: 60_000 },
    () => {
      const cuts = lists(20, 40, 100, 2000).map((pieces) => cutList(pieces, sticks)!);
      expect(cuts.filter((cut) => !cut.isFewest)).toEqual([]);
      const open = cuts.filter((cut) => cut.largestAtMost > largestRemainder(cut.bars));
      expect(open.length).toBeLessThanOrEqual(6);
      // What is open is never said to be less than what lies there.
      for (const cut of cuts) expect(cut.largestAtMost).toBeGreaterThanOrEqual(largestRemainder(cut.bars));
    },
  );

  it("knows that long pieces stand alone, also beside an offcut that holds two of them", () => {
    // Of 40 of 1600 mm no stick holds two, though their length is that of 21 sticks.
    const pieces = Array.from({ length: 40 }, () => 1600);
    expect(cutList(pieces, { stick: 3050, kerf: 2, offcuts: [] })).toMatchObject({
      fewestNew: 40,
      isFewest: true,
    });
    expect(cutList(pieces, { stick: 3050, kerf: 2, offcuts: [3202] })).toMatchObject({
      fewestNew: 38,
      isFewest: true,
    });
  });
});

describe("prices of pieces and rooms", () => {
  it("are those of a triangle of which every two fit together: half of each pair", () => {
    // Three pieces of 5, by two into rooms of 10, of which there are two: three halves of 10.
    const pairs = {
      kinds: Int32Array.from([0, 1, 1, 2, 0, 2]),
      starts: Int32Array.from([0, 2, 4, 6]),
      filled: Int32Array.from([10, 10, 10]),
      rooms: Int32Array.from([0, 0, 0]),
    };
    const { atMost, ofKind } = pricesOf(pairs, [1, 1, 1], [2]);
    expect(atMost).toBeCloseTo(15, 6);
    expect([...ofKind].map((price) => Math.round(price * 10) / 10)).toEqual([5, 5, 5]);
    // One room less than three halves: it is the room that is dear.
    expect(pricesOf(pairs, [1, 1, 1], [1]).atMost).toBeCloseTo(10, 6);
  });

  it("are never below what can be put away at all", () => {
    const filling = fc.uniqueArray(fc.nat(4), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(
        fc.array(filling, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 3 }),
        (all, rooms) => {
          const worth = [7, 11, 13, 17, 23];
          const lengths = all.map((own) => sum(own.map((k) => worth[k]!)));
          const ends = all.map((_, i) => sum(all.slice(0, i + 1).map((own) => own.length)));
          const { atMost } = pricesOf(
            {
              kinds: Int32Array.from(all.flat()),
              starts: Int32Array.from([0, ...ends]),
              filled: Int32Array.from(lengths),
              rooms: Int32Array.from(all.map(() => 0)),
            },
            [1, 1, 1, 1, 1],
            [rooms],
          );
          let most = 0;
          const choose = (from: number, taken: ReadonlySet<number>, left: number, length: number): void => {
            most = Math.max(most, length);
            if (left === 0) return;
            for (let i = from; i < all.length; i += 1)
              if (all[i]!.every((k) => !taken.has(k)))
                choose(i + 1, new Set([...taken, ...all[i]!]), left - 1, length + lengths[i]!);
          };
          choose(0, new Set(), rooms, 0);
          expect(atMost).toBeGreaterThanOrEqual(most - 1e-6);
        },
      ),
    );
  });
});

describe("the last stick", () => {
  it("holds as little as by trying everything, with nothing known before", () => {
    let proved = 0;
    fc.assert(
      fc.property(job, ({ pieces, offcuts, kerf }) => {
        const stock = { stick: 60, kerf, offcuts };
        const { fewestNew } = cutList(pieces, stock)!;
        if (fewestNew === 0) return;
        const lengths = [...offcuts, ...Array.from({ length: fewestNew }, () => 60)];
        const rooms = lengths.map((length, i) => ({
          length,
          isNew: i >= offcuts.length,
          room: length + kerf,
        }));
        const kinds = kindsOf(pieces, kerf);
        const { filled, least } = leastInLast(rooms, kinds, 60 + kerf + 1);
        const held = 60 - largestByTrying(pieces, stock, fewestNew);
        // A last piece that ends where the stick does needs no cut.
        const last = sum(filled!.at(-1)!);
        expect(Math.min(60, last)).toBe(held);
        expect(least).toBe(last);
        const longest = (a: number, b: number) => b - a;
        expect(filled!.flat().sort(longest)).toEqual(pieces.map((p) => p + kerf).sort(longest));
        for (const [i, own] of filled!.entries()) expect(sum(own)).toBeLessThanOrEqual(rooms[i]!.room);
        // Asked for less than the least, none is found, and that is proved.
        const none = leastInLast(rooms, kinds, last);
        expect(none.filled).toBeUndefined();
        expect(none.least).toBe(last);
        proved += 1;
      }),
      { numRuns: 200 },
    );
    expect(proved).toBeGreaterThan(100);
  });

  it("holds as little as any part of fourteen pieces beside which the others fit", () => {
    for (const pieces of [...lists(40, 14, 100, 2000), ...lists(40, 14, 400, 900)]) {
      const { fewestNew } = cutList(pieces, sticks)!;
      const rooms = Array.from({ length: fewestNew }, () => ({ length: 3050, isNew: true, room: 3052 }));
      const found = leastInLast(rooms, kindsOf(pieces, 2), 3053);
      expect(found.least).toBe(
        leastBySubsets(
          pieces.map((p) => p + 2),
          3052,
          fewestNew - 1,
        ),
      );
      expect(sum(found.filled!.at(-1)!)).toBe(found.least);
    }
  });
});
