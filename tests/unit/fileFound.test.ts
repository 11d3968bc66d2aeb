import { beforeAll, describe, expect, it } from "vitest";
import { loadEngine, type Engine } from "@/core/plumbing/engine";
import { fileFound } from "@/core/plumbing/fileFound";
import { leftAtTap } from "@/core/plumbing/pressure";
import { draftNetwork } from "@/core/record";
import { inpOf } from "@/core/plumbing/inp";
import { knowledge } from "./desk";
import { placeAll, plannedTrain } from "./placing";

describe("a network file that is looked at", () => {
  let engine: Engine;
  beforeAll(async () => {
    engine = await loadEngine();
  });

  it("of Brant's own says what Brant's network says", () => {
    const d = placeAll(plannedTrain({ "fixture.bathroomGroup": "1" }));
    const network = draftNetwork(d.job, knowledge)!;
    const open = engine.open(network);
    const solved = open.solve()!;
    open.close();
    const read = fileFound(engine, inpOf(network));
    if (read.is !== "read" || !read.found) throw new Error("it was not solved");
    expect(read.leftOut).toEqual([]);
    const [worst] = read.found.served;
    expect(worst!.kPa).toBeCloseTo(solved.pressures[network.fixtures[0]!.node]!, 2);
    expect(read.found.fastest!.ms).toBeGreaterThan(0.5);
  });

  it("that is none is refused in words, and one that starves its tap is a Stop", () => {
    expect(fileFound(engine, "Dear neighbour")).toMatchObject({ is: "refused" });
    const file = (head: number) =>
      ["[JUNCTIONS]", "tap 0 12", "[RESERVOIRS]", `street ${head}`, "[PIPES]", "line street tap 12 20 140"]
        .concat(["[OPTIONS]", "UNITS LPM", "HEADLOSS H-W", "[END]"])
        .join("\n");
    const level = (head: number) => {
      const read = fileFound(engine, file(head));
      return read.is === "read" && read.found ? leftAtTap(read.found.served[0]!.kPa) : undefined;
    };
    expect([level(40), level(18), level(8)]).toEqual(["Good", "Check", "Stop"]);
  });
});
