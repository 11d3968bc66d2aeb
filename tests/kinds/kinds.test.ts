import { describe, expect, it } from "vitest";
import { statusOf } from "@/core/job";
import { isHandedOver } from "@/core/job/progress";
import { canPassBy } from "@/core/rig";
import { type Desk, MIN, sha256, signed, surveyed, ulidAt, work } from "../unit/desk";
import { kinds, type Kind } from "./kinds";

/** A job of a kind, surveyed, designed, signed and started. */
function started({ units, answers = {}, arrangement }: Kind): Desk {
  const d = surveyed().answer(answers);
  d.do({
    kind: "designChanged",
    units: units.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: units.join(", "),
    seen: d.job.designSeq,
  });
  const seen = d.job.designSeq;
  if (arrangement) d.do({ kind: "bypassChosen", arrangement, drainCock: true, what: "As planned", seen });
  return signed(d).do({ kind: "runStarted" });
}

/** Takes on what was read as a Stop, as the householder agreed, and signs the record. */
function handedOver(d: Desk): Desk {
  for (const r of d.job.readings)
    if (r.verdict.level === "Stop" && r.supersededBy === undefined)
      d.do({ kind: "readingOverridden", reading: r.reading, why: "Agreed with the householder" });
  for (const [i, as] of (["installer", "householder"] as const).entries()) {
    d.now += MIN;
    const file = ulidAt(800_000 + i);
    d.do({ kind: "signed", as, name: "Imke Vos", file, sha256: sha256(as), head: d.job.head });
  }
  return d;
}

describe.each(kinds.map((k) => [k.id, k] as const))("%s", (_, kind) => {
  const d = started(kind);
  const ids = d.job.run!.steps.map((s) => s.id);

  it(`has its steps in their order: ${kind.title}`, () => {
    for (const chain of kind.order) {
      expect(chain.filter((id) => !ids.includes(id))).toEqual([]);
      expect(chain.map((id) => ids.indexOf(id))).toEqual(
        chain.map((id) => ids.indexOf(id)).toSorted((a, b) => a - b),
      );
    }
  });

  it("has nothing that is not there", () => {
    expect(kind.absent.filter((id) => ids.includes(id))).toEqual([]);
  });

  it("can be worked to a signed record, without a move that is a Stop", () => {
    work(d);
    const left = d.job.run!.steps.filter((s) => statusOf(d.job, s, d.now) !== "done").map((s) => s.id);
    expect(left).toEqual([]);
    const warned = d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"));
    expect(warned).toEqual([]);
    expect(isHandedOver(handedOver(d).job)).toBe(true);
  });

  it("feeds the house as it is said to", () => {
    expect(new Set(d.job.rig!.supply.map((s) => s.is))).toEqual(new Set(kind.supply));
  });

  it("packs what the household can do", () => {
    expect(canPassBy(d.job.rig!.rig)).toBe(kind.bypass);
  });
});
