import { keysOf, type PlacedUnit, type Placement, type UnitModel } from "../families";
import { obstaclesOf, type SurveyAnswers } from "../site";
import { lower } from "../units";
import { pack } from "./pack";
import type { Standing, WallUnit } from "./standing";
import type { Room } from "./wall";
import { tankKey } from "./salt";
import { whyNotFit, type Remedy } from "./whyNot";

/** Fields of the survey that a cabinet under a sink is drawn from. */
export const cabinetFields = {
  width: "sink.width",
  height: "sink.height",
  depth: "sink.depth",
  inside: "sink.inside",
} as const;

/** Fields of the survey that the wall of units on the cold pipe is drawn from: the one on which a train would stand. */
export const ownWallFields = {
  width: "space.width",
  height: "space.height",
  depth: "space.depth",
  inside: "wall.obstacles",
} as const;

/** Where a unit that is opened downwards states nothing, so much is left free under it, mm (handbook 3, Fit). */
export const USUAL_DROP = 585;
/**
 * What a drop asks for under a body of a height, mm: one that is longer counts from the head down, and
 * holds the body (handbook 9, K10).
 */
export const underBody = (drop: number, height: number): number => (drop > height ? drop - height : drop);

/** A unit with a pump shakes: so much on every side, mm (handbook 3, Fit). */
const ROUND_PUMP = 20;

/**
 * A room that units without pipes of the house stand in: where its sizes are asked for, and whether what
 * they keep free before them counts; before a cabinet is its door.
 */
interface RoomAsked {
  readonly fields: typeof cabinetFields | typeof ownWallFields;
  readonly hasDoor: boolean;
}

/** Each of those side by side, and the tank of each. */
function inRoom({ unit, model }: PlacedUnit, asked: RoomAsked): readonly WallUnit[] {
  return keysOf(unit).flatMap((key) => oneInRoom(key, model, asked));
}

/** Its name, size and room; the tank of an RO is another. Nothing where its size is unknown. */
function oneInRoom(key: string, model: UnitModel, { hasDoor }: RoomAsked): readonly WallUnit[] {
  const { body, free = {}, holes, storageTank } = model.fit ?? {};
  if (!body) return [];
  const round = (n: number) => Math.round(n);
  const hasPump = model.power && model.ro !== undefined && model.ro.pump !== false;
  const opensDown = model.family === "pointFilter";
  const drop = free.below ?? (opensDown ? USUAL_DROP : 0);
  const own: WallUnit = {
    key,
    name: model.code,
    width: round(body.width),
    height: round(body.height),
    depth: round(body.depth),
    ...(holes?.screws === undefined ? {} : { hangs: { least: 0, most: 10_000 } }),
    free: {
      around: Math.max(free.around ?? 0, hasPump ? ROUND_PUMP : 0),
      above: free.above ?? 0,
      below: round(underBody(drop, body.height)),
      front: hasDoor ? 0 : (free.front ?? 0),
    },
    mayLie: false,
  };
  if (!storageTank) return [own];
  const tank: WallUnit = {
    key: tankKey(key),
    name: `tank of ${model.code}`,
    width: round(storageTank.width),
    height: round(storageTank.height),
    depth: round(storageTank.depth),
    free: { around: 0, above: 0, below: 0, front: 0 },
    // Upright, or lying on its base (handbook 3, Fit).
    mayLie: true,
  };
  return [own, tank];
}

/**
 * Units that stand under the sink or hang at the cold pipe beside the house's line, with those on their
 * lines (handbook 9, Where a unit connects).
 */
export function standingAt<U extends PlacedUnit & { readonly placement: Placement }>(
  connects: "sink" | "supply",
  stations: readonly U[],
): readonly U[] {
  const isThere = ({ placement }: U): boolean =>
    placement.connects === connects ||
    stations.some((host) => host.unit.key === placement.host && isThere(host));
  return stations.filter(isThere);
}

/** What is known of a cabinet or a wall, and what goes into it. */
export type RoomFound =
  | { readonly is: "missing"; readonly fields: readonly string[] }
  /** Codes of units whose size, or whose tank's size, nobody states. */
  | { readonly is: "unmeasured"; readonly codes: readonly string[] }
  | {
      readonly is: "fits";
      readonly room: Room;
      readonly units: readonly WallUnit[];
      readonly standings: readonly Standing[];
      /** Somebody placed them so, whatever is in their way; else it is one way of several. */
      readonly byHand: boolean;
    }
  | {
      readonly is: "tooSmall";
      readonly room: Room;
      readonly units: readonly WallUnit[];
      readonly remedies: readonly Remedy[];
    }
  /** It was not found within what is tried. */
  | { readonly is: "open"; readonly room: Room; readonly units: readonly WallUnit[] };

/**
 * What hangs on a wall is opened and read there: its foot is about so high where there is room, mm
 * (handbook 9, K11).
 */
const AT_HAND = 900;
const atHand = (unit: WallUnit): WallUnit =>
  unit.hangs ? { ...unit, hangs: { ...unit.hangs, least: AT_HAND } } : unit;

/** One way in which units stand in a room: at hand on a wall, where they can be. */
export function packedIn(
  room: Room,
  units: readonly WallUnit[],
  { hasDoor }: Pick<RoomAsked, "hasDoor">,
): ReturnType<typeof pack> {
  const handy = hasDoor ? undefined : pack(room, units.map(atHand));
  return handy?.is === "fits" ? handy : pack(room, units);
}

/**
 * Do units go into a room, seen from before it, with what is in it already: one way in which they stand, or
 * every single thing that would let them. Of a range the least is free. `places`: where somebody placed
 * them, which counts once each of them has one.
 */
function roomFor(
  answers: SurveyAnswers,
  placed: readonly PlacedUnit[],
  places: Readonly<Record<string, Standing>>,
  asked: RoomAsked,
): RoomFound {
  const { fields } = asked;
  const lengthOf = (key: "width" | "height" | "depth"): number | undefined => {
    const found = lower(answers[fields[key]]?.measured);
    return found === undefined ? undefined : Math.round(found);
  };
  const [width, height, depth] = [lengthOf("width"), lengthOf("height"), lengthOf("depth")];
  if (width === undefined || height === undefined || depth === undefined) {
    const has = { width, height, depth };
    const open = (["width", "height", "depth"] as const).filter((key) => has[key] === undefined);
    return { is: "missing", fields: open.map((key) => fields[key]) };
  }
  const unmeasured = placed.filter(
    ({ model }) => !model.fit?.body || (model.ro?.tank !== undefined && !model.fit.storageTank),
  );
  if (unmeasured.length > 0) return { is: "unmeasured", codes: unmeasured.map(({ model }) => model.code) };
  const room: Room = {
    width,
    height,
    depth,
    obstacles: obstaclesOf(answers[fields.inside]?.text ?? ""),
  };
  const units = placed.flatMap((unit) => inRoom(unit, asked));
  const kept = units.flatMap((u) => places[u.key] ?? []);
  if (kept.length === units.length) return { is: "fits", room, units, standings: kept, byHand: true };
  const packed = packedIn(room, units, asked);
  if (packed.is === "fits") return { is: "fits", room, units, standings: packed.standings, byHand: false };
  if (packed.is === "open") return { is: "open", room, units };
  return { is: "tooSmall", room, units, remedies: whyNotFit(room, units) };
}

type Places = Readonly<Record<string, Standing>>;

/** Do the units at a sink go into its cabinet, seen from the door, with trap and disposal in it (handbook 3, Fit). */
export const cabinetOf = (
  answers: SurveyAnswers,
  placed: readonly PlacedUnit[],
  places: Places = {},
): RoomFound => roomFor(answers, placed, places, { fields: cabinetFields, hasDoor: true });

/** Do units at the cold pipe go on the wall that was surveyed, with what is on it already (handbook 3, Fit). */
export const ownWallOf = (
  answers: SurveyAnswers,
  placed: readonly PlacedUnit[],
  places: Places = {},
): RoomFound => roomFor(answers, placed, places, { fields: ownWallFields, hasDoor: false });
