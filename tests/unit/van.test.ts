import { describe, expect, it } from "vitest";
import { fittings } from "@/catalogue/fittings";
import { joints as rules } from "@/catalogue/joints";
import { summarise } from "@/core/record";
import { broughtOf } from "@/core/plumbing/brought";
import { jointsByPlace } from "@/core/plumbing/made";
import { noGround, takeOff } from "@/core/plumbing/takeOff";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { leftOver, lineState, substitutesOf, waitsFor } from "@/core/plumbing/van";
import { missingParts } from "@/core/job";
import { insteadOf } from "@/phases/parts/instead";
import { knowledge, signedDesign } from "./desk";
import { all, built, line as unitsOf, pex } from "./piped";

const line = (of: Partial<TakeOffLine>): TakeOffLine => ({
  id: "fitting x",
  group: "fittings",
  what: "elbow",
  count: 4,
  unit: "pieces",
  why: [],
  ...of,
});

describe("packing the van", () => {
  it("is open until somebody says so, and open again where more is asked for than was packed", () => {
    expect(lineState(line({}), undefined)).toBe("open");
    expect(lineState(line({}), { what: "elbow", state: "loaded", count: 4 })).toBe("loaded");
    expect(lineState(line({ count: 5 }), { what: "elbow", state: "loaded", count: 4 })).toBe("open");
    expect(lineState(line({ count: 3 }), { what: "elbow", state: "loaded", count: 4 })).toBe("loaded");
    expect(lineState(line({ count: 5 }), { what: "elbow", state: "missing", count: 4 })).toBe("missing");
  });

  it("names what was packed for a design that has changed since", () => {
    const marks = {
      "fitting x": { what: "elbow", state: "loaded" },
      "fitting y": { what: "tee", state: "loaded" },
      "fitting z": { what: "valve", state: "missing" },
    } as const;
    expect(leftOver([line({})], marks)).toEqual(["tee"]);
    expect(leftOver([line({}), line({ id: "fitting y" })], marks)).toEqual([]);
  });

  it("knows of every line what waits for it: where the joints are made that need it", () => {
    const { assembly } = built(["PS-20", "SF-100"], { house: pex, train: pex, threads: "rule" });
    const words = { pipe: () => "pipe", rules, anchors: {}, profile: "metric" as const };
    const units = unitsOf(["PS-20", "SF-100"]).map((u) => broughtOf(u, "line"));
    const lines = takeOff(assembly!, units, noGround, words);
    const places = jointsByPlace(assembly!);
    const at = (id: string) =>
      waitsFor(
        lines.find((l) => l.id === id)!,
        assembly!,
      );
    // Rings are pressed everywhere; an elbow is pressed at the bench; a glove is needed by no joint.
    expect(at("ring 1 crimp")).toEqual(
      (["bench", "house", "train"] as const).filter((p) => places[p].some((j) => j.kind === "crimp")),
    );
    expect(at("fitting elbow90-crimp-pex-1")).toContain("bench");
    expect(at("site gloves")).toEqual([]);
    expect(at("units SF-100")).toContain("bench");
    expect(at("units salt")).toEqual([]);
    // A pipe that is not built at the bench is not hung on the wall.
    expect(at("pipe pex 1")).toEqual(["bench", "house", "train"]);
  });

  it("offers instead of a fitting only what has its shape between the same ports", () => {
    for (const fitting of all)
      for (const other of substitutesOf(fitting, all)) {
        expect(other.id).not.toBe(fitting.id);
        expect(other.shape).toBe(fitting.shape);
        expect(other.ports.map((p) => [p.system, p.size, p.gender])).toEqual(
          fitting.ports.map((p) => [p.system, p.size, p.gender]),
        );
      }
    const elbow = fittings.get("elbow90-crimp-pex-1")!;
    // What bears less, or what nobody rated, comes instead of nothing.
    const pushed = all.find((f) => f.id === "elbow90-pushfit-pex-1")!;
    expect(substitutesOf(pushed, all).map((f) => f.id)).not.toContain("elbow90-crimp-pex-1");
    const { rating: _rating, ...unrated } = pushed;
    expect(substitutesOf(elbow, [unrated])).toEqual([]);
    const ids = substitutesOf(elbow, all).map((f) => f.id);
    expect(ids).toContain("elbow90-pushfit-pex-1");
    expect(ids.every((id) => id.startsWith("elbow90-"))).toBe(true);
    const { assembly } = built(["PS-20", "SF-100"], { house: pex, train: pex, threads: "rule" });
    expect(insteadOf(line({ id: "fitting elbow90-crimp-pex-1" }), assembly!, all).join()).toContain(
      "push-fit",
    );
    expect(insteadOf(line({ id: "pipe pex 1" }), assembly!, all)).toEqual([]);
  });

  it("keeps what is packed by line, takes it out again, and says what is missing on the job and on Today", () => {
    const d = signedDesign();
    const check = (part: string, state: "loaded" | "missing" | "open") =>
      d.do({ kind: "partChecked", part, what: `the ${part}`, state, count: 2 });
    check("ring", "loaded");
    check("tee", "missing");
    expect(missingParts(d.job)).toEqual(["the tee"]);
    expect(summarise(d.job, d.now, knowledge)).toMatchObject({
      level: "Check",
      next: "Missing: the tee",
    });
    check("tee", "loaded");
    check("ring", "open");
    expect(Object.keys(d.job.parts)).toEqual(["tee"]);
    expect(missingParts(d.job)).toEqual([]);
    expect(summarise(d.job, d.now, knowledge).next).toBe("Start the run");
  });
});
