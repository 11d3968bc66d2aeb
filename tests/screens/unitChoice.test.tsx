import { fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { modelInfoOf } from "@/phases/train/modelInfo";
import { UnitChoice } from "@/phases/train/UnitChoice";

const models = knowledgeWith().offered.map(modelInfoOf);
function shown() {
  const choose = vi.fn();
  render(<UnitChoice models={models} profile="us" busy={false} choose={choose} />);
  return choose;
}
const seek = (words: string) =>
  fireEvent.change(screen.getByLabelText("Code or words"), { target: { value: words } });
const codes = () => screen.queryAllByRole("button").map((b) => b.querySelector("span")!.textContent);

describe("the choice of a unit", () => {
  it("holds every unit that is offered until something is sought", () => {
    shown();
    expect(codes()).toHaveLength(models.length);
  });

  it.each([
    ["sf150", "SF-150"],
    ["ro t5", "RO-T5"],
    ["sofener", "SF-150"],
  ])("finds %s as %s", (words, code) => {
    shown();
    seek(words);
    expect(codes()).toContain(code);
    expect(codes().length).toBeLessThan(models.length / 2);
  });

  it("finds a whole family by its name, in any order of words", () => {
    shown();
    seek("1.5 softener");
    expect(codes()).toContain("SF-150");
  });

  it("says when nothing is called that", () => {
    shown();
    seek("zzzz");
    expect(codes()).toEqual([]);
    expect(document.body.textContent).toContain("No unit of the catalogue is called that");
  });

  it("hands on what is chosen", () => {
    const choose = shown();
    seek("SF-150");
    fireEvent.click(screen.getAllByRole("button")[0]!);
    expect(choose).toHaveBeenCalledWith(expect.objectContaining({ code: "SF-150" }));
  });
});
