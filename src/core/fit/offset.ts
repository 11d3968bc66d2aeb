import type { PipeOffset, Run } from "../plumbing/run";
import { fittingOf, lengthsOf, roomFor, shortestBetween } from "../plumbing/piping";
import { isCoiled } from "../plumbing/takeOff";
import { turnsAt, type ConnectorOnWall, type Making } from "./flexible";

/** So far off one another two ends are one: a pipe gives as much between its supports, mm. */
export const IN_LINE = 25;

/**
 * Outside of pipe of the size of copper tube, mm, and how many times as much it is bent to at least where
 * it bends at all (handbook 3, Pipe).
 */
const OUTSIDE_MM: Readonly<Record<string, number>> = { "1/2": 15.9, "3/4": 22.2, "1": 28.6, "1-1/4": 34.9 };
const BENT_TO = 8;

/** How a pipe comes to stand as far off the wall as its other end does. */
export interface OffsetTaken {
  /** How far its ends are apart, off the wall, mm. */
  readonly mm: number;
  /** By its connector, by a bend of its own, or by fittings. */
  readonly by: "connector" | "bend" | PipeOffset["is"];
}

/**
 * The straight way of a pipe that goes over from one distance off the wall to another in one bend each way,
 * no tighter than its radius, mm; undefined where that is no bend any more.
 */
export function bendLength(mm: number, radius: number): number | undefined {
  return mm > 2 * radius ? undefined : Math.sqrt(mm * (4 * radius - mm));
}

/** How long the straight ways of a run are between what its ends and corners take, mm. */
function freeLegs({ points, from, to }: Run, { elbow, piping }: Making): readonly number[] {
  const last = points.length - 1;
  const taken = (corner: number): number => {
    if (corner === 0) return roomFor(from.stub, piping, elbow);
    return corner === last ? roomFor(to.stub, piping, elbow) : elbow.layingMm[0];
  };
  return points.slice(1).map((p, i) => {
    const before = points[i]!;
    return Math.abs(p.x - before.x) + Math.abs(p.y - before.y) - taken(i) - taken(i + 1);
  });
}

/** The longest of some lengths, by its place. */
const longest = (lengths: readonly number[]): number => lengths.indexOf(Math.max(...lengths));

/** The least that two swivelled elbows lead over, with the shortest piece between them, mm. */
export const leastSwing = ({ elbow, bent, piping }: Making): number =>
  2 * elbow.layingMm[0] + (lengthsOf(bent, piping)?.piece ?? Infinity);

/** Two 45s in the longest straight way, where the pipe has them and there is room. */
function fortyFives(mm: number, legs: readonly number[], { bent, piping }: Making): PipeOffset | undefined {
  const fitting = fittingOf(bent, "elbow45", piping);
  if (!fitting) return undefined;
  const piece = shortestBetween(fitting.insertionMm[0]!, fitting.insertionMm[0]!);
  const between = Math.round(mm * Math.SQRT2) - 2 * fitting.layingMm[0];
  const leg = longest(legs);
  const hasRoom = legs[leg]! >= mm + 2 * fitting.layingMm[0] + 2 * piece;
  return between >= piece && hasRoom ? { is: "fortyFives", mm, leg, fitting } : undefined;
}

/**
 * Two swivelled 90s: at a corner in place of its elbow, which takes no room on the wall; else in the
 * longest straight way.
 */
function swivelled(mm: number, run: Run, legs: readonly number[]): PipeOffset {
  const corner = run.points.findIndex((_, i) => turnsAt(run.points, i));
  return corner > 0 ? { is: "corner", mm, corner } : { is: "straight", mm, leg: longest(legs) };
}

/** How a run is led over, and whether its pieces hold what leads it. */
export interface Led {
  readonly run: Run;
  readonly offset?: OffsetTaken;
  readonly fits: boolean;
}

/**
 * How a run is led over to where its other end stands off the wall (handbook 3: fittings that exist; no 45
 * in PEX insert, two swivelled 90s). A connector takes as much as the radius that it is bent to, pipe off a
 * coil bends over itself where it has the way; else two swivelled 90s at a corner, two 45s, or two 90s in a
 * straight way. `apart`: how far its ends are apart, mm.
 */
export function ledOver(
  run: Run,
  apart: number,
  connectors: readonly ConnectorOnWall[],
  making: Making,
): Led {
  const mm = Math.round(Math.abs(apart));
  if (mm <= IN_LINE) return { run, fits: true };
  if (connectors.some((c) => c.flexible.bendMm >= mm))
    return { run, offset: { mm, by: "connector" }, fits: true };
  const legs = freeLegs(run, making);
  const { piping, bent, elbow } = making;
  const radius = BENT_TO * (OUTSIDE_MM[piping.size] ?? Infinity);
  const way = isCoiled(piping) ? bendLength(mm, radius) : undefined;
  if (way !== undefined && Math.max(...legs) >= way) return { run, offset: { mm, by: "bend" }, fits: true };
  const by = (offset: PipeOffset, fits: boolean): Led => ({
    run: { ...run, offset },
    offset: { mm, by: offset.is },
    fits,
  });
  const turned = swivelled(mm, run, legs);
  const reaches = mm >= leastSwing(making);
  if (turned.is === "corner" && reaches) return by(turned, true);
  const angled = fortyFives(mm, legs, making);
  if (angled) return by(angled, true);
  const straightWay = 2 * elbow.layingMm[0] + 2 * (lengthsOf(bent, piping)?.piece ?? Infinity);
  return by(turned, turned.is === "straight" && reaches && Math.max(...legs) >= straightWay);
}

/**
 * The ends of a run off the wall: how far each is, and the unit that it is at, by its place in the line;
 * absent: the house's pipe.
 */
interface RunOff {
  readonly from: { readonly off: number; readonly unit?: number };
  readonly to: { readonly off: number; readonly unit?: number };
}

/**
 * Which unit of a run that nothing leads over comes further out, and by how much: the one that is nearer to
 * the wall, until both line up; else, where the house's pipe is nearer, the other, until two swivelled 90s
 * reach it at a corner. Undefined where neither helps.
 */
export function broughtOut(
  { from, to }: RunOff,
  hasCorner: boolean,
  making: Making,
): { readonly unit: number; readonly by: number } | undefined {
  const [nearer, other] = from.off <= to.off ? [from, to] : [to, from];
  const apart = other.off - nearer.off;
  if (nearer.unit !== undefined) return { unit: nearer.unit, by: apart };
  if (other.unit === undefined || !hasCorner) return undefined;
  return { unit: other.unit, by: Math.max(0, leastSwing(making) - apart) };
}

/** Does a run turn anywhere on its wall. */
export const hasTurn = ({ points }: Pick<Run, "points">): boolean =>
  points.some((_, i) => turnsAt(points, i));
