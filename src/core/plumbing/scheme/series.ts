import type { SchemeUnit } from "./asked";
import { opening } from "./fixtures";
import { named } from "./named";
import type { SchemeBuilder } from "./scheme";
import { plugOf, unitOnBranch } from "./unit";

/** The units that stand on the port of a unit, in the order of the design. */
export const onPort = (all: readonly SchemeUnit[], key: string, port: "product" | "feed"): SchemeUnit[] =>
  all.filter((p) => p.on?.unit === key && p.on.port === port);

/** What the water passes of a part, from its inlet to its outlet. Returns both. */
export function unitOf(s: SchemeBuilder, unit: SchemeUnit): readonly [inlet: string, outlet: string] {
  const inlet = s.joint(`${unit.key}.in`, "port");
  const outlet = s.joint(`${unit.key}.out`, "port");
  s.part({ in: inlet, out: outlet }, unitOnBranch(unit));
  return [inlet, outlet];
}

/** A part in a line between two others, with what stands on its own ports. Returns where its water comes out. */
export function inSeries(
  s: SchemeBuilder,
  unit: SchemeUnit,
  from: string,
  all: readonly SchemeUnit[],
  place: string,
): string {
  const at = behindFeed(s, unit, from, all, place);
  const [inlet, outlet] = unitOf(s, unit);
  s.pipe(at, inlet);
  plugOf(s, unit, unit.key, unit.name, unit.place ?? place);
  return behindProduct(s, unit, outlet, all, place);
}

/** The line behind everything that stands on a part's feed. */
export const behindFeed = (
  s: SchemeBuilder,
  { key }: SchemeUnit,
  from: string,
  all: readonly SchemeUnit[],
  place: string,
): string => onPort(all, key, "feed").reduce((at, other) => inSeries(s, other, at, all, place), from);

/** A tube to an appliance, with a valve of its own. */
function endingTube(s: SchemeBuilder, { key, name, place }: SchemeUnit, from: string, at: string): void {
  s.part(
    { at: from },
    opening(named("valve", key), `Valve of ${name}`, "tap", place ?? at, { drinking: true }),
  );
}

/** The line behind everything that stands on a part's product line; an appliance's tube leaves it on the way. */
export function behindProduct(
  s: SchemeBuilder,
  { key }: SchemeUnit,
  from: string,
  all: readonly SchemeUnit[],
  place: string,
): string {
  return onPort(all, key, "product").reduce((at, other) => {
    if (!other.ends) return inSeries(s, other, at, all, place);
    endingTube(s, other, at, place);
    return at;
  }, from);
}
