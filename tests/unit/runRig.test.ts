import { applyEntry, jobFrom, type Entry } from "@/core/log";
import {
  circumstancesOf,
  nextStep,
  soaksDisturbed,
  startOfRun,
  statusOf,
  stepState,
  houseSupply,
  waterOffAt,
} from "@/core/job";
import { describe, expect, it } from "vitest";
import { movesFor, signingBlockers } from "@/core/record";
import { cardSequences, faultsOf, inService, judge, regions, standing, toDot } from "@/core/rig";
import { designed, knowledge, MIN, running, runOf, signedDesign, surveyed, work, ulidAt } from "./desk";
import { carbon, chamber, osmosis, rigOf, softener } from "./rigs";

const rigOn = (d: ReturnType<typeof running>) => d.job.rig!;

/** A glass that was looked at where water ran until it was clear. */
const clearGlass = {
  kind: "readingTaken",
  reads: "clarity",
  place: "The nearest cold tap",
  when: "after",
  values: { look: "clear" },
  profile: "metric",
} as const;

describe("the rig of a run", () => {
  it("is composed from the signed design and frozen with the run's start", () => {
    const d = running();
    const { rig, state } = rigOn(d);
    expect(faultsOf(rig)).toEqual([]);
    expect(rig.units.map((u) => u.name)).toEqual([
      "CT-1354",
      "SF-150",
      "RO-T5 pre-filters",
      "RO-T5",
      "RO-T5 drain side",
    ]);
    expect(state.positions).toMatchObject({
      mainValve: "closed",
      stubIn: "uncapped",
      stubOut: "uncapped",
      "a.head": "bypass",
      heaterPower: "off",
      lowTap: "open",
    });
    expect(rigOn(d).supply.map((s) => s.is)).toEqual(["bypassed"]);
    expect(
      d.try({
        kind: "bypassChosen",
        arrangement: "heads",
        drainCock: true,
        what: "Heads",
        seen: d.job.designSeq,
      }),
    ).toMatchObject({ ok: false, error: expect.stringContaining("stays as it was") });
  });

  it("follows the planner's choice of bypass, or a rig of the job's own that hangs together", () => {
    const d = signedDesign();
    d.do({
      kind: "bypassChosen",
      arrangement: "heads",
      drainCock: false,
      what: "Heads",
      seen: d.job.designSeq,
    });
    expect(
      d.try({
        kind: "bypassChosen",
        arrangement: "heads",
        drainCock: true,
        what: "Again",
        seen: d.job.designSeq - 1,
      }),
    ).toMatchObject({ ok: false, error: expect.stringContaining("meanwhile") });
    const own = rigOf([carbon()]);
    expect(
      d.try({
        kind: "bypassChosen",
        arrangement: "heads",
        drainCock: true,
        own: { ...own, nodes: own.nodes.slice(1) } as never,
        what: "Mine",
        seen: d.job.designSeq,
      }),
    ).toMatchObject({ ok: false, error: expect.stringContaining("hang together") });
    d.do({ kind: "runStarted" });
    expect(rigOn(d).rig.handles.map((h) => h.id)).not.toContain("bypass");
    expect(rigOn(d).rig.handles.map((h) => h.id)).not.toContain("drainCock");
  });

  it("says what it does not know: an unanswered source stays unknown, not safe", () => {
    const d = designed();
    d.do({ kind: "surveyAnswered", field: "source.kind", text: "", profile: "us" });
    expect(surveyed().job.answers["source.kind"]).toBeDefined();
    expect(startOfRun(rigOf([carbon()], { source: "unknown" }), true).positions.mainValve).toBe("closed");
    const rig = rigOf([carbon(), chamber()], { source: "unknown" });
    expect(standing(rig, inService(rig, { "u3.plug": "off" })).map((v) => [v.level, v.rule])).toEqual([
      ["Check", "rig-unsafe"],
    ]);
  });

  it("turned handles move its water; a Stop is refused without a reason, and kept with one", () => {
    const d = work(running(), "site.restore");
    expect(rigOn(d).supply.map((s) => s.is)).toEqual(["bypassed", "off"]);
    expect(d.try({ kind: "handleTurned", handle: "mainValve", to: "ajar" })).toMatchObject({
      ok: false,
      error: "The rig has no such handle or position",
    });
    expect(d.try({ kind: "handleTurned", handle: "mainValve", to: "closed" })).toMatchObject({
      ok: false,
      error: "Main valve stands there already",
    });
    d.do({ kind: "handleTurned", handle: "mainValve", to: "quarter" });
    expect(d.try({ kind: "handleTurned", handle: "inlet", to: "quarter" })).toMatchObject({
      ok: false,
      field: "why",
      error: expect.stringContaining("Inlet stub is open, and that part of the rig is under pressure"),
    });
    d.do({
      kind: "handleTurned",
      handle: "inlet",
      to: "quarter",
      why: "Bucket under the stub, flushing the pipe",
    });
    expect(rigOn(d).turned.at(-1)).toMatchObject({
      handle: "inlet",
      from: "closed",
      to: "quarter",
      why: "Bucket under the stub, flushing the pipe",
      warned: [{ level: "Stop", rule: "rig-openUnderPressure" }],
    });
  });

  it("water is restored through the bypass with nothing joined: the moves of the step, then the house is fed and the stubs hold", () => {
    const d = work(running(), "site.restore");
    const step = d.job.run!.steps.find((s) => s.id === "site.restore")!;
    const moves = movesFor(rigOn(d), step);
    expect(moves.map((m) => m.to)).not.toContain("joined");
    const order = moves.map((m) => `${m.handle} ${m.to}`);
    expect(order.indexOf("stubIn capped")).toBeLessThan(order.indexOf("mainValve quarter"));
    expect(order.indexOf("mainValve quarter")).toBeLessThan(order.indexOf("mainValve open"));
    for (const m of moves) {
      d.do({ kind: "handleTurned", ...m, step: step.id });
      if (rigOn(d).state.filling.length > 0) d.do({ kind: "fillHeard", step: step.id });
    }
    expect(movesFor(rigOn(d), step)).toEqual([]);
    expect(houseSupply(rigOn(d).rig, rigOn(d).state)).toBe("bypassed");
    expect(regions(rigOn(d).rig, rigOn(d).state).find((r) => r.nodes.includes("stubIn"))!.state).toBe(
      "empty",
    );
  });

  it("a whole run by its goals: bypassed, off, bypassed, not ready while it is flushed, treated; media follow the steps; every day's positions at the end", () => {
    const d = work(running());
    expect(rigOn(d).supply.map((s) => s.is)).toEqual([
      ...["bypassed", "off", "bypassed", "notReady", "partly", "treated"],
      // The hold test shuts the train in; the house is fed past it meanwhile.
      ...["bypassed", "off", "treated"],
    ]);
    expect(new Set(Object.values(rigOn(d).state.stages))).toEqual(new Set(["inService"]));
    for (const h of rigOn(d).rig.handles.filter((x) => x.kind !== "automatic"))
      expect(`${h.id} ${rigOn(d).state.positions[h.id]}`).toBe(`${h.id} ${h.normal}`);
    expect(standing(rigOn(d).rig, rigOn(d).state)).toEqual([]);
    expect(rigOn(d).turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
    expect(jobFrom("job1", d.entries)).toEqual(d.job);
  });

  it("a soak that a turned handle disturbs starts again, or goes on with a reason", () => {
    const d = surveyed();
    d.do({
      kind: "designChanged",
      units: [
        { key: "a", model: "CT-1054", parallel: 1 },
        { key: "b", model: "CN-40", parallel: 1 },
      ],
      what: "Carbon and conditioner",
      seen: d.job.designSeq,
    });
    for (const { at, verdict } of signingBlockers(d.job, knowledge))
      d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "Agreed with the baker" });
    d.do({ kind: "designSigned", seen: d.job.designSeq }).do({ kind: "runStarted" });
    work(d, "b.soak");
    expect(rigOn(d).state.stages).toMatchObject({ a: "flushed", b: "wet" });
    // The carbon stays past until the conditioner has been flushed.
    expect(rigOn(d).state.positions["a.head"]).toBe("bypass");
    d.do({ kind: "clockStarted", step: "b.soak" });
    d.now += 30 * MIN;
    expect(rigOn(d).state.stages.b).toBe("soaking");
    const disturbing = () =>
      rigOn(d)
        .rig.handles.flatMap((h) => h.positions.map((p) => ({ handle: h.id, to: p.name })))
        .find(
          (m) =>
            rigOn(d).state.positions[m.handle] !== m.to &&
            soaksDisturbed(rigOn(d), d.job.run!.steps, d.job.steps, m).length > 0,
        );
    // It was filled from its inlet and stands behind a closed outlet, the house fed past it.
    expect(rigOn(d).state.positions).toMatchObject({ inlet: "open", "b.head": "service" });
    const draws = disturbing()!;
    expect(draws.handle).toBe("drainCock");
    expect(
      soaksDisturbed(rigOn(d), d.job.run!.steps, d.job.steps, { handle: "heaterPower", to: "on" }),
    ).toEqual([]);
    const before = d.entries.length;
    d.do({ kind: "handleTurned", ...draws, why: "Wrong valve turned, shut again at once" });
    expect(stepState(d.job, "b.soak")).toMatchObject({
      kept: [{ why: "Wrong valve turned, shut again at once" }],
      clock: { restarts: 0 },
    });
    // Without the reason, as an older phone would send it, it counts from zero.
    const without = d.entries
      .slice(before)
      .map(
        (e) =>
          (e.kind === "handleTurned" ? { ...e, data: { handle: e.data.handle, to: e.data.to } } : e) as Entry,
      );
    const again = without.reduce(applyEntry, jobFrom("job1", d.entries.slice(0, before)));
    expect(stepState(again, "b.soak").clock).toMatchObject({ restarts: 1, credited: 0 });
  });

  it("closing the way of a flush stops its clock; it counts on when the water runs again", () => {
    const d = work(running(), "b.rinse");
    const step = d.job.run!.steps.find((s) => s.id === "b.rinse")!;
    for (const m of movesFor(rigOn(d), step)) d.do({ kind: "handleTurned", ...m, step: step.id });
    d.do({ kind: "clockStarted", step: step.id });
    d.now += 2 * MIN;
    d.do({
      kind: "handleTurned",
      handle: "heaterPower",
      to: "off" === rigOn(d).state.positions.heaterPower ? "on" : "off",
      why: "Only a switch",
    });
    expect(stepState(d.job, step.id).clock!.on).toBe(true);
    d.do({ kind: "handleTurned", handle: "coldTap", to: "closed", step: step.id, why: "Somebody called" });
    expect(stepState(d.job, step.id).clock).toMatchObject({ on: false, credited: 2 * MIN });
    d.now += 10 * MIN;
    d.do({ kind: "handleTurned", handle: "coldTap", to: "open", step: step.id }).do({
      kind: "clockStarted",
      step: step.id,
    });
    expect(stepState(d.job, step.id).clock).toMatchObject({ on: true, credited: 2 * MIN });
  });

  it("a turn marked by mistake is taken back: water, supply and the clocks that it touched stand as before, and the record keeps it", () => {
    const d = work(running(), "b.rinse");
    const step = d.job.run!.steps.find((s) => s.id === "b.rinse")!;
    for (const m of movesFor(rigOn(d), step)) d.do({ kind: "handleTurned", ...m, step: step.id });
    d.do({ kind: "clockStarted", step: step.id });
    d.now += 2 * MIN;
    const before = rigOn(d);
    const turns = before.turned.length;
    d.do({ kind: "handleTurned", handle: "mainValve", to: "closed", step: step.id });
    expect([rigOn(d).supply.at(-1)!.is, stepState(d.job, step.id).clock!.on]).toEqual(["off", false]);
    expect(d.try({ kind: "turnTakenBack", turn: turns })).toMatchObject({
      ok: false,
      error: expect.stringContaining("turned since"),
    });
    d.do({ kind: "turnTakenBack", turn: turns + 1 });
    expect(rigOn(d).state).toEqual(before.state);
    expect(rigOn(d).supply).toEqual(before.supply);
    expect(stepState(d.job, step.id).clock).toMatchObject({ on: true });
    expect(rigOn(d).turned).toHaveLength(turns + 1);
    expect(rigOn(d).turned.at(-1)).toMatchObject({
      handle: "mainValve",
      takenBack: { by: { name: "Imke Vos" } },
    });
    expect(d.try({ kind: "turnTakenBack", turn: turns + 1 })).toMatchObject({
      ok: false,
      error: "It is taken back already",
    });
    expect(d.try({ kind: "turnTakenBack", turn: 99 })).toMatchObject({
      ok: false,
      error: "There is no such turn",
    });
    // The flush has counted through: the water never stopped.
    d.now += 3 * MIN;
    expect(statusOf(d.job, step, d.now)).toBe("ready");
    expect(jobFrom("job1", d.entries)).toEqual(d.job);
  });

  it("taking a turn back undoes no step that was finished meanwhile", () => {
    const d = work(running(), "b.rinse");
    const step = d.job.run!.steps.find((s) => s.id === "b.rinse")!;
    for (const m of movesFor(rigOn(d), step)) d.do({ kind: "handleTurned", ...m, step: step.id });
    d.do({ kind: "clockStarted", step: step.id });
    d.now += 5 * MIN;
    d.do({ kind: "handleTurned", handle: "coldTap", to: "closed", step: step.id, why: "Meant another" });
    d.do({ ...clearGlass, step: step.id, reading: ulidAt(800_001) });
    expect(d.try({ kind: "stepDone", step: step.id })).toMatchObject({
      ok: false,
      error: expect.stringContaining("The rig is not there yet"),
    });
    d.do({ kind: "stepDone", step: step.id, why: "The tap was shut a moment too early" });
    d.do({ kind: "turnTakenBack", turn: rigOn(d).turned.length });
    expect(stepState(d.job, step.id)).toMatchObject({
      done: { by: { name: "Imke Vos" } },
      clock: { on: false },
    });
    expect(rigOn(d).state.positions.coldTap).toBe("open");
  });

  it("outside the hours that the household agreed to, a dry house is a Stop; inside them, and where none were agreed, a Check", () => {
    const d = work(running(), "b.rinse");
    const shut = { handle: "mainValve", to: "closed" } as const;
    const dry = () =>
      judge(
        rigOn(d).rig,
        rigOn(d).state,
        shut,
        circumstancesOf(rigOn(d), undefined, waterOffAt(d.job.waterOffs, d.now)),
      )
        .verdicts.filter((v) => v.rule === "rig-houseDry")
        .map((v) => v.level);
    expect(dry()).toEqual(["Check"]);
    d.do({
      kind: "waterOffAgreed",
      from: new Date(d.now + 60 * MIN).toISOString(),
      to: new Date(d.now + 120 * MIN).toISOString(),
    });
    expect(dry()).toEqual(["Stop"]);
    expect(d.try({ kind: "handleTurned", ...shut })).toMatchObject({
      ok: false,
      field: "why",
      error: expect.stringContaining("goes dry outside the agreed hours"),
    });
    d.now += 90 * MIN;
    expect(dry()).toEqual(["Check"]);
    d.do({ kind: "handleTurned", ...shut });
    expect(rigOn(d).supply.at(-1)!.is).toBe("off");
  });

  it("a unit that was not filled by the valves does not soak", () => {
    const d = work(runOf(["CN-40"]), "u1.fill");
    const why = "Filled with a hose";
    d.do({ kind: "stepDone", step: "u1.fill", why }).do({ kind: "stepDone", step: "u1.dryFirst" });
    d.do({ kind: "clockStarted", step: "u1.vent" });
    d.now += MIN;
    d.do({ ...clearGlass, step: "u1.vent", reading: ulidAt(800_002) });
    d.do({ kind: "stepDone", step: "u1.vent", why }).do({ kind: "stepDone", step: "u1.dry", why });
    expect(d.try({ kind: "clockStarted", step: "u1.soak" })).toMatchObject({
      ok: false,
      error: expect.stringContaining("CN-40 is not full"),
    });
    for (const m of movesFor(
      rigOn(d),
      d.job.run!.steps.find((s) => s.id === "u1.fill")!,
    ))
      d.do({ kind: "handleTurned", ...m, step: "u1.fill" });
    d.do({ kind: "clockStarted", step: "u1.soak" });
  });

  it("a soak that a mistaken turn started again goes on as if it had not been", () => {
    const d = work(runOf(["CN-40"]), "u1.soak");
    d.do({ kind: "clockStarted", step: "u1.soak" });
    d.now += 30 * MIN;
    const older = (e: Entry) =>
      e.kind === "handleTurned" ? ({ ...e, data: { handle: e.data.handle, to: e.data.to } } as Entry) : e;
    d.do({ kind: "handleTurned", handle: "drainCock", to: "open", why: "Meant another" });
    // As an older phone would send it, without the reason: the soak starts again.
    const disturbed = d.entries.map(older).reduce(applyEntry, jobFrom("job1", []));
    expect(stepState(disturbed, "u1.soak").clock).toMatchObject({ restarts: 1 });
    d.do({ kind: "turnTakenBack", turn: rigOn(d).turned.length });
    expect(
      stepState(d.entries.map(older).reduce(applyEntry, jobFrom("job1", [])), "u1.soak").clock,
    ).toMatchObject({ restarts: 0, on: true });
    expect(stepState(d.job, "u1.soak").kept).toEqual([]);
  });

  it("a run of before rigs were kept still works, without one", () => {
    const d = running();
    const older = d.entries.map(
      (e) =>
        (e.kind === "runStarted"
          ? { ...e, data: { revision: e.data.revision, steps: e.data.steps } }
          : e) as Entry,
    );
    const job = jobFrom("job1", older);
    expect(job.rig).toBeUndefined();
    expect(statusOf(job, nextStep(job, d.now)!, d.now)).toBe("open");
  });
});

describe("the valve card and the graph", () => {
  it("says so where the search for an order was given up, never that there is none", () => {
    const wide = rigOf([carbon({ parallel: 6 }), softener({ parallel: 6 })]);
    const past = cardSequences(wide, 1).find((c) => c.title === "Past the train (bypass)")!;
    expect(past.steps).toEqual(["No order of moves was found in the time there was: call the company."]);
  });
  const rig = rigOf([carbon(), softener(), osmosis()], { heater: "electric" });
  it("says water off, on, past the train and back, each from where the last one ended", () => {
    const card = cardSequences(rig);
    expect(card.map((c) => c.title)).toEqual([
      "Water off",
      "Water on again",
      "Past the train (bypass)",
      "Back in service",
      "After a power cut",
    ]);
    expect(card[0]!.steps).toEqual([
      "Switch heater's breaker off.",
      "Close main valve.",
      "Open lowest tap. Wait until nothing more comes.",
    ]);
    expect(card[1]!.steps).toEqual([
      "Leave the lowest tap a little open.",
      "Open nearest hot tap.",
      "Open main valve, slowly.",
      "When no air comes any more: close lowest tap.",
      "Close nearest hot tap.",
      "When every tap is shut: switch heater's breaker on.",
    ]);
    expect(card[2]!.steps).toEqual(["Open bypass valve.", "Close inlet valve of the bypass."]);
    expect(card[4]!.steps).toEqual(["Set the clock of SF-150 again."]);
    const well = cardSequences(rigOf([carbon(), chamber()], { source: "unsafe" }));
    expect(well.find((c) => c.title.startsWith("Past"))!.steps).toEqual([
      "There is no safe way past it on this source: call the company.",
    ]);
    expect(well.at(-1)!.steps).toEqual([
      "Draw nothing until the power is back and the lamp of UV-45 is ready.",
      "If anything was drawn: boiled or bottled water until the pipe behind it is disinfected and sampled.",
    ]);
  });
  it("is one directed graph with every node and edge", () => {
    const dot = toDot(rig, inService(rig));
    expect(dot.startsWith("digraph rig {")).toBe(true);
    expect(dot.match(/ -> /g)).toHaveLength(rig.edges.length);
    expect(dot.match(/^ {2}"[^"]+" \[/gm)).toHaveLength(rig.nodes.length);
    expect(dot).toContain('label="Bypass valve: closed", style=dashed');
  });
});
