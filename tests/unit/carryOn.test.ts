import { describe, expect, it } from "vitest";
import { isHandedOver } from "@/core/job/handedOver";
import { stepState } from "@/core/job";
import { applyEntry, jobFrom } from "@/core/log";
import { MIN, runOf, sha256, signed, type Desk, ulidAt, work } from "./desk";

/** Signs a newer design of these units over a run that has begun. */
function redesigned(d: Desk, models: readonly string[], key = (i: number) => `u${i + 1}`): Desk {
  const units = models.map((model, i) => ({ key: key(i), model, parallel: 1 }));
  const seen = d.job.designSeq;
  d.do({ kind: "designChanged", units, what: models.join(", "), seen });
  return signed(d);
}
const carryOn = (d: Desk, why = "Found 138 kPa at the unit, 276 are needed") =>
  d.try({ kind: "runCarriedOn", why });
const ids = (d: Desk) => d.job.run!.steps.map((s) => s.id);
const isDone = (d: Desk, id: string) => stepState(d.job, id).done !== undefined;
/** Shuts the feed of the first unit and lets the pressure out. */
function relieved(d: Desk): Desk {
  d.do({ kind: "handleTurned", handle: "u1.valve", to: "closed", why: "For the pump" });
  return d.job.rig!.state.positions["u1.faucet"] === "open"
    ? d
    : d.do({ kind: "handleTurned", handle: "u1.faucet", to: "open", why: "For the pump" });
}

describe("a finding changes the plan (handbook 9, rule 12; K19)", () => {
  it("a booster enters the run of a high-output RO, and what is done stays done", () => {
    const d = work(runOf(["RO-H"]), "u1.tds");
    const before = d.job.run!.steps.filter((s) => isDone(d, s.id)).map((s) => s.id);
    redesigned(d, ["RO-H", "BP-3"]);
    relieved(d);
    expect(carryOn(d).ok).toBe(true);
    expect(d.job.run!.revision).toBe(2);
    expect(ids(d)).toEqual(expect.arrayContaining(["u2.relieved", "u2.fit", "u2.dry", "u2.power"]));
    const open = before.filter((id) => !isDone(d, id));
    const entry = d.entries.at(-1)!;
    expect(open).toEqual(entry.kind === "runCarriedOn" ? entry.data.again : undefined);
    expect(
      open.every((id) => d.job.run!.steps.find((s) => s.id === id)!.needs.some((n) => n.startsWith("u2."))),
    ).toBe(true);
    expect(isDone(d, "u1.tubes")).toBe(true);
    expect(d.job.carried[0]).toMatchObject({ revision: 2, struck: [] });
    expect(d.job.carried[0]!.entered).toContain("u2.power");
    // The pump is new: shut off, and asked about before it is powered.
    expect(d.job.rig!.state.positions["u2.plug"]).toBe("off");
    work(d);
    const at = (id: string) => Date.parse(stepState(d.job, id).done!.at);
    expect(at("u2.dry")).toBeLessThan(at("u2.power"));
    expect(at("u2.power")).toBeLessThan(at("u1.flows"));
    expect(d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"))).toEqual([]);
    for (const r of d.job.readings.filter((x) => x.verdict.level === "Stop"))
      d.do({ kind: "readingOverridden", reading: r.reading, why: "Agreed with the householder" });
    for (const [i, as] of (["installer", "householder"] as const).entries()) {
      d.now += MIN;
      const file = ulidAt(810_000 + i);
      d.do({ kind: "signed", as, name: "Imke Vos", file, sha256: sha256(as), head: d.job.head });
    }
    expect(isHandedOver(d.job)).toBe(true);
  });

  it("waits until what is taken apart is relieved, and says what stands under pressure", () => {
    const d = work(runOf(["RO-H"]), "u1.tds");
    redesigned(d, ["RO-H", "BP-3"]);
    expect(carryOn(d)).toMatchObject({
      ok: false,
      error: expect.stringContaining("Relieve first") as string,
    });
    relieved(d);
    expect(carryOn(d).ok).toBe(true);
  });

  it("strikes the steps of a unit that is left out, with the reason, and keeps them", () => {
    const d = work(runOf(["RO-T5", "LS-1"]), "u2.dry");
    expect(isDone(d, "u2.fit")).toBe(true);
    redesigned(d, ["RO-T5"]);
    d.do({ kind: "handleTurned", handle: "u1.valve", to: "closed", why: "Taken out" });
    d.do({ kind: "handleTurned", handle: "u1.faucet", to: "open", why: "Taken out" });
    const outcome = carryOn(d, "No flat floor for the leak stop");
    expect(outcome.ok).toBe(true);
    expect(ids(d).filter((id) => id.startsWith("u2."))).toEqual([]);
    const struck = d.job.carried[0]!.struck;
    expect(struck.map((s) => s.step.id)).toEqual(expect.arrayContaining(["u2.fit", "u2.pad"]));
    expect(struck[0]!.why).toBe("No flat floor for the leak stop");
    expect(isDone(d, "u2.fit")).toBe(true);
    work(d);
  });

  it("does not cut into a line that is under pressure, and asks the whole again once it may", () => {
    const d = work(runOf(["PS-20"]), "site.leakQuarter");
    redesigned(d, ["PS-20", "FR-25"]);
    expect(carryOn(d)).toMatchObject({
      ok: false,
      error: expect.stringContaining("Relieve first") as string,
    });
    expect(d.job.run!.revision).toBe(1);
    const early = work(runOf(["PS-20"]), "u1.fill");
    expect(isDone(early, "site.order")).toBe(true);
    redesigned(early, ["PS-20", "FR-25"]);
    expect(carryOn(early, "The peak is more than the chamber takes").ok).toBe(true);
    expect([isDone(early, "site.order"), isDone(early, "u1.join")]).toEqual([false, true]);
    work(early);
    expect(isDone(early, "u2.fit") && isDone(early, "site.order")).toBe(true);
  });

  it("is refused where the run follows the newest design, or has not begun, and harmless when it is met twice", () => {
    const d = work(runOf(["RO-H"]), "u1.waste");
    expect(carryOn(d)).toMatchObject({
      ok: false,
      error: "The run follows the newest signed design already",
    });
    redesigned(d, ["RO-H", "BP-3"]);
    relieved(d);
    expect(carryOn(d).ok).toBe(true);
    expect(carryOn(d).ok).toBe(false);
    const last = d.entries.at(-1)!;
    expect(applyEntry(d.job, last).carried).toHaveLength(1);
    expect(jobFrom("job1", d.entries)).toEqual(d.job);
  });

  it("wants a reason", () => {
    const d = work(runOf(["RO-H"]), "u1.waste");
    redesigned(d, ["RO-H", "RO-T5"]);
    d.do({ kind: "runCarriedOn", why: "A second unit for the upper floor" });
    expect(d.job.carried[0]!.why).toBe("A second unit for the upper floor");
    expect(d.job.rig!.state.positions["u2.valve"]).toBe("closed");
    work(d);
  });
});
