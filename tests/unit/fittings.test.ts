import { describe, expect, it } from "vitest";
import { fittings } from "@/catalogue/fittings";
import { methodsOf, pipeSizes } from "@/catalogue/fittings/sizes";
import { inLine, pipeEnd, thread, type CatalogueFitting, type PipeSystem } from "@/core/plumbing/fittings";
import { mates, transitions, type PortType } from "@/core/plumbing/transitions";

const all = [...fittings.values()];
const line = inLine(all);
const chain = (from: PortType, to: PortType) =>
  transitions(line, from, to)[0]?.fittings.map((f) => f.fitting.id);
const systems = Object.keys(methodsOf) as PipeSystem[];

describe("the catalogue of fittings", () => {
  it("has at least 160, each with a name, a price and two ports of its own kind", () => {
    expect(all.length).toBeGreaterThanOrEqual(160);
    expect(new Set(all.map((f) => f.name)).size).toBe(all.length);
    for (const f of all) {
      expect(f.price, f.id).toBeGreaterThan(0);
      for (const [i, port] of f.ports.entries()) {
        const isThread = port.gender === "male" || port.gender === "female";
        expect(f.methods[i] === undefined, `${f.id} ${i}`).toBe(isThread);
        expect(f.layingMm[i]! > 0, `${f.id} ${i}`).toBe(f.flexible === undefined);
        expect(f.insertionMm[i] === undefined, `${f.id} ${i}`).toBe(isThread);
        if (!isThread) expect(methodsOf[port.system as PipeSystem]).toContain(f.methods[i]);
      }
    }
  });

  it("has the handbook's depths", () => {
    const depths = (id: string): [number | undefined, number | undefined] => {
      const f: CatalogueFitting = fittings.get(id)!;
      return [f.insertionMm[0], f.layingMm[0]];
    };
    expect(depths("elbow90-crimp-pex-3.4")).toEqual([19, 18]);
    expect(depths("tee-pushfit-copper-1")).toEqual([33, 20]);
    expect(depths("coupling-solder-copper-1.2")).toEqual([13, 1]);
    expect(depths("elbow90-cement-pvc-1-1.4")).toEqual([25, 20]);
  });

  it("has no 45 for PEX", () => {
    const bent = all.filter((f) => f.shape === "elbow45").map((f) => f.ports[0].system);
    expect(new Set(bent)).toEqual(new Set(["copper", "cpvc", "pvc"]));
  });

  it("leads from any pipe to any other pipe of its size, and to its threads", () => {
    for (const size of pipeSizes)
      for (const one of systems) {
        for (const other of systems)
          expect(chain(pipeEnd(one, size), pipeEnd(other, size)), `${size} ${one} ${other}`).toBeDefined();
        for (const gender of ["male", "female"] as const)
          expect(
            chain(pipeEnd(one, size), thread("NPT", size, gender)),
            `${size} ${one} ${gender}`,
          ).toHaveLength(1);
      }
  });

  it("takes three-quarter copper to a unit's one-inch thread by a single push-fit", () => {
    expect(chain(pipeEnd("copper", "3/4"), thread("NPT", "1", "female"))).toEqual([
      "adapter-pushfit-copper-3.4-1-male",
    ]);
  });

  it("joins a parallel thread, or a hose's, to a taper one by an adapter alone", () => {
    const [g, npt] = [thread("G", "3/4", "male"), thread("NPT", "3/4", "female")];
    expect(mates(g, npt)).toBe(false);
    expect(chain(g, npt)).toEqual(["npt-g-3.4-female"]);
    expect(chain(thread("GHT", "3/4", "male"), npt)).toEqual(["hose-npt-female"]);
    expect(chain(thread("G", "1-1/4", "male"), npt)).toBeUndefined();
  });

  it("offers nothing that bends or branches as a transition", () => {
    expect(line.some((f) => ["elbow90", "elbow45", "tee"].includes(f.shape))).toBe(false);
    expect(line.length).toBeGreaterThan(100);
  });
});
