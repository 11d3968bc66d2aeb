import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { schemeOf, type SchemeChoice, type SchemeUnit } from "@/core/plumbing/scheme";
import { rigOf } from "@/core/rig";
import { faultsOf } from "@/core/rig/faults";
import { arrows, carbon, chamber, home, osmosis, part, softener } from "./rigs";

const tees = {
  inlet: { service: "level", regenerate: "down" },
  outlet: { service: "level", regenerate: "up" },
  seenFrom: "the front",
};
const gap = { airGap: "unknown" as const };

/**
 * Trains of every kind of part: units with and without heads, side by side, an RO with what stands on its
 * lines, T-valves.
 */
const trains = fc
  .record({
    carbon: fc.option(
      fc.record({ head: fc.boolean(), vent: fc.boolean(), parallel: fc.integer({ min: 1, max: 3 }) }),
    ),
    softener: fc.option(fc.record({ drain: fc.boolean(), apart: fc.boolean() })),
    hasLamp: fc.boolean(),
    ro: fc.option(
      fc.record({
        tank: fc.boolean(),
        pump: fc.boolean(),
        feed: fc.boolean(),
        product: fc.boolean(),
        ice: fc.boolean(),
      }),
    ),
    hasTees: fc.boolean(),
  })
  .map(({ carbon: c, softener: s, hasLamp, ro, hasTees }): readonly SchemeUnit[] => [
    ...(c
      ? [
          carbon({
            parallel: c.parallel,
            ...(c.head ? { head: arrows } : {}),
            ...(c.vent ? { vent: { name: "relief button" } } : {}),
          }),
        ]
      : []),
    ...(s
      ? [softener({ ...(s.drain ? { drain: gap } : {}), ...(s.apart ? { apart: true as const } : {}) })]
      : []),
    ...(hasLamp ? [chamber()] : []),
    ...(ro
      ? [
          osmosis({
            ro: { tank: ro.tank, rinseShut: true, airGap: true },
            ...(ro.pump ? { pump: { pressureSwitch: true } } : {}),
          }),
        ]
      : []),
    ...(ro?.feed
      ? [
          part("u5", "BP-3", "booster", {
            branch: true,
            pump: { pressureSwitch: true },
            on: { unit: "u4", port: "feed" },
          }),
        ]
      : []),
    ...(ro?.product
      ? [part("u6", "RM-1", "cartridge", { branch: true, on: { unit: "u4", port: "product" } })]
      : []),
    ...(ro?.ice
      ? [part("u7", "IM-1", "iceMaker", { branch: true, ends: true, on: { unit: "u4", port: "product" } })]
      : []),
    ...(hasTees ? [part("u8", "MS-2", "manualSoftener", { branch: true, tees, teesGap: true })] : []),
  ]);
const choices = fc
  .record({
    arrangement: fc.constantFrom("threeValve" as const, "heads" as const, "none" as const),
    outdoor: fc.constantFrom("before" as const, "after" as const, "none" as const),
    heater: fc.constantFrom("electric" as const, "other" as const, "none" as const),
    source: fc.constantFrom("safe" as const, "unsafe" as const, "unknown" as const),
    drainCock: fc.boolean(),
  })
  .map((over): SchemeChoice => ({ ...home, ...over }));

describe("an installation as parts and joints", () => {
  it("has every end of what is inside a part at one of its ports, or at a point of its own", () => {
    fc.assert(
      fc.property(trains, choices, (units, choice) => {
        for (const { ports, inside } of schemeOf(units, choice).parts) {
          const own = new Set(inside.points?.map((p) => p.id));
          const outside = new Set(["air", "drain"]);
          for (const way of inside.ways ?? [])
            for (const end of [way.from, way.to])
              expect(end in ports || own.has(end) || outside.has(end), `${way.id}: ${end}`).toBe(true);
          for (const handle of inside.handles ?? [])
            expect(handle.watches === undefined || handle.watches in ports, handle.id).toBe(true);
        }
      }),
    );
  });

  it("leaves no port open, and no joint without a part", () => {
    fc.assert(
      fc.property(trains, choices, (units, choice) => {
        const { joints, parts } = schemeOf(units, choice);
        const met = new Set(parts.flatMap((p) => Object.values(p.ports)));
        const ids = new Set(joints.map((j) => j.id));
        for (const joint of met) expect(ids, joint).toContain(joint);
        for (const { id, kind } of joints)
          if (kind !== "air" && kind !== "drain") expect(met, id).toContain(id);
      }),
    );
  });

  it("comes to a rig of just what its parts have inside, each once", () => {
    fc.assert(
      fc.property(trains, choices, (units, choice) => {
        const scheme = schemeOf(units, choice);
        const rig = rigOf(scheme, choice);
        expect(faultsOf(rig)).toEqual([]);
        const inside = scheme.parts.map((p) => p.inside);
        expect(rig.edges.map((e) => e.id)).toEqual(inside.flatMap((i) => (i.ways ?? []).map((w) => w.id)));
        expect(rig.handles.map((h) => h.id)).toEqual(
          inside.flatMap((i) => (i.handles ?? []).map((h) => h.id)),
        );
        expect(rig.units.map((u) => u.key)).toEqual(
          inside.flatMap((i) => (i.treats ?? []).map((u) => u.key)),
        );
        expect(rig.nodes).toHaveLength(scheme.joints.length + inside.flatMap((i) => i.points ?? []).length);
      }),
    );
  });

  it("has a head as a part of four ports, and an RO's membrane inside it", () => {
    const { parts } = schemeOf([carbon({ head: arrows }), osmosis()], home);
    const head = parts.find((p) => p.inside.handles?.some((h) => h.role === "head"))!;
    expect(head.ports).toEqual({ from: "trainIn", inlet: "u1.in", outlet: "u1.out", on: "u1.after" });
    const ro = parts.find((p) => p.inside.treats?.some((t) => t.key === "u4"))!;
    expect(ro.ports).toEqual({ feed: "u4.pre", product: "u4.product" });
    expect(ro.inside.points!.map((p) => p.role).filter(Boolean)).toEqual(["membrane"]);
    expect(ro.inside.handles!.map((h) => h.role)).toEqual(["line", "shutOff"]);
  });

  it("is a capped bypass while it has no units, and the house's whole pipe where all of them are on branches", () => {
    const alone = rigOf(schemeOf([], home), home);
    const normal = (role: string) => alone.handles.find((h) => h.role === role)?.normal;
    expect(["inlet", "outlet", "bypass", "stubIn", "stubOut"].map(normal)).toEqual([
      "closed",
      "closed",
      "open",
      "capped",
      "capped",
    ]);
    const { joints } = schemeOf([osmosis()], home);
    expect(joints.map((j) => j.id)).not.toContain("before");
  });

  it("has caps that are joined later round its train only where a bypass gives water before", () => {
    const later = (arrangement: SchemeChoice["arrangement"]) =>
      rigOf(schemeOf([carbon()], { ...home, arrangement }), home)
        .handles.filter((h) => h.positions.some((p) => p.name === "joined"))
        .map((h) => h.role);
    expect(later("threeValve")).toEqual(["stubIn", "stubOut"]);
    expect(later("heads")).toEqual([]);
    expect(later("none")).toEqual([]);
  });
});
