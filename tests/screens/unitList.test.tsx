import { fireEvent, render, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { UnitList, type ListedUnit } from "@/phases/catalogue/UnitList";

const families = [
  { id: "softener", label: "Softener" },
  { id: "uv", label: "UV chamber" },
  { id: "ro", label: "Reverse osmosis" },
];
const unit = (over: Partial<ListedUnit> & Pick<ListedUnit, "code" | "family">): ListedUnit => ({
  name: `Unit ${over.code}`,
  variant: "one tank",
  parts: 1234.5,
  version: 1,
  retired: false,
  jobs: 0,
  ...over,
});
const units = [
  unit({ code: "SF-100", family: "softener", name: "Softener, 1 ft³", ratedFlow: 37.854, jobs: 3 }),
  unit({ code: "SF-150", family: "softener", name: "Softener, 1.5 ft³", retired: true }),
  unit({ code: "UV-45", family: "uv", name: "UV chamber", variant: "with sensor" }),
];
const shown = (profile: "us" | "metric" = "us") =>
  render(<UnitList units={units} families={families} profile={profile} currency="EUR" />);
const codes = () => screen.queryAllByRole("link").map((a) => a.textContent);
const seek = (words: string) =>
  fireEvent.change(screen.getByLabelText("Code or words"), { target: { value: words } });
const rowOf = (code: string) =>
  within(screen.getByRole("link", { name: code }).closest("tr")!)
    .getAllByRole("cell")
    .map((c) => c.textContent);

describe("the catalogue's list", () => {
  it("stands by family, each with its number; a family without units is left out", () => {
    shown();
    expect(screen.getAllByRole("rowheader").map((h) => h.textContent)).toEqual([
      "Softener 2",
      "UV chamber 1",
    ]);
  });

  it("prints rated flows as they are stated, in the reader's units, and none where none is stated", () => {
    shown();
    expect(rowOf("SF-100")).toEqual(["SF-100", "Softener, 1 ft³", "one tank", "10 gpm", "€1,235", "1", "3"]);
    expect(rowOf("UV-45")[3]).toBe("—");
    document.body.innerHTML = "";
    shown("metric");
    expect(rowOf("SF-100")[3]).toBe("37.9 L/min");
  });

  it("says which are no longer offered", () => {
    shown();
    expect(rowOf("SF-150")[1]).toBe("Softener, 1.5 ft³no longer offered");
  });

  it("finds by every word written, in code, name or variant, whatever their case", () => {
    shown();
    seek("soft 1.5");
    expect(codes()).toEqual(["SF-150"]);
    seek("SENSOR uv");
    expect(codes()).toEqual(["UV-45"]);
    expect(screen.getByRole("status").textContent).toBe("1 of 3 units");
  });

  it("keeps to a family", () => {
    shown();
    fireEvent.change(screen.getByLabelText("Family"), { target: { value: "softener" } });
    expect(codes()).toEqual(["SF-100", "SF-150"]);
    seek("uv");
    expect(codes()).toEqual([]);
    expect(screen.getByText(/^No unit is called that/)).toBeTruthy();
  });
});
