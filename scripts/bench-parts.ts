// The flats, two and two side by side, on their wall: what they ask for, and new figures while one of its
// units is dragged. Prints one JSON line.
import { fittings } from "../src/catalogue/fittings";
import { joints } from "../src/catalogue/joints";
import { pipes } from "../src/catalogue/pipes";
import { unitModels } from "../src/catalogue/units";
import { keysOf } from "../src/core/families";
import { pipePlan, plannedOnWall } from "../src/core/fit/pipePlan";
import { pipesBuilt } from "../src/core/fit/piped";
import { place } from "../src/core/fit/place";
import { placingOf } from "../src/core/fit/routes";
import { usualPlacing } from "../src/core/fit/patience";
import type { Wall } from "../src/core/fit/wall";
import { loadEngine } from "../src/core/plumbing/engine";
import type { Piping } from "../src/core/plumbing/piping";
import { boreKey, pressuresOf } from "../src/core/plumbing/pressure";
import { noGround, takeOff } from "../src/core/plumbing/takeOff";
import { lossCurve } from "../src/core/treatment";

const placed = (
  [
    ["KT-1354", 2],
    ["SF-300", 2],
  ] as const
).map(([code, parallel], i) => ({
  unit: { key: `u${i + 1}`, model: code, parallel },
  model: unitModels.get(code)!,
}));
const pipe: Piping = { system: "copper", size: "1-1/4", method: "solder", ring: "crimp" };
const plan = pipePlan(
  [...fittings.values()],
  placed,
  { house: pipe, train: pipe, threads: "rule" },
  {
    arrangement: "threeValve",
    isUnsafe: false,
  },
);
const units = placed.map((p) => plannedOnWall(p, plan)!);
const { stubs, apart, pipe: lengths } = plan.onWall!;
const half = Math.ceil(apart! / 2);
const wall: Wall = {
  width: 6000,
  height: 2600,
  obstacles: [],
  from: { x: 400 - half, y: 2300, facing: "down", stub: stubs![0] },
  to: { x: 400 + half, y: 2300, facing: "down", stub: stubs![1] },
  pipe: lengths,
};
const { best } = place(wall, units);
if (!best) throw new Error("the flats do not fit on a free wall of 6 m");

const engine = await loadEngine();
const driven = {
  units: placed.flatMap(({ unit, model }) =>
    keysOf(unit).map((key) => ({ key, of: unit.key, ...lossCurve(model.lossPoints) })),
  ),
  supply: { static: 450, k: 0.02, assumed: false },
  bores: { [boreKey(pipe)]: { C: pipes.copperL!.C, idMm: pipes.copperL!.idMm["1-1/4"]! } },
};

/** The time of each of some turns, ms, the shortest first; the first ones only warm up. */
function timed(turns: number, act: (turn: number) => void): number[] {
  const WARM = 20;
  const times = Array.from({ length: turns + WARM }, (_, turn) => {
    const start = performance.now();
    act(turn);
    return performance.now() - start;
  });
  return times.slice(WARM).sort((a, b) => a - b);
}
const late = (times: readonly number[]) => times[Math.floor(times.length * 0.95)]!;

const listed = timed(200, () => {
  const built = pipesBuilt(plan, best.routes)!;
  takeOff(built, [], noGround, {
    pipe: (p) => `${p.size} ${p.system}`,
    rules: joints,
    anchors: {},
    profile: "us",
  });
});
let found = 0;
const dragged = timed(200, (turn) => {
  const moved = best.standings.map((s, i) =>
    i === units.length - 1 ? { ...s, x: s.x + 10 * (turn % 50) } : s,
  );
  const placing = placingOf(wall, units, moved, usualPlacing.clear);
  const built = placing && pipesBuilt(plan, placing.routes);
  if (!built) return;
  if (pressuresOf(engine, { assembly: built, ...driven }, { peak: 113, shower: 7.6 }).peak) found += 1;
});
console.log(JSON.stringify({ listed: late(listed), dragged: late(dragged), found }));
