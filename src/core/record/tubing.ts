import { atSinkOf, cabinetOf, type CabinetFound } from "../fit/cabinet";
import { measuredTubes, tubingOf, type SurveyedThreads, type Tubing } from "../fit/tubes";
import { waysUnderSink } from "../fit/tubeWays";
import type { SurveyAnswers } from "../site";
import type { TrainJudgement } from "../train";
import type { Placed } from "./basis";

/** What stands under a job's sink, and the tubes of all its units that are not in the house's line. */
export interface TubingOfJob {
  /** Absent: nothing of the design is at a sink. */
  readonly cabinet?: CabinetFound;
  readonly tubing: Tubing;
  readonly threads: SurveyedThreads;
}

/** The fields of the survey that say what tubes and their adapters are joined to. */
const asked: Readonly<Record<keyof SurveyedThreads, string>> = {
  stop: "sink.stopSize",
  hose: "sink.hoseSize",
  tap: "appliance.tap",
  appliance: "appliance.thread",
};

/** The tubes of a design, with their lengths where its cabinet is measured and all of it goes in. */
export function tubingOfJob(
  answers: SurveyAnswers,
  { stations }: Pick<TrainJudgement, "stations">,
  places: Placed["places"] = {},
): TubingOfJob {
  const threads: SurveyedThreads = Object.fromEntries(
    Object.entries(asked).flatMap(([thread, field]) => {
      const text = answers[field]?.text;
      return text ? [[thread, text]] : [];
    }),
  );
  const tubing = tubingOf(stations, threads);
  const atSink = atSinkOf(stations);
  if (atSink.length === 0) return { threads, tubing };
  const cabinet = cabinetOf(answers, atSink, places);
  if (cabinet.is !== "fits") return { threads, cabinet, tubing };
  const ways = waysUnderSink(cabinet.room, cabinet.units, cabinet.standings);
  return { threads, cabinet, tubing: { ...tubing, tubes: measuredTubes(tubing.tubes, ways) } };
}
