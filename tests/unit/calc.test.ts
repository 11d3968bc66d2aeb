import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { answersTo } from "../../scripts/calcKinds";

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };
const command = (name: string, input: string) =>
  spawnSync("npm", ["run", "--silent", "calc", "--", name], { input, encoding: "utf8" });
/** Answers of one kind, as they are written out. */
function calc(name: string, cases: unknown): Json[] {
  const answered = answersTo(name, JSON.stringify(cases));
  if (!answered.ok) throw new Error(answered.why);
  return JSON.parse(JSON.stringify(answered.answers)) as Json[];
}
const golden = (name: string): Json[] =>
  JSON.parse(readFileSync(new URL(`../reference/${name}.json`, import.meta.url), "utf8")) as Json[];

/** Outputs by name as the reference's README lists them; the rest of a case is its input. */
const outputs: Readonly<Record<string, readonly string[]>> = {
  units: ["canonical"],
  water: ["hardness", "compensated", "lsi"],
  demand: ["fixtureUnits", "peak"],
  softener: [
    "capacityGrains",
    "loadGrainsPerDay",
    "daysBetween",
    "saltKgPerRegeneration",
    "saltKgPerYear",
    "brineWaterL",
  ],
  vessels: ["backwash", "ebctMinutes", "uv.limit", "bleach.mL"],
  ro: ["tcf", "point", "fill", "fillWithPermeatePump"],
  hydraulics: ["k", "pipeLoss", "unitLoss", "outletPressure"],
  cutlist: ["fewestNew"],
  transitions: ["fittings", "price"],
  network: ["pressures", "flows"],
  rigs: ["fewestMoves"],
};
const at = (value: Json, path: string): Json | undefined =>
  path
    .split(".")
    .reduce<Json | undefined>(
      (v, key) =>
        v !== null && typeof v === "object" && !Array.isArray(v)
          ? (v as Record<string, Json>)[key]
          : undefined,
      value,
    );
const without = (value: Json, paths: readonly string[], prefix = ""): Json =>
  value === null || typeof value !== "object" || Array.isArray(value)
    ? value
    : Object.fromEntries(
        Object.entries(value)
          .filter(([key]) => !paths.includes(prefix + key))
          .map(([key, v]) => [key, without(v, paths, `${prefix}${key}.`)]),
      );

/** Tank fill is an integral: 0.2 %; every other figure to a millionth, whole numbers exactly. */
function agree(actual: Json | undefined, wanted: Json, path: string): void {
  if (wanted !== null && typeof wanted === "object" && !Array.isArray(wanted)) {
    for (const [key, v] of Object.entries(wanted)) agree(at(actual ?? null, key), v, `${path}.${key}`);
    return;
  }
  if (typeof wanted !== "number") {
    expect(actual, path).toEqual(wanted);
    return;
  }
  // The engine has friction constants of its own.
  const within = /^network.*pressures/.test(path) ? 1.5 : /^network.*flows/.test(path) ? 0.15 : 1e-12;
  const tolerance = /fill.*(minutes|waste)/i.test(path)
    ? 2e-3
    : Number.isInteger(wanted) && /days/i.test(path)
      ? 0
      : 1e-6;
  expect(
    Math.abs((actual as number) - wanted),
    `${path}: ${String(actual)} for ${wanted}`,
  ).toBeLessThanOrEqual(tolerance * Math.abs(wanted) + within);
}

describe("npm run calc", () => {
  it.each(Object.keys(outputs))(
    "%s agrees with every reference case, given its inputs alone",
    (name) => {
      const cases = golden(name);
      const answers = calc(
        name,
        cases.map((c) => without(c, outputs[name]!)),
      );
      expect(answers).toHaveLength(cases.length);
      for (const [i, c] of cases.entries())
        for (const path of outputs[name]!)
          agree(at(answers[i]!, path), at(c, path) as Json, `${name} ${i} ${path}`);
    },
    30_000,
  );

  it("says what is wrong with a bad case in its place, and computes the others", () => {
    const good = { text: "40 psi", quantity: "pressure" };
    const answers = calc("units", [
      good,
      { text: "3//4", quantity: "length" },
      { text: "3/4", quantity: "length" },
      { text: "<0.1", quantity: "concentration" },
      { quantity: "length" },
      7,
      { ...good, quantity: "colour" },
      good,
    ]) as { canonical?: number; error?: string }[];
    expect(answers.map((a) => a.error !== undefined)).toEqual([
      false,
      true,
      true,
      true,
      true,
      true,
      true,
      false,
    ]);
    expect(answers[7]!.canonical).toBeCloseTo(275.79029172, 9);
  });

  it("a network that cannot be solved says why in its place", () => {
    const house = {
      supply: { static: 300, flowing: 200, flow: 20 },
      nodes: [
        { id: "main", elevationM: 0 },
        { id: "tap", elevationM: 2 },
      ],
      pipes: [{ id: "p", from: "main", to: "tap", lengthM: 4, C: 150, idMm: 17 }],
      units: [],
      fixtures: [{ node: "tap", flow: 8 }],
    };
    const answers = calc("network", [
      house,
      { ...house, pipes: [] },
      { ...house, supply: { static: 200, flowing: 300, flow: 20 } },
      { ...house, nodes: "none" },
    ]) as { pressures?: { tap: number }; error?: string }[];
    expect(answers.map((a) => a.error)).toEqual([
      undefined,
      "No water comes to tap",
      "the flowing pressure is below the static one",
      expect.stringContaining("nodes"),
    ]);
    expect(answers[0]!.pressures!.tap).toBeGreaterThan(200);
  });

  it("a rig that does not hang together is named in its place", () => {
    const rig = {
      nodes: ["main", "house", "air"],
      edges: [{ id: "V", from: "main", to: "house", kind: "valve" }],
      handles: { v: { positions: { open: { V: true }, closed: { V: false } } } },
    };
    const goal = { live: ["house"] };
    const answers = calc("rigs", [
      { rig, start: { v: "closed" }, goal },
      { rig, start: { v: "ajar" }, goal },
      { rig: { ...rig, edges: [{ ...rig.edges[0], to: "attic" }] }, start: { v: "open" }, goal },
      { rig, start: { v: "closed" }, goal: { live: ["attic"] } },
      { rig, start: { v: "open" }, goal },
    ]);
    expect(answers).toEqual([
      { fewestMoves: 1 },
      { error: "start: v has no position ajar" },
      { error: "edge V ends at attic, which is no node" },
      { fewestMoves: null },
      { fewestMoves: 0 },
    ]);
  });

  it.each([
    [
      "softener",
      { resinFt3: 1, saltLbPerFt3: 20, dailyLitres: 900, compensated: 300, reserve: true },
      /6 to 15/,
    ],
    ["demand", { fixtures: {} }, /unknown/],
    ["demand", { fixtures: { hoseBib: 100 } }, /200/],
    [
      "vessels",
      {
        temperature: 10,
        diameterMm: 250,
        media: "resin",
        mediaLitres: 40,
        flow: 10,
        uv: { ratedFlow: 45, ratedUvt: 95, uvt: 0, layerCm: 2, endOfLife: true },
        bleach: { litres: 1, mgPerL: 1, percent: 5 },
      },
      /above 0/,
    ],
    [
      "ro",
      {
        rated: { permeate: 0.2, pressure: 400, tds: 250, recovery: 0.25, concentrate: 0 },
        site: { pressure: 300, temperature: 12, tds: 400 },
        tank: { totalLitres: 12, precharge: 41 },
      },
      /restrictor/,
    ],
    [
      "hydraulics",
      {
        supply: { static: 300, flowing: 300, flow: 10 },
        flow: 5,
        segments: [],
        unit: { a: 0, b: 0 },
        riseM: 0,
      },
      /flowing/,
    ],
    [
      "water",
      { calcium: -1, magnesium: 0, iron: 0, manganese: 0, pH: 7, tds: 1, temperature: 1, alkalinity: 1 },
      /calcium/,
    ],
  ] as const)(
    "%s refuses what cannot be",
    (name, given, words) => {
      const [answer] = calc(name, [given]) as { error: string }[];
      expect(answer!.error).toMatch(words);
    },
    20_000,
  );

  it.each([
    ["softener", "{}", /array/],
    ["softener", "not json", /JSON/],
    ["weather", "[]", /weather/],
    ["", "[]", /no calculation/],
  ])("cannot answer %s given %s, and says why in one line", (name, input, words) => {
    const answered = answersTo(name, input);
    expect(answered).toMatchObject({ ok: false, why: expect.stringMatching(words) as string });
    expect(answered.ok ? "" : answered.why).not.toContain("\n");
  });

  it("is a command: answers on one stream with 0, or one line on the other with 2", () => {
    const good = command("units", JSON.stringify([{ text: "40 psi", quantity: "pressure" }]));
    expect(good.status).toBe(0);
    expect(JSON.parse(good.stdout)).toEqual([{ canonical: expect.closeTo(275.79029172, 6) as number }]);
    const bad = command("weather", "[]");
    expect(bad.status).toBe(2);
    expect(bad.stderr.trim()).toMatch(/^✗ no calculation is called “weather”.*$/);
    expect(bad.stdout).toBe("");
  }, 20_000);
});

describe("whole sites", () => {
  const answers = {
    "source.kind": "municipal",
    "source.static": "58 psi",
    "source.flowing": "50 psi",
    "source.flowingAt": "5 gpm",
    "fixture.kitchenSink": "2",
    "fixture.toilet": "1",
    "water.hardness": "22 gpg",
  };
  const site = (over: object) => ({ answers, units: [], profile: "us", ...over });
  interface Judged {
    readonly worst: string;
    readonly verdicts: readonly {
      at: string;
      rule: string;
      level: string;
      reason: string;
      remedy?: string;
    }[];
  }
  interface Composed {
    readonly steps: readonly {
      id: string;
      kind: string;
      unit?: string;
      needs: string[];
      statement?: string;
    }[];
    readonly notes: readonly string[];
  }
  const judged = (over: object) => calc("judge", [site(over)])[0] as unknown as Judged;
  const composed = (over: object) => calc("run", [site(over)])[0] as unknown as Composed;

  it("are judged with every verdict at its place, the Good ones too, in the units asked for", () => {
    const { worst, verdicts } = judged({ units: [{ key: "a", model: "SF-150", parallel: 1 }] });
    const interval = verdicts.find((v) => v.rule === "softener-interval")!;
    expect(interval).toMatchObject({ at: "a", level: "Unknown" });
    expect(verdicts.some((v) => v.level === "Good")).toBe(true);
    expect(verdicts.find((v) => v.rule === "house-pressure")!.reason).toMatch(/psi/);
    expect(worst).toBe("Check");
    const metric = judged({ units: [{ key: "a", model: "SF-150" }], profile: "metric", answers });
    expect(metric.verdicts.find((v) => v.rule === "need-softener")).toBeUndefined();
  });

  it("say what the bare site needs", () => {
    const { verdicts } = judged({});
    expect(verdicts.find((v) => v.rule === "need-softener")).toMatchObject({ at: "house", level: "Check" });
  });

  it("are composed into a run, what would have kept the design from being signed named", () => {
    const { steps, notes } = composed({ units: [{ key: "a", model: "CT-1354", parallel: 1 }] });
    expect(steps[0]!.id).toBe("site.boxes");
    expect(steps.some((s) => s.id === "a.soak" && s.unit === "a")).toBe(true);
    const ids = new Set(steps.map((s) => s.id));
    for (const s of steps) for (const need of s.needs) expect(ids.has(need)).toBe(true);
    expect(notes.some((n) => n.startsWith("Overridden at a: "))).toBe(true);
    expect(steps.find((s) => s.id === "site.tell")!.statement).toMatch(/bypassed and untreated/);
  });

  it("are composed by where their units connect", () => {
    const { steps } = composed({ units: [{ key: "a", model: "RO-T5", parallel: 1 }] });
    expect(steps.map((s) => s.id)).not.toContain("site.bypass");
  });

  it.each([
    [{ answers: { "water.hardness": "hard" } }, /^water\.hardness: /],
    [{ answers: { "water.hardnes": "22 gpg" } }, "water.hardnes is no question of the survey"],
    [{ units: [{ key: "a", model: "SF-9" }] }, "designChanged: SF-9 is not in the catalogue"],
    [{ units: [{ key: "a", model: "SF-150", parallel: 9 }] }, /^units\.0\.parallel: /],
    [{ profile: "imperial" }, /^profile: /],
  ])("with a bad case say what is wrong in its place: %j", (over, error) => {
    const [bad, good] = calc("judge", [site(over), site({})]);
    const said = (bad as { error: string }).error;
    if (typeof error === "string") expect(said).toBe(error);
    else expect(said).toMatch(error);
    expect(good).toHaveProperty("worst");
  });
});
