import { describe, expect, it } from "vitest";
import { cautions } from "@/catalogue/cautions";
import { recipes } from "@/catalogue/recipes";
import { siteRecipe } from "@/catalogue/recipes/site";
import { familyOf } from "@/core/families";
import { unitModels } from "@/catalogue/units";
import { readingKinds } from "@/core/readings";
import { recipeSchema, type Recipe, type RecipeStep } from "@/core/run/recipe";
import { stages } from "@/core/run/step";

const all: readonly Recipe[] = [siteRecipe, ...recipes.values()];
const recipe = (id: string) => recipes.get(id)!;
const step = (r: Recipe, id: string): RecipeStep => {
  const s = r.steps.find((x) => x.id === id);
  if (!s) throw new Error(`${r.id} has no step ${id}`);
  return s;
};
/** A number as a unit that states none of its own would have it. */
const usually = (figure: unknown): unknown =>
  typeof figure === "object" && figure !== null && "usual" in figure ? figure.usual : figure;
/** A recipe's own order: by stage, then as written. */
const ordered = (r: Recipe) =>
  [...r.steps].sort((a, b) => stages.indexOf(a.stage) - stages.indexOf(b.stage)).map((s) => s.id);
const before = (r: Recipe, ...ids: string[]) => {
  const order = ordered(r);
  const at = ids.map((id) => order.indexOf(id));
  expect(at).not.toContain(-1);
  expect(at).toEqual([...at].sort((a, b) => a - b));
};

describe("every recipe", () => {
  it.each(all.map((r) => [r.id, r] as const))("%s is valid data, with steps told apart", (_, r) => {
    expect(recipeSchema.safeParse(r).success).toBe(true);
    expect(new Set(r.steps.map((s) => s.id)).size).toBe(r.steps.length);
  });

  it.each(all.map((r) => [r.id, r] as const))("%s names only cautions and readings that exist", (_, r) => {
    for (const s of r.steps) {
      for (const c of s.cautions ?? []) expect(cautions[c], `${s.id}: ${c}`).toBeTruthy();
      if (s.read) expect(readingKinds.has(s.read.reading), s.id).toBe(true);
    }
  });

  it.each(all.map((r) => [r.id, r] as const))(
    "%s says why at each step, and which way a handle turns and from where",
    (_, r) => {
      for (const s of r.steps) {
        expect(s.why.length, s.id).toBeGreaterThan(8);
        if (s.kind === "turn") expect(s.turn?.seenFrom, s.id).toBeTruthy();
        if (s.kind === "flow") expect(s.flow!.to.length, s.id).toBeGreaterThan(3);
      }
    },
  );

  it("is used by a unit, and every unit's recipes and service are there", () => {
    const used = new Set([...unitModels.values()].flatMap((m) => m.recipes));
    for (const id of recipes.keys()) expect(used.has(id), id).toBe(true);
    for (const m of unitModels.values()) {
      for (const id of m.recipes) expect(recipes.has(id), `${m.code} ${id}`).toBe(true);
      expect(familyOf(m).service.length, m.code).toBeGreaterThan(0);
    }
  });

  it("records every number that its unit carries", () => {
    for (const m of unitModels.values())
      for (const n of m.serials)
        expect(
          m.recipes.flatMap((id) => recipe(id).steps).some((s) => s.record?.what === n.id),
          `${m.code} ${n.id}`,
        ).toBe(true);
  });
});

describe("site steps (chapter 5)", () => {
  it("go in the order of a day on site", () =>
    before(
      siteRecipe,
      "boxes",
      "route",
      "pressureBefore",
      "tell",
      "heaterOffElectric",
      "drainDown",
      "cut",
      "inlet",
      "bypass",
      "restore",
      "order",
      "leakQuarter",
      "holdTest",
      "hotAir",
      "heaterOn",
      "clear",
      "walk",
    ));
  it("hold the household's word, the heater and the order read back", () => {
    for (const id of [
      "tell",
      "heaterOffElectric",
      "heaterOffGas",
      "heaterOffControl",
      "heaterOffBoiler",
      "order",
      "hotAir",
      "walk",
    ])
      expect(step(siteRecipe, id).kind).toBe("hold");
  });
  it("power the heater only after the hot tap ran without air", () =>
    before(siteRecipe, "hotAir", "heaterOn"));
  it("treat an unknown heater as an electric one", () =>
    expect(step(siteRecipe, "heaterOffElectric").when).toContainEqual(
      expect.objectContaining({ is: expect.arrayContaining(["unknown"]) as unknown }),
    ));
  it("restore water through the bypass before the units are joined", () =>
    expect(stages.indexOf(step(siteRecipe, "restore").stage)).toBeLessThan(stages.indexOf("join")));
});

describe("carbon tank", () => {
  const r = recipe("carbon-tank");
  it("soaks 48 h before any flow", () => {
    expect(usually(step(r, "soak").soak!.minutes)).toBe(48 * 60);
    before(r, "fillHose", "soak", "trickle", "reverse", "join", "service", "chlorine");
  });
  it("trickles at 2 L/min, a quarter of it either way, for half an hour and until clear", () =>
    expect(step(r, "trickle").flow).toMatchObject({
      low: 1.5,
      high: 2.5,
      minutes: { of: "startUp.trickle", usual: 30 },
      until: "clear",
      direction: "forward",
    }));
  it("then runs backwards for three minutes", () =>
    expect(step(r, "reverse").flow).toMatchObject({ minutes: 3, direction: "reverse" }));
});

describe("conditioner", () => {
  const r = recipe("conditioner");
  it("is filled with the carbon still bypassed, soaks an hour, flushes fast and then slowly", () => {
    before(r, "fill", "soak", "flush", "trickle");
    const flush = step(r, "flush").flow!;
    expect(usually(step(r, "soak").soak!.minutes)).toBe(60);
    expect([usually(flush.minutes), flush.taps]).toEqual([5, true]);
    expect(usually(flush.low)).toBeLessThanOrEqual(19);
    expect(usually(flush.high)).toBeGreaterThanOrEqual(19);
    expect(step(r, "trickle").flow).toMatchObject({ minutes: { usual: 60 }, low: 1.5, high: 2.5 });
  });
  it("puts no sealant on its connectors", () => expect(step(r, "join").sealant).toMatch(/No sealant/));
});

describe("scale-control tank", () => {
  it("soaks a day with the house fed past it, then clears into a bucket with the supply shut first", () => {
    const r = recipe("scale-control");
    expect(usually(step(r, "soak").soak!.minutes)).toBe(24 * 60);
    expect(step(r, "soak").cautions).toContain("untreated");
    expect(step(r, "clear").water).toBe("off");
    before(r, "fill", "soak", "clear", "purge");
  });
});

describe("softener", () => {
  const r = recipe("softener");
  it("never goes on with a capped riser", () => {
    expect(step(r, "uncap").kind).toBe("hold");
    before(r, "resinFill", "uncap", "valve");
  });
  it("fills a quarter first, programs, salts, and sees a regeneration before the hardness is tested", () =>
    before(r, "fill", "rinse", "program", "salt", "dissolve", "regenerate", "hardness"));
  it("drains over an air gap, and says what softening adds", () => {
    expect(step(r, "lines").cautions).toContain("airGap");
    expect(step(r, "hardness").cautions).toContain("sodium");
  });
});

describe("UV", () => {
  const r = recipe("uv");
  it("turns the gland nut by hand, never with a wrench", () =>
    expect(step(r, "sleeve").tightening).toMatch(/no wrench/));
  it("warns of light, glass and power where the lamp goes in", () =>
    expect(step(r, "lamp").cautions).toEqual(expect.arrayContaining(["glass", "uvc", "unplugUv"])));
  it("shuts every branch before chlorine goes in, and proves the pipe before it is in service", () =>
    before(
      r,
      "fill",
      "branches",
      "dose",
      "draw",
      "reached",
      "contact",
      "residual",
      "flushOut",
      "proved",
      "flow",
    ));
  it("lets nothing of the proof be skipped", () => {
    for (const id of ["dose", "reached", "contact", "residual", "flushOut", "proved"])
      expect(step(r, id).proves, id).toBe("uv");
    expect(step(r, "branches").kind).toBe("hold");
  });
  it("keeps the water from being used meanwhile", () => {
    for (const id of ["told", "dose", "contact"]) expect(step(r, id).cautions).toContain("noUse");
  });
});

describe("RO with tank", () => {
  const r = recipe("ro-tank");
  it("goes faucet, feed, drain, tank, tubes, pre-filters, rinse, membrane, rinse, discards, readings", () =>
    before(
      r,
      "stops",
      "tags",
      "faucet",
      "feedTee",
      "saddle",
      "precharge",
      "tubes",
      "filters",
      "firstRinse",
      "membrane",
      "open",
      "rinse",
      "discard",
      "lastFill",
      "tds",
      "flows",
    ));
  it("rinses the pre-filters into a bucket before the membrane goes in", () =>
    expect(step(r, "firstRinse").flow).toMatchObject({ litres: { usual: 6 }, until: "clear" }));
  it("measures the pre-charge empty, before water", () =>
    expect(step(r, "precharge").read).toMatchObject({ reading: "precharge", when: "before" }));
  it("counts its discards as proof", () =>
    expect(step(r, "discard")).toMatchObject({ kind: "cycle", proves: "discard" }));
  it("takes its feed from cold", () => expect(step(r, "feedTee").title).toMatch(/cold/));
  it("asks for no leak-stop pad: that is the leak stop's own, and only where there is one", () => {
    expect(r.steps.some((s) => /pad in/i.test(s.title))).toBe(false);
    expect(ordered(recipe("leak-stop")).at(-1)).toBe("pad");
  });
});

describe("other drinking-water units", () => {
  it("direct RO: every filter to its click is a hold, and the plug is last before the flush", () => {
    const r = recipe("ro-direct");
    expect(step(r, "filters").kind).toBe("hold");
    before(r, "filters", "water", "plug", "run", "tds");
    expect(step(r, "plug").cautions).toContain("dryPump");
  });
  it("booster: no power without water", () =>
    expect(step(recipe("booster"), "power")).toMatchObject({ water: "on", power: "on" }));
  it("high-output RO: the flush valve is checked closed after the first run", () =>
    before(recipe("ro-high-output"), "waste", "flushValve", "discard"));
  it("LED reactor: no bubbles, then the indicator", () => before(recipe("uv-point"), "run", "indicator"));
  it("under-sink filter: five minutes", () =>
    expect(usually(step(recipe("point-filter"), "run").flow!.minutes)).toBe(5));
  it("manual softener: brine rests an hour, regenerates 15 min, rinses", () => {
    const r = recipe("manual-softener");
    expect(step(r, "rest").soak!.minutes).toBe(60);
    expect(step(r, "regenerate").flow!.minutes).toBe(15);
    before(r, "brine", "rest", "regenerate", "rinse", "service", "hardness");
  });
});
