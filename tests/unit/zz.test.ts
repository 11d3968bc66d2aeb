import { it } from "vitest";
import { draftBasis, fitOf } from "@/core/record";
import { judgeJob } from "@/core/train";
import { placingOf } from "@/core/fit/place";
import { misfits } from "@/core/fit/judge";
import { knowledge, surveyed } from "./desk";
import { measuredWall, placesOf } from "./placing";
it("x", () => {
  const d = surveyed().answer({ ...measuredWall, "space.depth": "11.5 in" });
  d.do({
    kind: "designChanged",
    units: ["PS-20", "CB-20"].map((model, i) => ({ key: `u${i + 1}`, model, parallel: 1 })),
    what: "x",
    seen: d.job.designSeq,
  });
  d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "placed", seen: d.job.designSeq });
  for (const way of [
    { system: "pex", method: "crimp", ring: "crimp" },
    { system: "pex", method: "crimp", ring: "crimp", wall: "pushFit" },
    { system: "pex", method: "pushFit", ring: "crimp" },
  ] as const) {
    const fit = fitOf(d.job, judgeJob(draftBasis(d.job), knowledge), knowledge, { way });
    console.log(
      JSON.stringify(way),
      fit.plan!.unjoined.length,
      fit.plan!.house?.length,
      fit.plan!.deeper,
      JSON.stringify(fit.plan!.onWall),
      fit.found.is,
    );
    if (fit.found.is !== "known") {
      console.log(JSON.stringify(fit.found));
      continue;
    }
    const st = fit.units.map((u) => d.job.places[u.key]!);
    console.log(
      JSON.stringify(st),
      JSON.stringify(fit.units.map((u) => [u.inlet, u.outlet])),
      JSON.stringify(misfits(fit.found.wall, fit.units, st)),
      JSON.stringify([fit.found.wall.from, fit.found.wall.to]),
    );
    console.log(JSON.stringify(placingOf(fit.found.wall, fit.units, st, 30)?.routes.map((r) => r.points)));
  }
});
