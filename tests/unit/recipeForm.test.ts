import { describe, expect, it } from "vitest";
import { recipes } from "@/catalogue/recipes";
import { siteRecipe } from "@/catalogue/recipes/site";
import { conditionExamples, conditionFrom, conditionText, figureFrom, isUnread } from "@/core/run/notation";
import { recipeFromTexts, recipeTexts, stepFromTexts, stepName, stepTexts } from "@/core/run/recipeForm";

const all = [siteRecipe, ...recipes.values()];
const fill = recipes.get("cartridge-rack")!.steps.find((s) => s.id === "fill")!;

describe("a recipe's step as a form", () => {
  it.each(all.map((r) => [r.id, r] as const))("is the same read back: %s", (_, r) => {
    const { steps } = r;
    for (const step of steps) expect(stepFromTexts(step.id, stepTexts(step))).toEqual({ step });
    expect(recipeFromTexts(r, recipeTexts(r))).toEqual({ recipe: r });
  });

  it("says beside which field of which step something is wrong, and what is wrong with the whole", () => {
    const rack = recipes.get("cartridge-rack")!;
    const texts = { ...recipeTexts(rack), [stepName("fill", "work")]: "ten", title: " " };
    expect(recipeFromTexts(rack, texts)).toEqual({
      errors: { "fill/work": "Write a number", title: "Name the recipe" },
    });
    expect(recipeFromTexts(rack, { ...recipeTexts(rack), order: "" })).toEqual({
      errors: { order: "A recipe has a step at least" },
    });
  });

  it.each([
    ["work", "ten", "Write a number"],
    ["flow.minutes", "ten minutes", "Write a number, or a figure of the unit"],
    ["flow.minutes", "predicted contact", "Say what is usual"],
    ["when", "source is doubtful", "A source is safe, unsafe or unknown"],
    ["when", "source is unsafe\nmoon is full", "“moon is full” could not be read"],
    ["when", "some unit connects at roof", "A unit connects at line"],
    ["figures", "gap: 6 mm", "“gap: 6 mm” could not be read"],
    ["figures", "gap = unit fit.gap as colour", "There is no quantity “colour”"],
    ["goal.positions", "plug on", "“plug on” could not be read"],
    ["title", "", "Fill this in"],
    ["title", "x".repeat(91), "At most 90 characters"],
    ["kind", "flow", "flow.minutes Fill this in"],
    ["stage", "noon", "Choose one of these"],
  ])("says what to change in %s where “%s” stands", (path, text, words) => {
    const read = stepFromTexts("fill", { ...stepTexts(fill), [path]: text });
    const errors = "errors" in read ? Object.entries(read.errors) : [];
    expect(errors.map(([at, said]) => `${at} ${said}`).join("\n")).toContain(words);
  });

  it("reads every example that it gives for a condition, and writes it so", () => {
    for (const example of conditionExamples) {
      const read = conditionFrom(example);
      expect(isUnread(read) ? read : conditionText(read)).toBe(example);
    }
  });

  it("tells a figure of the unit with and without a usual one apart", () => {
    expect(figureFrom("unit ro.rinseMinutes")).toBe("$ro.rinseMinutes");
    expect(figureFrom("unit startUp.flush, usual 10")).toEqual({ of: "startUp.flush", usual: 10 });
  });
});
