import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutList, type Stock } from "@/core/plumbing";

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

/** The largest single remainder, mm, of all ways to cut pieces from so many sticks of 3050 mm with a kerf of 2 mm. */
function largestByTrying(pieces: readonly number[], sticks: number): number {
  let best = -1;
  const used = Array.from({ length: sticks }, () => 0);
  const put = (at: number): void => {
    if (at === pieces.length) {
      best = Math.max(best, 3050 - Math.min(...used));
      return;
    }
    for (let s = 0; s < sticks; s += 1) {
      used[s]! += pieces[at]! + 2;
      // The last piece of a stick needs no cut.
      if (used[s]! - 2 <= 3050) put(at + 1);
      used[s]! -= pieces[at]! + 2;
    }
  };
  put(0);
  return Math.max(0, best);
}

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
        const cut = cutList(pieces, { stick: 3050, kerf: 2, offcuts: [] })!;
        const largest = Math.max(...cut.bars.map((b) => b.remainder));
        expect(largest).toBe(largestByTrying(pieces, cut.fewestNew));
        expect(cut.largestAtMost).toBe(largest);
      }),
      { numRuns: 100 },
    );
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

  it("proves of forty pieces that fewer sticks do not do, twenty times in a row", { timeout: 60_000 }, () => {
    const open = Array.from({ length: 20 }, (_, seed) => {
      let state = seed + 1;
      const roll = () => {
        state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
        return state / 2 ** 32;
      };
      const pieces = Array.from({ length: 40 }, () => 100 + Math.floor(roll() * 1900));
      return cutList(pieces, { stick: 3050, kerf: 2, offcuts: [] })!;
    }).filter((cut) => !cut.isFewest);
    expect(open).toEqual([]);
  });

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
