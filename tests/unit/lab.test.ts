import { readAnswer } from "@/core/site";
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { labFields, labNames } from "@/catalogue/labNames";
import { labTable, readItem, readSample, type LabChoice, type LabTable } from "@/core/water/lab";

import { upper } from "@/core/units";
import { cellsOf, decoded } from "@/phases/site/labText";
import { knowledge } from "./desk";

const sheet = (name: string): LabTable => {
  const text = decoded(new Uint8Array(readFileSync(new URL(`../lab/${name}`, import.meta.url))));
  return labTable(cellsOf(text), text, labNames);
};
const read = (table: LabTable, choices: Readonly<Record<string, LabChoice>> = {}, n = 0) =>
  readSample(table.samples[n]!.items, choices, labFields, table.decimal);
const unknown = (r: ReturnType<typeof read>) =>
  r.items.filter((i) => i.reading.is === "notKnown").map((i) => i.item.label);
/** What the survey understands of the answers, in its own units. */
const figures = (r: ReturnType<typeof read>) =>
  Object.fromEntries(
    Object.entries(r.answers).map(([field, text]) => {
      const a = readAnswer(knowledge.fields.get(field)!, text, "metric");
      if (!a.ok) throw new Error(`${field}: ${a.error}`);
      return [
        field.slice(6),
        a.answer.measured
          ? a.answer.measured.is === "value"
            ? Number(a.answer.measured.value.toPrecision(6))
            : `${a.answer.measured.is} ${upper(a.answer.measured) ?? ""}`.trim()
          : a.answer.text,
      ];
    }),
  );

describe("reports of laboratories", () => {
  it("1: columns, comma, units in the header, byte order mark", () => {
    const table = sheet("1-columns-comma-bom.csv");
    expect(table).toMatchObject({ layout: "columns", samples: [{ name: "W-17", date: "2026-11-20" }] });
    const r = read(table);
    expect(figures(r)).toEqual({
      hardness: 310,
      iron: 0.9,
      manganese: "below 0.02",
      ph: 7.1,
      alkalinity: 190,
      tds: 460,
      temperature: 9.5,
      turbidity: 0.8,
      chlorine: "below 0.02",
      nitrate: 4.4,
      nitrateAs: "NO3",
      lead: 1.2,
      coliform: "absent",
    });
    expect(unknown(r)).toEqual(["Silica (mg/L)"]);
    expect(r.asking).toBe(0);
  });
  it("2: rows, semicolon, decimal comma, German, Latin-1", () => {
    const table = sheet("2-zeilen-semikolon-latin1.csv");
    expect(table).toMatchObject({ layout: "rows", decimal: ",", samples: [{ date: "2026-11-18" }] });
    const r = read(table);
    expect(figures(r)).toEqual({
      hardness: 381.947,
      iron: 0.35,
      manganese: "notDetected",
      ph: 7.32,
      alkalinity: 205.2,
      conductivity: 712,
      turbidity: 0.41,
      nitrate: 18.5,
      nitrateAs: "NO3",
      lead: "below 1",
      coliform: "absent",
      ecoli: "absent",
    });
    expect(unknown(r)).toEqual(["Kieselsäure"]);
    expect(r.asking).toBe(0);
  });
  it("3: columns, tab, French, units in a second header line, n.d.", () => {
    const r = read(sheet("3-colonnes-tabulation.tsv"));
    expect(figures(r)).toEqual({
      hardness: 325,
      iron: "below 0.02",
      manganese: "notDetected",
      ph: 7.6,
      alkalinity: 241,
      conductivity: 655,
      temperature: 11.8,
      nitrate: 22,
      nitrateAs: "NO3",
      lead: "below 2",
    });
    // NFU is no unit that is known here: asked, not guessed.
    expect(r.items.filter((i) => i.reading.is === "asks").map((i) => i.item.label)).toEqual(["Turbidité"]);
    expect(figures(read(sheet("3-colonnes-tabulation.tsv"), { turbidite: { unit: "NTU" } }))).toMatchObject({
      turbidity: 0.3,
    });
    expect(unknown(r)).toEqual(["Bore"]);
    expect(sheet("3-colonnes-tabulation.tsv").samples[0]!.date).toBe("2026-11-14");
  });
  it("4: rows by symbols, µg/L, nitrate as nitrogen, ND and n.d.", () => {
    const r = read(sheet("4-symbols-rows.csv"));
    expect(figures(r)).toEqual({
      calcium: 84.2,
      magnesium: 22.6,
      iron: 0.42,
      manganese: "below 0.05",
      nitrate: 3.1,
      nitrateAs: "N",
      copper: 0.11,
      lead: "notDetected",
      sulphide: "notDetected",
      uvt: 78,
      coliform: "present",
      ecoli: "absent",
    });
    expect(unknown(r)).toEqual(["NH4"]);
    expect(r.asking).toBe(0);
  });
  it("5: several samples, Spanish, lines above the table, units in a line of their own", () => {
    const table = sheet("5-muestras-punto-y-coma.csv");
    expect(table.samples.map((s) => s.name)).toEqual(["Pozo", "Cocina"]);
    expect(figures(read(table, {}, 0))).toEqual({
      hardness: 280,
      iron: 1.25,
      manganese: 0.081,
      ph: 6.9,
      tds: 512,
      chlorine: "below 0.05",
    });
    expect(figures(read(table, {}, 1))).toMatchObject({ iron: 0.92, hardness: 276 });
    expect(unknown(read(table))).toEqual(["Fluoruro"]);
  });
  it("6: asks about exactly what is unclear, and takes the rest", () => {
    const table = sheet("6-unclear.csv");
    const r = read(table);
    const asks = Object.fromEntries(
      r.items.flatMap((i) => (i.reading.is === "asks" ? [[i.item.label, i.reading.what]] : [])),
    );
    expect(asks).toEqual({
      Hardness: "unit",
      Iron: "unit",
      Nitrate: "nitrateAs",
      "Dissolved solids": "unit",
      "Iron total": "unit",
    });
    expect(unknown(r)).toEqual(["Sample", "Xylose index"]);
    expect(r.answers).toEqual({ "water.ph": "7.4" });
    const told = read(table, {
      hardness: { unit: "gpg" },
      iron: { unit: "mg/L" },
      nitrate: { nitrateAs: "N", unit: "mg/L" },
      "dissolved solids": { unit: "mg/L" },
      "iron total": { unit: "mg/L" },
    });
    expect(told.items.find((i) => i.item.label === "Iron total")!.reading).toMatchObject({
      is: "refused",
      why: expect.stringContaining("“Iron” gives this value already") as string,
    });
    const last = read(table, {
      hardness: { unit: "gpg" },
      iron: { field: "none" },
      nitrate: { nitrateAs: "N", unit: "mg/L" },
      "dissolved solids": { unit: "mg/L" },
      "iron total": { unit: "mg/L" },
    });
    expect(figures(last)).toMatchObject({ hardness: 308.125, iron: 0.42, nitrate: 6, tds: 1250 });
    expect(last.asking).toBe(0);
  });
  it("7: names over two lines", () => {
    const r = read(sheet("7-split-header.csv"));
    expect(figures(r)).toEqual({
      hardness: 376.597,
      coliform: "present",
      chlorine: 1.1,
      sulphide: "notDetected",
      ph: 7.4,
    });
  });
  it("8: lines as typed", () => {
    const table = sheet("8-lines.txt");
    expect(table.layout).toBe("lines");
    const r = read(table);
    expect(figures(r)).toEqual({
      hardness: 376.597,
      iron: 0.35,
      manganese: "below 0.02",
      ph: 7.2,
      tds: 420,
      temperature: 12.2222,
      chlorine: 1.1,
    });
    expect(unknown(r)).toContain("Boron");
  });
  it("finds nothing in what is no report", () => {
    for (const text of ["", "Dear Sir,\nthank you for your order.", "a,b\n1,2\n"])
      expect(
        labTable(cellsOf(text), text, labNames).samples.flatMap((s) => s.items.filter((i) => i.field)),
      ).toEqual([]);
  });
});

describe("one result", () => {
  const iron = (raw: string, unit?: string, decimal?: "," | ".") =>
    readItem(
      { key: "iron", label: "Iron", raw, field: "water.iron", unit: unit || undefined },
      {},
      labFields,
      decimal,
    );
  it.each([
    ["0,35", "mg/l", "0.35 mg/L"],
    ["0.35", "mg L-1", "0.35 mg/L"],
    ["350", "µg·l-1", "350 µg/L"],
    ["< 0,05", "mg/L", "<0.05 mg/L"],
    ["≤0.05", "ppm", "<0.05 mg/L"],
    ["1.234,5", "µg/L", "1234.5 µg/L"],
    ["12'500", "ppb", "12500 µg/L"],
    ["n.n.", "mg/L", "ND"],
  ])("%s %s", (raw, unit, wanted) => {
    const r = iron(raw, unit);
    expect(r).toMatchObject({ is: "taken", answers: { "water.iron": wanted } });
  });
  it("asks for thousands or decimals only where nothing else in the table says so", () => {
    expect(iron("1,234", "mg/L")).toMatchObject({ is: "asks", what: "decimal" });
    expect(iron("1,234", "mg/L", ",")).toMatchObject({ answers: { "water.iron": "1.234 mg/L" } });
    expect(iron("1,234", "µg/L", ".")).toMatchObject({ answers: { "water.iron": "1234 µg/L" } });
  });
  it("refuses what is no number and negative numbers, and keeps that it is more", () => {
    for (const raw of ["rusty", "-3"]) expect(iron(raw, "mg/L").is, raw).toBe("refused");
    expect(iron(">5", "mg/L")).toMatchObject({ is: "taken", answers: { "water.iron": ">5 mg/L" } });
  });
  it("never makes a number of a detection limit, and never loses a factor", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 99_999 }),
        fc.constantFrom(".", ","),
        fc.boolean(),
        (n, sign, below) => {
          const written = `${below ? "<" : ""}${(n / 1000).toFixed(3).replace(".", sign)}`;
          const r = iron(written, "mg/l", sign as "," | ".");
          if (r.is !== "taken") throw new Error(r.is);
          const answer = readAnswer(knowledge.fields.get("water.iron")!, r.answers["water.iron"]!, "us");
          if (!answer.ok) throw new Error(answer.error);
          const m = answer.answer.measured!;
          expect(m.is).toBe(below ? "below" : "value");
          expect(upper(m)).toBeCloseTo(n / 1000, 9);
        },
      ),
    );
  });
});
