import { endsBeyond, type Flexible } from "../plumbing/connector";
import type { Assembly } from "../plumbing/assembly";
import type { Run, RunEnd } from "../plumbing/run";
import type { CatalogueFitting } from "../plumbing/fittings";
import { lengthsOf, roomFor, type FlexibleStub, type Piping } from "../plumbing/piping";
import type { PipePlan } from "./pipePlan";
import type { Point } from "./wall";

/** How a run is built, whatever its ends are. */
export interface Making {
  readonly bent: readonly CatalogueFitting[];
  readonly elbow: CatalogueFitting;
  readonly piping: Piping;
}

/**
 * A run whose first end is joined by a connector: what is left of it, and the connector's way along the
 * wall, from its unit.
 */
interface Shortened {
  readonly points: readonly Point[];
  readonly from: RunEnd;
  readonly connector: readonly Point[];
}

const apart = (a: Point, b: Point): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** The point so many mm from one towards another, which lies level with it or above or below it. */
const towards = (from: Point, to: Point, by: number): Point => ({
  x: from.x + Math.sign(to.x - from.x) * by,
  y: from.y + Math.sign(to.y - from.y) * by,
});

/** Does a pipe turn at one of its points; where the wall itself turns, it goes straight on along it. */
export function turnsAt(points: readonly Point[], corner: number): boolean {
  const [a, b, c] = [points[corner - 1], points[corner], points[corner + 1]];
  return a !== undefined && b !== undefined && c !== undefined && (a.x === b.x) !== (b.x === c.x);
}

/** What a pipe takes up at the far end of its first leg: an elbow, or what its other end is joined by. */
const takenAtFarEnd = ({ points, to }: Pick<Run, "points" | "to">, { elbow, piping }: Making): number =>
  points.length > 2 ? elbow.layingMm[0] : roomFor(to.stub, piping, elbow);

/** Has the first leg of a run room for both its ends, with the shortest piece between them. */
function hasRoom(run: Pick<Run, "points" | "from" | "to">, making: Making): boolean {
  const { bent, elbow, piping } = making;
  const piece = lengthsOf(bent, piping)?.piece ?? Infinity;
  const taken = roomFor(run.from.stub, piping, elbow) + takenAtFarEnd(run, making);
  return apart(run.points[0]!, run.points[1]!) >= taken + piece;
}

/**
 * A run with one connector at its first end: bent once round its first corner, or straight where the leg is
 * long; undefined where neither goes.
 */
function joinedBy({ connector, stub }: FlexibleStub, run: Run, making: Making): Shortened | undefined {
  const [port, corner, next] = run.points;
  const from = { ...run.from, stub };
  const shortened = (start: Point, rest: readonly Point[], way: readonly Point[]): Shortened | undefined => {
    const points = [start, ...rest];
    return hasRoom({ points, from, to: run.to }, making) ? { points, from, connector: way } : undefined;
  };
  const beyond = turnsAt(run.points, 1) ? endsBeyond(connector.flexible, apart(port!, corner!)) : undefined;
  if (beyond !== undefined && beyond < apart(corner!, next!)) {
    const end = towards(corner!, next!, beyond);
    const bentOnce = shortened(end, run.points.slice(2), [port!, corner!, end]);
    if (bentOnce) return bentOnce;
  }
  const { lengthMm } = connector.flexible;
  if (lengthMm >= apart(port!, corner!)) return undefined;
  const end = towards(port!, corner!, Math.round(lengthMm));
  return shortened(end, run.points.slice(1), [port!, end]);
}

const backwards = (run: Run): Run => ({
  ...run,
  points: run.points.toReversed(),
  from: run.to,
  to: run.from,
});

/** What joins the units at a run's ends, where connectors may. */
export interface FlexibleEnds {
  readonly from?: readonly FlexibleStub[] | undefined;
  readonly to?: readonly FlexibleStub[] | undefined;
}

/** A port of a unit where a flexible connector may be. */
export interface FlexiblePort {
  readonly unit: string;
  readonly side: "inlet" | "outlet";
}

/** A connector on its wall. */
export interface ConnectorOnWall extends FlexiblePort {
  readonly flexible: Flexible;
  /** From its unit to where it ends: straight, or round the corner between them. */
  readonly points: readonly Point[];
}

/** A run with its connectors, and the ports at which none of those that may be there goes. */
export interface Connected {
  readonly run: Run;
  readonly connectors: readonly ConnectorOnWall[];
  readonly without: readonly FlexiblePort[];
}

/** A run with the first connector that goes at its first end. */
function atFirstEnd(
  run: Run,
  stubs: readonly FlexibleStub[],
  side: FlexiblePort["side"],
  making: Making,
): Connected {
  const port = { unit: run.from.part, side };
  for (const stub of stubs) {
    const found = joinedBy(stub, run, making);
    if (!found) continue;
    const { points, from, connector } = found;
    const { flexible } = stub.connector;
    return {
      run: { ...run, points, from },
      connectors: [{ ...port, flexible, points: connector }],
      without: [],
    };
  }
  return { run, connectors: [], without: stubs.length > 0 ? [port] : [] };
}

/**
 * A run whose units are joined by flexible connectors wherever one goes: round the first corner, in place
 * of its elbow, or straight; else by the fittings that it has (handbook 3: connectors respect their bend
 * radius). The shortest that goes is taken; its run is shorter by it, and ends where it ended.
 */
export function connected(run: Run, { from = [], to = [] }: FlexibleEnds, making: Making): Connected {
  // Water comes out of the unit that a run begins at, and into the one that it ends at.
  const first = atFirstEnd(run, from, "outlet", making);
  const last = atFirstEnd(backwards(first.run), to, "inlet", making);
  return {
    run: backwards(last.run),
    connectors: [...first.connectors, ...last.connectors],
    without: [...first.without, ...last.without],
  };
}

/**
 * Ends of pipes at which a choice of fittings changes something: those whose units are not all joined by
 * connectors there.
 */
export function openChoices(
  { choices, units }: Pick<PipePlan, "choices" | "units">,
  { runs, joints, fittings }: Assembly,
): PipePlan["choices"] {
  const bending = new Set(fittings.filter((f) => f.fitting.flexible).map((f) => f.id));
  const joined = joints.filter(({ parts }) => parts.some((id) => bending.has(id)));
  const bentAt = (key: string, end: "from" | "to"): boolean =>
    runs.some(
      (run) => run[end].part === key && joined.some((j) => j.run === run.id && j.parts.includes(key)),
    );
  const closed = units.flatMap(({ key, keys }) => [
    ...(keys.every((one) => bentAt(one, "from")) ? [`${key}.outlet`] : []),
    ...(keys.every((one) => bentAt(one, "to")) ? [`${key}.inlet`] : []),
  ]);
  return choices.filter(({ end }) => !closed.includes(end));
}
