import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { joints as rules } from "@/catalogue/joints";
import { pipingOf, waysToJoin, type JobPiping } from "@/core/fit/jobPiping";
import { pipePlan } from "@/core/fit/pipePlan";
import { routeBetween } from "@/core/fit/route";
import { facings, type WallPort } from "@/core/fit/wall";
import { assembled, nothingBuilt, type Assembly } from "@/core/plumbing/assembly";
import type { Run } from "@/core/plumbing/run";
import { houseStub, lengthsOf, unitStub, type Piping } from "@/core/plumbing/piping";
import { cutLength } from "@/core/plumbing/cutLength";
import { jointMinutes, noGround, takeOff } from "@/core/plumbing/takeOff";
import { broughtOf, type BroughtUnit } from "@/core/plumbing/brought";
import type { PortType } from "@/core/plumbing/transitions";
import { knowledge } from "./desk";
import { box } from "./fit";
import { all, built, copper, line, pex, checkJoints, passed } from "./piped";

const words = { pipe: (p: Piping) => `${p.size} ${p.system}`, rules, anchors: {}, profile: "us" as const };

const pipings: fc.Arbitrary<JobPiping> = fc.record({
  house: fc.constantFrom<Piping>(copper, { ...copper, size: "1" }, pex, { ...pex, size: "3/4" }),
  train: fc.constantFrom<Piping>(pex, { ...pex, ring: "clamp" }, { ...pex, method: "pushFit" }),
  threads: fc.constantFrom("rule", "tape", "both", "paste"),
  flexible: fc.constantFrom(undefined, "all", "none"),
});
const trains = fc
  .array(fc.constantFrom("PS-20", "CT-1054", "SF-100", "UV-30", "CB-20", "CT-1252"), {
    minLength: 1,
    maxLength: 2,
  })
  .map((codes) => [...new Set(codes)]);

describe("what pipes are made of", () => {
  const answers = (pipe: string, size: string) =>
    ({ "cutin.pipe": { text: pipe }, "cutin.size": { text: size } }) as never;
  it("is the house's own, joined by the company's schools, or PEX where that is chosen", () => {
    expect(pipingOf(answers("copperL", "3/4"), { copper: "solder" })).toMatchObject({
      piping: { house: { system: "copper", method: "solder" }, train: { system: "copper", size: "3/4" } },
    });
    expect(pipingOf(answers("copperM", "1"), { trainPipe: "pex", pex: "clamp" })).toMatchObject({
      piping: { house: { system: "copper" }, train: { system: "pex", method: "crimp", ring: "clamp" } },
    });
  });
  it("is not guessed: what is not answered is named, and steel has no fittings here", () => {
    expect(pipingOf({}, {})).toEqual({ is: "missing", fields: ["cutin.pipe", "cutin.size"] });
    expect(pipingOf(answers("steel", "1"), {})).toEqual({ is: "strange" });
  });
});

describe("what leads to a pipe", () => {
  it("is one adapter from a thread of its size", () => {
    const stub = unitStub(all, { system: "NPT", size: "1", gender: "female" }, pex)!;
    expect(stub.parts.map((p) => p.is === "fitting" && p.fitting.id)).toEqual(["adapter-crimp-pex-1-male"]);
    // 20 mm of the thread's side, 2 mm to where the pipe stops.
    expect(stub.length).toBe(22);
  });
  it("is pushed on where the pipe is soldered: no heat comes near a unit that is fitted", () => {
    const stub = unitStub(all, { system: "NPT", size: "3/4", gender: "female" }, copper)!;
    expect(stub.parts.map((p) => p.is === "fitting" && p.fitting.id)).toEqual([
      "adapter-pushfit-copper-3.4-male",
    ]);
  });
  it("is nothing where no fittings join them: the port is named", () => {
    const plan = pipePlan(all, line(["UV-130"]), { house: pex, train: pex, threads: "rule" }, passed);
    expect(plan.unjoined.map(({ unit, port }) => [unit, port.size])).toEqual([
      ["UV-130", "2 in"],
      ["UV-130", "2 in"],
    ]);
  });
  it("goes from a copper house to PEX off a tee, by a short piece, a push-fit and a shut-off", () => {
    const stub = houseStub(all, {
      house: { ...copper, size: "1" },
      piping: pex,
      byTee: true,
      hasValve: true,
    })!;
    expect(stub.parts.map((p) => (p.is === "fitting" ? p.fitting.shape : p.piping.system))).toEqual([
      "copper",
      "coupling",
      "pex",
      "valve",
    ]);
    // Tee 16, copper 2 × 23 + 10, coupling 1 + 1, PEX 2 × 22 + 10, valve 2 × 33.
    expect(stub.length).toBe(16 + 56 + 2 + 54 + 66);
  });
});

describe("a pipe as it is built", () => {
  const end = (part: string) => ({
    is: "unit" as const,
    part,
    stub: unitStub(all, { system: "NPT", size: "1", gender: "female" } satisfies PortType, pex)!,
    asks: { kind: "taperPlastic" as const, tightening: "by hand", size: "1" },
  });
  const run: Run = {
    id: "r1",
    points: [
      { x: 0, y: 0 },
      { x: 500, y: 0 },
      { x: 500, y: 400 },
    ],
    from: end("u1"),
    to: end("u2"),
  };

  it("has pieces as long as its fittings are apart, less what both take up", () => {
    const { pieces, joints } = assembled(all, [run], pex, { threads: "rule" })!;
    // Adapter 22, elbow 22.
    expect(pieces.map((p) => p.lengthMm)).toEqual([500 - 22 - 22, 400 - 22 - 22]);
    expect(joints.map((j) => [j.kind, j.where])).toEqual([
      ["taperPlastic", "bench"],
      ["crimp", "wall"],
      ["crimp", "bench"],
      ["crimp", "bench"],
      ["crimp", "wall"],
      ["taperPlastic", "bench"],
    ]);
    expect(joints[0]).toMatchObject({ sealant: "tape", tightening: "by hand" });
  });
  it("refuses a piece that two fittings cannot hold, and says by how much", () => {
    const short = { ...run, points: [run.points[0]!, { x: 80, y: 0 }, { x: 80, y: 400 }] };
    const { faults } = assembled(all, [short], pex, { threads: "rule" })!;
    // 80 − 44 = 36 mm, and two insertions of 22 with 10 between them are 54.
    expect(faults).toEqual([{ run: "r1", piece: "r1.p1", by: 18 }]);
  });
});

describe("a router that knows its parts", () => {
  const lengths = { piece: 54, laying: 22 };
  const port = fc.record({
    x: fc.integer({ min: 100, max: 1900 }),
    y: fc.integer({ min: 100, max: 2300 }),
    facing: fc.constantFrom(...facings),
    stub: fc.constantFrom(22, 93, 124),
  }) as fc.Arbitrary<WallPort>;
  it("leaves room for every piece, on any wall", () => {
    let found = 0;
    fc.assert(
      fc.property(port, port, fc.nat(1500), fc.nat(1500), (a, b, x, y) => {
        const room = {
          width: 2000,
          height: 2400,
          barred: [box("shelf", x, y, 300, 200)],
          clear: 30,
          pipe: lengths,
        };
        const route = routeBetween(room, a, b);
        if (!route) return;
        found += 1;
        const last = route.points.length - 1;
        const taken = (i: number) => (i === 0 ? a.stub! : i === last ? b.stub! : lengths.laying);
        for (let i = 0; i < last; i += 1) {
          const [p, q] = [route.points[i]!, route.points[i + 1]!];
          const piece = Math.abs(p.x - q.x) + Math.abs(p.y - q.y) - taken(i) - taken(i + 1);
          expect(piece, JSON.stringify(route.points)).toBeGreaterThanOrEqual(lengths.piece);
        }
      }),
      { numRuns: 500 },
    );
    expect(found).toBeGreaterThan(200);
  });
});

describe("a pipe beside another", () => {
  const room = { width: 2000, height: 2400, barred: [], clear: 30 };
  const down = (x: number, y: number): WallPort => ({ x, y, facing: "down" });
  const up = (x: number, y: number): WallPort => ({ x, y, facing: "up" });
  it("crosses it at a right angle, but does not run on it", () => {
    const first = routeBetween(room, up(300, 1000), up(1000, 1000))!;
    const alone = routeBetween(room, up(600, 1000), up(1300, 1000))!;
    expect(alone.points[1]!.y).toBe(first.points[1]!.y);
    const beside = routeBetween({ ...room, laid: [first] }, up(600, 1000), up(1300, 1000))!;
    // Two clearances over the other's level piece.
    expect(beside.points[1]!.y).toBe(first.points[1]!.y + 60);
    const across = routeBetween({ ...room, laid: [first] }, down(600, 2000), up(600, 500))!;
    expect(across).toMatchObject({ elbows: 0, length: 1500 });
  });
});

describe("a train as it is built", () => {
  it("joins every end of every part to one that goes with it, is as long as its pipes run, and is counted whole", () => {
    let placed = 0;
    fc.assert(
      fc.property(trains, pipings, (codes, piping) => {
        const { plan, best, assembly } = built(codes, piping);
        if (!best) return;
        placed += 1;
        expect(assembly).toBeDefined();
        checkJoints(assembly!, plan);
        expect(assembly!.faults).toEqual([]);
        for (const [i, route] of best.routes.entries()) {
          const own = assembly!.pieces.filter((p) => p.id.startsWith(`r${i + 1}.p`));
          const elbow = lengthsOf(all, piping.train)!.elbow;
          const ends = [
            i === 0 ? plan.house!.before : plan.units[i - 1]!.outlet!,
            i === plan.units.length ? plan.house!.behind : plan.units[i]!.inlet!,
          ];
          // What leads over in a straight way takes its two fittings' room of it; the piece between them
          // goes off the wall.
          const over = assembly!.fittings.filter((f) => f.run === `r${i + 1}` && /\.p\d+\.e\d$/.test(f.id));
          const sum = own.filter((p) => !p.id.endsWith(".over")).reduce((mm, p) => mm + p.lengthMm, 0);
          const taken = over.reduce((mm, f) => mm + f.fitting.layingMm[0], 0);
          if (assembly!.fittings.some((f) => f.fitting.flexible)) continue;
          expect(sum + taken + 2 * elbow * route.elbows + ends[0]!.length + ends[1]!.length).toBe(
            route.length,
          );
        }
        const units: BroughtUnit[] = codes.map((code, n) => ({
          key: `u${n + 1}`,
          code,
          count: 1,
          notInBox: [],
          tools: [],
          hangs: false,
          fullKg: 10,
          hasBowl: false,
          asks: new Set(),
        }));
        const lines = takeOff(assembly!, units, noGround, words);
        const sumOf = (prefix: string) =>
          lines.filter((l) => l.id.startsWith(prefix)).reduce((n, l) => n + l.count!, 0);
        expect(sumOf("fitting ")).toBe(assembly!.fittings.filter((f) => !f.inBox).length);
        expect(sumOf("ring ")).toBe(
          assembly!.joints.filter((j) => j.kind === "crimp" || j.kind === "clamp").length,
        );
        for (const l of lines) expect(l.why.length, l.id).toBeGreaterThan(0);
      }),
      { numRuns: 25 },
    );
    expect(placed).toBeGreaterThan(10);
  }, 120_000);

  it("is the sum of its runs, but for spares, sealing and tools", () => {
    const { assembly } = built(["PS-20", "SF-100"], {
      house: copper,
      train: { ...pex, size: "3/4" },
      threads: "rule",
    });
    const runs = [...new Set(assembly!.pieces.map((p) => p.run))];
    const of = (run: string): Assembly => ({
      runs: [],
      pieces: assembly!.pieces.filter((p) => p.run === run),
      fittings: assembly!.fittings.filter((f) => f.run === run),
      joints: assembly!.joints.filter((j) => j.run === run),
      faults: [],
    });
    const counted = (a: Assembly) =>
      takeOff(a, [], noGround, words).filter((l) => l.id.startsWith("fitting ") || l.id.startsWith("ring "));
    const sums = new Map<string, number>();
    for (const l of runs.flatMap((run) => counted(of(run)))) sums.set(l.id, (sums.get(l.id) ?? 0) + l.count!);
    expect(Object.fromEntries(sums)).toEqual(
      Object.fromEntries(counted(assembly!).map((l) => [l.id, l.count])),
    );
    expect(runs).toEqual(["bypass", "r1", "r2", "r3"]);
  });

  it("brings the piece at each tie-in longer, and spares a tenth of the rings", () => {
    const { assembly } = built(["SF-100"], { house: pex, train: pex, threads: "rule" });
    const onSite = assembly!.pieces.filter((p) => p.onSite);
    expect(onSite.map((p) => p.run)).toEqual(["r1", "r2"]);
    expect(onSite.map((p) => cutLength(p) - p.lengthMm)).toEqual([100, 100]);
    const lines = takeOff(assembly!, [], noGround, words);
    const rings = lines.find((l) => l.id === "ring 1 crimp")!.count!;
    expect(lines.find((l) => l.id === "spare 1 crimp")!.count).toBe(Math.ceil(rings / 10));
    expect(lines.find((l) => l.id === "pipe pex 1")!.count).toBe(
      Math.ceil(assembly!.pieces.reduce((sum, p) => sum + cutLength(p), 0) * 1.05),
    );
    const { minutes, unsaid } = jointMinutes(assembly!, rules);
    expect(minutes).toBe(3 * rings);
    expect(unsaid).toBe(assembly!.joints.length - rings);
  });
});

describe("what is brought before anything is placed", () => {
  const unit = (key: string, over: Partial<BroughtUnit>): BroughtUnit => ({
    key,
    code: key,
    count: 1,
    notInBox: [],
    tools: [],
    hangs: false,
    fullKg: 10,
    hasBowl: false,
    asks: new Set(),
    ...over,
  });
  const lines = takeOff(
    nothingBuilt,
    [
      unit("PS-20", {
        count: 2,
        hangs: true,
        notInBox: ["anchors for the wall"],
        tools: ["bucket", "drill"],
      }),
      unit("RO-T5", { tools: ["drill"] }),
    ],
    { ...noGround, named: ["concrete", "plywood", "woodStud"] },
    words,
  );
  const line = (id: string) => lines.find((l) => l.id === id);
  it("is every unit with what its box lacks, and each tool once with all that ask for it", () => {
    expect(line("units PS-20")!.count).toBe(2);
    expect(line("units RO-T5")!.count).toBe(1);
    expect(line("units anchors for the wall")!.count).toBe(2);
    expect(line("tools drill")!.why.map((w) => w.by === "unit" && w.id)).toEqual(["PS-20", "RO-T5"]);
    expect(lines.filter((l) => l.what === "bucket")).toHaveLength(1);
    expect(lines.some((l) => l.group === "pipe" || l.what === "pipe cutter")).toBe(false);
  });
  it("names what holds on each substrate for what hangs, and does not guess how many", () => {
    expect(line("anchor concrete")).toMatchObject({ what: "concrete screws or sleeve anchors" });
    expect(line("anchor concrete")!.count).toBeUndefined();
    expect(line("anchor concrete")!.why).toEqual([{ by: "unit", id: "PS-20" }]);
    expect(line("anchor plywood")).toBeUndefined();
    expect(line("anchor woodStud")!.what).toContain("16 in apart");
  });
});

describe("what units call for by rule", () => {
  const unitOf = (code: string, connects: "line" | "sink", n = 1) =>
    broughtOf(
      { ...line([code])[0]!, unit: { key: `k${n}`, model: code, version: 1, parallel: 1 } } as never,
      connects,
    );
  const of = (...units: BroughtUnit[]) => takeOff(nothingBuilt, units, noGround, words);
  const whats = (...units: BroughtUnit[]) => of(...units).map((l) => l.what);
  it("is a spare O-ring of each kind for what has them, by unit", () => {
    const spares = of(unitOf("PS-20", "line"), unitOf("SF-150", "line", 2)).filter(
      (l) => l.group === "spares",
    );
    expect(spares.map((l) => l.what)).toEqual([
      "one O-ring of each kind in PS-20",
      "one O-ring of each kind in SF-150",
    ]);
    for (const l of spares) expect(l.why[0]).toMatchObject({ by: "rule" });
  });
  it("is one air gap for all that drain, a surge protector for what is powered, and neither for a bare filter", () => {
    const both = whats(unitOf("SF-150", "line"), unitOf("RO-T5", "sink", 2));
    expect(both.filter((w) => w === "air gap for the drain")).toHaveLength(1);
    expect(both).toContain("surge protector");
    const bare = whats(unitOf("PS-20", "line"));
    expect(bare).not.toContain("air gap for the drain");
    expect(bare).not.toContain("surge protector");
  });
  it("is a hose bib and a flood alarm where the house's line is cut, and not under a sink alone", () => {
    expect(whats(unitOf("PS-20", "line"))).toContain("hose bib before the train's shut-off, offered");
    expect(whats(unitOf("RO-T5", "sink"))).not.toContain("hose bib before the train's shut-off, offered");
  });
  it("does not say twice what a unit's own list names", () => {
    const lamp = [...knowledge.models.values()].find((m) => m.fit?.notInBox?.includes("surge protector"))!;
    expect(whats(unitOf(lamp.code, "line")).filter((w) => w === "surge protector")).toHaveLength(1);
  });
  it("is two caps for the stubs of a bypass, and none without one", () => {
    const { assembly } = built(["SF-100"], { house: pex, train: pex, threads: "rule" });
    const caps = takeOff(assembly!, [], noGround, words).find((l) => l.id === "cap bypass");
    expect(caps).toMatchObject({ count: 2, group: "fittings" });
    expect(of(unitOf("SF-150", "line")).some((l) => l.id === "cap bypass")).toBe(false);
  });
});

it("is joined in the ways of the house's pipe, or of PEX", () => {
  const names = (house: Piping) =>
    waysToJoin({ house, train: house, threads: "rule" }).map((w) =>
      [w.system, w.method, w.ring, ...(w.wall ? [`on the wall ${w.wall}`] : [])].join(" "),
    );
  // What is pushed on everywhere has nothing to mix.
  expect(names(pex)).toEqual([
    "pex crimp crimp",
    "pex crimp crimp on the wall pushFit",
    "pex crimp clamp",
    "pex crimp clamp on the wall pushFit",
    "pex pushFit crimp",
    "pex expansion crimp",
    "pex expansion crimp on the wall pushFit",
  ]);
  expect(names(copper).slice(0, 4)).toEqual([
    "copper solder crimp",
    "copper solder crimp on the wall pushFit",
    "copper pushFit crimp",
    "pex crimp crimp",
  ]);
});
