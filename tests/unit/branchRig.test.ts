import { stepState, wishOf, type Supply } from "@/core/job";
import { describe, expect, it } from "vitest";
import { movesFor } from "@/core/record";
import {
  cardSequences,
  composeRig,
  explain,
  faultsOf,
  fillMinutes,
  flows,
  heardFull,
  followed,
  inService,
  judge,
  regions,
  saysFull,
  standing,
  type RigState,
} from "@/core/rig";
import { knowledge, MIN, runOf, signed, surveyed, work, type Desk } from "./desk";
import { home, osmosis, part, rigOf, softener } from "./rigs";

const rigOn = (d: Desk) => d.job.rig!;
const at = (d: Desk, handle: string) => rigOn(d).state.positions[handle];
const regionOf = (d: Desk, node: string) =>
  regions(rigOn(d).rig, rigOn(d).state).find((r) => r.nodes.includes(node))!.state;
const flow = (d: Desk, edge: string) => flows(rigOn(d).rig, rigOn(d).state).of.get(edge)!;
/** Turns what a step wants, as it is planned; says the moves. */
const turn = (d: Desk, id: string): string[] => {
  const step = d.job.run!.steps.find((s) => s.id === id)!;
  return movesFor(rigOn(d), step).map((m) => {
    d.do({ kind: "handleTurned", ...m, step: id });
    if (rigOn(d).state.filling.length > 0) d.do({ kind: "fillHeard", step: id });
    return `${m.handle} ${m.to}`;
  });
};
const stops = (d: Desk) => rigOn(d).turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"));

describe("an RO under the sink, by its recipe", () => {
  it("rinses its pre-filters through the line taken apart, past the membrane, and is shut before the line is rejoined", () => {
    const d = work(runOf(["RO-T5"]), "u1.firstRinse");
    expect(turn(d, "u1.firstRinse")).toEqual(["u1.line apart", "u1.valve open"]);
    expect(flow(d, "u1.prefilters")).toBeGreaterThan(0);
    expect(flow(d, "u1.through")).toBe(0);
    expect(regionOf(d, "u1.membrane")).toBe("empty");
    work(d, "u1.membrane");
    // Joined under water it would be a Stop.
    expect(
      judge(rigOn(d).rig, rigOn(d).state, { handle: "u1.line", to: "joined" }).verdicts.map((v) => [
        v.level,
        v.rule,
      ]),
    ).toContainEqual(["Stop", "rig-openUnderPressure"]);
    expect(turn(d, "u1.membrane")).toEqual(["u1.valve closed", "u1.line joined"]);
  });

  it("rinses with the tank shut, fills the tank until its drain stops by itself, and lets it run again when the faucet is opened", () => {
    const d = work(runOf(["RO-T5"]), "u1.open");
    turn(d, "u1.open");
    expect([at(d, "u1.valve"), at(d, "u1.tankValve")]).toEqual(["quarter", "closed"]);
    work(d, "u1.rinse");
    turn(d, "u1.rinse");
    expect(at(d, "u1.shutOff")).toBe("open");
    expect(flow(d, "u1.through")).toBeGreaterThan(0);
    expect(flow(d, "u1.past")).toBeGreaterThan(0);
    work(d, "u1.discard");
    for (const m of movesFor(
      rigOn(d),
      d.job.run!.steps.find((s) => s.id === "u1.discard")!,
    ))
      d.do({ kind: "handleTurned", ...m, step: "u1.discard" });
    expect(saysFull(rigOn(d).rig, rigOn(d).state)).toBe("The tank is full: the drain has stopped");
    expect([at(d, "u1.shutOff"), regionOf(d, "u1.tank")]).toEqual(["open", "filling"]);
    d.do({ kind: "fillHeard", step: "u1.discard" });
    expect([at(d, "u1.shutOff"), flow(d, "u1.past"), regionOf(d, "u1.tank")]).toEqual([
      "closed",
      0,
      "trapped",
    ]);
    d.do({ kind: "handleTurned", handle: "u1.faucet", to: "open", step: "u1.discard" });
    expect([at(d, "u1.shutOff"), flow(d, "u1.past") > 0]).toEqual(["open", true]);
    d.do({ kind: "handleTurned", handle: "u1.faucet", to: "closed", step: "u1.discard" });
    work(d);
    expect(stops(d)).toEqual([]);
    expect(standing(rigOn(d).rig, rigOn(d).state)).toEqual([]);
  });

  it("the house school of an open tank has its own steps, and no rule against the tank", () => {
    const d = runOf(["RO-T5"]);
    expect(d.job.run!.steps.map((s) => s.id)).toEqual(expect.arrayContaining(["u1.open", "u1.rinse"]));
    expect(d.job.run!.steps.map((s) => s.id)).not.toContain("u1.rinseBoth");
    const rinseShut = (shut: boolean) => {
      const rig = rigOf([osmosis({ ro: { tank: true, rinseShut: shut, airGap: true } })]);
      return standing(rig, { ...inService(rig), stages: {} }).map((v) => v.rule);
    };
    expect(rinseShut(true)).toContain("rig-roTankEarly");
    expect(rinseShut(false)).not.toContain("rig-roTankEarly");
    const tankOpen = knowledge.schoolsWith({}).tankOpen;
    expect(tankOpen).toBe(false);
  });

  it("a booster on its feed is a Stop until there is water at it", () => {
    const d = work(runOf(["RO-T5", "BP-2"]), "u1.firstRinse");
    const { rig, state } = rigOn(d);
    expect(faultsOf(rig)).toEqual([]);
    expect(rig.units.find((u) => u.key === "u2")).toMatchObject({
      name: "BP-2",
      pump: { pressureSwitch: true },
    });
    const on = { handle: "u2.plug", to: "on" };
    expect(judge(rig, state, on).verdicts.map((v) => [v.level, v.rule])).toEqual([["Stop", "rig-dryPump"]]);
    const fed = judge(rig, state, { handle: "u1.valve", to: "open" }).after;
    expect(judge(rig, fed, on).verdicts.map((v) => v.rule)).toEqual(["rig-dryPump"]);
    expect(judge(rig, heardFull(fed), on).verdicts).toEqual([]);
    work(d);
    expect(stops(d)).toEqual([]);
    expect(at(d, "u2.plug")).toBe("on");
  });
});

describe("a lamp on a well, by its recipe", () => {
  const well = (lamp: string) =>
    runOf(["PS-20", "SF-150", lamp, "RO-T5"], { "source.kind": "well", "water.coliform": "present" });
  it("fills through half, lights when full, is disinfected at the taps with the branches shut, and serves only when proven", () => {
    const d = work(well("UV-45"), "u3.fill");
    turn(d, "u3.fill");
    expect([at(d, "u3.before"), at(d, "u3.behind"), at(d, "u3.vent"), at(d, "u3.plug")]).toEqual([
      "half",
      "closed",
      "open",
      "off",
    ]);
    work(d, "u3.dose");
    expect([at(d, "u3.plug"), at(d, "u4.valve")]).toEqual(["on", "closed"]);
    // Two valves stand between the chamber and the house: with the first open, the second would feed it.
    const opened = judge(rigOn(d).rig, rigOn(d).state, { handle: "u3.behind", to: "open" }).after;
    const unsafe = (circumstances = {}) =>
      judge(rigOn(d).rig, opened, { handle: "outlet", to: "open" }, circumstances)
        .verdicts.filter((v) => v.rule === "rig-unsafe")
        .map((v) => v.level);
    expect(unsafe()).toEqual(["Stop"]);
    work(d, "u3.draw");
    const moves = turn(d, "u3.draw");
    expect(moves.at(-1)).not.toBe("u3.behind open");
    expect(["coldTap", "hotTap", "lowTap", "highTap", "u3.behind"].map((h) => at(d, h))).toEqual([
      "open",
      "open",
      "open",
      "open",
      "open",
    ]);
    work(d, "u3.contact");
    turn(d, "u3.contact");
    expect(["coldTap", "hotTap", "lowTap", "highTap", "u3.behind"].map((h) => at(d, h))).toEqual([
      "closed",
      "closed",
      "closed",
      "closed",
      "closed",
    ]);
    expect(rigOn(d).state.unproven).toContain("house");
    work(d, "u3.service");
    expect(rigOn(d).state.unproven).toEqual([]);
    work(d);
    const supplies: Supply[] = rigOn(d).supply.map((s) => s.is);
    expect(supplies.at(-1)).toBe("treated");
    // Never before it is proven; the hold test shuts house and train in once more.
    expect(supplies.slice(supplies.indexOf("treated"))).toEqual(["treated", "off", "treated"]);
    expect(stops(d)).toEqual([]);
    expect(standing(rigOn(d).rig, rigOn(d).state)).toEqual([]);
  });

  it("from an unsafe source the house is not restored past the lamp; a tested well is safe, an untested one not known", () => {
    const ids = (answers: Record<string, string>) => {
      const d = runOf(["PS-20", "UV-45"], answers);
      return {
        source: rigOn(d).rig.source,
        steps: d.job.run!.steps.map((s) => s.id),
        waters: d.job.run!.steps.map((s) => s.water),
      };
    };
    const unsafe = ids({ "source.kind": "well", "water.coliform": "present" });
    expect(unsafe.source).toBe("unsafe");
    expect(unsafe.steps).toContain("site.staysOff");
    expect(unsafe.steps).not.toContain("site.restore");
    expect(unsafe.waters).not.toContain("bypassed");
    const untested = ids({ "source.kind": "well" });
    expect([untested.source, untested.steps.includes("site.restore")]).toEqual(["unknown", true]);
    expect(ids({ "source.kind": "well", "water.coliform": "absent", "water.ecoli": "absent" }).source).toBe(
      "safe",
    );
    expect(ids({ "source.kind": "surface" }).source).toBe("unsafe");
  });

  it("a lamp that goes first is a Check while its minutes run, and a Stop in an empty chamber after them", () => {
    const d = work(well("UV-130"), "u3.lampAhead");
    expect(d.job.run!.steps.find((s) => s.id === "u3.lampAhead")!.wait).toEqual({ minutes: 2 });
    expect(d.job.run!.steps.map((s) => s.id)).not.toContain("u3.power");
    const dry: RigState = {
      ...rigOn(d).state,
      wet: rigOn(d).state.wet.filter((n) => !n.startsWith("u3.")),
      positions: { ...rigOn(d).state.positions, "u3.before": "closed", "u3.behind": "closed" },
    };
    const lit = () =>
      judge(
        rigOn(d).rig,
        { ...dry, lampAhead: rigOn(d).state.lampAhead ?? [] },
        { handle: "u3.plug", to: "on" },
      )
        .verdicts.filter((v) => v.rule === "rig-lampInAir")
        .map((v) => v.level);
    expect(lit()).toEqual(["Check"]);
    turn(d, "u3.lampAhead");
    d.do({ kind: "clockStarted", step: "u3.lampAhead" });
    expect(d.try({ kind: "stepDone", step: "u3.lampAhead" })).toMatchObject({ ok: false });
    d.now += 2 * MIN;
    d.do({ kind: "stepDone", step: "u3.lampAhead" });
    expect(stepState(d.job, "u3.lampAhead").done).toBeDefined();
    expect(lit()).toEqual(["Stop"]);
  });
});

describe("a softener regenerated by hand", () => {
  it("sends brine and rinse to the drain by its T-valves, each lever as its data say, and feeds its appliance in service", () => {
    const d = work(runOf(["MS-2"]), "u1.regenerate");
    expect(faultsOf(rigOn(d).rig)).toEqual([]);
    turn(d, "u1.regenerate");
    expect([flow(d, "u1.salt"), flow(d, "u1.unit"), flow(d, "u1.waste")].map((q) => q > 0)).toEqual([
      true,
      true,
      true,
    ]);
    expect([flow(d, "u1.enter"), flow(d, "u1.leave")]).toEqual([0, 0]);
    work(d, "u1.rinse");
    const step = d.job.run!.steps.find((s) => s.id === "u1.rinse")!;
    const said = explain(rigOn(d).rig, rigOn(d).state, movesFor(rigOn(d), step));
    expect(said.map((m) => [m.say, m.stands])).toEqual([
      ["Turn inlet T-valve of MS-2 to service", "lever level, seen from the front"],
    ]);
    turn(d, "u1.rinse");
    expect([flow(d, "u1.salt"), flow(d, "u1.enter") > 0, flow(d, "u1.waste") > 0]).toEqual([0, true, true]);
    work(d);
    expect([at(d, "u1.inTee"), at(d, "u1.outTee")]).toEqual(["service", "service"]);
    expect(regionOf(d, "u1.appliance")).toBe("charged");
    const card = cardSequences(rigOn(d).rig).find((c) => c.title === "Regenerate MS-2")!;
    expect(card.steps).toEqual([
      "Turn inlet T-valve of MS-2 to regenerate (lever down, seen from the front).",
      "Turn outlet T-valve of MS-2 to regenerate (lever up, seen from the front).",
      "When the brine has run: turn inlet T-valve of MS-2 to service (lever level, seen from the front).",
      "When it has rinsed: turn outlet T-valve of MS-2 to service (lever level, seen from the front).",
    ]);
  });
});

describe("what stands on another unit's line", () => {
  const units = [
    { key: "u1", model: "RO-D", parallel: 1 },
    { key: "u2", model: "PL-2", parallel: 1, on: { unit: "u1", port: "product" } as const },
    { key: "u3", model: "LS-1", parallel: 1 },
    { key: "u4", model: "IM-1", parallel: 1 },
  ];
  const d = surveyed();
  d.do({ kind: "designChanged", units, what: "On its lines", seen: d.job.designSeq });
  signed(d).do({ kind: "runStarted" });
  const { rig } = rigOn(d);
  const step = (id: string) => d.job.run!.steps.find((s) => s.id === id)!;

  it("is passed in the order of the water, and its faucet is the host's", () => {
    expect(faultsOf(rig)).toEqual([]);
    const open = composeRig([], home);
    expect(open.units).toEqual([]);
    const ends = rig.edges.find((e) => e.id === "u1.faucet")!;
    expect(ends.from).toBe("u2.out");
    expect(rig.edges.find((e) => e.unit === "u3")!.from).toBe("u3.in");
    expect(rig.edges.some((e) => e.from === "u3.out" && e.to === "u1.pre")).toBe(true);
    expect(rig.handles.filter((h) => h.unit === "u2")).toEqual([]);
  });

  it("has its host's handles turned by its steps", () => {
    expect(wishOf(rigOn(d), step("u2.run"))).toMatchObject({ want: "stand", unit: "u2" });
    expect(movesFor(rigOn(d), step("u2.run")).map((m) => m.handle)).toContain("u1.faucet");
  });

  it("an ice maker's tube leaves the line by a valve of its own", () => {
    expect(rig.edges.find((e) => e.id === "u4.valve")).toMatchObject({ from: "u2.out", drinking: true });
  });

  it("is left out where the unit it stands on is not in the design", () => {
    expect(runOf(["RM-1"]).job.rig!.rig.units).toEqual([]);
  });
});

describe("how long a fill takes", () => {
  const filling = (rig: ReturnType<typeof rigOf>, nodes: readonly string[]): RigState => ({
    ...inService(rig),
    filling: nodes,
  });
  it("is the water that the unit holds over 15 % of the full flow", () => {
    const rig = composeRig([softener({ litres: 60 })], { ...home, fullFlow: 40 });
    expect(fillMinutes(rig, filling(rig, ["u2.in", "u2.out"]))).toBeCloseTo(60 / 6, 9);
    expect(fillMinutes(rig, filling(rig, ["u2.in"]))).toBeCloseTo(30 / 6, 9);
  });
  it("is not said where the water, the flow or the opening is not known", () => {
    const noFlow = rigOf([softener({ litres: 60 })]);
    expect(fillMinutes(noFlow, filling(noFlow, ["u2.in", "u2.out"]))).toBeUndefined();
    const noLitres = composeRig([softener()], { ...home, fullFlow: 40 });
    expect(fillMinutes(noLitres, filling(noLitres, ["u2.in", "u2.out"]))).toBeUndefined();
    const wider = composeRig([part("u9", "CH-3", "cartridge", { gentle: "half", litres: 12 })], {
      ...home,
      fullFlow: 40,
    });
    expect(fillMinutes(wider, filling(wider, ["u9.in", "u9.out"]))).toBeUndefined();
  });
  it("stands with the move that is waited for, and a surveyed flow gives it", () => {
    const d = work(runOf(["SF-150"]), "u1.fill");
    const step = d.job.run!.steps.find((s) => s.id === "u1.fill")!;
    const waits = explain(rigOn(d).rig, rigOn(d).state, movesFor(rigOn(d), step)).map((m) => m.wait ?? "");
    // 60 L at 15 % of 18.9 L/min (5 gpm).
    expect(waits.some((w) => w === "Wait until the sound stops, about 21 min")).toBe(true);
  });
});

describe("what works by itself", () => {
  it("follows once, however often it is asked", () => {
    const rig = rigOf([osmosis()]);
    for (const positions of [
      {},
      { "u4.faucet": "open" },
      { "u4.valve": "closed" },
      { "u4.shutOff": "open" },
    ] as Record<string, string>[]) {
      const once = followed(rig, inService(rig, positions));
      expect(followed(rig, once)).toEqual(once);
    }
  });
});
