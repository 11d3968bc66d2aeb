import { familyOf, keysOf, type PlacedUnit, type UnitModel, type UnitPort } from "../families";
import { saltKey } from "./salt";
import type { WallUnit } from "./standing";
import type { Facing, WallPort } from "./wall";

/** Room round a tank with a valve, and over its head, where the unit states none, mm (handbook 3, Fit). */
export const TANK = { around: 75, above: 150 } as const;

/** Where a port looks as one stands before the wall: what leaves a unit at its back or front rises. */
const looks: Readonly<Record<UnitPort["facing"], Facing>> = {
  left: "left",
  right: "right",
  top: "up",
  bottom: "down",
  front: "up",
  back: "up",
};

/** The first of a unit's ports whose name begins so. */
const portCalled = (ports: readonly UnitPort[], name: "In" | "Out"): UnitPort | undefined =>
  ports.find((p) => p.port.startsWith(name));

/** From a unit's back to the middle of a port, mm. */
export function portDepth({ side }: Pick<UnitPort, "side">, depth: number): number {
  if (side === "back") return 0;
  return side === "front" ? depth : depth / 2;
}

/** The two ports by which the house's water goes through a unit. */
export interface LinePorts {
  readonly inlet: UnitPort;
  readonly outlet: UnitPort;
}
/** The two ports by which the house's water goes through a unit; undefined where they are not stated. */
export function lineFits({ fit }: Pick<UnitModel, "fit">): LinePorts | undefined {
  const inlet = fit && portCalled(fit.ports, "In");
  const outlet = fit && portCalled(fit.ports, "Out");
  return inlet && outlet ? { inlet, outlet } : undefined;
}

/** A salt tank stands within so many mm of its valve, with so much free over its lid (handbook 3, Fit). */
const SALT = { within: 1500, above: 300 } as const;

/**
 * The salt tanks of a unit as they stand on a wall, one for each of those side by side; none where it has
 * none beside it.
 */
export function saltTanksOf({ unit, model }: PlacedUnit): readonly WallUnit[] {
  const tank = model.fit?.saltTank;
  if (!tank) return [];
  return keysOf(unit).map((key, body, all) => ({
    key: saltKey(key),
    name: `salt tank of ${model.code}${all.length > 1 ? ` ${body + 1}` : ""}`,
    width: Math.round(tank.width),
    height: Math.round(tank.height),
    depth: Math.round(tank.depth),
    free: { around: 0, above: SALT.above, below: 0, front: 0 },
    mayLie: false,
    tether: { to: unit.key, within: SALT.within, ...(all.length > 1 ? { body } : {}) },
  }));
}

/**
 * How far off the wall a unit's back is at least, mm: what hangs is against it; a tank stands as far off as
 * it keeps free round it (handbook 3, Fit).
 */
export const leastBack = (model: UnitModel): number =>
  familyOf(model).onFloor ? (model.fit?.free?.around ?? TANK.around) : 0;

/**
 * What a unit of the house's line asks of its wall (handbook 3, Fit); undefined where its size or its ports
 * are unknown. `stubs`: mm from each port to where its pipe stops, where that is known.
 */
export function onWall(
  { unit, model }: PlacedUnit,
  stubs: { readonly inlet?: number; readonly outlet?: number } = {},
): WallUnit | undefined {
  const { body, free = {} } = model.fit ?? {};
  const ports = lineFits(model);
  if (!body || !ports) return undefined;
  const at = (port: UnitPort, stub: number | undefined): WallPort => ({
    x: Math.round(body.width / 2 + port.offset),
    y: Math.round(port.height),
    facing: looks[port.facing],
    ...(stub === undefined ? {} : { stub }),
  });
  const { onFloor } = familyOf(model);
  const usual = onFloor ? TANK : { around: 0, above: 0 };
  return {
    key: unit.key,
    name: model.code,
    width: Math.round(body.width),
    height: Math.round(body.height),
    depth: Math.round(body.depth),
    ...(onFloor ? {} : { hangs: { least: 0, most: 10_000 } }),
    free: {
      around: free.around ?? usual.around,
      above: free.above ?? usual.above,
      below: free.below ?? 0,
      front: free.front ?? 0,
    },
    ports: { inlet: at(ports.inlet, stubs.inlet), outlet: at(ports.outlet, stubs.outlet) },
    mayLie: false,
    ...(model.family === "cartridge" ? { head: "housing" as const } : {}),
    ...(onFloor ? { head: "tank" as const, back: leastBack(model) } : {}),
    ...(model.uv ? { couldLie: true } : {}),
  };
}
