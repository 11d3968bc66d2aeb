import type { UnitModel } from "@/core/families";
import { afterAll, describe, expect, it } from "vitest";
import { sql } from "drizzle-orm";
import { ulid } from "ulid";
import { recipes } from "@/catalogue/recipes";
import { unitModels } from "@/catalogue/units";
import { recipeSchema } from "@/core/run/recipe";

import {
  addRecipe,
  addSheet,
  addVersions,
  catalogueMark,
  jobsByUnit,
  jobsWith,
  ownCatalogue,
  removeSheet,
  setRetired,
  sheetRow,
  sheetsOf,
} from "@/data/queries/catalogue";
import { rememberedLabels, rememberLabels } from "@/data/queries/labNames";
import { asOwner, open, send } from "./setting";

const { db, close } = open();
afterAll(() => close());

const figures = (code: string): UnitModel => ({ ...unitModels.get("SF-150")!, code });
const now = new Date("2026-11-25T10:00:00Z");

describe("the company's own catalogue", () => {
  it("keeps every version as it was written, with who and why, and moves its mark", async () => {
    const before = await catalogueMark(db);
    expect(
      await addVersions(
        db,
        [{ figures: figures("SF-D1"), version: 1, why: "new in stock" }],
        "Imke Vos",
        now,
      ),
    ).toBe(true);
    expect(
      await addVersions(
        db,
        [{ figures: { ...figures("SF-D1"), ratedFlow: 55 }, version: 2, why: "measured" }],
        "Imke Vos",
        now,
      ),
    ).toBe(true);
    const own = (await ownCatalogue(db)).versions.filter((v) => v.code === "SF-D1");
    expect(own.map((v) => [v.version, v.figures.version, v.figures.ratedFlow, v.why, v.byName])).toEqual([
      [1, 1, 49, "new in stock", "Imke Vos"],
      [2, 2, 55, "measured", "Imke Vos"],
    ]);
    expect(await catalogueMark(db)).not.toBe(before);
  });
  it("keeps versions of recipes that nobody can change, each once", async () => {
    const before = await catalogueMark(db);
    const written = (version: number, title: string) => ({
      recipe: { ...recipes.get("softener")!, id: "softener-d1", version, title },
      why: "ours",
      byName: "Imke Vos",
      createdAt: now,
    });
    expect(await addRecipe(db, written(1, "Ours"))).toBe(true);
    expect(await addRecipe(db, written(2, "Ours, slower"))).toBe(true);
    expect(await addRecipe(db, written(2, "Theirs"))).toBe(false);
    const own = (await ownCatalogue(db)).recipes.filter((r) => r.recipe.id === "softener-d1");
    expect(own.map((r) => [r.recipe.version, r.recipe.title, r.byName])).toEqual([
      [1, "Ours", "Imke Vos"],
      [2, "Ours, slower", "Imke Vos"],
    ]);
    expect(recipeSchema.safeParse(own[1]!.recipe).success).toBe(true);
    expect(await catalogueMark(db)).not.toBe(before);
    await expect(
      db.execute(sql`update recipe_version set why = 'no' where id = 'softener-d1'`),
    ).rejects.toThrow();
    await expect(db.execute(sql`delete from recipe_version where id = 'softener-d1'`)).rejects.toThrow();
  });
  it("takes many versions all or none, and says so when somebody was first", async () => {
    expect(
      await addVersions(
        db,
        [
          { figures: figures("SF-D2"), version: 1, why: "list" },
          { figures: figures("SF-D1"), version: 2, why: "list" },
        ],
        "Imke Vos",
        now,
      ),
    ).toBe(false);
    expect((await ownCatalogue(db)).versions.some((v) => v.code === "SF-D2")).toBe(false);
  });
  it("cannot be changed or deleted by the application", async () => {
    for (const statement of [
      "update unit_version set why = 'x' where code = 'SF-D1'",
      "delete from unit_version where code = 'SF-D1'",
    ])
      await expect(db.execute(sql.raw(statement)), statement).rejects.toThrow();
    expect(
      await asOwner<{ n: number }[]>("select count(*) as n from unit_version where code = 'SF-D1'"),
    ).toEqual([{ n: 2 }]);
  });
  it("takes a unit out of what is offered and back, harmless when repeated", async () => {
    for (let i = 0; i < 2; i += 1) await setRetired(db, "SF-D1", { why: "no longer made" }, "Imke Vos", now);
    expect((await ownCatalogue(db)).retired.filter((r) => r.code === "SF-D1")).toMatchObject([
      { why: "no longer made", byName: "Imke Vos" },
    ]);
    for (let i = 0; i < 2; i += 1) await setRetired(db, "SF-D1", undefined, "Imke Vos", now);
    expect((await ownCatalogue(db)).retired.some((r) => r.code === "SF-D1")).toBe(false);
  });
  it("knows in which jobs a unit stands, by their designs", async () => {
    const [one, two] = [ulid(), ulid()];
    for (const job of [one, two])
      await send(db, job, { kind: "jobOpened", name: `House ${job}`, place: "Weir Lane", about: "" });
    await send(db, one, {
      kind: "designChanged",
      units: [
        { key: "a", model: "UR-45", parallel: 2 },
        { key: "b", model: "UR-45", parallel: 1 },
      ],
      what: "Racks",
      seen: 0,
    });
    expect((await jobsWith(db, "UR-45")).map((j) => j.id)).toEqual([one]);
    expect((await jobsByUnit(db)).get("UR-45")).toBe(1);
    await send(db, one, { kind: "designChanged", units: [], what: "None", seen: 2 });
    expect(await jobsWith(db, "UR-45")).toEqual([]);
  });
  it("keeps data sheets, shows those not taken away, and a repeated note changes nothing", async () => {
    const row = {
      id: ulid(),
      code: "SF-D1",
      name: "Curve.pdf",
      mime: "application/pdf",
      bytes: 9,
      sha256: "0".repeat(64),
      byName: "Imke Vos",
      createdAt: now,
    };
    await addSheet(db, row);
    await addSheet(db, { ...row, name: "Other.pdf" });
    expect((await sheetsOf(db, "SF-D1")).map((s) => s.name)).toEqual(["Curve.pdf"]);
    await removeSheet(db, row.id, now);
    expect(await sheetsOf(db, "SF-D1")).toEqual([]);
    expect(await sheetRow(db, row.id)).toMatchObject({ removedAt: now });
  });
});

describe("what a laboratory's labels mean", () => {
  it("is remembered, and the last word wins", async () => {
    await rememberLabels(
      db,
      [
        { label: "fe ges", field: "water.iron", unit: "µg/L" },
        { label: "no3", field: "water.nitrate", unit: "mg/L", nitrateAs: "N" },
      ],
      "Imke Vos",
      now,
    );
    await rememberLabels(db, [{ label: "fe ges", field: "none" }], "Imke Vos", now);
    await rememberLabels(db, [], "Imke Vos", now);
    expect(await rememberedLabels(db, ["fe ges", "no3", "pb"])).toEqual({
      "fe ges": { field: "none" },
      no3: { field: "water.nitrate", unit: "mg/L", nitrateAs: "N" },
    });
  });
});
