import { named, RigBuilder } from "./builder";
import type { RigPart } from "./part";
import { behindFeed, behindProduct } from "./series";

/** The line before the membrane: apart, it rinses the pre-filters past the membrane. Returns where it enters the shut-off. */
function lineBeforeMembrane(d: RigBuilder, { key, name }: RigPart, line: string, place: string): string {
  const inlet = d.node(`${key}.inlet`, "junction", { narrow: true });
  d.node(`${key}.membrane`, "port", { role: "membrane" });
  d.comesApart(
    named("line", key),
    { key, name: `Line before the membrane of ${name}`, place },
    [line, inlet],
    "cut",
  );
  return inlet;
}

/** The valve that stops the feed by itself when the tank is full. */
function shutOff(d: RigBuilder, { key, name }: RigPart, inlet: string, product: string, place: string): void {
  const edge = d.edge(`${key}.shutOff`, inlet, `${key}.membrane`, "valve");
  d.handles.push({
    ...named("shutOff", key),
    name: `Automatic shut-off of ${name}`,
    kind: "automatic",
    place,
    normal: "closed",
    watches: product,
    positions: [
      { name: "closed", edges: { [edge]: "closed" }, stands: "closes by itself when the tank is full" },
      { name: "open", edges: { [edge]: "open" }, stands: "open by itself while the tank fills" },
    ],
  });
}

/** What the water passes: pre-filters, membrane, and the side of the membrane that goes to the drain. */
function unitsOf(d: RigBuilder, part: RigPart, ro: NonNullable<RigPart["ro"]>): void {
  const { key, name } = part;
  const base = { family: part.family, media: false, gentle: "open" as const };
  d.units.push(
    {
      key: `${key}.pre`,
      of: key,
      name: `${name} pre-filters`,
      ...base,
      flush: false,
      marks: ["filtered"],
      // A pump of its own stands behind its pre-filters: it is fed where they are.
      pump: part.pump,
    },
    {
      key,
      name,
      ...base,
      slow: true,
      flush: part.flush,
      marks: ["permeate"],
      tank: ro.tank ? { edge: `${key}.tankValve`, rinseShut: ro.rinseShut } : undefined,
    },
    {
      key: `${key}.reject`,
      of: key,
      name: `${name} drain side`,
      ...base,
      slow: true,
      flush: false,
      marks: ["reject"],
    },
  );
}

/** An RO under the sink behind its feed valve: open line before the membrane, restrictor to the drain, tank valve, faucet. */
export function reverseOsmosis(
  d: RigBuilder,
  part: RigPart,
  ro: NonNullable<RigPart["ro"]>,
  feed: string,
  all: readonly RigPart[],
  place: string,
): void {
  const { key, name } = part;
  const boosted = behindFeed(d, part, feed, all, place);
  const pre = d.node(`${key}.pre`, "port", { role: "prefilters" });
  const line = d.node(`${key}.line`, "port", { name: "Line before the membrane" });
  const permeate = d.node(`${key}.permeate`, "port");
  const reject = d.node(`${key}.reject`, "port");
  const product = d.node(`${key}.product`);
  d.node("drain", "drain", { name: "Drain" });
  d.pipe(boosted, pre);
  d.edge(`${key}.prefilters`, pre, line, "unit", { unit: `${key}.pre` });
  const inlet = lineBeforeMembrane(d, part, line, place);
  shutOff(d, part, inlet, product, place);
  d.edge(`${key}.through`, `${key}.membrane`, permeate, "unit", { unit: key });
  d.edge(`${key}.past`, `${key}.membrane`, reject, "unit", { unit: `${key}.reject` });
  d.edge(`${key}.restrictor`, reject, "drain", "opening", { opening: "drainLine", airGap: ro.airGap });
  d.edge(`${key}.check`, permeate, product, "check");
  if (ro.tank) {
    const tank = d.node(`${key}.tank`, "port", { name: "Tank" });
    d.lever(named("tankValve", key), `Tank valve of ${name}`, product, tank, place);
  }
  const end = behindProduct(d, part, product, all, place);
  d.opening(named("faucet", key), `Faucet of ${name}`, end, "tap", place, { drinking: true });
  if (part.pump) d.plug(named("plug", key), `Plug of ${name}`, `${key}.pre`, place);
  unitsOf(d, part, ro);
}
