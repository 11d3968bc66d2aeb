import { connectionOf } from "./families";
import type { Connects, PlacedUnit, Placement } from "./unit";

const ridesOn = (connects: Connects): connects is "product" | "feed" =>
  connects === "product" || connects === "feed";

/** May other units stand on its product or feed line though nobody said so. */
function isHost(units: readonly PlacedUnit[], at: number): boolean {
  const { unit, model } = units[at]!;
  const connects = unit.on?.port ?? connectionOf(model);
  return connects === "sink" || connects === "supply";
}

/**
 * The unit that one on a product or feed line belongs to where nobody said which: an RO before any other,
 * the nearest on the side where the design has it.
 */
function usualHost(units: readonly PlacedUnit[], at: number, port: "product" | "feed"): string | undefined {
  const others = units.map((_, i) => i).filter((i) => i !== at && isHost(units, i));
  const ahead = others.filter((i) => i < at).reverse();
  const behind = others.filter((i) => i > at);
  const nearest = port === "product" ? [...ahead, ...behind] : [...behind, ...ahead];
  const found = nearest.find((i) => units[i]!.model.ro) ?? nearest[0];
  return found === undefined ? undefined : units[found]!.unit.key;
}

/**
 * Where every unit of a design stands, by its key (handbook 9, Where a unit connects): as the design says,
 * else as the unit usually does. What stands on a line of its own, or on a unit that is not there, has no
 * host.
 */
export function placementsOf(units: readonly PlacedUnit[]): ReadonlyMap<string, Placement> {
  const keys = new Set(units.map(({ unit }) => unit.key));
  return new Map(
    units.map(({ unit, model }, at): [string, Placement] => {
      if (unit.on) {
        const there = keys.has(unit.on.unit) && unit.on.unit !== unit.key;
        return [unit.key, { connects: unit.on.port, host: there ? unit.on.unit : undefined }];
      }
      const connects = connectionOf(model);
      return [unit.key, { connects, host: ridesOn(connects) ? usualHost(units, at, connects) : undefined }];
    }),
  );
}
