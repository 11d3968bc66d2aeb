import { assembled, type Assembly, type Used } from "../plumbing/assembly";
import type { Swapped } from "../plumbing/row";
import { manifoldId, type Run, type RunEnd } from "../plumbing/run";
import type { CatalogueFitting } from "../plumbing/fittings";
import { named } from "../plumbing/scheme/named";
import { fittingOf, stubOf, type FlexibleStub, type StubPart } from "../plumbing/piping";
import {
  connected,
  type Connected,
  type ConnectorOnWall,
  type FlexibleEnds,
  type FlexiblePort,
  type Making,
} from "./flexible";
import { further, jointOfPort, portType, type Joined, type OffWall, type PipePlan } from "./pipePlan";
import { broughtOut, hasTurn, ledOver, type Led, type OffsetTaken } from "./offset";
import type { Route } from "./wall";
import type { Placing } from "./routes";
import { pointOn, type Manifold, type WallUnit } from "./standing";
import type { Point } from "./wall";

/** The handle of the valve beside a unit. */
const leverBeside = (unit: string, side: "inlet" | "outlet"): string =>
  named(side === "inlet" ? "before" : "behind", unit).id;

/** What a unit of the line is, and how its port is joined, as a pipe's end. */
function unitEnd(unit: Joined, side: "inlet" | "outlet", part = unit.key): RunEnd {
  const port = unit.ports[side];
  return {
    is: "unit",
    part,
    stub: unit[side]!,
    lever: leverBeside(part, side),
    asks: { kind: jointOfPort(port), tightening: port.tighten, size: portType(port).size },
  };
}

/** A pipe between its ends, which connectors may take the place of. */
interface RunAsked {
  readonly run: Run;
  readonly flexible: FlexibleEnds;
}

/** The pipes and shared fittings on one side of units that stand side by side. */
interface HeaderBuilt {
  readonly runs: readonly RunAsked[];
  readonly shared: readonly Used[];
  /** Where the pipe of the line comes to it, or goes on. */
  readonly end: RunEnd;
}

/**
 * The pipe along units side by side, and one to each: at each unit a tee, at its blind end an elbow. Water
 * is divided before the units and comes together behind them; what a tee takes is counted once on each way.
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
    lever: leverBeside(unit.keys[i]!, side),
    into: { fitting: fittingAt(i), likeM },
  });
  const legAt = (i: number): RunAsked => {
    const own = endAt(i, isBlind(i) ? elbow.likeM : tee.branchLikeM!, unit.legValve);
    const there = unitEnd(unit, side, unit.keys[i]!);
    const leg = { id: `${id}.l${i + 1}`, manifold: { unit: unit.key, side, share: 1 / count } };
    const stubs = unit.flexible[side];
    return divides
      ? { run: { ...leg, points: legs[i]!, from: own, to: there }, flexible: { to: stubs } }
      : {
          run: { ...leg, points: legs[i]!.toReversed(), from: there, to: own },
          flexible: { from: stubs },
        };
  };
  // A tee's loss straight on is met where water goes on past it, or comes to it from the units before.
  const alongAt = (i: number): RunAsked => ({
    run: {
      id: `${id}.h${i + 1}`,
      manifold: { unit: unit.key, side, share: (divides ? count - 1 - i : i + 1) / count },
      points: [at[i]!, at[i + 1]!],
      from: endAt(i, divides ? tee.likeM : 0),
      to: endAt(i + 1, divides ? 0 : tee.likeM),
    },
    flexible: {},
  });
  const legsFirst = unit.keys.flatMap((_, i) => [legAt(i), ...(i < count - 1 ? [alongAt(i)] : [])]);
  return {
    runs: legsFirst,
    shared: unit.keys.map((_, i) => ({ id: partAt(i), run: id, fitting: fittingAt(i), isShared: true })),
    end: endAt(divides ? 0 : count - 1, 0),
  };
}

/** What a pipe of the line ends at, at a unit. */
interface StationEnd {
  readonly end: RunEnd;
  readonly flexible?: readonly FlexibleStub[];
}

/** A unit of the line between its two pipes. */
interface StationBuilt {
  readonly inlet: StationEnd;
  readonly outlet: StationEnd;
  /** Pipes of its manifold where it is several, in its own place. */
  readonly runs: readonly RunAsked[];
  readonly shared: readonly Used[];
}

/** A unit of the line between its two pipes: what they end at, and its manifold's own pipes where it is several. */
function stationBuilt(unit: Joined, { bent, piping }: PipePlan): StationBuilt {
  const [tee, elbow] = [fittingOf(bent, "tee", piping.train), fittingOf(bent, "elbow90", piping.train)];
  const manifold = unit.stands?.manifold;
  if (!manifold || !tee || !elbow)
    return {
      inlet: { end: unitEnd(unit, "inlet"), flexible: unit.flexible.inlet },
      outlet: { end: unitEnd(unit, "outlet"), flexible: unit.flexible.outlet },
      runs: [],
      shared: [],
    };
  const [before, behind] = (["inlet", "outlet"] as const).map((side) =>
    headerBuilt(unit, manifold, side, { tee, elbow }),
  );
  return {
    inlet: { end: before!.end },
    outlet: { end: behind!.end },
    runs: [...before!.runs, ...behind!.runs],
    shared: [...before!.shared, ...behind!.shared],
  };
}

/** What the house's pipe leads to, or comes back from. */
function houseEndOf({ bent, cut, house, byTee }: PipePlan, port: "before" | "behind"): RunEnd {
  const tee = byTee ? fittingOf(bent, "tee", cut) : undefined;
  return {
    is: "house",
    part: tee ? (port === "before" ? "bypass.t1" : "bypass.t2") : `house.${port}`,
    stub: house![port],
    lever: named(port === "before" ? "inlet" : "outlet").id,
    ...(tee ? { into: { fitting: tee, likeM: tee.branchLikeM! } } : {}),
  };
}

/** A pipe along its wall, with how it is led over to where its other end stands off it. */
interface LedOver extends Connected {
  readonly offset?: OffsetTaken | "unknown";
}

/** How far off the wall a pipe of the line is at both its ends; undefined where one of them is unknown. */
function endsOff(
  i: number,
  offs: readonly (OffWall | undefined)[],
  standOff: number | undefined,
): Parameters<typeof broughtOut>[0] | undefined {
  const from = i === 0 ? standOff : offs[i - 1]?.outlet;
  const to = i === offs.length ? standOff : offs[i]?.inlet;
  if (from === undefined || to === undefined) return undefined;
  return {
    from: { off: from, ...(i === 0 ? {} : { unit: i - 1 }) },
    to: { off: to, ...(i === offs.length ? {} : { unit: i }) },
  };
}

/** The pipes of a line led over, and how far off the wall its units stand for that. */
interface LineLed {
  readonly runs: readonly LedOver[];
  readonly offs: readonly (OffWall | undefined)[];
}

/** How often the pipes of a line are looked at while its units come out. */
const LOOKED_AT = 3;

/** Leads every pipe of a line over; where nothing does, a unit of it comes further out. */
function lineLed(
  runs: readonly Connected[],
  units: readonly Joined[],
  standOff: number | undefined,
  making: Making,
): LineLed {
  let offs = units.map((u) => u.off);
  const ledAt = (of: Connected, i: number): Led | undefined => {
    const ends = endsOff(i, offs, standOff);
    return ends && ledOver(of.run, ends.to.off - ends.from.off, of.connectors, making);
  };
  // What comes out for a later pipe may need another way before it: all are looked at again.
  for (const [i, of] of Array.from({ length: LOOKED_AT }, () => [...runs.entries()]).flat()) {
    const ends = endsOff(i, offs, standOff);
    if (!ends || ledAt(of, i)!.fits) continue;
    const out = broughtOut(ends, hasTurn(of.run), making);
    if (out) offs = offs.map((off, at) => (at === out.unit && off ? further(off, out.by) : off));
  }
  return {
    offs,
    runs: runs.map((of, i) => {
      const led = ledAt(of, i);
      if (!led) return { ...of, offset: "unknown" as const };
      return { ...of, run: led.run, ...(led.offset ? { offset: led.offset } : {}) };
    }),
  };
}

/** The pipes of a train along its wall, with their connectors; those of a manifold in the place of their own unit. */
interface TrainRuns {
  readonly ofLine: readonly LedOver[];
  /** By the unit that they are of. */
  readonly ofManifolds: readonly (Connected & { readonly unit: string })[];
  readonly shared: readonly Used[];
  /** How far off the wall each unit stands; undefined where it is not known how deep it is. */
  readonly offs: readonly (OffWall | undefined)[];
}

/** What was found last for some routes: a drag asks for it to be built and to be drawn. */
const remembered = new WeakMap<
  readonly Route[],
  { readonly plan: PipePlan; readonly runs: TrainRuns | undefined }
>();
function trainRuns(plan: PipePlan, routes: readonly Route[]): TrainRuns | undefined {
  const had = remembered.get(routes);
  if (had?.plan === plan) return had.runs;
  const runs = runsAlong(plan, routes);
  remembered.set(routes, { plan, runs });
  return runs;
}

/**
 * The pipes of a train that goes along some routes; undefined where a port is joined by nothing, or the
 * routes are not those of its units.
 */
function runsAlong(plan: PipePlan, routes: readonly Route[]): TrainRuns | undefined {
  const { bent, piping, units, house } = plan;
  const elbow = fittingOf(bent, "elbow90", piping.train);
  if (!house || !elbow || plan.unjoined.length > 0 || routes.length !== units.length + 1) return undefined;
  const making = { bent, elbow, piping: piping.train };
  const stations = units.map((unit) => stationBuilt(unit, plan));
  const ofLine = routes.map(({ points }, i) => {
    const [before, behind] = [stations[i - 1]?.outlet, stations[i]?.inlet];
    const from = before?.end ?? houseEndOf(plan, "before");
    const to = behind?.end ?? houseEndOf(plan, "behind");
    const run = { id: `r${i + 1}`, points, from, to };
    return connected(run, { from: before?.flexible, to: behind?.flexible }, making);
  });
  // Before the first unit and behind the last the pipe is as far off the wall as the house's.
  const led = lineLed(ofLine, units, piping.standOff, making);
  return {
    ofLine: led.runs,
    offs: led.offs,
    ofManifolds: stations.flatMap((station, i) =>
      station.runs.map(({ run, flexible }) => ({
        ...connected(run, flexible, making),
        unit: units[i]!.key,
      })),
    ),
    shared: stations.flatMap((s) => s.shared),
  };
}

/**
 * A pipe on its wall, by the id that it has in the assembly: its corners along the water, and the manifold
 * that it is of.
 */
interface PipeOnWall {
  readonly id: string;
  /** Between its connectors, where it has any. */
  readonly points: readonly Point[];
  readonly connectors: readonly ConnectorOnWall[];
  /** Ports at which none goes. */
  readonly without: readonly FlexiblePort[];
  /** How it comes to stand as far off the wall as its other end does; unknown while one of both is. */
  readonly offset?: OffsetTaken | "unknown";
  readonly manifold?: string;
}

/** Where each pipe of a placed train goes along its wall; nothing while it cannot be built. */
export function pipesOnWall(
  plan: PipePlan,
  units: readonly WallUnit[],
  { standings, routes }: Placing,
): readonly PipeOnWall[] {
  const runs = trainRuns(plan, routes);
  if (!runs) return [];
  const ofManifolds = runs.ofManifolds.map(({ run, connectors, without, unit }): PipeOnWall => {
    const i = units.findIndex((u) => u.key === unit);
    const onIt = (points: readonly Point[]) => points.map((p) => pointOn(units[i]!, p, standings[i]!));
    return {
      id: run.id,
      points: onIt(run.points),
      connectors: connectors.map((c) => ({ ...c, points: onIt(c.points) })),
      without,
      ...(run.manifold ? { manifold: manifoldId(run.manifold) } : {}),
    };
  });
  const ofLine = runs.ofLine.map(({ run: { id, points }, connectors, without, offset }) => ({
    id,
    points,
    connectors,
    without,
    ...(offset ? { offset } : {}),
  }));
  return [...ofLine, ...ofManifolds];
}

/**
 * The pipes of a placed train as they are built, with what came instead of some fittings; with no units and
 * no routes those of a bypass alone. Undefined where a port is joined by nothing.
 */
export function pipesBuilt(
  plan: PipePlan,
  routes: readonly Route[],
  swapped?: Swapped,
): Assembly | undefined {
  const { bent, piping, cut, units, byTee } = plan;
  const around = {
    threads: piping.threads,
    ...(swapped ? { swapped } : {}),
    ...(byTee ? { bypass: cut } : {}),
  };
  if (units.length === 0 && byTee) {
    if (!plan.house || routes.length > 0) return undefined;
    const legs = { legIn: houseEndOf(plan, "before"), legOut: houseEndOf(plan, "behind") };
    return assembled(bent, [], piping.train, { ...around, legs });
  }
  const runs = trainRuns(plan, routes);
  if (!runs) return undefined;
  const all = runs.ofLine.flatMap(({ run }, i) => [
    run,
    ...runs.ofManifolds.filter(({ unit }) => unit === units[i]?.key).map((own) => own.run),
  ]);
  const backs = units.flatMap(({ key }, i) => {
    const off = runs.offs[i];
    return off ? [[key, off.back] as const] : [];
  });
  return assembled(bent, all, piping.train, {
    ...around,
    shared: runs.shared,
    backs: Object.fromEntries(backs),
  });
}
