import { judgeJob } from "@/core/train";
import type { DesignUnit } from "@/core/families";
import { describe, expect, it } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { unitModels } from "@/catalogue/units";
import { surveyFields } from "@/catalogue/survey";
import { decide, draftBasis, signingBlockers } from "@/core/record";
import { siteFacts } from "@/core/site";
import { allVerdicts, changedVerdicts, pairFigures, pairStations, waterProfile } from "@/core/train";
import { value } from "@/core/units";
import { designFrom, designText } from "@/phases/train/designText";
import { pictureOf } from "@/phases/train/pictureOf";
import { differences } from "@/phases/train/differences";
import { designed, knowledge, signedDesign, surveyed, ulidAt, type Desk, type Wish } from "./desk";

const judged = (d: Desk) => judgeJob(draftBasis(d.job), knowledge);
const of = (units: readonly DesignUnit[]) => judgeJob({ answers: surveyed().job.answers, units }, knowledge);
const line = (...codes: string[]): DesignUnit[] =>
  codes.map((model, i) => ({ key: `u${i}`, model, parallel: 1 }));
const figure = (j: ReturnType<typeof of>, id: string) =>
  j.stations.flatMap((s) => s.figures).find((f) => f.id === id)?.value;

describe("schools of one job", () => {
  it("count in its judgements, with the company's under them, and are taken back", () => {
    const d = designed();
    const before = figure(judged(d), "compensated")!;
    d.do({ kind: "schoolChosen", school: "ironGpg", option: "5", why: "The well's iron comes and goes" });
    expect(figure(judged(d), "compensated")!).toBeCloseTo(before + 17.118061 * 0.08, 3);
    expect(d.job.schools.ironGpg).toMatchObject({ option: "5", why: "The well's iron comes and goes" });
    d.do({ kind: "schoolChosen", school: "ironGpg", option: "", why: "As the company does it" });
    expect(figure(judged(d), "compensated")!).toBe(before);
    expect(d.job.schools).toEqual({});
  });
  it("need a reason, a known question and a known answer", () => {
    const d = designed();
    expect(d.try({ kind: "schoolChosen", school: "ironGpg", option: "9", why: "because so" })).toMatchObject({
      ok: false,
      field: "option",
    });
    expect(
      d.try({ kind: "schoolChosen", school: "weather", option: "fine", why: "because so" }),
    ).toMatchObject({ ok: false });
  });
  it("are frozen with a signed design, and a later choice makes the draft another", () => {
    const d = signedDesign();
    expect(d.job.revisions[0]!.schools).toMatchObject({ ironGpg: "4", peak: "larger", reserve: "day" });
    d.do({ kind: "schoolChosen", school: "reserve", option: "none", why: "Predictive valve" });
    expect(differences(d.job)).toEqual(["school reserve: day → none"]);
    expect(figure(judgeJob(d.job.revisions[0]!, knowledge), "interval")).toBeLessThan(
      figure(judged(d), "interval")!,
    );
  });
  it("reach the run: an RO that states no first rinse is rinsed as the job's school says", () => {
    const minutes = (option?: string) => {
      const d = surveyed();
      d.do({
        kind: "designChanged",
        units: line("RO-T5P"),
        what: "RO with a permeate pump",
        seen: d.job.designSeq,
      });
      if (option) d.do({ kind: "schoolChosen", school: "roRinse", option, why: "The maker is silent" });
      for (const { at, verdict } of signingBlockers(d.job, knowledge))
        d.do({ kind: "verdictOverridden", at, rule: verdict.rule, why: "Agreed" });
      d.do({ kind: "designSigned", seen: d.job.designSeq }).do({ kind: "runStarted" });
      return d.job.run!.steps.flatMap((s) => (s.unit && s.flow ? [s.flow.minutes] : []));
    };
    expect(minutes()).toContain(30);
    expect(minutes("40")).toContain(40);
    expect(minutes("40")).not.toContain(30);
  });
  it("decide the order of carbon and softener, and say which school that was", () => {
    const d = surveyed();
    d.do({
      kind: "designChanged",
      units: line("SF-150", "CT-1354"),
      what: "Softener first",
      seen: d.job.designSeq,
    });
    const order = () =>
      allVerdicts(judged(d)).find((v) => v.verdict.rule === "carbon-softener-order")!.verdict;
    expect(order()).toMatchObject({ level: "Check", school: "order" });
    d.do({ kind: "schoolChosen", school: "order", option: "softener", why: "Iron fouls the carbon here" });
    expect(order()).toMatchObject({ level: "Good", school: "order" });
  });
});

describe("versions of a unit", () => {
  const [first, second] = [
    unitModels.get("SF-150")!,
    {
      ...unitModels.get("SF-150")!,
      version: 2,
      softener: { ...unitModels.get("SF-150")!.softener!, resinFt3: 2.5 },
    },
  ];
  const newer = knowledgeWith({ models: [...unitModels.values(), second] });
  it("stand beside each other: a design keeps the one it was drawn with", () => {
    const answers = surveyed().job.answers;
    const at = (version?: number) =>
      judgeJob(
        { answers, units: [{ key: "a", model: "SF-150", parallel: 1, version: version || undefined }] },
        newer,
      ).stations[0]!.model;
    expect(at()).toBe(first);
    expect(at(2)).toBe(second);
    expect(newer.offered.find((m) => m.code === "SF-150")).toBe(second);
  });
  it("whose figures are not here keep a design from being signed, and are refused in a new one", () => {
    const d = surveyed();
    const strange: DesignUnit[] = [{ key: "a", model: "SF-150", parallel: 1, version: 7 }];
    expect(
      d.try({ kind: "designChanged", units: strange, what: "Version 7", seen: d.job.designSeq }),
    ).toMatchObject({ ok: false });
    expect(
      allVerdicts(judgeJob({ answers: d.job.answers, units: strange }, knowledge)).find(
        (v) => v.verdict.rule === "unit-figures",
      )!.verdict,
    ).toMatchObject({ level: "Unknown", facts: { units: ["SF-150@7"] } });
    expect(signingBlockers({ ...d.job, units: strange }, knowledge).map((b) => b.verdict.rule)).toContain(
      "unit-figures",
    );
  });
});

describe("a water test taken in", () => {
  const report = (values: Record<string, string>, over: { lab?: string; sampled?: string } = {}): Wish => ({
    kind: "labReportTaken",
    report: ulidAt(1),
    source: "file",
    values,
    left: [{ label: "Silica", raw: "14 mg/L" }],
    profile: "us",
    ...over,
  });
  it("becomes the survey's answers, keeps what is not asked, and an older value stays where it says nothing", () => {
    const d = surveyed().do(
      report(
        { "water.iron": "0.42 mg/L", "water.lead": "<2 µg/L", "water.coliform": "absent" },
        { lab: "Valley laboratory", sampled: "2026-11-20" },
      ),
    );
    expect(siteFacts(d.job.answers).water).toMatchObject({
      iron: value(0.42),
      lead: { is: "below", limit: 2 },
      coliform: "absent",
      hardness: surveyed().job.answers["water.hardness"]!.measured,
    });
    expect(d.job.reports).toMatchObject([
      {
        lab: "Valley laboratory",
        sampled: "2026-11-20",
        left: [{ label: "Silica", raw: "14 mg/L" }],
        by: { name: "Imke Vos" },
      },
    ]);
  });
  it("is one entry: what cannot be read refuses it whole, by field", () => {
    const d = surveyed();
    const before = d.entries.length;
    expect(
      d.try(report({ "water.iron": "0.3 mg/L", "water.hardness": "rather hard", "source.static": "60 psi" })),
    ).toMatchObject({
      ok: false,
      fields: {
        "water.hardness": expect.any(String) as string,
        "source.static": expect.stringContaining("does not ask") as string,
      },
    });
    expect(d.try(report({}))).toMatchObject({ ok: false });
    expect(d.entries.length).toBe(before);
  });
  it("makes a design on another survey differ from the signed one", () => {
    const d = signedDesign().do(report({ "water.iron": "0.9 mg/L" }));
    expect(differences(d.job)).toEqual(["water.iron: 0.08 → 0.9 mg/L"]);
  });
  it("sent twice is there once", () => {
    const d = surveyed()
      .do(report({ "water.iron": "0.3" }))
      .do(report({ "water.iron": "0.3" }));
    expect(d.job.reports).toHaveLength(1);
  });
});

describe("two designs point by point", () => {
  const [a, b] = [of(line("CT-1354", "SF-150", "RO-T5")), of(line("PS-20", "SF-200", "CT-1354", "RO-T5"))];
  it("pairs units by family and shows what stands alone in the water's order", () => {
    expect(pairStations(a, b).map((p) => [p.a?.model.code, p.b?.model.code])).toEqual([
      [undefined, "PS-20"],
      ["CT-1354", "CT-1354"],
      ["SF-150", "SF-200"],
      ["RO-T5", "RO-T5"],
    ]);
    expect(pairStations(b, a).map((p) => [p.a?.model.code, p.b?.model.code])).toEqual([
      ["PS-20", undefined],
      ["SF-200", "SF-150"],
      ["CT-1354", "CT-1354"],
      ["RO-T5", "RO-T5"],
    ]);
  });
  it("marks the figures that differ and no others", () => {
    const [x, y] = [a.stations[1]!, b.stations[1]!];
    const differs = pairFigures(x.figures, y.figures)
      .filter((p) => p.differs)
      .map((p) => p.id);
    expect(differs).toContain("interval");
    expect(differs).not.toContain("compensated");
    expect(pairFigures(x.figures, x.figures).filter((p) => p.differs)).toEqual([]);
  });
  it("lists verdicts that change level, both ways", () => {
    const soft = of(line("CT-1354", "SF-150", "RO-T5"));
    const hard = of(line("CT-1354", "RO-T5")).stations;
    expect(hard.length).toBe(2);
    const changes = changedVerdicts(allVerdicts(soft), allVerdicts(of(line("CT-1354", "SF-150"))));
    expect(changes.every((c) => (c.before?.level ?? "Good") !== (c.after?.level ?? "Good"))).toBe(true);
    expect(changedVerdicts(allVerdicts(soft), allVerdicts(soft))).toEqual([]);
  });
  it("writes a design into an address and reads it back, and refuses anything else", () => {
    const units: DesignUnit[] = [
      { key: "u1", model: "CT-1354", parallel: 2 },
      { key: "u2", model: "SF-150", version: 3, parallel: 1 },
    ];
    expect(designText(units)).toBe("CT-1354x2+SF-150@3");
    expect(designFrom(designText(units))).toEqual(units);
    for (const bad of ["", "draft", "CT-1354x9", "ct-1354", "CT-1354+", "<script>"])
      expect(designFrom(bad), bad).toBeUndefined();
  });
});

describe("water behind every station", () => {
  it("starts with the raw water, changes where a unit changes it, and shows only what is known", () => {
    const j = of(line("CT-1354", "SF-150", "RO-T5"));
    const p = waterProfile(j, ["hardness", "chlorine", "uvt"], siteFacts(surveyed().job.answers).water);
    expect(p.stations).toEqual(["u0", "u1", "u2"]);
    expect(p.rows.map((r) => r.key)).toEqual(["hardness", "chlorine"]);
    expect(p.rows.map((r) => r.changed)).toEqual([
      [false, false, true, true],
      [false, true, false, false],
    ]);
    expect(p.rows[0]!.values[2]).toEqual(value(17));
  });
});

describe("the picture of a unit", () => {
  const picture = (units: readonly DesignUnit[], n = 0, answers = surveyed().job.answers) => {
    const j = judgeJob({ answers, units }, knowledge);
    return pictureOf(j.stations[n]!, j, knowledge.schoolsWith({}), knowledge.offered);
  };
  it("of a softener shows its size, the next down and up, and the one proposed", () => {
    const p = picture(line("SF-150"));
    if (p?.of !== "softener") throw new Error("a softener");
    expect(p.sizes.map((s) => s.code)).toEqual(["SF-125", "SF-150", "SF-200"]);
    expect(p.chosen!.interval).toBe(figure(of(line("SF-150")), "interval"));
  });
  it("of a chamber and a tank in parallel counts all of them", () => {
    const uvt = { ...surveyed().job.answers, "water.uvt": { text: "95", measured: value(95) } };
    const [one, two] = [1, 2].map((parallel) => picture([{ key: "a", model: "UV-30", parallel }], 0, uvt));
    if (one?.of !== "uv" || two?.of !== "uv") throw new Error("chambers");
    expect(two.formula).toBeCloseTo(2 * one.formula, 9);
    expect(one.formula).toBeCloseTo(30, 6);
    const tank = picture(line("CT-1354"));
    expect(tank).toMatchObject({ of: "carbon", good: 1.5, mediaLitres: 70.8 });
  });
  it("is not drawn where too little is known", () => {
    expect(picture(line("UV-45"))).toBeUndefined();
    expect(picture(line("SF-150"), 0, {})).toBeUndefined();
    expect(picture(line("PS-20"))).toBeUndefined();
  });
});

it("every question of schools that counts is offered with its options", () => {
  for (const s of knowledge.schoolChoices)
    expect(
      s.options.some((o) => o.id === s.company),
      s.question,
    ).toBe(true);
  expect(surveyFields.size).toBeGreaterThan(60);
  expect(
    decide(
      designed().job,
      { kind: "schoolChosen", id: ulidAt(1), school: "peak", option: "together", why: "Counted by hand" },
      0,
      knowledge,
    ).ok,
  ).toBe(true);
});
