import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { priceNames } from "@/catalogue/priceNames";
import { knowledgeWith } from "@/catalogue/knowledge";
import { columnsOf, readPriceList, type PricedPart } from "@/core/plumbing/priceList";
import { isInTime, movesFor, sourceOf, type Held, type Offer } from "@/core/plumbing/stock";
import { plain } from "@/core/water/lab";
import { neededOf, priced, sourcesOf } from "@/phases/parts/sources";
import { cellsOf } from "@/phases/site/labText";
import { partsKnown } from "@/phases/stock/known";
import { readCounted } from "@/phases/stock/words";

const DAY = 24 * 3600_000;
const held = fc.record({ van: fc.nat(40), shop: fc.nat(40) });
const offer: fc.Arbitrary<Offer> = fc.record(
  {
    supplier: fc.constantFrom("Tidemill Supply", "Quay Fittings"),
    price: fc.integer({ min: 1, max: 500 }).map((n) => n / 10),
    pack: fc.integer({ min: 1, max: 25 }),
    days: fc.nat(20),
    listedAt: fc.constant(0),
  },
  { requiredKeys: ["supplier", "price", "pack", "listedAt"] },
);

describe("where a part comes from", () => {
  it("comes to what is needed, never to more of a place than lies there, in whole packs and none too many", () => {
    fc.assert(
      fc.property(
        fc.nat(100),
        held,
        fc.array(offer, { maxLength: 4 }),
        fc.option(fc.nat(30)),
        (n, lies, offers, by) => {
          const source = sourceOf(n, lies, offers, { now: 0, ...(by === null ? {} : { by: by * DAY }) });
          const ordered = n - source.van - source.shop - source.nowhere;
          expect(ordered).toBeGreaterThanOrEqual(0);
          expect(source.van).toBeLessThanOrEqual(lies.van);
          expect(source.shop).toBeLessThanOrEqual(lies.shop);
          if (source.shop > 0) expect(source.van).toBe(lies.van);
          if (!source.order) {
            expect(ordered).toBe(0);
            return;
          }
          const { packs, cost, offer: chosen } = source.order;
          expect(packs * chosen.pack).toBeGreaterThanOrEqual(ordered);
          expect((packs - 1) * chosen.pack).toBeLessThan(ordered);
          expect(cost).toBeCloseTo(packs * chosen.price, 9);
          expect(source.nowhere).toBe(0);
        },
      ),
    );
  });

  it("is ordered where it is here in time, and there where it costs least", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100 }),
        fc.array(offer, { minLength: 1, maxLength: 5 }),
        fc.nat(30),
        (n, offers, day) => {
          const by = day * DAY;
          const { order } = sourceOf(n, { van: 0, shop: 0 }, offers, { now: 0, by });
          const alone = offers.map((o) => sourceOf(n, { van: 0, shop: 0 }, [o], { now: 0, by }).order!);
          const inTime = alone.filter((o) => isInTime(o, by));
          if (inTime.length > 0) {
            expect(isInTime(order!, by)).toBe(true);
            expect(order!.cost).toBe(Math.min(...inTime.map((o) => o.cost)));
          } else expect(order!.here ?? Infinity).toBe(Math.min(...alone.map((o) => o.here ?? Infinity)));
        },
      ),
    );
  });

  it("by hand: four needed, one on the van, one at the shop, the other two from who can bring them by Friday", () => {
    const cheap: Offer = { supplier: "Tidemill Supply", price: 3, pack: 10, days: 9, listedAt: 0 };
    const quick: Offer = { supplier: "Quay Fittings", price: 2.5, pack: 1, days: 2, listedAt: 0 };
    expect(sourceOf(4, { van: 1, shop: 1 }, [cheap, quick], { now: 0, by: 5 * DAY })).toEqual({
      van: 1,
      shop: 1,
      nowhere: 0,
      order: { offer: quick, packs: 2, cost: 5, here: 2 * DAY },
    });
    expect(sourceOf(4, { van: 1, shop: 1 }, [cheap, quick], { now: 0 }).order?.offer).toBe(cheap);
    expect(sourceOf(4, { van: 1, shop: 1 }, [], { now: 0 }).nowhere).toBe(2);
  });
});

describe("what a job moves", () => {
  const map = (key: fc.Arbitrary<number>) =>
    fc.dictionary(fc.constantFrom("a", "b", "c"), key).map((o) => new Map(Object.entries(o)));
  const apply = (lies: Map<string, Held>, taken: Map<string, number>, needed: Map<string, number>) => {
    const moves = movesFor(needed, taken, (part) => lies.get(part) ?? { van: 0, shop: 0 });
    const nextHeld = new Map(lies);
    const nextTaken = new Map(taken);
    for (const { part, place, delta } of moves) {
      const had = nextHeld.get(part) ?? { van: 0, shop: 0 };
      nextHeld.set(part, { ...had, [place]: had[place] + delta });
      nextTaken.set(part, (nextTaken.get(part) ?? 0) - delta);
    }
    return { moves, nextHeld, nextTaken };
  };

  it("takes no more than it needs and than lies there, gives back the rest, loses nothing, and moves nothing again", () => {
    fc.assert(
      fc.property(
        map(fc.nat(20)),
        map(fc.nat(20)),
        fc.dictionary(fc.constantFrom("a", "b", "c"), held).map((o) => new Map(Object.entries(o))),
        (needed, taken, lies) => {
          const { nextHeld, nextTaken } = apply(lies, taken, needed);
          for (const part of ["a", "b", "c"]) {
            const h = nextHeld.get(part) ?? { van: 0, shop: 0 };
            const before = lies.get(part) ?? { van: 0, shop: 0 };
            const t = nextTaken.get(part) ?? 0;
            expect(Math.min(h.van, h.shop)).toBeGreaterThanOrEqual(0);
            expect(t).toBeLessThanOrEqual(Math.max(needed.get(part) ?? 0, 0));
            expect(h.van + h.shop + t).toBe(before.van + before.shop + (taken.get(part) ?? 0));
            if (t < (needed.get(part) ?? 0)) expect(h).toEqual({ van: 0, shop: 0 });
          }
          expect(apply(nextHeld, nextTaken, needed).moves).toEqual([]);
        },
      ),
    );
  });
});

const parts = partsKnown(knowledgeWith());
const listOf = (text: string, articles: ReadonlyMap<string, string> = new Map(), remembered = {}) => {
  const cells = cellsOf(text, 20_001);
  return readPriceList(cells, columnsOf(cells[0]!, priceNames, remembered), parts, articles);
};
const pieces = parts.find((p) => p.id.startsWith("fitting "))!;
const other = parts.filter((p) => p.id.startsWith("fitting "))[5]!;
const pipe = parts.find((p) => p.unit === "mm" && p.id.startsWith("pipe "))!;

describe("a supplier's list", () => {
  it("knows every part by one name alone", () => {
    const names = parts.flatMap((p) =>
      plain(p.id) === plain(p.what) ? [plain(p.id)] : [plain(p.id), plain(p.what)],
    );
    expect(names.length).toBe(new Set(names).size);
  });

  it("is read by the names of its columns, prices with any sign of money, packs of pieces and lengths of pipe", () => {
    const read = listOf(
      `SKU;Description;Net price;Pack size;Lead time\nA-1;${pieces.what};"€ 1.234,50";10;2 days\nA-2;${pipe.what};12,40;3,05 m;\nA-3;garden gnome;9,90;1;1`,
    );
    expect(read.rows).toEqual([
      { part: pieces.id, article: "A-1", price: 1234.5, pack: 10, days: 2 },
      { part: pipe.id, article: "A-2", price: 12.4, pack: 3050 },
    ]);
    expect(read).toMatchObject({ beside: 1, failed: [] });
  });

  it("says of each row that it cannot take why, and takes the others", () => {
    const read = listOf(
      [
        "part,price,pack,days",
        `${pieces.what},twelve,1,1`,
        `${pieces.what},,1,1`,
        `${pipe.what},3.10,10,1`,
        `${other.what},4.20,half,soon`,
        `${other.what},4.20,5,3`,
      ].join("\n"),
    );
    expect(read.rows).toEqual([{ part: other.id, price: 4.2, pack: 5, days: 3 }]);
    expect(read.failed.map((f) => [f.row, f.why])).toEqual([
      [2, "“twelve” is no price"],
      [3, "no price"],
      [4, "“10” is no length of pipe: write it with its unit, for example 3.05 m or 10 ft"],
      [5, "“half” is no number of pieces in a pack; “soon” is no number of days"],
    ]);
  });

  it("knows parts by the supplier's own numbers, and columns as they were said to be, once they were", () => {
    const read = listOf("Nummer,Betrag\nA-1,5.50\nB-9,1.00", new Map([["a 1", pieces.id]]), {
      nummer: "article",
      betrag: "price",
    });
    expect(read.rows).toEqual([{ part: pieces.id, article: "A-1", price: 5.5, pack: 1 }]);
    expect(read.beside).toBe(1);
  });

  it("of ten thousand rows with rubbish among them keeps what can be read, and never fails", () => {
    const rubbish = ["", ",,,,", "'; DROP TABLE x,1", `${other.what},NaN,∞,`, `${other.what},-5,1,`];
    const lines = Array.from({ length: 10_000 }, (_, i) =>
      i % 5 === 0
        ? rubbish[(i / 5) % rubbish.length]!
        : `${parts[i % parts.length]!.what},${1 + (i % 90)}.25,6 ft,2`,
    );
    const read = listOf(["part,price,pack,days", ...lines].join("\n"));
    expect(read.rows.every((row) => parts.find((p) => p.id === row.part)!.unit === "mm")).toBe(true);
    expect(read.rows.length).toBe(parts.filter((p) => p.unit === "mm").length);
    expect(read.failed.length).toBeGreaterThan(1000);
  });

  it("takes whatever text stands in it", () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string(), { maxLength: 6 }), { minLength: 1, maxLength: 20 }),
        (cells) => {
          const { rows } = readPriceList(
            cells,
            { part: 0, article: 1, price: 2, pack: 3, days: 4 },
            parts,
            new Map(),
          );
          for (const row of rows) expect(row.pack).toBeGreaterThan(0);
        },
      ),
    );
  });
});

describe("what is counted", () => {
  const amount = (text: string, unit: PricedPart["unit"]) => readCounted(text, unit, "us");
  it("is whole pieces, or a length", () => {
    expect(amount(" 12 ", "pieces")).toEqual({ amount: 12 });
    expect(amount("10 ft", "mm")).toEqual({ amount: 3048 });
    expect(amount("0", "mm")).toEqual({ amount: 0 });
    expect(amount("-1", "pieces")).toHaveProperty("error");
    expect(amount("2.5", "pieces")).toHaveProperty("error");
    expect(amount("many", "mm")).toHaveProperty("error");
  });
});

describe("the list of a job", () => {
  const line = (id: string, count: number, more = {}) => ({
    id,
    group: "fittings" as const,
    what: id,
    count,
    unit: "pieces" as const,
    why: [],
    ...more,
  });
  const lines = [line("ring", 20), line("spare", 2, { part: "ring" }), line("drill", 1, { group: "tools" })];

  it("counts what is one part under one name, and leaves out what comes back", () => {
    expect([...neededOf(lines)]).toEqual([["ring", 22]]);
  });

  it("is priced at the least that is asked for a piece of a pack, and else as it was", () => {
    const offer = (price: number, pack: number): Offer => ({ supplier: "s", price, pack, listedAt: 0 });
    const own = line("tee", 3, { price: 4 });
    const all = priced([...lines, own], new Map([["ring", [offer(10, 25), offer(0.5, 1)]]]));
    expect(all.map((l) => l.price)).toEqual([0.4, 0.4, undefined, 4]);
  });

  it("says nothing of stock while the company keeps none, and counts what the job took", () => {
    const none = { held: new Map(), offers: new Map(), taken: new Map(), now: 0 };
    expect(sourcesOf(lines, none)).toBeUndefined();
    const some = sourcesOf(lines, {
      ...none,
      held: new Map([["ring", { van: 4, shop: 0 }]]),
      taken: new Map([["ring", 10]]),
    });
    expect(some?.get("ring")).toMatchObject({ taken: 10, van: 4, shop: 0, nowhere: 8 });
  });
});
