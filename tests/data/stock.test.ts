import { sql } from "drizzle-orm";
import { ulid } from "ulid";
import { afterAll, describe, expect, it } from "vitest";
import { movesFor } from "@/core/plumbing/stock";
import {
  articlesOf,
  heldParts,
  keepPrices,
  moveParts,
  offersByPart,
  rememberedColumns,
  suppliersOf,
  takenFor,
} from "@/data/queries/stock";
import { open } from "./setting";

const { db, close } = open();
afterAll(() => close());

const now = new Date("2026-11-25T10:00:00Z");
const by = (more: { id?: string; job?: string; why?: string } = {}) => ({
  id: ulid(),
  why: "counted",
  byName: "Imke Vos",
  at: now,
  ...more,
});
/** Says what lies of a part on the van. */
const counted = (part: string, van: number) =>
  moveParts(db, [part], (heldOf) => [{ part, place: "van", delta: van - heldOf(part).van }], by());

describe("what lies in stock", () => {
  it("is the sum of its moves, and a press that comes twice moves once", async () => {
    await counted("stock a", 5);
    const press = by({ why: "broken" });
    const broken = () =>
      moveParts(db, ["stock a"], () => [{ part: "stock a", place: "van", delta: -2 }], press);
    expect(await broken()).toEqual([]);
    expect(await broken()).toEqual([]);
    expect((await heldParts(db)).get("stock a")).toEqual({ van: 3, shop: 0 });
    await counted("stock a", 10);
    expect((await heldParts(db)).get("stock a")).toEqual({ van: 10, shop: 0 });
  });

  it("is never less than nothing: nothing is moved then, and what lies there is said", async () => {
    await counted("stock b", 1);
    const moves = ["stock b", "stock c"].map((part) => ({ part, place: "van" as const, delta: -1 }));
    expect(await moveParts(db, ["stock b", "stock c"], () => moves, by())).toEqual([
      { part: "stock c", place: "van", held: 0 },
    ]);
    expect((await heldParts(db)).get("stock b")).toEqual({ van: 1, shop: 0 });
  });

  it("is taken once by twenty who press at the same time", async () => {
    await counted("stock d", 7);
    const job = ulid();
    const needed = new Map([["stock d", 10]]);
    await Promise.all(
      Array.from({ length: 20 }, () =>
        moveParts(db, ["stock d"], (heldOf, taken) => movesFor(needed, taken, heldOf), by({ job })),
      ),
    );
    expect((await heldParts(db)).get("stock d")).toEqual({ van: 0, shop: 0 });
    expect((await takenFor(db, job)).get("stock d")).toBe(7);
  });

  it("comes back when a job needs less", async () => {
    await counted("stock e", 6);
    const job = ulid();
    for (const n of [5, 2])
      await moveParts(
        db,
        ["stock e"],
        (heldOf, taken) => movesFor(new Map([["stock e", n]]), taken, heldOf),
        by({ job }),
      );
    expect((await heldParts(db)).get("stock e")).toEqual({ van: 4, shop: 0 });
    expect((await takenFor(db, job)).get("stock e")).toBe(2);
  });

  it("keeps its moves: none is changed or deleted", async () => {
    for (const change of [sql`update stock_move set delta = 0`, sql`delete from stock_move`])
      await expect(db.execute(change)).rejects.toThrow();
  });
});

describe("suppliers' prices", () => {
  it("are the newest list's; what it does not name keeps its own; columns and numbers are remembered", async () => {
    const supplier = "Tidemill Supply";
    const first = [
      { part: "p1", article: "A-1", price: 2, pack: 1, days: 3 },
      { part: "p2", price: 4, pack: 10 },
    ];
    await keepPrices(db, supplier, first, { "net price": "price" }, now);
    const later = new Date(now.getTime() + 86_400_000);
    await keepPrices(
      db,
      supplier,
      [{ part: "p1", article: "A-1", price: 3, pack: 1 }],
      { betrag: "price" },
      later,
    );
    const offers = await offersByPart(db);
    expect(offers.get("p1")).toEqual([
      { supplier, article: "A-1", price: 3, pack: 1, listedAt: later.getTime() },
    ]);
    expect(offers.get("p2")).toEqual([{ supplier, price: 4, pack: 10, listedAt: now.getTime() }]);
    expect(await rememberedColumns(db, supplier)).toEqual({ betrag: "price" });
    expect([...(await articlesOf(db, supplier))]).toEqual([["a 1", "p1"]]);
    expect((await suppliersOf(db)).find((s) => s.supplier === supplier)).toEqual({
      supplier,
      parts: 2,
      listedAt: later,
    });
  });

  it("of ten thousand parts are kept in one go", async () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => ({ part: `many ${i}`, price: i / 100, pack: 1 }));
    await keepPrices(db, "Quay Fittings", rows, {}, now);
    expect((await suppliersOf(db)).find((s) => s.supplier === "Quay Fittings")?.parts).toBe(10_000);
  });
});
