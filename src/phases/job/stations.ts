import type { JobState, PhasePage } from "@/core/job";
import { familyOf } from "@/core/families";
import type { Source } from "@/core/water";
import { siteFacts } from "@/core/site";
import { tell } from "@/core/tell";

import type { TrainJudgement } from "@/core/train";
import { print, type UnitSystem } from "@/core/units";
import type { LineStation } from "@/ui/line/station";
import { liveOf } from "./live";

const sourceWords: Readonly<Record<Source, string>> = {
  municipal: "from the street",
  well: "from the well",
  shallowWell: "from the shallow well",
  surface: "from the intake",
};

/**
 * What is left at the peak, 0–1 of the pressure at rest, where so much of it was taken on the way;
 * undefined while it is not known.
 */
function leftAt(
  taken: number | undefined,
  rest: number | undefined,
  { pressurePeak, takenPeak }: TrainJudgement["house"],
): number | undefined {
  if (!rest || taken === undefined || pressurePeak === undefined || takenPeak === undefined) return undefined;
  return Math.min(1, Math.max(0, (pressurePeak + takenPeak - taken) / rest));
}

/** The Line of a job for a phase: main, units in water's order, house. */
export function stationsOf(
  job: JobState,
  judged: TrainJudgement,
  phase: PhasePage,
  now: number,
  profile: UnitSystem,
): LineStation[] {
  const facts = siteFacts(job.answers);
  const base = `/jobs/${job.id}/${phase}`;
  const left = (taken: number | undefined) => leftAt(taken, facts.staticPressure, judged.house);
  const main: LineStation = {
    key: "main",
    name: "Main",
    shape: "main",
    branch: false,
    line: facts.source ? sourceWords[facts.source] : "source not surveyed",
    markIn: "raw",
    markOut: "raw",
    href: phase === "site" ? `${base}#source` : base,
    pressure:
      facts.staticPressure === undefined ? undefined : print(facts.staticPressure, "pressure", profile),
  };
  const units = judged.stations.map((s): LineStation => {
    return {
      key: s.key,
      name: `${s.model.code}${s.unit.parallel > 1 ? ` × ${s.unit.parallel}` : ""}`,
      shape: familyOf(s.model).shape,
      branch: s.placement.connects !== "line",
      // What leaves the line paints it as the house has it, whatever the branch's own water is.
      markIn: s.placement.connects === "line" ? s.markIn : judged.house.mark,
      markOut: s.markOut,
      href:
        phase === "train"
          ? `${base}?at=${s.key}`
          : phase === "run"
            ? `${base}?at=${s.key}`
            : phase === "site"
              ? `${base}#water`
              : `${base}#unit-${s.key}`,
      ...(phase === "run" && job.run
        ? liveOf(job, s.key, now)
        : { level: s.level, line: s.headline ? tell(s.headline, profile).reason : "nothing to judge" }),
      pressure:
        s.pressureIn === undefined || s.placement.connects !== "line"
          ? undefined
          : print(s.pressureIn, "pressure", profile),
      left: left(s.placement.connects === "line" ? s.takenPeak : judged.house.takenPeak),
    };
  });
  const last = judged.house;
  return [
    main,
    ...units,
    {
      key: "house",
      name: "House",
      shape: "house",
      branch: false,
      line: "cold, then heater",
      markIn: last.mark,
      markOut: last.mark,
      href: phase === "train" ? `${base}?at=house` : phase === "site" ? `${base}#household` : base,
      pressure:
        last.pressurePeak === undefined
          ? undefined
          : `${print(Math.max(0, last.pressurePeak), "pressure", profile)} left at peak`,
      left: left(last.takenPeak),
    },
  ];
}
