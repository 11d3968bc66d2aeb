import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { unitModels } from "@/catalogue/units";
import { handOverBlockers, whyNotFinish } from "@/core/job";
import { decideIntent, phoneKinds, type Intent } from "@/core/log";
import type { UnitModel } from "@/core/families";
import { Desk, knowledge, signed, surveyed, ulidAt, work, type Wish } from "./desk";

const noOffice = (): never => {
  throw new Error("a phone has no office");
};

/** A desk that lets the phone decide first, without catalogue and settings. */
class PhoneFirst extends Desk {
  readonly decidedHere = new Set<string>();
  override try(wish: Wish) {
    const intent = { ...wish, id: ulidAt(1) } as Intent;
    if (!phoneKinds.some((k) => k.kind === wish.kind)) return super.try(wish);
    const here = decideIntent(this.job, intent, { now: this.now, system: "us", office: noOffice });
    const there = super.try(wish);
    expect(here, wish.kind).toEqual(there);
    this.decidedHere.add(wish.kind);
    return there;
  }
}
const designWith = (d: Desk, ...codes: readonly string[]) =>
  d.do({
    kind: "designChanged",
    units: codes.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: codes.join(", "),
    seen: d.job.designSeq,
  });

describe("a phone", () => {
  it("decides through a whole run what the server decides, readings and turns included", () => {
    const phone = new PhoneFirst();
    const d = surveyed(phone);
    signed(designWith(d, "CT-1354", "SF-150", "RO-T5")).do({ kind: "runStarted" });
    work(d);
    expect(handOverBlockers(d.job)).toEqual([]);
    expect([...phone.decidedHere]).toEqual(
      expect.arrayContaining(["handleTurned", "readingTaken", "stepDone", "clockStarted", "cycleCounted"]),
    );
  });

  it("refuses by itself what the server would refuse", () => {
    const d = surveyed(new PhoneFirst());
    signed(designWith(d, "SF-150")).do({ kind: "runStarted" });
    const last = d.job.run!.steps.at(-1)!;
    expect(d.try({ kind: "stepDone", step: last.id })).toMatchObject({ ok: false });
    expect(d.try({ kind: "stepSkipped", step: "u9.nothing", why: "No such thing" })).toEqual({
      ok: false,
      error: "This step is not part of the run",
    });
  });
});

describe("a softener that comes part-filled", () => {
  const softener = (resinFt3: number, shippedPartFilled: boolean): UnitModel => {
    const model = unitModels.get("SF-200")!;
    return { ...model, code: "SF-X", softener: { ...model.softener!, resinFt3, shippedPartFilled } };
  };
  const stepsOf = (model: UnitModel) => {
    const known = knowledgeWith({ models: [...knowledge.models.values(), model] });
    const d = surveyed(new Desk(known));
    return signed(designWith(d, "SF-X"), known).do({ kind: "runStarted" });
  };

  it.each([2.2, 4])("of %s ft³ has its riser uncapped, by a hold that asks for a photo", (resin) => {
    const { job } = stepsOf(softener(resin, true));
    const uncap = job.run!.steps.find((s) => s.id === "u1.uncap")!;
    expect(uncap.kind).toBe("hold");
    const ready = {
      ...job,
      steps: Object.fromEntries(uncap.needs.map((n) => [n, { cycles: 0, kept: [], done: {} }])),
    };
    expect(whyNotFinish(ready as never, uncap, 0)).toBe("Take the photo first");
    const photo = { step: "u1.uncap" };
    expect(whyNotFinish({ ...ready, photos: [photo] } as never, uncap, 0)).toBeUndefined();
  });

  it("has no such steps where it comes full", () => {
    const ids = stepsOf(softener(2.2, false)).job.run!.steps.map((s) => s.id);
    expect(ids).not.toContain("u1.uncap");
    expect(ids).not.toContain("u1.resinFill");
  });
});
