import { describe, expect, it } from "vitest";
import { loadEngine } from "@/core/plumbing/engine";
import { feedsOf, judgedFeed, laidRuns } from "@/core/plumbing/pressure";
import { pipeLoss, supplyPressure } from "@/core/plumbing/supply";
import { unitLoss } from "@/core/treatment";
import { pipes } from "@/catalogue/pipes";
import { surveys } from "@/data/demo/surveys";
import { assemblyOf, draftBasis, drivingOf, judgedOf } from "@/core/record";
import { judgeJob } from "@/core/train";
import { knowledge, surveyed, type Desk } from "./desk";
import { fitted, placeAll } from "./placing";

const engine = await loadEngine();
const KPA_PER_METRE = 9.80665;

/** The bakery of the demo, its RO in the flour loft, on its wall. */
function bakery(answers: Readonly<Record<string, string>> = {}, boosted = false): Desk {
  const d = surveyed().answer({ ...surveys.bakery, ...answers });
  const units = ["CT-1354", "SF-150", ...(boosted ? ["BP-3"] : []), "RO-T5"].map((model, i) => ({
    key: `u${i + 1}`,
    model,
    parallel: 1,
  }));
  return placeAll(d.do({ kind: "designChanged", units, what: "Loft", seen: d.job.designSeq }));
}
function feedOf(d: Desk) {
  const fit = fitted(d.job);
  const judged = judgeJob(draftBasis(d.job), knowledge);
  const { peak: _peak, shower: _shower, ...driving } = drivingOf(fit, d.job, judged, knowledge)!;
  const train = { ...driving, assembly: assemblyOf(fit, d.job, knowledge)! };
  return { train, judged, feed: feedsOf(engine, train)[0]! };
}

describe("the feed of an RO behind its train", () => {
  it("is what supply, pipes, units and floors leave at its stop while the house draws", () => {
    const { train, judged, feed } = feedOf(bakery({ "sink.pipe": "14 m" }));
    const beside = judged.continuous!;
    const flow = beside + feed.branch.flow;
    expect(feed.found.drawn).toBeCloseTo(flow, 3);
    const inPipes = laidRuns(train)
      .flat()
      .reduce((sum, p) => sum + pipeLoss(p, flow), 0);
    const inUnits = train.units.reduce((sum, u) => sum + unitLoss(u, flow), 0);
    const way = pipeLoss(
      { lengthM: 14, C: pipes.copperL!.C, idMm: pipes.copperL!.idMm["3/4"]! },
      feed.branch.flow,
    );
    // The flour loft is 19 ft over the gauge.
    const left = supplyPressure(train.supply, flow) - inPipes - inUnits - way - KPA_PER_METRE * 19 * 0.3048;
    expect(Math.abs(feed.found.kPa - left)).toBeLessThan(0.005 * (inPipes + inUnits) + 0.3);
  });

  it("says by the network what the design's judgement says by formula", () => {
    const d = bakery({ "sink.pipe": "14 m" });
    const { feed } = feedOf(d);
    const station = judgedOf(d.job, knowledge).stations.find((s) => s.key === "u3")!;
    const atPlace = station.pressureIn! - KPA_PER_METRE * 19 * 0.3048;
    // The judgement leaves out what the RO itself draws, and the pipe to it.
    expect(Math.abs(feed.found.kPa - atPlace)).toBeLessThan(5);
  });

  it("explains the booster: below what the unit asks for it is a Stop, whatever the gauge in the cellar says", () => {
    const low = feedOf(
      bakery({ "sink.pipe": "14 m", "source.static": "52 psi", "source.flowing": "47 psi" }),
    );
    expect(low.feed.found.kPa).toBeLessThan(low.feed.branch.least);
    expect(low.train.supply.static).toBeGreaterThan(low.feed.branch.least);
    expect(judgedFeed(low.feed)).toBe("Stop");
    const high = feedOf(
      bakery({
        "sink.pipe": "14 m",
        "source.static": "75 psi",
        "source.flowing": "70 psi",
        "source.night": "80 psi",
      }),
    );
    expect(judgedFeed(high.feed)).toBe("Good");
  });

  it("is judged behind its pump where it has one", () => {
    const { feed } = feedOf(bakery({ "sink.pipe": "14 m" }, true));
    expect(feed.branch.isBoosted).toBe(true);
    expect(judgedFeed(feed)).toBeUndefined();
  });

  it("is at most what is found, and never Good, while nobody measured the pipe to it; and nothing while nobody knows how high it stands", () => {
    const { feed } = feedOf(
      bakery({ "source.static": "75 psi", "source.flowing": "70 psi", "source.night": "80 psi" }),
    );
    expect(feed.branch.pipe).toBeUndefined();
    expect(judgedFeed(feed)).toBeUndefined();
    const far = feedOf(
      bakery({
        "source.static": "75 psi",
        "source.flowing": "70 psi",
        "source.night": "80 psi",
        "sink.pipe": "30 m",
      }),
    );
    expect(far.feed.found.kPa).toBeLessThanOrEqual(feed.found.kPa);
    expect(feedOf(bakery({ "sink.rise": "" })).train.branches).toEqual([]);
  });
});
