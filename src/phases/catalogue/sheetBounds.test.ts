import { strToU8, zipSync } from "fflate";
import writeExcelFile from "write-excel-file/node";
import { describe, expect, it } from "vitest";
import { sheetRows } from "@/catalogue/units";
import { unitModels } from "@/catalogue/units";
import { sheetRefused } from "./sheetBounds";

const sheet = (rows: string) =>
  zipSync({ "xl/worksheets/sheet1.xml": strToU8(`<sheetData>${rows}</sheetData>`) });

describe("what a spreadsheet of units may hold", () => {
  it("is more than the catalogue itself", async () => {
    const rows = sheetRows([...unitModels.values()]);
    const book = await writeExcelFile([...rows], { sheet: "Units" }).toBuffer();
    expect(sheetRefused(book)).toBeUndefined();
  });
  it.each([
    ["a cell at the far corner", '<row r="1"><c r="XFD1048576"/></row>'],
    ["a column too far", '<row r="1"><c r="OK1"/></row>'],
    ["a row too far down", '<row r="4001"></row>'],
    ["an area that is said to be huge", '<dimension ref="A1:XFD1048576"/>'],
  ])("refuses %s", (_what, rows) => {
    expect(sheetRefused(sheet(rows))).toMatch(/at most 4000 rows and 400 columns/);
  });
  it("takes the last row and the last column", () => {
    expect(sheetRefused(sheet('<row r="4000"><c r="OJ4000"/></row>'))).toBeUndefined();
  });
  it("refuses what unpacks to far more than it is, before unpacking it", () => {
    const bomb = zipSync({ "xl/worksheets/sheet1.xml": new Uint8Array(60 * 1024 * 1024) });
    expect(bomb.length).toBeLessThan(200_000);
    expect(sheetRefused(bomb)).toMatch(/more than a list of units can/);
  });
  it("refuses an archive of very many parts", () => {
    const parts = Object.fromEntries(Array.from({ length: 201 }, (_, i) => [`p${i}`, new Uint8Array()]));
    expect(sheetRefused(zipSync(parts))).toMatch(/more than/);
  });
});
