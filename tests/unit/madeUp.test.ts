import { describe, expect, it, vi } from "vitest";
import { recipes } from "@/catalogue/recipes";
import { fieldsOf, figuresFrom, fromSheet, sheetRows, unitSchema } from "@/catalogue/units";
import { familyNames, familyOf, type UnitModel } from "@/core/families";
import { intentSchema, type Intent } from "@/core/log";
import { readingKinds } from "@/core/readings";
import { bundleJsonSchema, bundleSchema, draftBasis, draftRig, signingBlockers } from "@/core/record";
import { rigTold, standing } from "@/core/rig";
import { tell } from "@/core/tell";
import { allVerdicts, judgeJob } from "@/core/train";
import { knowledgeWith } from "@/catalogue/knowledge";
import { stationsOf } from "@/phases/job/stations";
import { reportOf } from "@/phases/record/report";
import { may, permissions } from "@/server/permissions";
import { knowledge as plain, opened, surveyed, ulidAt, Desk } from "./desk";

// One made-up member in each table: a file of its own, and its name in the list. Nothing else is told of it.
vi.mock("@/core/families/list", async (original) => {
  const { families } = await original<typeof import("@/core/families/list")>();
  return { families: [...families, (await import("./madeUp/swirl")).swirl] };
});
vi.mock("@/core/readings/list", async (original) => {
  const { readings } = await original<typeof import("@/core/readings/list")>();
  return { readings: [...readings, (await import("./madeUp/grains")).grains] };
});
vi.mock("@/core/rig/rules/list", async (original) => {
  const { rigRules } = await original<typeof import("@/core/rig/rules/list")>();
  return { rigRules: [...rigRules, (await import("./madeUp/allStill")).allStill] };
});
vi.mock("@/core/log/phoneList", async (original) => {
  const { phoneKinds } = await original<typeof import("@/core/log/phoneList")>();
  return { phoneKinds: [...phoneKinds, (await import("./madeUp/keyLeft")).keyLeft] };
});
vi.mock("@/catalogue/recipes/list", async (original) => {
  const { unitRecipes } = await original<typeof import("@/catalogue/recipes/list")>();
  return { unitRecipes: [...unitRecipes, (await import("./madeUp/swirlRecipe")).swirlRecipe] };
});
vi.mock("@/catalogue/limits", async (original) => {
  const limits = await original<typeof import("@/catalogue/limits")>();
  const { waterValues } = await import("@/core/water");
  const iron = { key: "iron" as const, ...waterValues.iron, survey: "water.iron", max: 0.05 };
  return { ...limits, feedLimits: { ...limits.feedLimits, swirl: [iron] } };
});

const model = (turns: number): UnitModel =>
  unitSchema.parse({
    code: `SW-${turns}`,
    name: `Swirl separator of ${turns} turns`,
    family: "swirl",
    variant: "steel",
    branch: false,
    ratedFlow: 60,
    lossPoints: [[60, 10]],
    effects: ["sediment"],
    massFullKg: 9,
    power: false,
    serials: [],
    recipes: ["swirl"],
    cost: { parts: 90, yearly: 0 },
    swirl: { turns },
  }) as UnitModel;
const knowledge = knowledgeWith({ models: [...plain.models.values(), model(4), model(2)] });

/** A job whose design holds a made-up unit. */
function withSwirl(turns: number): Desk {
  const d = surveyed(new Desk(knowledge));
  return d.do({
    kind: "designChanged",
    units: [{ key: "a", model: `SW-${turns}`, parallel: 1 }],
    what: "Swirl",
    seen: d.job.designSeq,
  });
}
function running(turns: number): Desk {
  const d = withSwirl(turns);
  for (const { at, verdict } of signingBlockers(d.job, knowledge))
    d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "A bench, not a house" });
  return d.do({ kind: "designSigned", seen: d.job.designSeq }).do({ kind: "runStarted" });
}

describe("a made-up family", () => {
  it("is offered, has its figures on form and sheet, and refuses what they cannot be", () => {
    expect(familyNames.map((f) => f.label)).toContain("Swirl separator");
    expect(fieldsOf("swirl")).toContainEqual(
      expect.objectContaining({ path: "swirl.turns", label: "Turns of the water" }),
    );
    expect(fieldsOf("softener").map((f) => f.path)).not.toContain("swirl.turns");
    const [row] = fromSheet(sheetRows([model(4)])).units;
    expect(figuresFrom(row!.cells)).toMatchObject({ swirl: { turns: 4 } });
    expect(() => model(-1)).toThrow();
  });

  it("is judged by its own rule and by its limit, in words", () => {
    const verdicts = (turns: number) =>
      allVerdicts(judgeJob(draftBasis(withSwirl(turns).job), knowledge)).filter((v) => v.at === "a");
    const own = (turns: number) => verdicts(turns).find((v) => v.verdict.rule === "swirl-turns")!.verdict;
    expect(own(4).level).toBe("Good");
    expect(tell(own(2), "us")).toMatchObject({
      reason: "2 turns throw the sand out",
      remedy: "Take one with more turns",
    });
    const limits = verdicts(4).map((v) => tell(v.verdict, "us").reason);
    expect(limits).toContain("Iron 0.08 mg/L, at most 0.05 mg/L allowed");
  });

  it("stands in the rig with its media, on the Line with its shape, and in the record with its service", () => {
    const d = running(4);
    const unit = draftRig(d.job, knowledge).units.find((u) => u.key === "a");
    expect(unit).toMatchObject({ media: true });
    const line = stationsOf(d.job, judgeJob(draftBasis(d.job), knowledge), "train", d.now, "us");
    expect(line.find((s) => s.key === "a")).toMatchObject({ shape: "vessel" });
    const report = reportOf(d.job, knowledge, "us", "UTC", d.now);
    expect(report.units[0]!.service).toEqual([{ what: "Empty the sand bowl", when: "every month" }]);
    expect(report.told).toContain("Sand leaves by the bowl under the swirl separator.");
    expect(familyOf(model(4)).label).toBe("Swirl separator");
  });
});

describe("a made-up recipe", () => {
  it("is woven into the run by the unit's figures", () => {
    expect(recipes.has("swirl")).toBe(true);
    const ids = (turns: number) =>
      running(turns)
        .job.run!.steps.filter((s) => s.unit === "a")
        .map((s) => s.id);
    expect(ids(4)).toEqual(["a.hang", "a.many", "a.sand"]);
    expect(ids(2)).toEqual(["a.hang", "a.few", "a.sand"]);
  });
});

describe("a made-up reading", () => {
  it("is asked for, judged and told in the record", () => {
    expect(readingKinds.get("grains")?.label).toBe("Sand that passes");
    const d = running(4);
    const take = (share: string, reading: string) =>
      d.do({
        kind: "readingTaken",
        reading,
        reads: "grains",
        step: "a.sand",
        place: "The first tap",
        when: "after",
        values: { share },
        profile: "us",
      });
    take("2 %", ulidAt(70)).do({
      kind: "readingTaken",
      reading: ulidAt(71),
      reads: "grains",
      place: "The attic",
      when: "after",
      values: { share: "40 %" },
      profile: "us",
    });
    const lines = reportOf(d.job, knowledge, "us", "UTC", d.now).readings;
    expect(lines.map((r) => [r.level, r.reason])).toEqual([
      ["Good", "2 % of the sand passes"],
      ["Stop", "40 % of the sand passes"],
    ]);
  });
});

describe("a made-up rule of the rig", () => {
  it("is found in every rig, and told", () => {
    const { rig, state } = running(4).job.rig!;
    const still = standing(rig, state).find((v) => v.rule === "rig-allStill");
    expect(rigTold(still!)).toMatchObject({ reason: "Nothing in the rig moves", remedy: "Open the main" });
  });
});

describe("a made-up log entry", () => {
  it("is asked for, permitted, decided, applied, and carried in a bundle", () => {
    const intent = { kind: "keyLeft", id: ulidAt(9), where: "  Under the pot " };
    expect(intentSchema.parse(intent)).toMatchObject({ where: "Under the pot" });
    expect(intentSchema.safeParse({ ...intent, where: " " }).success).toBe(false);
    expect(permissions).toHaveProperty("keyLeft");
    expect(may("installer", "keyLeft")).toBe(true);
    expect(may("apprentice", "keyLeft")).toBe(false);

    const d = opened().do({ kind: "keyLeft", where: "Under the pot" });
    expect(d.job.key).toMatchObject({ where: "Under the pot", by: { name: "Imke Vos" } });
    expect(d.try({ kind: "keyLeft", where: "Under the pot" })).toEqual({
      ok: false,
      error: "It lies there already",
      field: "where",
    });

    const job = "01J0000000000000000000JAB0";
    const bundle = {
      brant: 1,
      job,
      head: d.job.head,
      entries: d.entries.map((e) => ({ ...e, job })),
      files: [],
    };
    expect(bundleSchema.safeParse(JSON.parse(JSON.stringify(bundle))).error).toBeUndefined();
    const spoilt = { ...bundle, entries: bundle.entries.map((e) => ({ ...e, data: { where: 7 } })) };
    expect(bundleSchema.safeParse(spoilt).success).toBe(false);
    expect(bundleJsonSchema()).toHaveProperty("$defs.keyLeft.properties.where");
  });

  it("takes intents of its shape alone", () => {
    const intent: Intent = { kind: "keyLeft", id: ulidAt(9), where: "Under the pot" };
    expect(intentSchema.safeParse({ ...intent, how: "hidden" }).success).toBe(false);
  });
});
