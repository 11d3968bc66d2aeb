import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  aimed,
  composeRig,
  editRig,
  feedHandle,
  inService,
  lineHandles,
  onLine,
  waterAt,
  type Arrangement,
  type Rig,
  type SchemeChoice,
  type RigEdit,
  type SchemeUnit,
} from "@/core/rig";
import { faultsOf } from "@/core/rig/faults";
import { rigFor } from "@/core/record";
import { drawingOf } from "@/phases/valves/drawing";
import { shapesOf, type Group } from "@/phases/valves/shapes";
import { knowledge } from "./desk";
import { arrows, carbon, chamber, osmosis, part, rigOf, softener } from "./rigs";

const heads = { head: arrows };
/** Parts of a train in any order, with their keys. */
const parts: readonly SchemeUnit[] = [
  part("u5", "CH-3", "cartridge", { media: false, gentle: "half", vent: { name: "vent screw" } }),
  carbon(),
  softener({ parallel: 2 }),
  chamber(),
  osmosis(),
];
const choices = fc.record({
  arrangement: fc.constantFrom<Arrangement>("threeValve", "heads"),
  outdoor: fc.constantFrom<SchemeChoice["outdoor"]>("before", "after", "none"),
  heater: fc.constantFrom<SchemeChoice["heater"]>("electric", "other", "none"),
  expansion: fc.boolean(),
  source: fc.constant<SchemeChoice["source"]>("safe"),
  drainCock: fc.boolean(),
});
const rigs = fc
  .tuple(fc.shuffledSubarray([...parts]), choices, fc.boolean())
  .map(([some, choice, withHeads]) => {
    const placed = withHeads ? some.map((p) => (p.media ? { ...p, ...heads } : p)) : some;
    return { parts: placed, choice, rig: composeRig(placed, choice) };
  });

describe("a rig that is composed", () => {
  it("hangs together, whatever the train and the choice", () => {
    fc.assert(
      fc.property(rigs, ({ rig }) => {
        expect(faultsOf(rig)).toEqual([]);
      }),
    );
  });

  it("has every unit of the line on the house's way, and none of a branch", () => {
    fc.assert(
      fc.property(rigs, ({ rig, parts: placed }) => {
        for (const p of placed) {
          const units = rig.units.filter((u) => u.key === p.key || u.group === p.key);
          expect(units.length).toBe(p.branch ? 1 : p.parallel);
          for (const u of units) expect(onLine(rig, u.key), u.name).toBe(!p.branch);
        }
      }),
    );
  });

  it("gives the house what its units make of the water, in service", () => {
    fc.assert(
      fc.property(rigs, ({ rig, parts: placed }) => {
        const marks = new Set(waterAt(rig, inService(rig)).get("house")!.marks);
        const line = placed.filter((p) => !p.branch);
        for (const p of line) for (const m of p.marks) expect(marks.has(m), `${p.name}: ${m}`).toBe(true);
        expect(marks.has("raw")).toBe(line.length === 0);
      }),
    );
  });

  it("has what stands on the ports of a unit in the line: a pump on its feed, a reactor behind it", () => {
    const pump = part("u6", "HB-300", "booster", {
      on: { unit: "u1", port: "feed" },
      media: false,
      flush: false,
      marks: [],
      pump: { pressureSwitch: true },
    });
    const reactor = chamber({ key: "u7", name: "UV-L", on: { unit: "u1", port: "product" } });
    const rig = rigOf([carbon(), pump, reactor]);
    expect(faultsOf(rig)).toEqual([]);
    expect(["u6", "u1", "u7"].every((key) => onLine(rig, key))).toBe(true);
    expect(waterAt(rig, inService(rig)).get("house")!.marks).toEqual(["filtered", "disinfected"]);
    expect(rig.handles.some((h) => h.powers === "u6")).toBe(true);
  });

  it("takes a vessel of the design for what the heater warms", () => {
    const units = (codes: readonly string[]) =>
      codes.map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 }));
    const expands = (codes: readonly string[]) =>
      rigFor({}, { units: units(codes), answers: {} }, knowledge).nodes.find((n) => n.kind === "heater")!
        .expansion;
    expect([expands(["SF-150"]), expands(["SF-150", "EV-8"])]).toEqual([undefined, true]);
  });

  it("gives outdoor taps raw water before the treatment, and treated behind it", () => {
    const rack = [carbon(), softener()];
    const outdoors = (outdoor: SchemeChoice["outdoor"]) => {
      const rig = rigOf(rack, { outdoor });
      return waterAt(rig, inService(rig)).get("outdoor")?.marks;
    };
    expect(outdoors("before")).toEqual(["raw"]);
    expect(outdoors("after")).toEqual(["filtered", "softened"]);
    expect(outdoors("none")).toBeUndefined();
  });
});

describe("the line", () => {
  const names = (rig: Rig) => lineHandles(rig).sort();

  it("of three valves round a train is its valves, its stubs and the main", () => {
    expect(names(rigOf([carbon()], { heater: "electric" }))).toEqual(
      ["bypass", "inlet", "mainValve", "outlet", "stubIn", "stubOut"].sort(),
    );
  });

  it("of heads is the heads and the valves beside them; a branch's valve is not on it", () => {
    const line = names(
      rigOf([carbon(heads), osmosis()], { arrangement: "heads", outdoor: "none", heater: "none" }),
    );
    expect(line).toContain("u1.head");
    expect(line.some((h) => h.startsWith("u4"))).toBe(false);
  });

  it.each([
    ["three valves", rigOf([carbon(), softener()]), "inlet"],
    ["a head on each unit", rigOf([carbon(heads), softener(heads)], { arrangement: "heads" }), "inlet"],
    ["valves beside a chamber", rigOf([chamber()], { arrangement: "heads" }), "u3.before"],
  ] as const)("lets water in at the last valve before the first unit: %s", (_, rig, feed) => {
    expect(feedHandle(rig)).toBe(feed);
  });
});

describe("a wish", () => {
  const rig = rigOf([carbon(), softener({ parallel: 2 })], { heater: "electric" });

  it("for equal units side by side is for both", () => {
    expect(aimed(rig, { want: "serve", unit: "u2" }).goal.serves).toEqual(["u2a", "u2b"]);
    expect(aimed(rig, { want: "isolate", unit: "u2" }).title).toBe(
      "Isolate SF-150 1 and SF-150 2, house fed",
    );
  });

  it("for a unit that is not there is refused", () => {
    expect(() => aimed(rig, { want: "fill", unit: "u9" })).toThrow("no unit u9");
    expect(() => aimed(rig, { want: "flush", unit: "u1", at: "attic" })).toThrow("no handle opens attic");
  });

  it("leaves out of a stand what the rig has not", () => {
    const { goal, title } = aimed(rig, {
      want: "stand",
      unit: "u1",
      positions: { inlet: "closed", attic: "open" },
    });
    expect(goal.positions).toEqual({ inlet: "closed" });
    expect(title).toBe("Inlet valve of the bypass closed");
    expect(aimed(rig, { want: "stand", unit: "u1", positions: { attic: "open" } }).title).toBe(
      "Nothing to turn",
    );
  });

  it("to restore opens the valve at the main by what it does, not by what it is called", () => {
    const called = (id: string) => (id === "mainValve" ? "theirs" : id);
    const renamed: Rig = {
      ...rig,
      handles: rig.handles.map((h) => ({ ...h, id: called(h.id) })),
    };
    expect(aimed(rig, { want: "restore" }).goal.positions).toMatchObject({ mainValve: "open" });
    expect(aimed(renamed, { want: "restore" }).goal.positions).toMatchObject({ theirs: "open" });
  });
});

describe("a change of a rig", () => {
  const place = fc.string({ maxLength: 12 });
  const additions = (rig: Rig) =>
    fc.oneof(
      fc.record({
        do: fc.constant("addOpening" as const),
        at: fc.constantFrom(...rig.nodes.map((n) => n.id)),
        opening: fc.constantFrom("vent" as const, "drainCock" as const, "hose" as const),
        name: fc.constant("New one"),
        place,
      }),
      fc.record({
        do: fc.constant("addValve" as const),
        unit: fc.constantFrom("u9", ...rig.units.map((u) => u.key)),
        side: fc.constantFrom("before" as const, "behind" as const),
        name: fc.constant("New one"),
        place,
      }),
      fc.record({ do: fc.constant("addMixer" as const), name: fc.constant("New one"), place }),
    );

  it("leaves a rig that hangs together, or says in words why it cannot be made", () => {
    fc.assert(
      fc.property(
        rigs.chain(({ rig }) => fc.tuple(fc.constant(rig), additions(rig))),
        ([rig, edit]) => {
          const done = editRig(rig, edit as RigEdit);
          if (!done.ok) {
            expect(done.error).toMatch(/^[A-Z]/);
            return;
          }
          expect(faultsOf(done.rig)).toEqual([]);
          expect(done.rig.handles).toHaveLength(rig.handles.length + 1);
          expect(editRig(done.rig, edit as RigEdit).ok, "the same name twice").toBe(false);
        },
      ),
    );
  });

  it("is taken back by removing what was added: the same handles, and the same water in service", () => {
    fc.assert(
      fc.property(
        rigs.chain(({ rig }) => fc.tuple(fc.constant(rig), additions(rig))),
        ([rig, edit]) => {
          const done = editRig(rig, edit as RigEdit);
          if (!done.ok) return;
          const added = done.rig.handles.at(-1)!.id;
          const back = editRig(done.rig, { do: "remove", handle: added });
          if (!back.ok) throw new Error(back.error);
          expect(back.rig.handles).toEqual(rig.handles);
          const marks = (of: Rig) => waterAt(of, inService(of)).get("house")!.marks;
          expect(marks(back.rig)).toEqual(marks(rig));
        },
      ),
    );
  });

  it("ties a handle and lets it go again", () => {
    const rig = rigOf([carbon()]);
    const tied = editRig(rig, { do: "tie", handle: "bypass", tied: true });
    if (!tied.ok) throw new Error(tied.error);
    expect(tied.rig.handles.find((h) => h.id === "bypass")!.tied).toBe(true);
    const loose = editRig(tied.rig, { do: "tie", handle: "bypass", tied: false });
    expect(loose).toEqual({ ok: true, rig });
  });
});

describe("what is drawn of a rig", () => {
  const whole = rigOf([carbon(heads), softener(heads), chamber(), osmosis()], {
    outdoor: "before",
    heater: "electric",
  });
  const drawn = async (positions: Record<string, string> = {}) => {
    const drawing = await drawingOf(whole, "down");
    return { drawing, groups: shapesOf(drawing, whole, inService(whole, positions)) };
  };
  const words = (g: Group) => g.shapes.flatMap((s) => (s.is === "text" ? [s.text] : []));

  it("can be touched inside the thing that it stands on", async () => {
    const { drawing, groups } = await drawn();
    for (const g of groups.filter((x) => x.touch)) {
      const [x, y, w, h] = g.touch!;
      const inside = drawing.items.some(
        (i) => x >= i.x - 1 && y >= i.y - 1 && x + w <= i.x + i.w + 1 && y + h <= i.y + i.h + 1,
      );
      expect(inside, g.id).toBe(true);
    }
  });

  it("says how each head stands, and draws the ways it shuts thin", async () => {
    const service = await drawn();
    const bypass = await drawn({ "u1.head": "bypass" });
    const body = (groups: readonly Group[]) => groups.find((g) => g.id === "h:u1.head")!;
    expect(words(body(service.groups))).toContain("head at service");
    expect(words(body(bypass.groups))).toContain("head at bypass");
    const thin = (groups: readonly Group[]) =>
      groups
        .find((g) => g.id === "h:u1.head:head")!
        .shapes.filter((s) => s.is === "path" && s.stroke === "hair").length;
    expect([thin(service.groups), thin(bypass.groups)]).toEqual([1, 2]);
  });

  it("says of a dry house that it is cut off, and of a fed one what its water has passed", async () => {
    const house = (groups: readonly Group[]) => words(groups.find((g) => g.id === "n:house")!).join(" ");
    expect(house((await drawn()).groups)).toContain("softened");
    expect(house((await drawn({ mainValve: "closed", coldTap: "open" })).groups)).not.toContain("flowing");
  });
});
