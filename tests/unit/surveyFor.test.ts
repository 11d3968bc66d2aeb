import { describe, expect, it } from "vitest";
import { askedFor } from "@/catalogue/surveyFor";
import { surveyFields, surveyGroups } from "@/catalogue/survey";
import { planOf } from "@/core/families";
import { isAsked, matters, surveyProgress } from "@/core/site";
import { knowledge, runOf } from "./desk";

const fields = [...surveyFields.values()];
const planned = (...models: readonly string[]) =>
  planOf(
    models.map((model, i) => ({
      unit: { key: `u${i + 1}`, model, parallel: 1 },
      model: knowledge.models.get(model)!,
    })),
  );
const asked = (...models: readonly string[]) =>
  fields.filter((f) => isAsked(f, {}, planned(...models))).map((f) => f.id);

describe("the survey asks what the plan needs (handbook 9, K9)", () => {
  it("a handful for one faucet, everything while nothing is planned", () => {
    expect(asked("FD-1").length).toBeLessThanOrEqual(9);
    expect(asked("FD-1")).toEqual(expect.arrayContaining(["source.static", "faucet.thread", "water.lead"]));
    expect(asked().length).toBe(fields.filter((f) => !f.when).length);
    expect(asked("PS-20", "SF-150", "UV-45").length).toBeGreaterThan(40);
  });
  it("the sink for an RO, its pipes for a lamp, the appliance for a manual softener", () => {
    expect(asked("RO-T5")).toEqual(expect.arrayContaining(["sink.hole", "household.drinkers"]));
    expect(asked("RO-T5")).not.toContain("faucet.thread");
    expect(asked("UV-45")).toEqual(expect.arrayContaining(["behind.coldLength", "power.outlet"]));
    // What is cut into the house's line asks how much runs out there; what a disinfection takes besides, a lamp alone.
    expect(asked("PS-20")).toContain("behind.coldLength");
    expect(asked("PS-20")).not.toContain("behind.bleach");
    expect(asked("RO-T5")).not.toContain("behind.coldLength");
    expect(asked("MS-2")).toEqual(expect.arrayContaining(["appliance.kind", "heater.kind"]));
  });
  it("names only questions and groups that there are", () => {
    const known = new Set([...fields.map((f) => f.id), ...surveyGroups.map((g) => g.id)]);
    expect(Object.keys(askedFor).filter((id) => !known.has(id))).toEqual([]);
  });
  it("counts what matters alone", () => {
    const plan = planned("FD-1");
    const { known, asked: all } = surveyProgress(fields, { "source.static": { text: "58 psi" } }, plan);
    expect([known, all]).toEqual([1, asked("FD-1").length]);
    expect(surveyProgress(fields, { "heater.kind": { text: "gas" } }, plan).known).toBe(0);
  });
  it("leaves out nothing that a condition of the run depends on", () => {
    const recipes = [knowledge.siteRecipe, ...knowledge.recipes.values()];
    const depends = new Set(
      recipes.flatMap((r) =>
        r.steps.flatMap((s) => (s.when ?? []).flatMap((c) => ("survey" in c ? [c.survey] : []))),
      ),
    );
    for (const id of depends) expect(surveyFields.has(id), id).toBe(true);
    const run = runOf(["UV-45"]).job.run!.steps;
    expect(run.some((s) => s.id === "u1.contact")).toBe(true);
    expect(matters(surveyFields.get("behind.age")!, planned("UV-45"))).toBe(true);
  });
});
