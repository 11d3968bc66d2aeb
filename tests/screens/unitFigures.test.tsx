import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Figures } from "@/phases/catalogue/UnitSections";
import { knowledge } from "../unit/desk";

const stated = (code: string, label: string) => {
  document.body.innerHTML = "";
  render(<Figures unit={knowledge.models.get(code)!} profile="us" />);
  return screen.getByText(label, { selector: "dt" }).nextElementSibling!.textContent;
};

describe("the figures of a unit", () => {
  it.each([
    ["SF-150", "in the house's line"],
    ["RO-T5", "at one cold stop"],
    ["RO-H", "at a tee in a cold pipe, or a hose"],
    ["FD-1", "on a faucet or shower arm"],
    ["RM-1", "behind another unit"],
    ["BP-2", "on another unit's feed line"],
  ])("say of %s where it connects: %s", (code, where) => {
    expect(stated(code, "Connects")).toBe(where);
  });

  it("print a rated flow as it is stated, and say what a unit does not state", () => {
    expect(stated("PS-20", "Rated flow")).toBe("20 gpm");
    expect(stated("RO-T5", "Rated flow")).toBe("not stated");
  });
});
