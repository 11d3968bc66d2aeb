import { describe, expect, it } from "vitest";
import { place } from "@/core/fit/place";
import { usualPlacing } from "@/core/fit/patience";
import { pack } from "@/core/fit/pack";
import type { Wall } from "@/core/fit/wall";
import { whyNoWay } from "@/core/fit/whyNoWay";
import { surveys } from "@/data/demo/surveys";
import { surveyed } from "./desk";
import { box, tank, wall } from "./fit";
import { fitted } from "./placing";

const quick = { ...usualPlacing, step: 100, patience: 20_000 };
const hasWay = (changed: Wall, units: Parameters<typeof place>[1]) =>
  place(changed, units, quick).best !== undefined;

describe("why pipes find no way where everything stands", () => {
  it("is how much wider the flats' cupboard would have to be, and not less", () => {
    const d = surveyed().answer({ ...surveys.flats, "space.width": "86 in" });
    const units = [
      { key: "u1", model: "KT-1354", parallel: 2 },
      { key: "u2", model: "SF-300", parallel: 2 },
    ];
    d.do({ kind: "designChanged", units, what: "Two and two", seen: d.job.designSeq });
    const fit = fitted(d.job);
    if (fit.found.is !== "known") throw new Error("nobody measured the wall");
    const narrow = fit.found.wall;
    expect(pack(narrow, fit.units).is).toBe("fits");
    expect(hasWay(narrow, fit.units)).toBe(false);
    const wider = whyNoWay(narrow, fit.units).find((r) => r.is === "wider")!;
    expect(hasWay({ ...narrow, width: narrow.width + wider.by }, fit.units)).toBe(true);
    expect(hasWay({ ...narrow, width: narrow.width + wider.by - 50 }, fit.units)).toBe(false);
  });

  it("names what stands before the cut, and each thing that it names is enough alone", () => {
    const blocked = wall(2000, {
      obstacles: [box("shelf", 0, 1745, 2000, 40), box("window", 1500, 1900, 200, 200)],
    });
    const units = [tank("u1")];
    expect(pack(blocked, units).is).toBe("fits");
    expect(hasWay(blocked, units)).toBe(false);
    const found = whyNoWay(blocked, units);
    expect(found).toContainEqual({ is: "without", obstacle: "shelf" });
    expect(found).not.toContainEqual({ is: "without", obstacle: "window" });
    for (const remedy of found) {
      const changed: Wall =
        remedy.is === "wider"
          ? { ...blocked, width: blocked.width + remedy.by }
          : remedy.is === "higher"
            ? { ...blocked, height: blocked.height + remedy.by }
            : remedy.is === "cut"
              ? {
                  ...blocked,
                  from: { ...blocked.from, y: blocked.from.y + remedy.by },
                  to: { ...blocked.to, y: blocked.to.y + remedy.by },
                }
              : {
                  ...blocked,
                  obstacles: blocked.obstacles.filter(
                    (o) => remedy.is === "without" && o.id !== remedy.obstacle,
                  ),
                };
      expect(hasWay(changed, units), JSON.stringify(remedy)).toBe(true);
    }
  });

  it("tells how many walls it has looked at", () => {
    const told: number[] = [];
    whyNoWay(wall(2000, { obstacles: [box("shelf", 0, 1745, 2000, 40)] }), [tank("u1")], (n) => told.push(n));
    expect(told).toEqual(told.map((_, i) => i + 1));
    expect(told.length).toBeGreaterThan(2);
  });
});
