import { describe, expect, it } from "vitest";
import { assemblyOf, draftBasis, draftRig, drivingOf, judgedOf } from "@/core/record";
import { judgeJob } from "@/core/train";
import { partsOf } from "@/phases/parts/listed";
import type { Assembly } from "@/core/plumbing/assembly";
import { shutOffsOf } from "@/core/plumbing/shutOffs";
import { arrangements, type Arrangement, type Rig } from "@/core/rig";
import { knowledge } from "./desk";
import { fitted, placeAll, plannedTrain } from "./placing";

/** What a lever of the house's line is for. */
const ofLine = new Set(["inlet", "outlet", "bypass", "before", "behind"]);
const trains = [
  ["PS-20", "SF-150"],
  ["UV-45"],
  ["CT-1054", "PS-20", "UV-45"],
  ["SF-150x2"],
  ["PS-20x2", "CT-1054"],
  ["UV-45x2"],
  ["PS-20"],
];
const cases = arrangements.flatMap((arrangement) => trains.map((units) => ({ arrangement, units })));

/** A train as it is placed, passed by in a way. */
function placed(arrangement: Arrangement, units: readonly string[], answers = {}, drainCock = false) {
  const d = plannedTrain(
    { "space.width": "200 in", "space.height": "110 in", "cutin.height": "100 in", ...answers },
    units,
  );
  d.do({ kind: "bypassChosen", arrangement, drainCock, what: arrangement, seen: d.job.designSeq });
  return placeAll(d);
}

/** A step from one place to another, past a valve or a unit that has a name. */
interface Passage {
  readonly from: string;
  readonly to: string;
  readonly past?: string;
}

/** The names that are passed on every way from one place to another that meets no place twice. */
function waysBetween(passages: readonly Passage[], from: string, to: string): string[] {
  const found: string[] = [];
  const walk = (at: string, met: readonly string[], past: readonly string[]): void => {
    if (at === to) found.push(past.join(" > "));
    else
      for (const p of passages.filter((x) => x.from === at && !met.includes(x.to)))
        walk(p.to, [...met, p.to], p.past === undefined ? past : [...past, p.past]);
  };
  walk(from, [from], []);
  return found.sort();
}

/** What the rig lets water past along its line; through a unit, not round it in its head. */
function ofRig({ edges, handles }: Rig): Passage[] {
  const levers = new Set(handles.filter((h) => h.kind === "lever").map((h) => h.id));
  return edges
    .filter((e) => e.kind !== "opening" && !e.id.endsWith(".past"))
    .map((e) => ({ from: e.from, to: e.to, past: e.unit ?? (levers.has(e.id) ? e.id : undefined) }));
}

/**
 * What the pipes as they are built let water past: each part is entered and left, in the direction of its
 * run, or of the bypass.
 */
function ofPipes({ joints, fittings, runs }: Assembly): Passage[] {
  const units = new Set(
    runs.flatMap((r) => [r.from, r.to]).flatMap((e) => (e.is === "unit" ? [e.part] : [])),
  );
  const levers = new Map(fittings.flatMap((f) => (f.lever === undefined ? [] : [[f.id, f.lever]])));
  return joints.map(({ parts: [from, to] }) => ({
    from,
    to,
    past: units.has(to) ? to : levers.get(to),
  }));
}

describe("the valves of a house's line", () => {
  it.each(cases)(
    "$arrangement, $units: whichever way water takes, it meets the same valves and units in the rig and in the pipes",
    ({ arrangement, units }) => {
      const d = placed(arrangement, units);
      const rig = draftRig(d.job, knowledge);
      const ways = waysBetween(ofRig(rig), "before", "behind");
      expect(ways.length).toBeGreaterThan(0);
      const built = assemblyOf(fitted(d.job), d.job, knowledge)!;
      expect(waysBetween(ofPipes(built), "house.before", "house.behind")).toEqual(ways);
    },
  );

  it.each(cases)(
    "$arrangement, $units: a fitting for every lever of the rig, and none besides",
    ({ arrangement, units }) => {
      const d = placed(arrangement, units);
      const levers = draftRig(d.job, knowledge).handles.filter(
        (h) => h.kind === "lever" && ofLine.has(h.role!),
      );
      const { fittings, faults } = assemblyOf(fitted(d.job), d.job, knowledge)!;
      const valves = fittings.filter((f) => f.fitting.shape === "valve");
      expect(new Set(valves.map((v) => v.lever))).toEqual(new Set(levers.map((l) => l.id)));
      expect(valves).toHaveLength(levers.length);
      expect(faults).toEqual([]);
    },
  );

  it.each(cases)(
    "$arrangement, $units: the same units in the rig, the pipes, the network and the list, and caps where stubs wait",
    ({ arrangement, units }) => {
      const d = placed(arrangement, units);
      const rig = draftRig(d.job, knowledge);
      const parts = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
      const ofRig = rig.units.map((u) => u.key).sort();
      const ends = parts.built.runs.flatMap((r) => [r.from, r.to]).filter((end) => end.is === "unit");
      expect([...new Set(ends.map((end) => end.part))].sort()).toEqual(ofRig);
      // Each by its inlet and its outlet.
      expect(ends).toHaveLength(2 * ofRig.length);
      const judged = judgeJob(draftBasis(d.job), knowledge);
      expect(
        drivingOf(parts.fit, d.job, judged, knowledge)!
          .units.map((u) => u.key)
          .sort(),
      ).toEqual(ofRig);
      const listed = parts.lines.filter((l) => l.why.some((why) => why.by === "itself"));
      expect(listed.reduce((sum, l) => sum + l.count!, 0)).toBe(ofRig.length);
      const caps = parts.lines.find((l) => l.id === "cap bypass")?.count ?? 0;
      expect(rig.handles.filter((h) => h.kind === "cap" && h.role?.startsWith("stub"))).toHaveLength(caps);
    },
  );

  it("are called among the joints what their tags on the rig say", () => {
    const d = placed("threeValve", ["PS-20"]);
    const { built, names } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
    const tags = draftRig(d.job, knowledge).handles.map((h) => h.name.toLowerCase());
    const said = built.fittings.flatMap((f) => (f.lever === undefined ? [] : [names.part(f.id)]));
    expect(said.toSorted()).toEqual([
      "bypass valve",
      "inlet valve of the bypass",
      "outlet valve of the bypass",
    ]);
    for (const name of said) expect(tags).toContain(name);
  });

  it("behind a line without a bypass keep the house off an unsafe source, where no lamp's own valve does", () => {
    const unsafe = { "source.kind": "well", "water.coliform": "present" };
    const valves = (units: readonly string[], answers = {}) => {
      const d = placed("none", units, answers);
      return assemblyOf(fitted(d.job), d.job, knowledge)!.fittings.filter((f) => f.fitting.shape === "valve")
        .length;
    };
    expect([valves(["PS-20"]), valves(["PS-20"], unsafe)]).toEqual([1, 2]);
  });

  it("are joined by a drain cock in the list where the rig has one", () => {
    for (const drainCock of [false, true]) {
      const d = placed("threeValve", ["PS-20"], {}, drainCock);
      const { lines } = partsOf(d.job, judgedOf(d.job, knowledge), knowledge, { profile: "metric" });
      const cocks = draftRig(d.job, knowledge).handles.filter((h) => h.role === "drainCock");
      expect(lines.filter((l) => l.id === "drain cock")).toHaveLength(cocks.length);
      expect(cocks).toHaveLength(drainCock ? 1 : 0);
    }
  });

  it("are none at a unit whose head shuts it off", () => {
    const unit = { hasHead: true, hasLamp: false, parallel: 2 };
    for (const arrangement of arrangements)
      expect(shutOffsOf(arrangement, [unit], false).atUnit).toEqual([false]);
  });
});
