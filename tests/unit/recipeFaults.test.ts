import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { recipes } from "@/catalogue/recipes";
import { nameable } from "@/catalogue/recipes/nameable";
import { siteRecipe } from "@/catalogue/recipes/site";
import { sampleHouses, sampleOf } from "@/catalogue/samples";
import { unitModels } from "@/catalogue/units";
import { rehearse } from "@/core/record";
import { loopIn } from "@/core/run/loop";
import type { Recipe, RecipeStep } from "@/core/run/recipe";
import { recipeFaults } from "@/core/run/recipeFaults";

const softener = recipes.get("softener")!;
/** The recipe with one step changed. */
const changed = (id: string, change: Partial<RecipeStep>, of: Recipe = softener): Recipe => ({
  ...of,
  steps: of.steps.map((s) => (s.id === id ? ({ ...s, ...change } as RecipeStep) : s)),
});
const [first, second, third] = softener.steps;
const faults = (recipe: Recipe) =>
  recipeFaults(recipe, nameable).map((f) => `${f.step ?? ""} ${f.path}: ${f.reason}`);

describe("faults of a recipe", () => {
  it("are none in any that Brant brings along", () => {
    for (const r of [siteRecipe, ...recipes.values()]) expect([r.id, ...faults(r)]).toEqual([r.id]);
  });

  it.each<readonly [string, Recipe, string]>([
    [
      "a figure its family has not",
      changed(first!.id, { when: [{ unit: "ro.rinseMinutes", atLeast: 5 }] }),
      `${first!.id} when: softener has no figure ro.rinseMinutes`,
    ],
    [
      "a clock by a figure its family has not",
      changed(first!.id, { soak: { minutes: { of: "startUp.sook", usual: 3 } } }),
      `${first!.id} soak.minutes: softener has no figure startUp.sook`,
    ],
    ["a place that nothing fills", changed(first!.id, { why: "Leave {gap} free." }), "stands at {gap}"],
    ["a school that is none", changed(first!.id, { why: "Use {school.colour}." }), "{school.colour}"],
    [
      "a question that is none",
      changed(first!.id, { when: [{ survey: "roof.kind", is: ["flat"] }] }),
      "There is no question roof.kind",
    ],
    [
      "an answer that is none",
      changed(first!.id, { when: [{ survey: "heater.kind", is: ["steam"] }] }),
      "steam is no answer to heater.kind",
    ],
    [
      "what can never hold",
      changed(first!.id, {
        when: [
          { survey: "heater.kind", is: ["gas"] },
          { survey: "heater.kind", is: ["electric"] },
        ],
      }),
      "can never belong to a job: heater.kind",
    ],
    [
      "a caution that is none",
      changed(first!.id, { cautions: ["beware"] }),
      `${first!.id} cautions: There is no caution beware`,
    ],
    [
      "a handle that no rig has",
      changed(first!.id, { goal: { want: "stand", positions: { plug: "on", "*.lid": "open" } } }),
      `${first!.id} goal.positions: No rig has a handle *.lid`,
    ],
    ["a step that is not there", changed(first!.id, { after: ["nowhere"] }), "There is no step nowhere"],
    ["a family that is none", { ...softener, families: ["kettle"] }, "families: There is no family kettle"],
  ])("say %s, with its place", (_, recipe, words) => {
    expect(faults(recipe).join("\n")).toContain(words);
  });

  it("name the loop of steps that wait for one another", () => {
    const looped = changed(first!.id, { after: [third!.id] });
    expect(faults(looped)).toEqual([
      `${first!.id} after: The run would never end: “${first!.title}” waits for “${third!.title}” waits for “${second!.title}” waits for “${first!.title}”. Take one of them out`,
    ]);
  });
});

describe("a loop", () => {
  it("is found wherever it stands, and nothing is called one that is none", () => {
    const chain = [
      { id: "a", needs: [] },
      { id: "b", needs: ["a"] },
      { id: "c", needs: ["a", "b", "elsewhere"] },
    ];
    expect(loopIn(chain)).toBeUndefined();
    expect(loopIn([...chain, { id: "d", needs: ["e"] }, { id: "e", needs: ["c", "d"] }])).toEqual(["d", "e"]);
  });
});

describe("a rehearsal", () => {
  const house = (id: string) => sampleHouses.find((h) => h.id === id)!;
  const used = [...recipes.keys()].map(
    (id) => [id, [...unitModels.values()].find((m) => m.recipes.includes(id))!] as const,
  );
  const withSoftener = (recipe: Recipe, at: string) =>
    rehearse(
      sampleOf(unitModels.get("SF-150")!, house(at)),
      knowledgeWith({ recipes: new Map([...recipes, ["softener", recipe]]) }),
    );

  it.each(sampleHouses.flatMap((h) => used.map(([id, m]) => [id, h.id, m, h] as const)))(
    "of %s comes to its end: %s",
    (_, __, model, at) => {
      const { steps, stuck } = rehearse(sampleOf(model, at), knowledgeWith());
      expect(stuck).toBeUndefined();
      expect(steps.length).toBeGreaterThan(3);
    },
  );

  it("says at which step, and why, where the rig can never come to what is wanted", () => {
    const fill = softener.steps.find((s) => s.goal?.want === "fill")!;
    const passed = changed(fill.id, { goal: { want: "passBy" } });
    expect(withSoftener(passed, "town").stuck).toBeUndefined();
    const { stuck } = withSoftener(passed, "well");
    expect(stuck).toMatchObject({ step: `u1.${fill.id}` });
    expect(stuck!.reason).toContain("unsafe water");
  });

  it("says the loop of a recipe that locks a run", () => {
    const { stuck } = withSoftener(changed("saltTank", { after: ["valve"] }), "town");
    expect(stuck!.reason).toContain("The run would never end: “");
    expect(stuck!.reason).toContain(
      "“Assemble the salt tank” waits for “Basket on, head onto the riser by hand”",
    );
  });
});
