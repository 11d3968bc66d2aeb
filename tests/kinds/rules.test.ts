import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { unitModels } from "@/catalogue/units";
import { familyOf, placementsOf, type Connects } from "@/core/families";
import { arrangements, standing, type Arrangement } from "@/core/rig";
import { stages, type Step } from "@/core/run";
import { statusOf } from "@/core/job";
import { knowledge, signed, surveyed, work, type Desk } from "../unit/desk";

// Rules 1 to 14 of handbook 9 over random designs: any families, in any arrangement, at sites of any kind.

/** How many designs a suite tries: many in the long one, a few with every change. */
const SEEDS = Number(process.env.BRANT_SEEDS ?? 500);
const WORKED = Number(process.env.BRANT_WORKED ?? 5);

const codes = [...unitModels.keys()];
const lamps = new Set(codes.filter((c) => unitModels.get(c)!.uv));
const answers = fc.record({
  "source.kind": fc.constantFrom("municipal", "well"),
  "heater.kind": fc.constantFrom("electric", "gas", "instant", "indirect", "none"),
  "cutin.pipe": fc.constantFrom("pex", "copperL", "pvc"),
  "sink.coldStop": fc.constantFrom("yes", "no"),
  "sink.reach": fc.constantFrom("yes", "no"),
  "appliance.valve": fc.constantFrom("yes", "no"),
  "appliance.kind": fc.constantFrom("washer", "heater"),
  "faucet.thread": fc.constantFrom("outside", "inside", "none"),
  "behind.age": fc.constantFrom("existing", "opened"),
  "existing.kind": fc.constantFrom("none", "softener"),
  "existing.sample": fc.constantFrom("ahead"),
  "water.coliform": fc.constantFrom("absent", "present"),
});
type Answers = Readonly<Record<string, string>>;
interface Design {
  readonly models: readonly string[];
  readonly arrangement: Arrangement;
  readonly site: Answers;
}
/**
 * Water that is not safe is disinfected where the house's line is worked on, and a lamp stands last there:
 * nobody signs anything else.
 */
function disinfects(d: Design): boolean {
  if (d.site["water.coliform"] !== "present") return true;
  const placed = placedOf(d);
  const line = d.models.filter((_, i) => placed.get(`u${i + 1}`)!.connects === "line");
  const lamp = line.findIndex((c) => lamps.has(c));
  if (lamp !== -1) return lamp === line.length - 1;
  return line.length === 0 || line.some((c) => unitModels.get(c)!.doser);
}
const design: fc.Arbitrary<Design> = fc
  .record({
    // One chamber at most: two in a row is a design that nobody signs.
    models: fc
      .uniqueArray(fc.constantFrom(...codes), { minLength: 1, maxLength: 4 })
      .filter((models) => models.filter((c) => lamps.has(c)).length <= 1),
    arrangement: fc.constantFrom(...arrangements),
    site: answers,
  })
  .filter(disinfects);

/** A run of a design, started. */
function startedOf({ models, arrangement, site }: Design): Desk {
  const { "existing.sample": sample, ...rest } = site;
  const d = surveyed().answer(
    rest["existing.kind"] === "none" ? rest : { ...rest, "existing.sample": sample! },
  );
  const units = models.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 }));
  d.do({ kind: "designChanged", units, what: models.join(", "), seen: d.job.designSeq });
  d.do({ kind: "bypassChosen", arrangement, drainCock: true, what: arrangement, seen: d.job.designSeq });
  return signed(d).do({ kind: "runStarted" });
}
const placedOf = ({ models }: Design) =>
  placementsOf(
    models.map((model, i) => ({
      unit: { key: `u${i + 1}`, model, parallel: 1 },
      model: knowledge.models.get(model)!,
    })),
  );
const connectsOf = (d: Design): Set<Connects> => new Set([...placedOf(d).values()].map((p) => p.connects));

/** Designs with the steps of their runs, composed once for all rules. */
let composed: readonly (readonly [Design, readonly Step[]])[] = [];
beforeAll(() => {
  composed = fc
    .sample(design, { numRuns: SEEDS, seed: 9 })
    .map((d) => [d, startedOf(d).job.run!.steps] as const);
}, 300_000);

/** What holds of the steps of every design; says of which it does not. */
function everyRun(holds: (steps: readonly Step[], design: Design) => void): void {
  expect(composed).toHaveLength(SEEDS);
  for (const [d, steps] of composed)
    try {
      holds(steps, d);
    } catch (fault) {
      throw new Error(`in ${JSON.stringify(d)}`, { cause: fault });
    }
}
const idsOf = (steps: readonly Step[]) => steps.map((s) => s.id.split(".")[1]!);
const words = (s: Step) =>
  [s.title, s.why, ...(s.details ?? []), s.hold?.statement, s.check?.question].join(" ");
/** Nobody stands beside it: it soaks, or its clock runs for longer than anybody would. */
const isUnattended = (s: Step) => s.kind === "soak" || s.kind === "cycle" || (s.wait?.minutes ?? 0) > 20;

describe("rules over all kinds (handbook 9)", () => {
  it("1: no step is about what the job does not have", () =>
    everyRun((steps, d) => {
      const kinds = connectsOf(d);
      const ids = idsOf(steps.filter((s) => s.unit === undefined));
      const inLine = kinds.has("line");
      for (const id of ["cut", "inlet", "holdTest", "pressureAfter", "order"])
        expect([id, ids.includes(id)]).toEqual([id, inLine]);
      if (d.site["heater.kind"] === "none") expect(ids.filter((id) => id.startsWith("heater"))).toEqual([]);
      if (d.arrangement !== "threeValve") expect(ids).not.toContain("joined");
      if (d.site["existing.kind"] === "none") expect(ids).not.toContain("takeOut");
      if (!kinds.has("sink") && !kinds.has("supply") && !kinds.has("appliance"))
        expect(idsOf(steps)).not.toContain("branches");
      if (d.site["cutin.pipe"] !== "copperL") expect(ids).not.toContain("bond");
    }));

  it("2: the leak question of a unit comes before everything that nobody stands beside", () =>
    everyRun((steps) => {
      for (const s of steps.filter(isUnattended)) {
        if (s.unit === undefined || s.stage === "disinfect") continue;
        const before = steps.slice(0, steps.indexOf(s)).filter((x) => x.unit === s.unit);
        expect(
          before.some((x) => x.check && /dry|drip/i.test(words(x))),
          s.id,
        ).toBe(true);
      }
    }));

  it("4: caps come off and joints are made before any water is let on", () =>
    everyRun((steps, d) => {
      if (!connectsOf(d).has("line") || d.arrangement !== "threeValve") return;
      const joined = steps.findIndex((s) => s.id === "site.joined");
      const fills = steps.findIndex((s) => s.goal?.want === "fill");
      expect(fills === -1 || joined < fills).toBe(true);
      expect(steps[joined]!.goal).toMatchObject({ positions: { stubIn: "joined", stubOut: "joined" } });
    }));

  it("7: what plugs in states its outlet; a pump finds water, a lamp follows its own order", () =>
    everyRun((steps, d) => {
      for (const [i, code] of d.models.entries()) {
        const model = knowledge.models.get(code)!;
        const own = steps.filter((s) => s.unit === `u${i + 1}`);
        const plugged = own.findIndex((s) => s.power === "on");
        if (!model.power) expect([code, plugged]).toEqual([code, -1]);
        else if (model.booster || (model.ro && model.ro.pump !== false)) {
          const dry = own.findIndex((s) => s.check && /dry/i.test(words(s)) && s.power === undefined);
          expect(dry, code).toBeGreaterThan(-1);
          expect(plugged, code).toBeGreaterThan(dry);
        } else if (familyOf(model).id !== "leakStop" && placedOf(d).get(`u${i + 1}`)!.connects !== "product")
          expect(plugged, code).toBeGreaterThan(-1);
      }
    }));

  it("8: water that runs until it is clear, or until no air comes, is looked at in a glass", () =>
    everyRun((steps) => {
      for (const s of steps.filter((x) => x.flow?.until !== undefined))
        expect([s.id, s.read?.reading]).toEqual([s.id, s.flow!.litres === undefined ? "clarity" : "rinsed"]);
    }));

  it("9: every wait has a clock, or is counted", () =>
    everyRun((steps) => {
      for (const s of steps.filter((x) => x.kind === "soak" || x.kind === "flow" || x.kind === "cycle"))
        expect([
          s.id,
          (s.soak?.minutes ?? 0) > 0 || (s.flow?.minutes ?? 0) > 0 || (s.cycle?.count ?? 0) > 0,
        ]).toEqual([s.id, true]);
    }));

  it("11: every outlet that is disinfected has its reading", () =>
    everyRun((steps) => {
      for (const s of steps.filter((x) => ["reached", "residual", "flushOut"].includes(x.id.split(".")[1]!)))
        expect(s.read!.places!.length, s.id).toBeGreaterThan(0);
    }));

  it("ruling 26: from an unsafe source nothing beside the line gets its first water before the line is in service", () => {
    const unsafe = { "source.kind": "well", "water.coliform": "present" };
    let asked = 0;
    for (const d of fc.sample(design, { numRuns: 150, seed: 26 })) {
      const { steps } = startedOf({ ...d, site: { ...d.site, ...unsafe } }).job.run!;
      const placed = placedOf(d);
      const isInLine = (s: Step) => s.unit !== undefined && placed.get(s.unit)!.connects === "line";
      const hasWater = (s: Step) => stages.indexOf(s.stage) >= stages.indexOf("firstWater");
      const waits = new Map<string, ReadonlySet<string>>();
      for (const s of steps) waits.set(s.id, new Set(s.needs.flatMap((n) => [n, ...(waits.get(n) ?? [])])));
      for (const [at, s] of steps.entries()) {
        if (s.unit === undefined || isInLine(s) || !hasWater(s)) continue;
        const before = steps
          .slice(0, at)
          .filter((x) => isInLine(x) && ["start", "disinfect", "serve"].includes(x.stage));
        asked += before.length;
        expect([d.models, s.id, before.filter((x) => !waits.get(s.id)!.has(x.id)).map((x) => x.id)]).toEqual([
          d.models,
          s.id,
          [],
        ]);
      }
    }
    expect(asked).toBeGreaterThan(100);
  });

  it("13: every place in the words of a step is filled, and every unit's ports are told where it is joined", () =>
    everyRun((steps, d) => {
      for (const s of steps)
        for (const place of words(s).matchAll(/\{([a-zA-Z.]+)\}/g))
          expect([s.id, Object.keys(s.figures ?? {})]).toEqual([s.id, expect.arrayContaining([place[1]])]);
      for (const [i, code] of d.models.entries()) {
        const port = knowledge.models.get(code)!.fit!.ports[0]!.port;
        const own = steps.filter((s) => s.unit === `u${i + 1}`);
        const joins = own.some((s) => (s.details ?? []).some((line) => line.startsWith(`${port}: `)));
        if (own.some((s) => s.stage === "join")) expect([code, joins]).toEqual([code, true]);
      }
    }));

  it(
    "3 to 6, 10 and 12: every goal is reached without a Stop, and everything is shut and as every day at the end",
    () => {
      fc.assert(
        fc.property(design, (d) => {
          const desk = startedOf(d);
          work(desk);
          const left = desk.job.run!.steps.filter((s) => statusOf(desk.job, s, desk.now) !== "done");
          expect(left.map((s) => s.id)).toEqual([]);
          if (!desk.job.rig) return;
          const { rig, state, turned, supply } = desk.job.rig;
          expect(turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
          for (const h of rig.handles)
            expect([h.id, state.positions[h.id] ?? h.normal]).toEqual([h.id, h.normal]);
          // A house that drank unsafe water before a unit came to its sink drinks it after: no hand of this
          // job feeds it.
          const stops = standing(rig, state).filter((v) => v.level === "Stop");
          expect(stops.filter((v) => connectsOf(d).has("line") || v.rule !== "rig-unsafe")).toEqual([]);
          if (connectsOf(d).has("line")) expect(["treated", "bypassed"]).toContain(supply.at(-1)!.is);
        }),
        { numRuns: WORKED, seed: Number(process.env.BRANT_SEED ?? 3) },
      );
      // Half a second for each on a slow machine, and as much again.
    },
    30_000 + 2000 * WORKED,
  );
});
