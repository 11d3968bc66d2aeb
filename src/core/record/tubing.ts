import { cabinetOf, ownWallOf, standingAt, type RoomFound } from "../fit/cabinet";
import { measuredTubes, tubingOf, type SurveyedThreads, type Tubing } from "../fit/tubes";
import { waysInRoom } from "../fit/tubeWays";
import type { SurveyAnswers } from "../site";
import type { TrainJudgement } from "../train";
import type { Placed } from "./basis";

/**
 * What stands under a job's sink or hangs at its cold pipe, and the tubes of all its units that are not in
 * the house's line.
 */
export interface TubingOfJob {
  /** Absent: nothing of the design is at a sink. */
  readonly cabinet?: RoomFound;
  /**
   * Of units at the cold pipe; absent: there are none, or the train stands on that wall, and nobody has
   * said which other is theirs.
   */
  readonly ownWall?: RoomFound;
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
  const [atSink, atWall] = [standingAt("sink", stations), standingAt("supply", stations)];
  const hasTrain = stations.some((s) => s.placement.connects === "line");
  const cabinet = atSink.length > 0 ? cabinetOf(answers, atSink, places) : undefined;
  const ownWall = atWall.length > 0 && !hasTrain ? ownWallOf(answers, atWall, places) : undefined;
  const ways = [cabinet, ownWall].flatMap((room) =>
    room?.is === "fits" ? [waysInRoom(room.room, room.units, room.standings)] : [],
  );
  return {
    threads,
    ...(cabinet ? { cabinet } : {}),
    ...(ownWall ? { ownWall } : {}),
    tubing: { ...tubing, tubes: ways.reduce(measuredTubes, tubing.tubes) },
  };
}
