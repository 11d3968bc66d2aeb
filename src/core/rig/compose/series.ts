import { named, RigBuilder } from "./builder";
import type { RigPart } from "./part";

/** The parts of a rig that stand on the port of a unit, in the order of the design. */
export const onPort = (all: readonly RigPart[], key: string, port: "product" | "feed"): RigPart[] =>
  all.filter((p) => p.on?.unit === key && p.on.port === port);

/** What the water passes of a part, from its inlet to its outlet. Returns both. */
export function unitOf(d: RigBuilder, part: RigPart): readonly [inlet: string, outlet: string] {
  const inlet = d.node(`${part.key}.in`, "port");
  const outlet = d.node(`${part.key}.out`, "port");
  d.unit(part, [inlet, outlet], { on: part.on?.unit });
  return [inlet, outlet];
}

/** A part in a line between two others, with what stands on its own ports. Returns where its water comes out. */
export function inSeries(
  d: RigBuilder,
  part: RigPart,
  from: string,
  all: readonly RigPart[],
  place: string,
): string {
  const at = behindFeed(d, part, from, all, place);
  const [inlet, outlet] = unitOf(d, part);
  d.pipe(at, inlet);
  d.plugOf(part, part.key, part.name, part.place ?? place);
  return behindProduct(d, part, outlet, all, place);
}

/** The line behind everything that stands on a part's feed. */
export const behindFeed = (
  d: RigBuilder,
  { key }: RigPart,
  from: string,
  all: readonly RigPart[],
  place: string,
): string => onPort(all, key, "feed").reduce((at, other) => inSeries(d, other, at, all, place), from);

/** A tube to an appliance, with a valve of its own. */
function endingTube(d: RigBuilder, { key, name, place }: RigPart, from: string, at: string): void {
  d.opening(named("valve", key), `Valve of ${name}`, from, "tap", place ?? at, { drinking: true });
}

/** The line behind everything that stands on a part's product line; an appliance's tube leaves it on the way. */
export function behindProduct(
  d: RigBuilder,
  { key }: RigPart,
  from: string,
  all: readonly RigPart[],
  place: string,
): string {
  return onPort(all, key, "product").reduce((at, other) => {
    if (!other.ends) return inSeries(d, other, at, all, place);
    endingTube(d, other, at, place);
    return at;
  }, from);
}
