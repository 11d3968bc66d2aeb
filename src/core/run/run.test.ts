import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cautions } from "../../catalogue/cautions";
import { demandTables } from "../../catalogue/demand";
import { recipes, siteRecipe } from "../../catalogue/recipes";
import { defaultSchools } from "../../catalogue/schools";
import { unitModels } from "../../catalogue/units";
import { readingKinds } from "../readings";
import { computedPlaces } from "../record";
import { parseQuantity } from "../units";
import { sayFor, sayText } from "../words";
import { recipeSchema, type RecipeStep } from "./recipe";
import {
  advanceClock,
  clockOf,
  composeRun,
  countedBy,
  hasRun,
  maySkip,
  sayStep,
  readyAt,
  tapsFor,
  type Clock,
  type ClockEvent,
  type Step,
} from ".";

const compose = (
  codes: string[],
  answers: Record<string, { text: string }> = {},
  predicted: Record<string, number> = {},
) =>
  composeRun({
    site: siteRecipe,
    answers,
    fixtures: { bathroomGroup: 1, kitchenSink: 1 },
    demand: demandTables,
    defaults: { "ro.discards": 3, "ro.rinseMinutes": 30 },
    tankOpen: false,
    arrangement: "threeValve",
    source: "safe",
    schools: defaultSchools,
    says: {},
    units: codes.map((code, i) => {
      const model = unitModels.get(code)!;
      return {
        unit: { key: `u${i}`, model: code, parallel: 1 },
        model,
        recipes: model.recipes.map((r) => recipes.get(r)!),
        predicted,
      };
    }),
  });

describe("recipes", () => {
  it.each([siteRecipe, ...recipes.values()].map((r) => [r.id, r] as const))(
    "%s satisfies the schema and names only what exists",
    (_, r) => {
      recipeSchema.parse(r);
      for (const s of r.steps) {
        for (const c of s.cautions ?? []) expect(cautions[c], `caution ${c}`).toBeDefined();
        if (s.read) expect(readingKinds.has(s.read.reading), s.read.reading).toBe(true);
      }
      expect(new Set(r.steps.map((s) => s.id)).size).toBe(r.steps.length);
    },
  );
  const steps = [siteRecipe, ...recipes.values()].flatMap((r) =>
    r.steps.map((s) => [`${r.id}.${s.id}`, s] as const),
  );
  const wordsOf = (s: RecipeStep) =>
    [s.why, ...(s.details ?? []), s.check?.question, s.hold?.statement, s.tightening, s.sealant].join(" ");
  const places = (text: string) => [...text.matchAll(/\{([a-zA-Z.]+)\}/g)].map((m) => m[1]!);
  it.each(steps)("%s names no quantity in its title, and its words have a figure for each place", (_, s) => {
    expect(places(s.title).filter((p) => p !== "unit")).toEqual([]);
    expect(s.title).not.toMatch(/\d ?(mm|cm|kg|L|L\/min|kPa|gal|gpm|lb|psi|in)\b/);
    const given = ["unit", "mass", ...computedPlaces];
    const named = new Set(places(wordsOf(s)).filter((p) => !given.includes(p) && !p.startsWith("school.")));
    expect([...named].sort()).toEqual(Object.keys(s.figures ?? {}).sort());
  });
  /** The ends of a figure as written, in its canonical unit. */
  const endsOf = (text: string, system: "us" | "metric"): number[] => {
    const unit = / [^ ]+$/.exec(text)![0];
    const quantity =
      ({ in: "length", mm: "length", ft: "height", m: "height", gal: "volume", L: "volume" } as const)[
        unit.trim()
      ] ?? "flow";
    return text
      .slice(0, -unit.length)
      .split(" to ")
      .map((n) => {
        const read = parseQuantity(`${n}${unit}`, quantity, { profile: system });
        if (!read.ok || read.measured.is !== "value") throw new Error(`${text}: ${JSON.stringify(read)}`);
        return read.measured.value;
      });
  };
  it.each(
    steps.flatMap(([id, s]) =>
      Object.entries(s.figures ?? {}).flatMap(([k, f]) => {
        const written = "of" in f ? f.usual : f;
        return written ? [[`${id} {${k}}`, written] as const] : [];
      }),
    ),
  )("%s means the same in both unit systems, as closely as the trade rounds", (_, { us, metric }) => {
    const [here, there] = [endsOf(us, "us"), endsOf(metric, "metric")];
    expect(here).toHaveLength(there.length);
    here.forEach((n, i) => expect(Math.abs(n / there[i]! - 1)).toBeLessThan(0.06));
  });
  it("exist for every unit of the catalogue", () => {
    for (const m of unitModels.values())
      for (const id of m.recipes) expect(recipes.has(id), `${m.code}: ${id}`).toBe(true);
  });
});

describe("composeRun", () => {
  const bakery = compose(
    ["CT-1054", "SF-150", "BP-3", "RO-T5"],
    { "heater.kind": { text: "electric" } },
    { fill: 95 },
  );
  const at = (id: string) => bakery.findIndex((s) => s.id === id);

  it("starts with the boxes and ends with the household", () => {
    expect(bakery[0]!.id).toBe("site.boxes");
    expect(bakery.at(-1)!.id).toBe("site.walk");
  });
  it("lets the soak run while the bypass is built, but nothing of the carbon goes on before it", () => {
    const bypass = bakery[at("site.bypass")]!;
    const reach = (id: string, seen = new Set<string>()): Set<string> => {
      for (const n of bakery[at(id)]!.needs)
        if (!seen.has(n)) {
          seen.add(n);
          reach(n, seen);
        }
      return seen;
    };
    expect(reach(bypass.id).has("u0.soak")).toBe(false);
    expect(reach("u0.trickle").has("u0.soak")).toBe(true);
    expect(reach("site.order").has("u0.join")).toBe(true);
    expect(reach("site.heaterOn").has("site.hotAir")).toBe(true);
  });
  it("takes the unit's own figures and the design's prediction", () => {
    expect(bakery[at("u3.rinse")]!.flow!.minutes).toBe(30);
    expect(bakery[at("u3.discard")]!.cycle).toEqual({ count: 2, expected: 95 });
    expect(compose(["RO-H"]).find((s) => s.id === "u0.discard")!.cycle!.count).toBe(1);
    // RO-T5P states no count: the company's stands in.
    expect(compose(["RO-T5P"]).find((s) => s.id === "u0.discard")!.cycle!.count).toBe(3);
  });
  it("asks for the breaker on an electric or unknown heater, and for the riser cap only where resin is topped up", () => {
    expect(at("site.heaterOffElectric")).toBeGreaterThan(-1);
    expect(at("site.heaterOffGas")).toBe(-1);
    expect(compose(["SF-150"]).some((s) => s.id === "site.heaterOffElectric")).toBe(true);
    expect(
      compose(["SF-150"], { "heater.kind": { text: "none" } }).some((s) => s.id.startsWith("site.heater")),
    ).toBe(false);
    expect(at("u1.uncap")).toBe(-1);
    expect(compose(["SF-200"]).some((s) => s.id === "u0.uncap" && s.kind === "hold")).toBe(true);
  });
  it("warns of weight above 25 kg with the computed mass", () => {
    expect(bakery[at("u0.place")]!.cautions).toContain("heavy");
    const place = bakery[at("u0.place")]!;
    expect(sayStep(place, "metric").why).toContain("weighs 88 kg");
    expect(sayStep(place, "us").why).toContain("weighs 194 lb");
  });
  it("never waits for itself, for a later step or for one that is not there, whatever the train", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...unitModels.keys()], { maxLength: 6 }), (codes) => {
        const steps = compose(codes);
        const order = new Map(steps.map((s, i) => [s.id, i]));
        return (
          new Set(steps.map((s) => s.id)).size === steps.length &&
          steps.every((s, i) => s.needs.every((n) => (order.get(n) ?? Infinity) < i))
        );
      }),
      { numRuns: 150 },
    );
  });
  it("skips neither holds nor what proves the water", () => {
    for (const s of compose(["PS-20", "UV-45", "RO-T5"]))
      if (s.kind === "hold" || s.proves === "uv" || s.proves === "discard") expect(maySkip(s)).toBe(false);
  });
  it("adds taps up to the flush flow, and says when they fall short", () => {
    const said = (fixtures: Parameters<typeof tapsFor>[1], system: "us" | "metric") =>
      sayText(tapsFor({ low: 17, high: 24 }, fixtures, demandTables), sayFor(system));
    expect(said({ bathtub: 1, kitchenSink: 1 }, "us")).toBe("Cold, fully open: 1 bathtub and 1 kitchen tap");
    // Two tubs would be 30 L/min, above the band.
    expect(said({ bathtub: 2 }, "us")).toMatch(
      /^Cold: 2 bathtubs, about 7\.93 gpm fully open; that is too much/,
    );
    expect(said({ bathtub: 2, lavatory: 2 }, "us")).toBe("Cold, fully open: 1 bathtub and 1 lavatory tap");
    expect(said({ hoseBib: 1, bathtub: 2, shower: 3 }, "us")).toBe("Cold, fully open: 1 hose bib");
    expect(said({ lavatory: 1 }, "us")).toMatch(/1 lavatory tap, about 1\.19 gpm in all; that falls short/);
    expect(said({ lavatory: 1 }, "metric")).toMatch(/about 4\.5 L\/min in all; that falls short/);
    expect(said({}, "us")).toMatch(/No taps were surveyed/);
  });
});

const step = (over: Partial<Step>): Step => ({
  id: "x",
  stage: "wet",
  kind: "flow",
  title: "t",
  why: "w",
  work: 1,
  water: "on",
  cautions: [],
  needs: [],
  ...over,
});
const MIN = 60_000;

describe("the clock", () => {
  const banded = step({
    flow: { band: { low: 1.5, high: 2.5 }, minutes: 30, direction: "forward", to: "drain" },
  });
  const soak = step({ kind: "soak", soak: { minutes: 60 } });
  const run = (s: Step, events: ClockEvent[]) =>
    events.reduce<Clock | undefined>((c, e) => advanceClock(s, c, e), undefined);

  it("counts a flow only while it is inside its band and the water runs", () => {
    const clock = run(banded, [
      { is: "start", at: 0 },
      { is: "measured", at: 2 * MIN, inBand: true },
      { is: "measured", at: 12 * MIN, inBand: false },
      { is: "measured", at: 20 * MIN, inBand: true },
      { is: "pause", at: 25 * MIN },
    ])!;
    expect(countedBy(clock, 99 * MIN)).toBe(15 * MIN);
    const on = run(banded, [
      { is: "start", at: 0 },
      { is: "measured", at: 0, inBand: true },
    ])!;
    expect(hasRun(banded, on, 30 * MIN - 1)).toBe(false);
    expect(hasRun(banded, on, 30 * MIN)).toBe(true);
    expect(readyAt(banded, on)).toBe(30 * MIN);
  });
  it("starts a disturbed soak from zero when it is restarted", () => {
    const clock = run(soak, [
      { is: "start", at: 0 },
      { is: "restart", at: 50 * MIN },
    ])!;
    expect(hasRun(soak, clock, 60 * MIN)).toBe(false);
    expect(readyAt(soak, clock)).toBe(110 * MIN);
    expect(clock.restarts).toBe(1);
  });
  it("is not moved by a second start, so two phones agree", () => {
    expect(
      run(soak, [
        { is: "start", at: 0 },
        { is: "start", at: 30 * MIN },
      ]),
    ).toEqual(run(soak, [{ is: "start", at: 0 }]));
  });
  it("never counts more than has passed since its start, and never runs backwards", () => {
    const event = fc.oneof(
      fc.constant({ is: "start" } as const),
      fc.constant({ is: "pause" } as const),
      fc.boolean().map((inBand) => ({ is: "measured", inBand }) as const),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(event, fc.integer({ min: 0, max: 20 * MIN })), { maxLength: 30 }),
        fc.constantFrom(banded, soak),
        (list, s) => {
          let now = 0;
          let clock: Clock | undefined;
          let before = 0;
          for (const [e, wait] of list) {
            now += wait;
            clock = advanceClock(s, clock, { ...e, at: now } as ClockEvent);
            if (!clock) continue;
            const counted = countedBy(clock, now);
            if (counted > now - clock.startedAt || counted < before) return false;
            before = counted;
          }
          return true;
        },
      ),
      { numRuns: 500 },
    );
  });
  it("has no clock where there is nothing to wait for", () => {
    expect(clockOf(step({ kind: "do" }))).toBeUndefined();
    expect(hasRun(step({ kind: "do" }), undefined, 0)).toBe(true);
  });
});
