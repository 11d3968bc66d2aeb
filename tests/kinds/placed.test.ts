import { describe, expect, it } from "vitest";
import { statusOf } from "@/core/job";
import { isHandedOver } from "@/core/job/handedOver";
import { assemblyOf, judgedOf } from "@/core/record";
import { surveys } from "@/data/demo/surveys";
import { partsOf } from "@/phases/parts/listed";
import { reportOf } from "@/phases/record/report";
import { type Desk, knowledge, signed, surveyed, work } from "../unit/desk";
import { fitted, measuredWall, placeAll } from "../unit/placing";
import { handedOver } from "./handedOver";
import { kinds } from "./kinds";

/** A whole job whose units stand on their wall. */
interface Whole {
  readonly title: string;
  readonly units: readonly { readonly model: string; readonly parallel: number }[];
  readonly answers: Readonly<Record<string, string>>;
  readonly arrangement?: (typeof kinds)[number]["arrangement"];
  readonly readings?: (typeof kinds)[number]["readings"];
}

/** A wall with room for every train of the kinds. */
const roomy = {
  ...measuredWall,
  "space.width": "280 in",
  "space.height": "110 in",
  "cutin.height": "100 in",
};
const ofKinds = kinds
  .filter((k) => ["K4", "K6", "K8", "K12", "K13", "K15", "K16", "K21"].includes(k.id))
  .map((k): Whole => ({
    title: `${k.id}, ${k.title}`,
    units: k.units.map((model) => ({ model, parallel: 1 })),
    answers: { ...roomy, ...k.answers },
    ...(k.arrangement ? { arrangement: k.arrangement } : {}),
    ...(k.readings ? { readings: k.readings } : {}),
  }));
const closet = kinds.find((k) => k.id === "K5")!;
const wholes: readonly Whole[] = [
  ...ofKinds,
  {
    title: `K5, ${closet.title}: two kinds of wall`,
    units: closet.units.map((model) => ({ model, parallel: 1 })),
    answers: {
      ...measuredWall,
      ...closet.answers,
      "wall.strips": "metal stud: 0, 60 in\nconcrete: 60, 60 in",
      "space.width": "120 in",
      "space.depth": "30 in",
      "cutin.standOff": "2 in",
    },
  },
  {
    title: "the flats, two and two side by side",
    units: [
      { model: "KT-1354", parallel: 2 },
      { model: "SF-300", parallel: 2 },
    ],
    answers: surveys.flats,
    // Of 84 psi.
    readings: {
      "site.holdTest": { start: "579 kPa", end: "577 kPa", minutes: "15 min", division: "10 kPa" },
    },
  },
];

/** The job, each of its units where the search puts it, signed and begun. */
function begun({ units, answers, arrangement }: Whole): Desk {
  const d = surveyed().answer(answers);
  if (units.length > 0)
    d.do({
      kind: "designChanged",
      units: units.map((u, i) => ({ key: `u${i + 1}`, ...u })),
      what: "Its units",
      seen: d.job.designSeq,
    });
  if (arrangement)
    d.do({
      kind: "bypassChosen",
      arrangement,
      drainCock: true,
      what: "As planned",
      seen: d.job.designSeq,
    });
  if (units.length > 0) placeAll(d);
  return signed(d).do({ kind: "runStarted" });
}

describe.each(wholes.map((w) => [w.title, w] as const))("%s, placed", (_, whole) => {
  const d = begun(whole);
  const built = assemblyOf(fitted(d.job), d.job, knowledge)!;
  const joinsOf = () =>
    d.job.run!.steps.flatMap((step) =>
      (step.joins ?? []).flatMap((alike) => alike.joints.map((joint) => ({ step: step.id, id: joint.id }))),
    );

  it("has every joint of its pipes in one step, those of the bench before its water goes off", () => {
    const made = joinsOf();
    for (const joint of built.joints) expect(made.filter((m) => m.id === joint.id).length, joint.id).toBe(1);
    const at = (id: string) => d.job.run!.steps.findIndex((s) => s.id === id);
    const bench = built.joints.filter((j) => j.where === "bench").map((j) => j.id);
    const off = d.job.run!.steps.findIndex((s) => s.water === "off");
    for (const { step, id } of made) if (bench.includes(id)) expect(at(step)).toBeLessThan(off);
  });

  it("is worked to a signed record without a move that is a Stop, with what was found at each joint", () => {
    work(d, undefined, { own: whole.readings ?? {} });
    const left = d.job.run!.steps.filter((s) => statusOf(d.job, s, d.now) !== "done").map((s) => s.id);
    expect(left).toEqual([]);
    const warned = d.job.rig!.turned.flatMap((t) => t.warned.filter((w) => w.level === "Stop"));
    expect(warned).toEqual([]);
    expect(isHandedOver(handedOver(d).job)).toBe(true);
    const rows = reportOf(d.job, knowledge, "metric", "UTC", d.now).joints;
    expect(rows.length).toBeGreaterThan(0);
    for (const row of rows) expect(row.found).toMatch(/^all right/);
  });

  it("asks for pipe, fittings and tools for every one of them", () => {
    const { lines, assembly } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "us" });
    expect(assembly?.faults).toEqual([]);
    const why = new Set(lines.flatMap((l) => l.why.flatMap((w) => (w.by === "joint" ? [w.id] : []))));
    const joints = new Set(built.joints.map((j) => j.id));
    for (const id of why) expect(joints).toContain(id);
    const asked = (prefix: string) =>
      lines.filter((l) => l.id.startsWith(prefix)).reduce((sum, l) => sum + (l.count ?? 0), 0);
    const bought = built.fittings.filter((f) => !f.inBox);
    expect(asked("fitting ")).toBe(bought.length);
  });
});
