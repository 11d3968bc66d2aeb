import type { JobState } from "@/core/job";
import { place } from "@/core/fit/place";
import type { Standing } from "@/core/fit/standing";
import { draftBasis, fitOf } from "@/core/record";
import { judgeJob } from "@/core/train";
import { knowledge, surveyed, type Desk } from "./desk";

/** A wall of which all is known that pipes and places need, by field and answer. */
export const measuredWall = {
  "cutin.pipe": "pex",
  "cutin.size": "3/4",
  "space.width": "150 in",
  "space.height": "96 in",
  "cutin.x": "12 in",
  "cutin.height": "84 in",
  "cutin.runs": "right",
} as const;

/** What is known of a draft's wall, units and pipes. */
export const fitted = (job: JobState) => fitOf(job, judgeJob(draftBasis(job), knowledge), knowledge);

/** Where the search puts the units of a draft on its wall. Throws where they have no place there. */
export function placesOf(job: JobState): Record<string, Standing> {
  const fit = fitted(job);
  if (fit.found.is !== "known") throw new Error("nobody measured the wall");
  const { best } = place(fit.found.wall, fit.units, { step: 100, clear: 30, patience: 50_000 });
  if (!best) throw new Error("its units have no place on this wall");
  return Object.fromEntries(fit.units.map((u, i) => [u.key, best.standings[i]!]));
}

/** A design with these units on a wall that was measured, not placed yet; `SF-150x2` are two side by side. */
export function plannedTrain(
  answers: Readonly<Record<string, string>> = {},
  units: readonly string[] = ["PS-20", "SF-150"],
): Desk {
  const d = surveyed().answer({ ...measuredWall, ...answers });
  return d.do({
    kind: "designChanged",
    units: units.map((text, i) => {
      const [model, parallel = "1"] = text.split("x") as [string, string?];
      return { key: `u${i + 1}`, model, parallel: Number(parallel) };
    }),
    what: "Its units",
    seen: d.job.designSeq,
  });
}
/** A design with each of its units where the search puts it. */
export const placeAll = (d: Desk): Desk =>
  d.do({ kind: "unitsPlaced", places: placesOf(d.job), what: "placed", seen: d.job.designSeq });

/** Two housings far enough apart for every way to join them; `answers`: what else is known of the house. */
export function roomyTrain(answers: Readonly<Record<string, string>> = {}): Desk {
  const d = plannedTrain(answers, ["PS-20", "CB-20"]);
  const at = (x: number): Standing => ({ x, y: 1200, lies: false, mirrored: false });
  const places = { u1: at(600), u2: at(1300) };
  return d.do({ kind: "unitsPlaced", places, what: "placed", seen: d.job.designSeq });
}
