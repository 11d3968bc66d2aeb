import { describe, expect, it } from "vitest";
import { unitModels } from "@/catalogue/units";
import {
  aimed,
  arrangements,
  beforeFirstWater,
  heardFull,
  inService,
  judge,
  plan,
  regions,
  rigSchema,
  standing,
  type Move,
  type Rig,
  type RigState,
} from "@/core/rig";
import { rigFor } from "@/core/record";
import { knowledge, runOf, signed, surveyed, work } from "./desk";
import { carbon, chamber, osmosis, part, rigOf, softener } from "./rigs";

// The rulings of handbook 10 on the rig, each with the case in which it came out wrong.
const rulesOf = (verdicts: readonly { readonly level: string; readonly rule: string }[]) =>
  verdicts.map((v) => `${v.level} ${v.rule.replace("rig-", "")}`);
const by = (rig: Rig, state: RigState, handle: string, to: string) =>
  rulesOf(judge(rig, state, { handle, to }).verdicts);
/** The state after some moves, what fills heard each time. */
const after = (rig: Rig, state: RigState, ...moves: readonly (readonly [string, string])[]) =>
  moves.reduce((s, [handle, to]) => heardFull(judge(rig, s, { handle, to }).after), state);
const movesTo = (rig: Rig, state: RigState, goal: Parameters<typeof plan>[2]): readonly Move[] => {
  const found = plan(rig, state, goal);
  return found.found ? found.moves : [];
};

describe("28: unrinsed pre-filters onto a membrane", () => {
  it("are a Check where the recipe rinses them first, until they are rinsed", () => {
    const joining = (until: string) => {
      const { rig, state } = work(runOf(["RO-T5"]), until).job.rig!;
      const fed = after(rig, state, ["u1.valve", "open"]);
      return rulesOf(standing(rig, after(rig, fed, ["u1.line", "joined"])));
    };
    expect(joining("u1.firstRinse")).toContain("Check finesToMembrane");
    expect(joining("u1.membrane")).not.toContain("Check finesToMembrane");
  });
});

describe("27: the heater while a dose stands", () => {
  const house = (expansion: boolean) => {
    const rig = rigOf([chamber()], { heater: "electric", expansion });
    const off = after(rig, inService(rig), ["heaterPower", "off"]);
    return { rig, dosed: (...nodes: string[]): RigState => ({ ...off, dosed: nodes }) };
  };
  const inletShut = (rig: Rig, state: RigState) => after(rig, state, ["heaterValve", "closed"]);

  it("is off where hot lines are dosed, and where its inlet is open to the dose", () => {
    const { rig, dosed } = house(true);
    expect(by(rig, dosed("house", "heater"), "heaterPower", "on")).toContain("Stop heaterDosed");
    expect(by(rig, dosed("house"), "heaterPower", "on")).toContain("Stop heaterDosed");
    expect(by(rig, inletShut(rig, dosed("heater")), "heaterPower", "on")).toContain("Stop heaterDosed");
    expect(by(rig, dosed(), "heaterPower", "on")).toEqual([]);
  });
  it("may stay on behind its shut inlet only where its water can expand", () => {
    const on = (expansion: boolean) => {
      const { rig, dosed } = house(expansion);
      return by(rig, inletShut(rig, dosed("house")), "heaterPower", "on");
    };
    expect(on(false)).toContain("Stop heaterDosed");
    expect(on(true)).not.toContain("Stop heaterDosed");
  });
  it("is not switched on by any plan before its outlets are flushed, in a job", () => {
    const run = runOf(["PS-20", "UV-45"], { "source.kind": "well", "water.coliform": "present" });
    const { rig, state } = work(run, "u2.contact").job.rig!;
    expect(by(rig, state, "heaterPower", "on")).toContain("Stop heaterDosed");
  });
});

describe("33: a lamp without flow", () => {
  const rig = rigOf([chamber({ uv: { lampFirst: false, stillMinutes: 120 } })]);
  const on: RigState = { ...inService(rig), lampStill: ["u3"] };

  it("is a Check beyond the minutes that its unit states, and none while a tap runs or its plug is out", () => {
    expect(rulesOf(standing(rig, on))).toContain("Check lampStill");
    expect(rulesOf(standing(rig, { ...on, lampStill: [] }))).not.toContain("Check lampStill");
    expect(rulesOf(standing(rig, after(rig, on, ["coldTap", "open"])))).not.toContain("Check lampStill");
    expect(rulesOf(standing(rig, after(rig, on, ["u3.plug", "off"])))).not.toContain("Check lampStill");
  });
  it.each([
    ["UV-60", "opened", true],
    ["UV-60", "existing", false],
    ["UV-45", "opened", false],
  ])("is unplugged for a contact of %s in pipes that are %s: %s", (model, age, rests) => {
    const run = runOf(["PS-20", model], {
      "source.kind": "well",
      "water.coliform": "present",
      "behind.age": age,
    });
    const ids = run.job.run!.steps.map((s) => s.id);
    expect(ids.includes("u2.lampRest")).toBe(rests);
    const { state } = work(run, "u2.residual").job.rig!;
    expect(state.positions["u2.plug"]).toBe(rests ? "off" : "on");
    work(run, "u2.service");
    expect(run.job.rig!.state.positions["u2.plug"]).toBe("on");
  });
  it("counts a wait only while its clock runs", () => {
    const run = work(
      runOf(["PS-20", "UV-60"], {
        "source.kind": "well",
        "water.coliform": "present",
        "behind.age": "opened",
      }),
      "u2.lampRest",
    );
    expect(run.job.rig!.state.lampStill).toEqual([]);
    work(run, "u2.contact");
    run.do({ kind: "clockStarted", step: "u2.contact" });
    expect(run.job.rig!.state.lampStill).toEqual(["u2"]);
  });
});

describe("31: power only when full", () => {
  const rig = rigOf([carbon({ head: undefined }), chamber()], { heater: "electric" });
  const dry = beforeFirstWater(rig, {
    mainValve: "closed",
    heaterPower: "off",
    "u3.plug": "off",
    bypass: "open",
  });

  it("a heater that is filling is not full until somebody heard it", () => {
    const filling = judge(rig, dry, { handle: "mainValve", to: "quarter" }).after;
    expect(filling.filling).toContain("heater");
    expect(by(rig, filling, "heaterPower", "on")).toEqual(["Stop dryHeater"]);
    const vented = after(rig, heardFull(filling), ["hotTap", "open"], ["hotTap", "closed"]);
    expect(by(rig, vented, "heaterPower", "on")).toEqual([]);
  });

  it("a lamp in a chamber that is filling is a lamp in air", () => {
    const shut = beforeFirstWater(rig, {
      inlet: "closed",
      "u3.plug": "off",
      outlet: "closed",
      bypass: "open",
    });
    const filling = judge(rig, shut, { handle: "inlet", to: "quarter" }).after;
    expect(filling.filling).toContain("u3.in");
    expect(by(rig, filling, "u3.plug", "on")).toEqual(["Stop lampInAir"]);
    expect(by(rig, heardFull(filling), "u3.plug", "on")).toEqual([]);
  });
});

describe("32: closures and openings", () => {
  const media = part("u1", "SC-24", "scaleControl", { vent: { name: "dome plug", closure: true } });
  const screw = part("u1", "PS-20", "cartridge", { vent: { name: "vent screw" } });

  it("a dome plug is not opened under pressure, a vent screw is made for it", () => {
    const plugged = rigOf([media]);
    expect(by(plugged, inService(plugged), "u1.vent", "open")).toContain("Stop openUnderPressure");
    const screwed = rigOf([screw]);
    expect(by(screwed, inService(screwed), "u1.vent", "open")).not.toContain("Stop openUnderPressure");
  });

  it("a dome plug is opened once its part is relieved", () => {
    const rig = rigOf([media]);
    const relieved = after(
      rig,
      inService(rig),
      ["bypass", "open"],
      ["inlet", "closed"],
      ["outlet", "closed"],
      ["drainCock", "open"],
      ["drainCock", "closed"],
    );
    expect(by(rig, relieved, "u1.vent", "open")).not.toContain("Stop openUnderPressure");
  });

  it.each(arrangements.map((a) => [a]))(
    "a tank fills with its plug out, whatever stands behind it, and with it in all else is turned: %s",
    (arrangement) => {
      const d = surveyed();
      const units = ["SC-24", "PS-10", "IF-1354"].map((model, i) => ({
        key: `u${i + 1}`,
        model,
        parallel: 1,
      }));
      d.do({ kind: "designChanged", units, what: "Three", seen: d.job.designSeq });
      d.do({ kind: "bypassChosen", arrangement, drainCock: true, what: arrangement, seen: d.job.designSeq });
      work(signed(d).do({ kind: "runStarted" }), "u1.dome");
      expect(d.job.rig!.state.positions["u1.vent"]).toBe("open");
      work(d);
      expect(d.job.rig!.turned.filter((t) => t.handle === "u1.vent").map((t) => t.to)).toEqual([
        "open",
        "closed",
      ]);
      expect(d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
    },
  );

  it.each(arrangements.map((a) => [a]))(
    "an outlet that is taken apart runs at a quarter into the bucket and is joined before the house is fed: %s",
    (arrangement) => {
      const d = surveyed();
      d.do({
        kind: "designChanged",
        units: [{ key: "u1", model: "SC-36", parallel: 1 }],
        what: "One",
        seen: d.job.designSeq,
      });
      d.do({ kind: "bypassChosen", arrangement, drainCock: true, what: arrangement, seen: d.job.designSeq });
      work(signed(d).do({ kind: "runStarted" }), "u1.joined");
      expect(d.job.rig!.state.positions).toMatchObject({
        "u1.outletJoint": "apart",
        "u1.head": "service",
        coldTap: "closed",
        mainValve: arrangement === "none" ? expect.stringMatching(/open|quarter/) : "open",
      });
      expect(d.job.rig!.state.positions.stubIn).not.toBe("capped");
      const quarter = d.job.rig!.turned.findLast((t) => t.handle === "inlet" || t.handle === "mainValve")!;
      expect(quarter.to).toBe("quarter");
      work(d);
      const turned = d.job.rig!.turned.filter((t) => t.handle === "u1.outletJoint");
      expect(turned.map((t) => t.to)).toEqual(["apart", "joined"]);
      expect(d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
    },
  );

  it("which a unit has, its family says", () => {
    const ventOf = (code: string) => {
      const units = [{ key: "u1", model: code, parallel: 1 }];
      const rig = rigFor({}, { units, answers: {} }, knowledge);
      return rig.edges.find((e) => e.role === "vent")?.opening;
    };
    const [scale, rack] = ["scaleControl", "cartridge"].map(
      (family) => [...unitModels.values()].find((m) => m.family === family)!.code,
    );
    expect([ventOf(scale!), ventOf(rack!)]).toEqual(["cap", "vent"]);
  });
});

describe("33: a lamp in a chamber that is cut off", () => {
  const rig = rigOf([carbon(), chamber()]);
  const every = after(rig, inService(rig), ["bypass", "open"]);
  const cutOff = after(rig, every, ["u3.before", "closed"], ["u3.behind", "closed"]);

  it("is a Check, and none with its lamp off", () => {
    expect(rulesOf(standing(rig, cutOff))).toContain("Check lampCutOff");
    expect(rulesOf(standing(rig, after(rig, cutOff, ["u3.plug", "off"])))).not.toContain("Check lampCutOff");
  });

  it("is a Stop where it is opened or drained", () => {
    expect(by(rig, cutOff, "u3.vent", "open")).toContain("Stop lampCutOff");
    const relieved = after(rig, cutOff, ["u3.plug", "off"], ["u3.vent", "open"], ["u3.sleeveNut", "open"]);
    expect(by(rig, relieved, "u3.plug", "on")).toContain("Stop lampCutOff");
  });
});

describe("34: cross-connection", () => {
  const gap = (airGap: boolean | "unknown") => rigOf([softener({ drain: { airGap } })]);
  it("a softener's drain line without an air gap is a Stop once it has water, one that nobody looked at a Check", () => {
    const said = (airGap: boolean | "unknown") =>
      rulesOf(standing(gap(airGap), inService(gap(airGap)))).filter((r) => r.endsWith("crossConnection"));
    expect([said(true), said("unknown"), said(false)]).toEqual([
      [],
      ["Check crossConnection"],
      ["Stop crossConnection"],
    ]);
  });

  it("drain lines take what the survey says; an RO's at its own faucet has its gap", () => {
    const drains = (model: string, answers: Record<string, string>) => {
      const text = Object.fromEntries(Object.entries(answers).map(([k, v]) => [k, { text: v }]));
      const rig = rigFor(
        {},
        { units: [{ key: "u1", model, parallel: 1 }], answers: text as never },
        knowledge,
      );
      return rig.edges.filter((e) => e.opening === "drainLine").map((e) => e.airGap);
    };
    expect(drains("SF-150", { "drain.airGap": "yes" })).toEqual([true]);
    expect(drains("SF-150", { "drain.airGap": "no" })).toEqual([false]);
    expect(drains("SF-150", {})).toEqual(["unknown"]);
    expect(drains("MS-2", { "drain.airGap": "no" })).toEqual([false]);
    expect(drains("RO-T5", { "drain.airGap": "no" })).toEqual([true]);
  });
});

describe("35: draining a house", () => {
  const rig = rigOf([carbon()], { heater: "electric" });
  const off = after(rig, inService(rig), ["heaterPower", "off"], ["mainValve", "closed"]);
  const stateAt = (s: RigState, node: string) => regions(rig, s).find((r) => r.nodes.includes(node))!.state;

  it("needs a low and a high opening in the house, and a hot one where its heater drains with it", () => {
    const byCock = after(rig, off, ["drainCock", "open"], ["coldTap", "open"]);
    expect(stateAt(byCock, "house")).toBe("relieved");
    const cold = after(rig, off, ["heaterValve", "closed"], ["lowTap", "open"], ["highTap", "open"]);
    expect(stateAt(cold, "house")).toBe("empty");
    const noHot = after(rig, off, ["lowTap", "open"], ["highTap", "open"]);
    expect(stateAt(noHot, "heater")).toBe("relieved");
    expect(stateAt(after(rig, noHot, ["hotTap", "open"]), "heater")).toBe("empty");
  });

  it("is planned so", () => {
    const moves = movesTo(rig, off, aimed(rig, { want: "drain", node: "house" }).goal);
    expect(moves.map((m) => m.handle)).toEqual(expect.arrayContaining(["lowTap", "highTap"]));
  });
});

describe("36: isolating a unit", () => {
  it("turns its lamp off before it is cut off, and its pump", () => {
    const rig = rigOf([carbon(), chamber()]);
    const goal = aimed(rig, { want: "isolate", unit: "u3" }).goal;
    const [first] = movesTo(rig, inService(rig), goal);
    expect(first).toEqual({ handle: "u3.plug", to: "off" });
    const boosted = rigOf([part("u6", "HB-300", "booster", { pump: { pressureSwitch: true } })]);
    const pump = movesTo(boosted, inService(boosted), aimed(boosted, { want: "isolate", unit: "u6" }).goal);
    expect(pump[0]).toEqual({ handle: "u6.plug", to: "off" });
  });
});

describe("37: a heater without room for warm water", () => {
  it("is a Check with the house shut off and the power on, and none with an expansion vessel", () => {
    const shut = (expansion: boolean) => {
      const rig = rigOf([carbon()], { heater: "electric", expansion });
      return by(rig, inService(rig), "mainValve", "closed");
    };
    expect(shut(false)).toContain("Check hotTrapped");
    expect(shut(true)).not.toContain("Check hotTrapped");
  });
});

describe("38: roles", () => {
  it("are fields with a schema: a part of an id is none", () => {
    const rig = rigOf([carbon(), osmosis()]);
    expect(rigSchema.safeParse(rig).success).toBe(true);
    const handles = rig.handles.map((h) => (h.id === "coldTap" ? { ...h, role: "coldTapOfMine" } : h));
    expect(rigSchema.safeParse({ ...rig, handles }).success).toBe(false);
  });
});
