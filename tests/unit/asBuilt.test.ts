import { describe, expect, it } from "vitest";
import { findStep } from "@/core/job/job";
import { drawingName, drawingsAsBuilt } from "@/phases/fit/drawings";
import { knowledge, signed, surveyed, work, type Desk } from "./desk";
import { placeAll, plannedTrain, roomyTrain } from "./placing";

const drawn = (d: Desk) => drawingsAsBuilt(d.job, knowledge, "metric");
const wallOf = (d: Desk) => drawn(d).find((paper) => paper.is === "wall")!;

describe("the drawings of a job as it is built", () => {
  it("are none while nothing of it stands where it was measured", () => {
    expect(drawn(surveyed())).toEqual([]);
    expect(drawn(plannedTrain())).toEqual([]);
  });

  it("are of the design that was signed, whatever is planned since", () => {
    const d = signed(placeAll(plannedTrain()));
    const before = wallOf(d);
    expect(before.bodies.map((b) => b.name)).toEqual(["PS-20", "SF-150"]);
    d.do({
      kind: "designChanged",
      units: [{ key: "u1", model: "PS-20", parallel: 1 }],
      what: "The filter alone",
      seen: d.job.designSeq,
    });
    expect(wallOf(d)).toEqual(before);
  });

  it("name the fitting that came instead of another on site", () => {
    const d = work(signed(roomyTrain()).do({ kind: "runStarted" }), "site.bench");
    const named = () => wallOf(d).runs.flatMap((r) => r.fittings.map((f) => `${r.number} ${f.name}`));
    const [swap] = findStep(d.job, "site.bench")!.swaps!;
    const to = knowledge.fittings.find((f) => f.id === swap!.to.fitting)!;
    const before = named();
    d.do({ kind: "fittingSwapped", step: "site.bench", part: swap!.part, to: to.id });
    const added = named().filter((line) => !before.includes(line));
    expect(added.map((line) => line.replace(/^\d+ /, ""))).toEqual([to.name]);
  });

  it("are of what was put under a sink too, but not of one way in which it would stand", () => {
    const sink = { "sink.width": "42 in", "sink.height": "27 in", "sink.depth": "20 in" };
    const train = () => placeAll(plannedTrain(sink, ["PS-20", "RO-T5"]));
    expect(drawn(signed(train())).map(drawingName)).toEqual(["wall"]);
    const d = train();
    const places = {
      ...d.job.places,
      u2: { x: 100, y: 150, lies: false, mirrored: false },
      "u2.tank": { x: 600, y: 0, lies: false, mirrored: false },
    };
    d.do({ kind: "unitsPlaced", places, what: "put under the sink", seen: d.job.designSeq });
    expect(drawn(signed(d)).map(drawingName)).toEqual(["wall", "cabinet"]);
  });
});
