import type { AnchorLoad, Substrate } from "../site";
import { inBoth, type InBoth } from "../words";
import { GRAVITY, print, type UnitSystem } from "../units";

/** What holds on each substrate (handbook 3, Fixings by substrate). */
export const anchorNames: Readonly<Record<Substrate, InBoth>> = {
  woodStud: {
    us: "lag screws into studs 16 in apart, or a plywood board across studs",
    metric: "lag screws into studs 406 mm apart, or a plywood board across studs",
  },
  metalStud: "plywood board and toggle bolts",
  concrete: "concrete screws or sleeve anchors",
  masonry: "plugs, with holes as deep as the plug",
};

/** A unit that hangs. */
export interface Hung {
  readonly fullKg: number;
  /** Its bowl is tightened by a wrench. */
  readonly hasBowl: boolean;
  /** Between its screws, mm; absent where it does not state its holes. */
  readonly screwsApart?: number;
}

/** What a bowl's wrench puts on the bracket, N·m, and how much more than that is to hold (handbook 3). */
const WRENCH = { torque: 40, safety: 2 } as const;
/** How much more than the full mass is to hold (handbook 3). */
const MASS_SAFETY = 4;
/** Nothing hangs on one screw. */
const LEAST = 2;

/**
 * What the wrench of a bowl pulls on the screws of its bracket, kg; 0 where there is no bowl. Undefined
 * where nobody says how far its screws are apart.
 */
function wrenchPull({ hasBowl, screwsApart }: Hung): number | undefined {
  if (!hasBowl) return 0;
  return screwsApart === undefined ? undefined : WRENCH.torque / (screwsApart / 1000) / GRAVITY;
}

/**
 * How many anchors a unit takes (handbook 3, Fixings): the larger of its full mass × 4 / what one holds,
 * and the pull of a bowl's wrench × 2 / what pulls one out, with the screws' distance as the bracket's
 * height; two at least. Undefined where that distance is not stated.
 */
export function anchorsFor(unit: Hung, { holds, pullsOut }: AnchorLoad): number | undefined {
  const pull = wrenchPull(unit);
  if (pull === undefined) return undefined;
  return Math.max(
    LEAST,
    Math.ceil((MASS_SAFETY * unit.fullKg) / holds),
    Math.ceil((WRENCH.safety * pull) / pullsOut),
  );
}

/** How an anchor count came about, in words. */
export const anchorsSaid = (unit: Hung, { holds, pullsOut }: AnchorLoad): InBoth =>
  inBoth((system: UnitSystem) => {
    const mass = (kg: number) => print(kg, "mass", system);
    const byMass = `four times ${mass(unit.fullKg)} full, at ${mass(holds)} each`;
    const pull = wrenchPull(unit) ?? 0;
    return pull === 0
      ? byMass
      : `${byMass}; twice ${mass(pull)} from the bowl's wrench, at ${mass(pullsOut)} each`;
  });
