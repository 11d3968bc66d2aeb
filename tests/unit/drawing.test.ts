import { startOfRun } from "@/core/job";
import { describe, expect, it } from "vitest";
import { beforeFirstWater, editRig, inService, type Rig } from "@/core/rig";

import { drawingOf } from "@/phases/valves/drawing";
import type { Drawing } from "@/phases/valves/drawn";
import { shapesOf, type Shape } from "@/phases/valves/shapes";
import { arrows, carbon, chamber, osmosis, part, rigOf, softener } from "./rigs";

const rack = part("u5", "CH-3", "cartridge", { media: false, gentle: "half", vent: { name: "vent screw" } });
const rigs: readonly (readonly [string, Rig])[] = [
  ["three valves round a train", rigOf([carbon(), softener()], { heater: "electric" })],
  [
    "a head on each unit",
    rigOf([carbon({ head: arrows }), softener({ head: arrows })], {
      arrangement: "heads",
      heater: "electric",
    }),
  ],
  ["an RO under the sink", rigOf([osmosis()])],
  ["two units side by side", rigOf([softener({ parallel: 2 })], { heater: "electric" })],
  [
    "outdoor taps before, heater behind",
    rigOf([rack, chamber()], { arrangement: "heads", outdoor: "before", heater: "electric" }),
  ],
  [
    "a whole job",
    rigOf([carbon({ head: arrows }), softener({ head: arrows }), osmosis()], {
      outdoor: "before",
      heater: "electric",
    }),
  ],
];
const edited = editRig(rigs[0]![1], { do: "addMixer", name: "Kitchen mixer", place: "Kitchen" });
const manual = part("u6", "MS-2", "manualSoftener", {
  branch: true,
  marks: ["softened"],
  tees: {
    inlet: { service: "lever level", regenerate: "lever down" },
    outlet: { service: "lever level", regenerate: "lever up" },
    seenFrom: "the front",
  },
});
const cases = [
  ...rigs,
  ["a mixer tap", edited.ok ? edited.rig : rigs[0]![1]] as const,
  ["a softener with T-valves", rigOf([manual])] as const,
  [
    "a booster on the RO's feed",
    rigOf([
      osmosis(),
      part("u7", "BP-2", "booster", {
        branch: true,
        media: false,
        flush: false,
        gentle: "open",
        marks: [],
        pump: { pressureSwitch: true },
        on: { unit: "u4", port: "feed" },
      }),
    ]),
  ] as const,
].flatMap(([name, rig]) => (["down", "right"] as const).map((way) => [name, way, rig] as const));

type Box = readonly [number, number, number, number];
const touch = (a: Box, b: Box): boolean => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];
/** Where a word stands, by its size: a sans serif's letters are about half as wide as they are high. */
const boxOf = (s: Extract<Shape, { is: "text" }>): Box => {
  const w = s.text.length * s.size * (s.bold ? 0.54 : 0.5);
  const x = s.anchor === "middle" ? s.x - w / 2 : s.x;
  return [x, s.y - s.size * 0.75, x + w, s.y + s.size * 0.2];
};

/** Pipes of different pieces that cross each other away from their ends. */
function crossings(d: Drawing): string[] {
  const segments = d.pipes.flatMap((p) =>
    p.points.slice(1).map((b, i) => ({ pipe: p.id, a: p.points[i]!, b })),
  );
  const found: string[] = [];
  for (const [i, s] of segments.entries())
    for (const t of segments.slice(i + 1)) {
      if (s.pipe === t.pipe || s.pipe.split(":")[1] === t.pipe.split(":")[1]) continue;
      const [h, v] = Math.abs(s.a[1] - s.b[1]) < 0.5 ? [s, t] : [t, s];
      if (Math.abs(h.a[1] - h.b[1]) > 0.5 || Math.abs(v.a[0] - v.b[0]) > 0.5) continue;
      const inside = (x: number, p: number, q: number) => x > Math.min(p, q) + 1 && x < Math.max(p, q) - 1;
      if (inside(v.a[0], h.a[0], h.b[0]) && inside(h.a[1], v.a[1], v.b[1]))
        found.push(`${s.pipe} and ${t.pipe}`);
    }
  return found;
}

describe("the drawing of a rig", () => {
  it.each(cases)(
    "%s, water running %s: nothing overlaps, no pipes cross, every handle is there",
    async (_, way, rig) => {
      const d = await drawingOf(rig, way);
      const boxes = d.items.map((i) => [i.id, [i.x, i.y, i.x + i.w, i.y + i.h] as Box] as const);
      for (const [i, [a, boxA]] of boxes.entries())
        for (const [b, boxB] of boxes.slice(i + 1)) expect(touch(boxA, boxB), `${a} on ${b}`).toBe(false);
      expect(crossings(d)).toEqual([]);
      for (const [, [x, y, r, b]] of boxes) {
        expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
        expect(r).toBeLessThanOrEqual(d.width + 0.5);
        expect(b).toBeLessThanOrEqual(d.height + 0.5);
      }
      const handles = new Set(shapesOf(d, rig, inService(rig)).flatMap((g) => g.handle ?? []));
      expect([...handles].sort()).toEqual(rig.handles.map((h) => h.id).sort());
    },
  );

  it.each(cases)(
    "%s, water running %s: no words on each other, in service, before the first water and with the bypass just fitted",
    async (_, way, rig) => {
      const d = await drawingOf(rig, way);
      for (const state of [inService(rig), beforeFirstWater(rig), startOfRun(rig, true)]) {
        const words = shapesOf(d, rig, state)
          .flatMap((g) => g.shapes)
          .filter((s): s is Extract<Shape, { is: "text" }> => s.is === "text")
          .map((s) => [s.text, boxOf(s)] as const);
        for (const [i, [a, boxA]] of words.entries())
          for (const [b, boxB] of words.slice(i + 1))
            expect(touch(boxA, boxB), `“${a}” on “${b}”`).toBe(false);
      }
    },
  );

  it("the same rig gives the same drawing, and each state its own strokes", async () => {
    const rig = rigs[0]![1];
    expect(await drawingOf(rig, "down")).toEqual(await drawingOf(rig, "down"));
    const d = await drawingOf(rig, "down");
    const strokes = (s: Shape[]) =>
      s.map((x) => (x.is === "path" ? `${x.stroke ?? ""}${x.dash ?? ""}` : "")).join();
    const at = (state: ReturnType<typeof inService>, pipe: string) =>
      strokes([...shapesOf(d, rig, state).find((g) => g.id.startsWith(pipe))!.shapes]);
    const first = d.pipes.find((p) => p.node === "u1.out" || p.node === "u1.in")!.id;
    expect(
      new Set([
        at(inService(rig), first),
        at(beforeFirstWater(rig, { mainValve: "closed" }), first),
        at(inService(rig, { coldTap: "open" }), first),
      ]).size,
    ).toBe(3);
  });
});
