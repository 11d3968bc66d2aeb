import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unitModels } from "../../src/catalogue/units";
import { connectionOf } from "../../src/core/families";
import { onWall } from "../../src/core/fit/onWall";
import { bodyOf, portOf } from "../../src/core/fit/standing";
import { wallOf } from "../../src/core/fit/wallOf";
import {
  obstaclesOf,
  obstacleWords,
  readAnswer,
  readObstacles,
  type SurveyAnswers,
} from "../../src/core/site";
import { surveyFields } from "../../src/catalogue/survey";

const read = (text: string, system: "us" | "metric" = "metric") => {
  const found = readObstacles(text, system);
  if (!found.ok) throw new Error(found.error);
  return found;
};
const why = (text: string) => {
  const found = readObstacles(text, "metric");
  return found.ok ? undefined : found.error;
};

describe("what is on a wall", () => {
  it("is read line by line, in any unit, and kept with its units", () => {
    const { obstacles, text } = read(
      "heater: 900, 0, 500, 1300 mm\n\nElectrical panel: 2 m; 140 cm; 400 mm; 24 in",
    );
    expect(obstacles).toEqual([
      { id: "heater", kind: "heater", x: 900, y: 0, width: 500, height: 1300 },
      { id: "electrical panel", kind: "panel", x: 2000, y: 1400, width: 400, height: 610 },
    ]);
    expect(text).toBe(
      "heater: 900 mm, 0 mm, 500 mm, 1300 mm\nelectrical panel: 2000 mm, 1400 mm, 400 mm, 610 mm",
    );
  });

  it("takes the unit of the last length for all that have none, and is the same for who reads it", () => {
    const { text } = read("shelf: 10, 20, 30, 40 in", "us");
    expect(obstaclesOf(text)).toMatchObject([{ x: 254, y: 508, width: 762, height: 1016 }]);
  });

  it("is counted where there are several of a kind", () => {
    const { obstacles } = read(
      "pipe: 0, 0, 20, 900 mm\nshelf: 100, 900, 300, 200 mm\npipe: 50, 0, 20, 900 mm",
    );
    expect(obstacles.map((o) => o.id)).toEqual(["pipe 1", "shelf", "pipe 2"]);
  });

  it.each([
    ["boiler: 1, 2, 3, 4", /^Line 1: “boiler” is none of heater, meter/],
    ["heater: 900, 0, 500", /^Line 1: write four lengths, from the left, above the floor, wide, high/],
    ["heater: 900, 0, 500, 1300 mm\nshelf: 1, x, 3, 4 mm", /^Line 2: above the floor: /],
    ["heater: 900, 0, 500, 1300", /^Line 1: from the left: Add a unit/],
    ["heater: 900, 0, 0, 1300 mm", /more than nothing/],
  ])("says what is wrong with %j", (text, words) => {
    expect(why(text)).toMatch(words);
  });

  it("comes back the same from what is kept", () => {
    const line = fc
      .tuple(
        fc.constantFrom(...Object.values(obstacleWords)),
        fc.nat(5000),
        fc.nat(3000),
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 1, max: 2000 }),
      )
      .map(([word, ...mm]) => `${word}: ${mm.join(", ")} mm`);
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const { obstacles, text } = read(lines.join("\n"));
        expect(obstaclesOf(text)).toEqual(obstacles);
        expect(read(text, "us").text).toBe(text);
      }),
    );
  });
});

const surveyed = (over: Readonly<Record<string, string>> = {}): SurveyAnswers => {
  const texts = {
    "space.width": "2000 mm",
    "space.height": "2400 mm",
    "cutin.x": "600 mm",
    "cutin.height": "1900 mm",
    "cutin.runs": "right",
    ...over,
  };
  return Object.fromEntries(
    Object.entries(texts).map(([id, text]) => {
      const answer = readAnswer(surveyFields.get(id)!, text, "metric");
      if (!answer.ok) throw new Error(answer.error);
      return [id, answer.answer];
    }),
  );
};

describe("the wall of a job", () => {
  it("names what nobody measured, and is not drawn without it", () => {
    expect(wallOf({}, true)).toEqual({
      is: "missing",
      fields: ["space.width", "space.height", "cutin.x", "cutin.height", "cutin.runs"],
    });
  });

  it("is cut where the pipe is, with the legs of a bypass looking down from a pipe overhead", () => {
    expect(wallOf(surveyed(), true)).toMatchObject({
      is: "known",
      mirrored: false,
      wall: {
        width: 2000,
        from: { x: 525, y: 1900, facing: "down" },
        to: { x: 675, y: 1900, facing: "down" },
      },
    });
  });

  it("has the pipe itself open where there is no bypass", () => {
    expect(wallOf(surveyed({ "cutin.runs": "up" }), false)).toMatchObject({
      wall: { from: { x: 600, y: 1825, facing: "up" }, to: { x: 600, y: 1975, facing: "down" } },
    });
  });

  it("is drawn the other way round where water runs to the left", () => {
    const found = wallOf(
      surveyed({ "cutin.runs": "left", "wall.obstacles": "shelf: 100, 900, 300, 200 mm" }),
      true,
    );
    expect(found).toMatchObject({
      mirrored: true,
      wall: { from: { x: 1325 }, to: { x: 1475 }, obstacles: [{ x: 1600, width: 300 }] },
    });
  });

  it("takes the least of a range that is free", () => {
    expect(wallOf(surveyed({ "space.width": "1900 to 2100 mm" }), true)).toMatchObject({
      wall: { width: 1900 },
    });
  });

  it.each([
    [{ "cutin.x": "2100 mm" }, "The pipe is cut beyond the wall"],
    [{ "wall.obstacles": "meter: 500, 1800, 200, 200 mm" }, "The meter stands where the pipe is cut"],
    [{ "wall.obstacles": "shelf: 1900, 0, 200, 200 mm" }, "The shelf reaches beyond the wall"],
  ])("is refused in words: %j", (over, words) => {
    const found = wallOf(surveyed(over), true);
    expect(found.is === "faulty" ? found.faults.join() : found.is).toContain(words);
  });

  it("of nothing is refused where it is typed", () => {
    expect(readAnswer(surveyFields.get("space.width")!, "0 mm", "metric")).toMatchObject({ ok: false });
  });
});

describe("a unit of the catalogue on a wall", () => {
  const line = [...unitModels.values()].filter((model) => connectionOf(model) === "line");

  it("has its ports on its body, however it is turned", () => {
    const known = line.flatMap((model) => {
      const unit = onWall({ unit: { key: "u1", model: model.code, parallel: 1 }, model });
      return unit ? [{ model, unit }] : [];
    });
    expect(known.length).toBeGreaterThan(40);
    for (const { model, unit } of known)
      for (const mirrored of [false, true]) {
        const at = { x: 100, y: 200, lies: false, mirrored };
        const body = bodyOf(unit, at);
        for (const port of [unit.ports!.inlet, unit.ports!.outlet]) {
          const seen = portOf(unit, port, at);
          expect(seen.x, model.code).toBeGreaterThanOrEqual(body.x);
          expect(seen.x, model.code).toBeLessThanOrEqual(body.x + body.width);
          expect(seen.y, model.code).toBeGreaterThanOrEqual(body.y);
          expect(seen.y, model.code).toBeLessThanOrEqual(body.y + body.height);
        }
      }
  });

  it("that has no ports is not placed by guess", () => {
    const model = line.find((m) => m.fit)!;
    const bare = { ...model, fit: { ...model.fit!, ports: [] } };
    expect(onWall({ unit: { key: "u1", model: model.code, parallel: 1 }, model: bare })).toBeUndefined();
  });
});
