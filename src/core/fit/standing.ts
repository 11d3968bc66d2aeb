import type { Obstacle } from "../site";
import type { Facing, Point, Rect, Wall, WallPort } from "./wall";

/** What a unit asks of its wall, upright and not mirrored; lengths in whole mm. */
export interface WallUnit {
  readonly key: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Absent means unknown. */
  readonly depth?: number;
  /** Heights of its foot where it hangs on the wall; absent: it stands on the floor. */
  readonly hangs?: { readonly least: number; readonly most: number };
  /** Room that stays free beside, over, under and before its body. */
  readonly free: {
    readonly around: number;
    readonly above: number;
    readonly below: number;
    readonly front: number;
  };
  /** Where water comes in and goes out, from its lower left corner; absent where no pipe of the train goes through it. */
  readonly ports?: { readonly inlet: WallPort; readonly outlet: WallPort };
  /** It may be hung on its side here. */
  readonly mayLie: boolean;
  /** It works on its side too, where that is wanted. */
  readonly couldLie?: boolean;
  /** It stands within so many mm of another: a salt tank of its valve. */
  readonly tether?: { readonly to: string; readonly within: number };
}

/** Where a unit stands: the lower left corner of its body as it stands. */
export interface Standing extends Point {
  readonly lies: boolean;
  readonly mirrored: boolean;
}

/** Is it the same place, turned the same way. */
export const samePlace = (a: Standing | undefined, b: Standing | undefined): boolean =>
  a?.x === b?.x && a?.y === b?.y && a?.lies === b?.lies && a?.mirrored === b?.mirrored;

/** How a unit is turned, wherever it stands. */
export type Turn = Pick<Standing, "lies" | "mirrored">;

/** Ways in which a unit may be turned. */
export function turnsOf(unit: WallUnit): readonly Turn[] {
  const sides = unit.ports ? [false, true] : [false];
  const turns = sides.map((mirrored) => ({ lies: false, mirrored }));
  return unit.mayLie ? [...turns, ...sides.map((mirrored) => ({ lies: true, mirrored }))] : turns;
}

const whenLying: Readonly<Record<Facing, Facing>> = {
  up: "right",
  right: "down",
  down: "left",
  left: "up",
};
const whenMirrored: Readonly<Record<Facing, Facing>> = {
  left: "right",
  right: "left",
  up: "up",
  down: "down",
};

/** The body of a unit as it stands. */
export function bodyOf(unit: WallUnit, at: Standing): Rect {
  const [width, height] = at.lies ? [unit.height, unit.width] : [unit.width, unit.height];
  return { x: at.x, y: at.y, width, height };
}

/** A port of a unit as it stands: lying, its top is on the right, and mirrored after that. */
export function portOf(unit: WallUnit, port: WallPort, at: Standing): WallPort {
  const turned = at.lies
    ? { ...port, x: port.y, y: unit.width - port.x, facing: whenLying[port.facing] }
    : port;
  const { width } = bodyOf(unit, at);
  const seen = at.mirrored ? { ...turned, x: width - turned.x, facing: whenMirrored[turned.facing] } : turned;
  return { ...seen, x: at.x + seen.x, y: at.y + seen.y };
}

/** A part of the wall that a unit keeps clear, and what for. */
export interface Zone extends Rect {
  readonly what: "around" | "above" | "below";
}

/** What a unit keeps clear as it stands (handbook 3, Fit): what is drawn out upwards is drawn out to the side where it lies. */
export function zonesOf(unit: WallUnit, at: Standing): Zone[] {
  const body = bodyOf(unit, at);
  const { around, above, below } = unit.free;
  const right = (by: number) => ({ ...body, x: body.x + body.width, width: by });
  const left = (by: number) => ({ ...body, x: body.x - by, width: by });
  const over = (by: number) => ({ ...body, y: body.y + body.height, height: by });
  const under = (by: number) => ({ ...body, y: body.y - by, height: by });
  const [topward, footward] = at.lies ? (at.mirrored ? [left, right] : [right, left]) : [over, under];
  const zones: Zone[] = [];
  if (around > 0) zones.push({ ...body, x: body.x - around, width: body.width + 2 * around, what: "around" });
  if (above > 0) zones.push({ ...topward(above), what: "above" });
  if (below > 0) zones.push({ ...footward(below), what: "below" });
  return zones;
}

/** What nothing else may stand in because of an obstacle: itself, and before an electrical panel the wall from the floor up. */
export const keptClear = (wall: Wall, obstacle: Obstacle): Rect =>
  obstacle.kind === "panel" ? { ...obstacle, y: 0, height: wall.height } : obstacle;

/** How far two parts of a wall are apart sideways; 0 where one is over the other. */
export const apartBy = (a: Rect, b: Rect): number =>
  Math.max(0, a.x - (b.x + b.width), b.x - (a.x + a.width));
