import { describe, expect, it } from "vitest";
import { judgedOf } from "@/core/record";
import { siteFacts } from "@/core/site";
import { stationsOf } from "@/phases/job/stations";
import { knowledge } from "./desk";
import { placeAll, plannedTrain } from "./placing";

const peaked = {
  "source.static": "400 kPa",
  "source.flowing": "350 kPa",
  "source.flowingAt": "30 L/min",
  "fixture.bathroomGroup": "2",
  "fixture.kitchenSink": "1",
};

describe("what is left of the pressure along the Line", () => {
  const leftOf = (d: ReturnType<typeof plannedTrain>) => {
    const judged = judgedOf(d.job, knowledge);
    const stations = stationsOf(d.job, judged, "train", d.now, "metric");
    return { judged, left: stations.map((s) => s.left), rest: siteFacts(d.job.answers).staticPressure! };
  };

  it("falls from station to station, and ends with what the house has at the peak", () => {
    const { judged, left, rest } = leftOf(plannedTrain(peaked));
    const [main, ...along] = left;
    expect(main).toBeUndefined();
    expect(along).toHaveLength(3);
    along.slice(1).forEach((here, i) => expect(here!).toBeLessThan(along[i]!));
    expect(along.at(-1)).toBeCloseTo(judged.house.pressurePeak! / rest, 9);
    // Each unit takes what its own curve takes.
    const [first, second] = judged.stations.map((s) => s.takenPeak!);
    expect(first).toBe(0);
    expect((along[0]! - along[1]!) * rest).toBeCloseTo(second! - first!, 6);
  });

  it("counts the pipes once the train stands on its wall", () => {
    const d = plannedTrain(peaked);
    const before = leftOf(d).left.at(-1)!;
    expect(leftOf(placeAll(d)).left.at(-1)!).toBeLessThan(before);
  });

  it("is not drawn while nobody measured the pressure at rest", () => {
    const { left } = leftOf(plannedTrain({ ...peaked, "source.static": "" }));
    expect(left).toEqual([undefined, undefined, undefined, undefined]);
  });
});
