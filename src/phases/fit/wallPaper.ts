import { pipesOnWall } from "@/core/fit/piped";
import type { Placing } from "@/core/fit/routes";
import { bodiesOf, bodyOf } from "@/core/fit/standing";
import { roleSaid, tubeName } from "@/core/fit/tubes";
import { waysInRoom } from "@/core/fit/tubeWays";
import type { Point, Rect } from "@/core/fit/wall";
import { cutSaid, numberedRuns } from "@/core/plumbing/named";
import type { FitOfJob } from "@/core/record/fitOf";
import type { TubingOfJob } from "@/core/record/tubing";
import type { UnitSystem } from "@/core/units";
import type { Parts } from "../parts/listed";
import { seen } from "./seen";
import { tubeCurve, tubeDashes, type TubeCurve } from "./tubeCurve";
import { length } from "./words";

/** A part of the wall with what is written in it. */
interface NamedRect extends Rect {
  readonly name: string;
}
/** A pipe as it is drawn; `number`: what it is called by in the table. */
interface DrawnPipe {
  readonly number: number;
  readonly points: readonly Point[];
  /** Ways of its flexible connectors. */
  readonly connectors: readonly (readonly Point[])[];
}
/** A length between two points, with its figure. */
interface Measure {
  readonly from: number;
  readonly to: number;
  readonly says: string;
}

/** A tube under a sink; `dash`: by what flows in it. */
interface DrawnTube extends TubeCurve {
  readonly number: number;
  readonly dash?: string;
}

/**
 * A wall as it is printed, or a cabinet seen from its door: mm from its upper left corner, and tables of
 * what is drawn; plain data.
 */
export interface WallPaper {
  readonly is: "wall" | "cabinet" | "ownWall";
  readonly width: number;
  readonly height: number;
  /** Where the wall turns towards who stands before it. */
  readonly corner?: number;
  readonly bodies: readonly NamedRect[];
  readonly obstacles: readonly NamedRect[];
  readonly pipes: readonly DrawnPipe[];
  /** In a cabinet. */
  readonly tubes: readonly DrawnTube[];
  readonly ends: readonly (Point & { readonly name: string })[];
  /** Along the floor, and up the left edge. */
  readonly across: readonly Measure[];
  readonly up: readonly Measure[];
  readonly units: readonly { readonly key: string; readonly name: string; readonly says: string }[];
  readonly runs: readonly {
    readonly number: number;
    readonly name: string;
    readonly pieces: string;
    readonly fittings: readonly { readonly name: string; readonly count: number }[];
  }[];
  /** Tubes by their numbers: what each is, its ends, and what it is cut to. */
  readonly cuts: readonly {
    readonly number: number;
    readonly name: string;
    readonly ends: string;
    readonly length: string;
  }[];
}

/** Lengths between marks in their order; what is less than a finger's width is not written. */
function between(marks: readonly number[], say: (mm: number) => string): Measure[] {
  const sorted = [...new Set(marks)].sort((a, b) => a - b);
  return sorted
    .slice(1)
    .map((to, i) => ({ from: sorted[i]!, to, says: say(to - sorted[i]!) }))
    .filter(({ from, to }) => to - from >= 10);
}

/** Fittings of a run by how many there are of each. */
function fittingsOf({ built }: Parts, run: string): WallPaper["runs"][number]["fittings"] {
  const count = new Map<string, number>();
  for (const { fitting } of built.fittings.filter((f) => f.run === run))
    count.set(fitting.name, (count.get(fitting.name) ?? 0) + 1);
  return [...count].map(([name, n]) => ({ name, count: n }));
}

/** A placed train's wall to be printed, in one unit system; undefined while its pipes are not known. */
export function wallPaper(parts: Parts, placing: Placing, profile: UnitSystem): WallPaper | undefined {
  const { fit, built, names } = parts;
  if (fit.found.is !== "known" || !fit.plan) return undefined;
  const { wall, mirrored } = fit.found;
  const to = seen(wall, mirrored);
  const say = (mm: number) => length(mm, profile);
  const point = (p: Point): Point => ({ x: to.x(p.x), y: to.y(p.y) });
  const bodies = fit.units.flatMap((unit, i) =>
    bodiesOf(unit, placing.standings[i]!).map((body, k) => ({
      ...to.rect(body),
      name: unit.manifold ? `${unit.manifold.name} ${k + 1}` : unit.name,
    })),
  );
  const onWall = new Map(pipesOnWall(fit.plan, fit.units, placing).map((p) => [p.id, p]));
  const corner = wall.corner === undefined ? undefined : to.x(wall.corner);
  const runs = numberedRuns(built).map((run, i) => ({ run, number: i + 1 }));
  return {
    is: "wall",
    tubes: [],
    cuts: [],
    width: wall.width,
    height: wall.height,
    ...(corner === undefined ? {} : { corner }),
    bodies,
    obstacles: wall.obstacles.map((o) => ({ ...to.rect(o), name: o.id })),
    pipes: runs.flatMap(({ run, number }) => {
      const pipe = onWall.get(run);
      if (!pipe) return [];
      const connectors = pipe.connectors.map((c) => c.points.map(point));
      return [{ number, points: pipe.points.map(point), connectors }];
    }),
    ends: [wall.from, wall.to].map((p, i) => ({ ...point(p), name: i === 0 ? "from" : "to" })),
    across: between([0, ...bodies.flatMap((b) => [b.x, b.x + b.width]), corner ?? 0, wall.width], say),
    up: between([0, to.y(wall.from.y), ...bodies.map((b) => b.y), wall.height], say),
    units: standsOf(fit, placing, built.backs ?? {}, say),
    runs: runs.map(({ run, number }) => ({
      number,
      name: names.run(run),
      pieces: built.pieces
        .filter((p) => p.run === run)
        .map((p) => `${cutSaid(p.lengthMm, profile)}${p.onSite ? " (on site)" : ""}`)
        .join(", "),
      fittings: fittingsOf(parts, run),
    })),
  };
}

/** Where each unit stands, as one measures it. */
function standsOf(
  { found, units }: FitOfJob,
  { standings }: Placing,
  backs: Readonly<Record<string, number>>,
  say: (mm: number) => string,
) {
  if (found.is !== "known") return [];
  const to = seen(found.wall, found.mirrored);
  return units.map((unit, i) => {
    const at = standings[i]!;
    const foot = unit.hangs ? `its foot ${say(at.y)} above the floor` : "on the floor";
    const turned = [
      at.lies ? "on its side" : "",
      at.mirrored !== found.mirrored ? "inlet right" : "inlet left",
      backs[unit.key] ? `its back ${say(backs[unit.key]!)} off the wall` : "",
    ];
    return {
      key: unit.key,
      name: unit.name,
      says: [`${say(to.rect(bodyOf(unit, at)).x)} from the left`, foot, ...turned].filter(Boolean).join(", "),
    };
  });
}

/**
 * A cabinet under a sink, or the wall of units at the cold pipe, to be printed with its tubes, in one unit
 * system; undefined while nothing stands in it.
 */
export function roomPaper(
  { tubing, ...rooms }: TubingOfJob,
  is: "cabinet" | "ownWall",
  profile: UnitSystem,
): WallPaper | undefined {
  const found = rooms[is];
  if (found?.is !== "fits") return undefined;
  const { room, units, standings } = found;
  const floor = is === "cabinet" ? "the cabinet's floor" : "the floor";
  const to = seen(room, false);
  const say = (mm: number) => length(mm, profile);
  const ways = waysInRoom(room, units, standings);
  const bodies = units.map((unit, i) => ({ ...to.rect(bodyOf(unit, standings[i]!)), name: unit.name }));
  return {
    is,
    width: room.width,
    height: room.height,
    bodies,
    obstacles: room.obstacles.map((o) => ({ ...to.rect(o), name: o.id })),
    pipes: [],
    ends: [],
    runs: [],
    tubes: tubing.tubes.flatMap((tube, i) => {
      const curve = tubeCurve(tube, i, ways, room);
      const dash = tubeDashes[tube.role];
      return curve ? [{ ...curve, number: i + 1, ...(dash === undefined ? {} : { dash }) }] : [];
    }),
    across: between([0, ...bodies.flatMap((b) => [b.x, b.x + b.width]), room.width], say),
    up: between([0, ...bodies.map((b) => b.y), room.height], say),
    units: units.map((unit, i) => {
      const at = standings[i]!;
      const foot = at.y > 0 ? `its foot ${say(at.y)} above ${floor}` : `on ${floor}`;
      const turned = at.lies ? ["on its side"] : [];
      return {
        key: unit.key,
        name: unit.name,
        says: [`${say(at.x)} from the left`, foot, ...turned].join(", "),
      };
    }),
    cuts: tubing.tubes.map((tube, i) => ({
      number: i + 1,
      name: `${tubeName(tube)}, ${roleSaid(tube)}`,
      ends: `${tube.from.name} to ${tube.to.name}`,
      length: tube.lengthMm === undefined ? "Unknown" : cutSaid(tube.lengthMm, profile),
    })),
  };
}
