import { families, type UnitModel } from "@/core/families";
import { LITRES_PER_GALLON } from "@/core/units";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import writeExcelFile from "write-excel-file/node";
import {
  cellAt,
  fieldsOf,
  figuresFrom,
  fromSheet,
  sheetRows,
  unitFields,
  unitModels,
  unitSchema,
  type Cell,
} from "@/catalogue/units";

import { cellFrom, changesBetween, figureText } from "@/phases/catalogue/figureText";
import { recipes } from "@/catalogue/recipes";
import { readCatalogueFile, type ReadFile } from "@/phases/catalogue/read";
import type { UnitLine } from "@/server/catalogue";

const all = [...unitModels.values()];
const lines: ReadonlyMap<string, UnitLine> = new Map(all.map((m) => [m.code, { versions: [m], own: [] }]));
const book = async (rows: readonly (readonly Cell[])[]) =>
  await writeExcelFile(rows.map((r) => [...r])).toBuffer();
const read = async (content: Buffer | string) => {
  const r = await readCatalogueFile(Buffer.from(content), { units: lines, recipes, profile: "us" });
  if ("error" in r) throw new Error(r.error);
  return r;
};
const states = (r: ReadFile) => Object.fromEntries(r.units.map((u) => [u.code || `row ${u.row}`, u.state]));
const plain = (m: UnitModel) => JSON.parse(JSON.stringify(m)) as UnitModel;

describe("the words of a unit's figures", () => {
  it.each(families.map((f) => [f.id]))("name each figure of %s by a name of its own", (family) => {
    const labels = fieldsOf(family).map((f) => f.label);
    expect(labels.filter((label, i) => labels.indexOf(label) !== i)).toEqual([]);
  });
});

describe("the catalogue", () => {
  it("holds at least sixty units over every family, each with everything the schema asks for", () => {
    expect(all.length).toBeGreaterThanOrEqual(60);
    for (const f of families) expect(all.filter((m) => m.family === f.id).length, f.label).toBeGreaterThan(0);
    for (const m of all) expect(unitSchema.safeParse(m).error?.issues, m.code).toBeUndefined();
  });
  it("states of every unit how it is fitted, what is in its box and what is due later", () => {
    for (const m of all) {
      expect(m.fit?.ports.length, m.code).toBeGreaterThan(0);
      expect(m.fit?.box.length, m.code).toBeGreaterThan(0);
      expect(m.fit?.tools.length, m.code).toBeGreaterThan(0);
      expect(m.fit?.service.length, m.code).toBeGreaterThan(0);
      if (m.power && m.family !== "uvPoint" && m.code !== "HB-300") expect(m.fit?.plug, m.code).toBeTruthy();
    }
    expect(all.length).toBeGreaterThanOrEqual(100);
  });
  it("has no two of a family that differ by scaling alone", () => {
    /** What tells two units apart beside their sizes. */
    const kindOf = ({ fit, startUp, recipes, effects, power, head, connects, variant }: UnitModel) =>
      JSON.stringify([
        fit!.ports.map(({ port, system, size, side, colour, seal }) => [
          port,
          system,
          size,
          side,
          colour,
          seal,
        ]),
        [fit!.box, fit!.notInBox, fit!.plug],
        [Object.keys(startUp ?? {}), recipes, effects, power, head, connects, variant],
      ]);
    for (const f of families) {
      const own = all.filter((m) => m.family === f.id);
      const kinds = new Map<string, string>();
      for (const m of own) {
        expect([m.code, kinds.get(kindOf(m))]).toEqual([m.code, undefined]);
        kinds.set(kindOf(m), m.code);
      }
    }
  });
  it("has a field for every figure that any unit states", () => {
    const paths = (v: unknown, at = ""): string[] =>
      v !== null && typeof v === "object" && !Array.isArray(v) && !unitFields.some((f) => f.path === at)
        ? Object.entries(v).flatMap(([k, x]) => paths(x, at ? `${at}.${k}` : k))
        : [at];
    const known = new Set(unitFields.map((f) => f.path));
    for (const m of all) for (const p of paths(m)) expect(known.has(p), `${m.code}: ${p}`).toBe(true);
  });
  it.each(all.map((m) => [m.code, m] as const))(
    "%s is the same after going out as cells and coming in",
    (_, m) => {
      const cells = Object.fromEntries(unitFields.map((f) => [f.path, cellAt(m, f)]));
      expect(unitSchema.parse(figuresFrom(cells))).toEqual(plain(m));
    },
  );
  it.each(all.map((m) => [m.code, m] as const))(
    "%s is the same after its form was saved unchanged, in either profile",
    (_, m) => {
      for (const profile of ["us", "metric"] as const) {
        const cells = Object.fromEntries(
          fieldsOf(m.family).map((f) => {
            const r = cellFrom(figureText(m, f, profile), f, profile, m);
            if ("error" in r) throw new Error(`${f.path}: ${r.error}`);
            return [f.path, r.cell];
          }),
        );
        expect(unitSchema.parse(figuresFrom(cells))).toEqual(plain(m));
      }
    },
  );
  it("takes figures of a form in any unit, and says beside the figure what is wrong", () => {
    const field = (path: string) => unitFields.find((f) => f.path === path)!;
    expect(cellFrom("12 gpm", field("ratedFlow"), "metric", undefined)).toEqual({
      cell: expect.closeTo(45.42, 2) as number,
      written: "12 gpm",
    });
    expect(cellFrom("12", field("ratedFlow"), "us", undefined)).toMatchObject({ written: "12 gpm" });
    expect(cellFrom("5 gpm: 2 psi; 10 gpm: 6 psi", field("lossPoints"), "us", undefined)).toMatchObject({
      cell: expect.stringMatching(/^18\.9.*: 13\.7.*; 37\.8.*: 41\.3/) as string,
    });
    for (const [path, text] of [
      ["ratedFlow", "three bathrooms"],
      ["lossPoints", "5 gpm"],
      ["cost.parts", "dear"],
      ["ratedFlow", "10–12 gpm"],
    ] as const)
      expect(cellFrom(text, field(path), "us", undefined), text).toHaveProperty("error");
  });
  it("keeps a figure in the maker's words beside its value, for those who read that unit", () => {
    const ratedFlow = unitFields.find((f) => f.path === "ratedFlow")!;
    const before = unitModels.get("SF-150")!;
    const flow = 1.5 * LITRES_PER_GALLON;
    const told = { ...before, ratedFlow: flow, written: { ratedFlow: "1 1/2 gpm" } };
    expect(unitSchema.parse(told).written).toEqual({ ratedFlow: "1 1/2 gpm" });
    expect(figureText(told, ratedFlow, "us")).toBe("1 1/2 gpm");
    expect(figureText(told, ratedFlow, "metric")).toBe("5.7 L/min");
    expect(cellFrom("1 1/2 gpm", ratedFlow, "us", told)).toEqual({ cell: flow, written: "1 1/2 gpm" });
    for (const [path, text] of [
      ["ratedFlow", "2 gpm"],
      ["ratedFlow", "soon"],
      ["variant", "1 gpm"],
      ["noSuch", "1 gpm"],
    ] as const)
      expect(unitSchema.safeParse({ ...told, written: { [path]: text } }).success, `${path}: ${text}`).toBe(
        false,
      );
  });
  it("moves no point of a loss curve by more than half a hundredth when another is changed", () => {
    const points = unitFields.find((f) => f.path === "lossPoints")!;
    for (const m of all.filter((u) => u.lossPoints.length > 1)) {
      const changed = `${figureText(m, points, "us")}; 99 gpm: 99 psi`;
      const read = cellFrom(changed, points, "us", m);
      if ("error" in read) throw new Error(read.error);
      const back = String(read.cell)
        .split("; ")
        .map((p) => p.split(": ").map(Number));
      m.lossPoints.forEach((point, i) =>
        point.forEach((n, k) => expect(Math.abs(back[i]![k]! / n - 1), m.code).toBeLessThan(0.0051)),
      );
    }
  });
  it("says in words what differs between two versions", () => {
    const before = unitModels.get("SF-150")!;
    const after: UnitModel = {
      ...before,
      ratedFlow: 60,
      softener: { ...before.softener!, calendarOverride: false },
    };
    expect(changesBetween(before, after, "metric")).toEqual([
      "Rated flow: 49 L/min → 60 L/min",
      "Valve with calendar override: yes → no",
    ]);
    expect(changesBetween(before, before, "us")).toEqual([]);
  });
});

describe("units in from a file", () => {
  it("finds the whole catalogue the same in its own spreadsheet and its own JSON", async () => {
    for (const file of [await book(sheetRows(all)), JSON.stringify({ brantUnits: 1, units: all })]) {
      const r = await read(file);
      expect(r.units.length).toBe(all.length);
      expect(new Set(r.units.map((u) => u.state))).toEqual(new Set(["same"]));
    }
  });
  it("shows what fails with its reason, and the rest can be taken", async () => {
    const [head, ...rows] = sheetRows(all.slice(0, 4));
    const at = (path: string) => head!.findIndex((h) => String(h).startsWith(path));
    rows[0]![at("ratedFlow")] = 50;
    rows[1]![at("massFullKg")] = "heavy";
    rows[2]![at("code")] = "ZZ-9";
    rows[3]![at("recipes")] = "sorcery";
    const r = await read(await book([[...head!, "colour"], ...rows.map((x) => [...x, "blue"])]));
    expect(states(r)).toEqual({ "PS-10": "changed", "PS-20": "bad", "ZZ-9": "new", "PS-50": "bad" });
    expect(r.unknown).toEqual(["colour"]);
    expect(r.units[0]).toMatchObject({ changes: ["Rated flow: 12 gpm → 13.2 gpm"] });
    expect(r.units[1]).toMatchObject({ reasons: [expect.stringContaining("Mass, full") as string] });
    expect(r.units[3]).toMatchObject({ reasons: [expect.stringContaining("no recipe “sorcery”") as string] });
  });
  it("refuses figures that cannot be: a family without its record, a membrane that rejects its own rating, one code twice", async () => {
    const ro = unitModels.get("RO-T5")!;
    const r = await read(
      JSON.stringify([
        { ...unitModels.get("SF-150")!, code: "SF-9", softener: undefined },
        { ...ro, code: "RO-X", ro: { ...ro.ro!, tds: 9000 } },
        { ...ro, code: "RO-Y" },
        { ...ro, code: "RO-Y" },
        7,
      ]),
    );
    expect(r.units.map((u) => u.state)).toEqual(["bad", "bad", "new", "bad", "bad"]);
    expect(r.units[1]).toMatchObject({
      reasons: [expect.stringContaining("would not pass the membrane") as string],
    });
    expect(r.units[3]).toMatchObject({
      reasons: [expect.stringContaining("in this file already") as string],
    });
  });
  it("answers in words to what is no catalogue", async () => {
    for (const content of ["hello", "{}", "PK nonsense", "[", ""])
      expect(
        await readCatalogueFile(Buffer.from(content), { units: lines, recipes, profile: "us" }),
        content,
      ).toHaveProperty("error");
    expect(fromSheet([])).toEqual({ units: [], unknown: [] });
  });
  it("never throws on cells of any kind, and takes nothing that the schema refuses", () => {
    const cell = fc.oneof(fc.string({ maxLength: 12 }), fc.double(), fc.boolean(), fc.constant(null));
    fc.assert(
      fc.property(fc.record(Object.fromEntries(unitFields.map((f) => [f.path, cell]))), (cells) => {
        unitSchema.safeParse(figuresFrom(cells as Record<string, Cell>));
      }),
      { numRuns: 200 },
    );
  });
});
