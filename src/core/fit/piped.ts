import {
  assembled,
  manifoldId,
  type Assembly,
  type Run,
  type RunEnd,
  type Swapped,
  type Used,
} from "../plumbing/assembly";
import type { CatalogueFitting } from "../plumbing/fittings";
import { fittingOf, stubOf, type StubPart } from "../plumbing/piping";
import { jointOfPort, portType, type Joined, type PipePlan } from "./pipePlan";
import type { Route } from "./route";
import type { Placing } from "./routes";
import { pointOn, type Manifold, type WallUnit } from "./standing";
import type { Point } from "./wall";

/** What a unit of the line is, and how its port is joined, as a pipe's end. */
function unitEnd(unit: Joined, side: "inlet" | "outlet", part = unit.key): RunEnd {
  const port = unit.ports[side];
  return {
    is: "unit",
    part,
    stub: unit[side]!,
    asks: { kind: jointOfPort(port), tightening: port.tighten, size: portType(port).size },
  };
}

/** The pipes and shared fittings on one side of units that stand side by side. */
interface HeaderBuilt {
  readonly runs: readonly Run[];
  readonly shared: readonly Used[];
  /** Where the pipe of the line comes to it, or goes on. */
  readonly end: RunEnd;
}

/**
 * The pipe along units side by side, and one to each: at each unit a tee, at its blind end an elbow. Water is divided before the units and comes together behind them; what a tee takes
 * is counted once on each way.
 */
function headerBuilt(
  unit: Joined,
  manifold: Manifold,
  side: "inlet" | "outlet",
  { tee, elbow }: { readonly tee: CatalogueFitting; readonly elbow: CatalogueFitting },
): HeaderBuilt {
  const { at, legs } = manifold[side];
  const count = unit.keys.length;
  const id = manifoldId({ unit: unit.key, side });
  const divides = side === "inlet";
  const isBlind = (i: number) => i === (divides ? count - 1 : 0);
  const fittingAt = (i: number) => (isBlind(i) ? elbow : tee);
  const partAt = (i: number) => `${id}.${isBlind(i) ? "e" : "t"}${i + 1}`;
  const endAt = (i: number, likeM: number, parts: readonly StubPart[] = []): RunEnd => ({
    is: "manifold",
    part: partAt(i),
    stub: stubOf(parts, fittingAt(i).layingMm[0]),
    into: { fitting: fittingAt(i), likeM },
  });
  const legAt = (i: number): Run => {
    const own = endAt(i, isBlind(i) ? elbow.likeM : tee.branchLikeM!, unit.legValve);
    const there = unitEnd(unit, side, unit.keys[i]!);
    const leg = { id: `${id}.l${i + 1}`, manifold: { unit: unit.key, side, share: 1 / count } };
    return divides
      ? { ...leg, points: legs[i]!, from: own, to: there }
      : { ...leg, points: legs[i]!.toReversed(), from: there, to: own };
  };
  // A tee's loss straight on is met where water goes on past it, or comes to it from the units before.
  const alongAt = (i: number): Run => ({
    id: `${id}.h${i + 1}`,
    manifold: { unit: unit.key, side, share: (divides ? count - 1 - i : i + 1) / count },
    points: [at[i]!, at[i + 1]!],
    from: endAt(i, divides ? tee.likeM : 0),
    to: endAt(i + 1, divides ? 0 : tee.likeM),
  });
  const legsFirst = unit.keys.flatMap((_, i) => [legAt(i), ...(i < count - 1 ? [alongAt(i)] : [])]);
  return {
    runs: legsFirst,
    shared: unit.keys.map((_, i) => ({ id: partAt(i), run: id, fitting: fittingAt(i), isShared: true })),
    end: endAt(divides ? 0 : count - 1, 0),
  };
}

/** A unit of the line between its two pipes: what they end at, and its manifold's own pipes where it is several. */
function stationBuilt(unit: Joined, { bent, piping }: PipePlan) {
  const [tee, elbow] = [fittingOf(bent, "tee", piping.train), fittingOf(bent, "elbow90", piping.train)];
  const manifold = unit.stands?.manifold;
  if (!manifold || !tee || !elbow)
    return { inlet: unitEnd(unit, "inlet"), outlet: unitEnd(unit, "outlet"), runs: [], shared: [] };
  const [before, behind] = (["inlet", "outlet"] as const).map((side) =>
    headerBuilt(unit, manifold, side, { tee, elbow }),
  );
  return {
    inlet: before!.end,
    outlet: behind!.end,
    runs: [...before!.runs, ...behind!.runs],
    shared: [...before!.shared, ...behind!.shared],
  };
}

/** A pipe on its wall, by the id that it has in the assembly: its corners along the water, and the manifold that it is of. */
interface PipeOnWall {
  readonly id: string;
  readonly points: readonly Point[];
  readonly manifold?: string;
}

/** Where each pipe of a placed train goes along its wall. */
export function pipesOnWall(
  plan: PipePlan,
  units: readonly WallUnit[],
  { standings, routes }: Placing,
): readonly PipeOnWall[] {
  const ofLine = routes.map(({ points }, i) => ({ id: `r${i + 1}`, points }));
  const ofManifolds = units.flatMap((unit, i) => {
    const joined = plan.units.find((u) => u.key === unit.key);
    const runs = joined ? stationBuilt(joined, plan).runs : [];
    return runs.map(({ id, points, manifold }) => ({
      id,
      ...(manifold ? { manifold: manifoldId(manifold) } : {}),
      points: points.map((p) => pointOn(unit, p, standings[i]!)),
    }));
  });
  return [...ofLine, ...ofManifolds];
}

/** The pipes of a placed train as they are built, with what came instead of some fittings; with no units and no routes those of a bypass alone. Undefined where a port is joined by nothing. */
export function pipesBuilt(
  plan: PipePlan,
  routes: readonly Route[],
  swapped?: Swapped,
): Assembly | undefined {
  const { bent, piping, cut, units, house, byTee } = plan;
  if (!house || plan.unjoined.length > 0) return undefined;
  const isAlone = units.length === 0 && byTee;
  if (routes.length !== (isAlone ? 0 : units.length + 1)) return undefined;
  const tee = byTee ? fittingOf(bent, "tee", cut) : undefined;
  const houseEnd = (port: "before" | "behind"): RunEnd => ({
    is: "house",
    part: tee ? (port === "before" ? "bypass.t1" : "bypass.t2") : `house.${port}`,
    stub: house[port],
    ...(tee ? { into: { fitting: tee, likeM: tee.branchLikeM! } } : {}),
  });
  const stations = units.map((unit) => stationBuilt(unit, plan));
  const runs = routes.flatMap((route, i): readonly Run[] => [
    {
      id: `r${i + 1}`,
      points: route.points,
      from: stations[i - 1]?.outlet ?? houseEnd("before"),
      to: stations[i]?.inlet ?? houseEnd("behind"),
    },
    ...(stations[i]?.runs ?? []),
  ]);
  return assembled(bent, runs, piping.train, {
    threads: piping.threads,
    shared: stations.flatMap((s) => s.shared),
    ...(swapped ? { swapped } : {}),
    ...(byTee ? { bypass: cut } : {}),
    ...(isAlone ? { legs: { legIn: houseEnd("before"), legOut: houseEnd("behind") } } : {}),
  });
}
