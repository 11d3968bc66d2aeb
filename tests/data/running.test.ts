import { afterAll, describe, expect, it, vi } from "vitest";
import { sql } from "drizzle-orm";
import { databaseOn, givingUpAfter, isOvertime, poolFor } from "@/data/database";
import { fitnessOf } from "@/data/queries/health";
import { clockFault, skew } from "@/server/skew";
import { asOwner, needed, open } from "./setting";

describe("a database and a server of this build", () => {
  const { db, close } = open();
  afterAll(close);
  const recorded = "select hash, created_at from __drizzle_migrations order by created_at desc limit 1";

  it("fit where every migration was made", async () => expect(await fitnessOf(db)).toBe("ready"));

  it("do not fit where one is missing, or one was made that this build does not know", async () => {
    const [last] = await asOwner<{ hash: string; created_at: number }[]>(recorded);
    await asOwner(`delete from __drizzle_migrations where created_at = ${last!.created_at}`);
    try {
      expect(await fitnessOf(db)).toBe("older");
      await asOwner(
        `insert into __drizzle_migrations (hash, created_at) values ('of a later build', ${last!.created_at + 1})`,
      );
      expect(await fitnessOf(db)).toBe("newer");
    } finally {
      await asOwner(`delete from __drizzle_migrations where hash = 'of a later build'`);
      await asOwner(
        `insert into __drizzle_migrations (hash, created_at) values ('${last!.hash}', ${last!.created_at})`,
      );
    }
    expect(await fitnessOf(db)).toBe("ready");
  });

  it("do not fit where nothing is there yet", async () => {
    const pool = poolFor(needed("BRANT_TEST_RESTORE_OWNER_URL"), 1);
    await pool.promise().query("drop table if exists __drizzle_migrations");
    expect(await fitnessOf(databaseOn(pool))).toBe("empty");
    pool.end();
  });

  it("part where a statement takes too long", async () => {
    const pool = givingUpAfter(poolFor(needed("DATABASE_URL"), 1), 1);
    const from = Date.now();
    const endless = databaseOn(pool).execute(
      sql`select count(*) from information_schema.columns a, information_schema.columns b, information_schema.columns c`,
    );
    const error = await endless.then(
      () => undefined,
      (e: unknown) => e,
    );
    expect(isOvertime(error)).toBe(true);
    expect(Date.now() - from).toBeLessThan(10_000);
    // The connection is good for the next one.
    const [rows] = (await databaseOn(pool).execute(sql`select 7 as n`)) as unknown as [{ n: number }[]];
    expect(rows[0]!.n).toBe(7);
    pool.end();
  });

  it("tell when their clocks differ, and by how much", async () => {
    vi.stubEnv("BRANT_SECRET", "x".repeat(40));
    expect(await clockFault()).toBeUndefined();
    expect(Math.abs(await skew())).toBeLessThan(1000);
    const kept = globalThis as { brantSkew?: unknown };
    for (const [ahead, words] of [
      [9000, /clock is 9 s ahead of the database's/],
      [-9000, /clock is 9 s behind the database's/],
    ] as const) {
      delete kept.brantSkew;
      const date = vi
        .spyOn(Date, "now")
        .mockImplementation(() => performance.timeOrigin + performance.now() + ahead);
      expect(await clockFault()).toMatch(words);
      date.mockRestore();
    }
    delete kept.brantSkew;
    expect(await clockFault()).toBeUndefined();
    vi.unstubAllEnvs();
  });
});
