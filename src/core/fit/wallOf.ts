import { lower } from "../units";
import { obstaclesOf, type SurveyAnswers } from "../site";
import { faultsOf } from "./faults";
import type { Facing, PipeLengths, Wall, WallPort } from "./wall";

/**
 * Between the two ends of the house's pipe where it is cut, mm, where nothing that stands between them asks
 * for more.
 */
const CUT = 150;
/** Ports of the house's pipe above this look down, those below it up, mm. */
const HIGH = 1000;

/** Fields of the survey that a wall is drawn from. */
export const wallFields = {
  width: "space.width",
  height: "space.height",
  depth: "space.depth",
  corner: "space.corner",
  x: "cutin.x",
  y: "cutin.height",
  runs: "cutin.runs",
  obstacles: "wall.obstacles",
} as const;
const needed = ["width", "height", "x", "y", "runs"] as const;

export type WallFound =
  | { readonly is: "known"; readonly wall: Wall; readonly mirrored: boolean }
  | { readonly is: "missing"; readonly fields: readonly string[] }
  | { readonly is: "faulty"; readonly faults: readonly string[] };

/**
 * What the train's pipes ask of the wall: what their parts take up, what leads from the house's pipe to
 * them where water comes and where it goes on, and how far apart the tees of a bypass are, mm.
 */
export interface PipeNeeds {
  readonly pipe?: PipeLengths;
  readonly stubs?: readonly [before: number, behind: number];
  readonly apart?: number;
}

/**
 * The two ends of the cut pipe; water comes out of the first. With a bypass round the train they are the
 * legs of its tees, else the pipe itself.
 */
function ends(
  x: number,
  y: number,
  runs: Facing,
  bypassed: boolean,
  apart = CUT,
): readonly [WallPort, WallPort] {
  const lies = runs === "left" || runs === "right";
  const aside: Facing = lies ? (y > HIGH ? "down" : "up") : "right";
  const half = Math.ceil(Math.max(CUT, apart) / 2);
  if (lies)
    return [
      { x: x - half, y, facing: bypassed ? aside : "right" },
      { x: x + half, y, facing: bypassed ? aside : "left" },
    ];
  const [first, second] = runs === "up" ? [y - half, y + half] : [y + half, y - half];
  return [
    { x, y: first, facing: bypassed ? aside : runs },
    { x, y: second, facing: bypassed ? aside : runs === "up" ? "down" : "up" },
  ];
}

/**
 * The wall of a job from its survey, with what is missing for it. It is drawn so that water runs to the
 * right; `mirrored` where it does not. Of a range the least is free.
 */
export function wallOf(answers: SurveyAnswers, bypassed: boolean, needs: PipeNeeds = {}): WallFound {
  const lengthOf = (key: keyof typeof wallFields): number | undefined => {
    const found = lower(answers[wallFields[key]]?.measured);
    return found === undefined ? undefined : Math.round(found);
  };
  const [width, height, x, y] = [lengthOf("width"), lengthOf("height"), lengthOf("x"), lengthOf("y")];
  const runs = answers[wallFields.runs]?.text as Facing | undefined;
  const has = { width, height, x, y, runs: runs || undefined };
  if (width === undefined || height === undefined || x === undefined || y === undefined || !runs)
    return {
      is: "missing",
      fields: needed.filter((key) => has[key] === undefined).map((key) => wallFields[key]),
    };
  const mirrored = runs === "left";
  const obstacles = obstaclesOf(answers[wallFields.obstacles]?.text ?? "").map((o) =>
    mirrored ? { ...o, x: width - o.x - o.width } : o,
  );
  const [from, to] = ends(mirrored ? width - x : x, y, runs, bypassed, needs.apart).map((port, i) =>
    needs.stubs ? { ...port, stub: needs.stubs[i] } : port,
  ) as [WallPort, WallPort];
  const { pipe } = needs;
  const turns = lengthOf("corner");
  const wall: Wall = {
    width,
    height,
    depth: lengthOf("depth"),
    ...(turns === undefined ? {} : { corner: mirrored ? width - turns : turns }),
    obstacles,
    from,
    to,
    ...(pipe ? { pipe } : {}),
  };
  const faults = faultsOf(wall);
  return faults.length > 0 ? { is: "faulty", faults } : { is: "known", wall, mirrored };
}
