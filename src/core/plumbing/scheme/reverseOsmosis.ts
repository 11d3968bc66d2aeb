import type { SchemeUnit } from "./asked";
import { comesApart, lever, opening, plug, together } from "./fixtures";
import type { Treating } from "./inside";
import { named } from "./named";
import type { Inside, SchemeBuilder } from "./scheme";
import { behindFeed, behindProduct } from "./series";

type Membrane = NonNullable<SchemeUnit["ro"]>;

/** The valve that stops the feed by itself when the tank is full: it watches `product`. */
function shutOff({ key, name }: SchemeUnit, place: string): Inside {
  const way = `${key}.shutOff`;
  return {
    ways: [{ id: way, from: `${key}.inlet`, to: `${key}.membrane`, kind: "valve" }],
    handles: [
      {
        ...named("shutOff", key),
        name: `Automatic shut-off of ${name}`,
        kind: "automatic",
        place,
        normal: "closed",
        watches: "product",
        positions: [
          { name: "closed", edges: { [way]: "closed" }, stands: "closes by itself when the tank is full" },
          { name: "open", edges: { [way]: "open" }, stands: "open by itself while the tank fills" },
        ],
      },
    ],
  };
}

/** What the water passes: pre-filters, membrane, and the side of the membrane that goes to the drain. */
function treated(unit: SchemeUnit, ro: Membrane): readonly Treating[] {
  const { key, name } = unit;
  const base = { family: unit.family, media: false, gentle: "open" as const };
  return [
    {
      key: `${key}.pre`,
      of: key,
      name: `${name} pre-filters`,
      ...base,
      flush: false,
      marks: ["filtered"],
      // A pump of its own stands behind its pre-filters: it is fed where they are.
      pump: unit.pump,
    },
    {
      key,
      name,
      ...base,
      slow: true,
      flush: unit.flush,
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
  ];
}

/**
 * What an RO has inside, from `feed` to `product` and to the drain: pre-filters, the line before the
 * membrane that comes apart to rinse them, shut-off, membrane, restrictor, check valve.
 */
function inside(unit: SchemeUnit, ro: Membrane, place: string): Inside {
  const { key, name } = unit;
  const line = { id: `${key}.line`, kind: "port", name: "Line before the membrane" } as const;
  const inlet = { id: `${key}.inlet`, kind: "junction", narrow: true } as const;
  const membrane = { id: `${key}.membrane`, kind: "port", role: "membrane" } as const;
  const permeate = { id: `${key}.permeate`, kind: "port" } as const;
  const reject = { id: `${key}.reject`, kind: "port" } as const;
  const apart = { key, name: `Line before the membrane of ${name}`, place };
  return together(
    {
      points: [line, inlet, membrane, permeate, reject],
      ways: [{ id: `${key}.prefilters`, from: "feed", to: line.id, kind: "unit", unit: `${key}.pre` }],
    },
    comesApart(named("line", key), apart, "cut", [line.id, inlet.id]),
    shutOff(unit, place),
    {
      ways: [
        { id: `${key}.through`, from: membrane.id, to: permeate.id, kind: "unit", unit: key },
        { id: `${key}.past`, from: membrane.id, to: reject.id, kind: "unit", unit: `${key}.reject` },
        {
          id: `${key}.restrictor`,
          from: reject.id,
          to: "drain",
          kind: "opening",
          opening: "drainLine",
          airGap: ro.airGap,
        },
        { id: `${key}.check`, from: permeate.id, to: "product", kind: "check" },
      ],
      treats: treated(unit, ro),
    },
  );
}

/** An RO behind its feed valve, with its tank, what stands on its lines, and its faucet. */
export function reverseOsmosis(
  s: SchemeBuilder,
  unit: SchemeUnit,
  ro: Membrane,
  feed: string,
  all: readonly SchemeUnit[],
  place: string,
): void {
  const { key, name } = unit;
  const boosted = behindFeed(s, unit, feed, all, place);
  const before = s.joint(`${key}.pre`, "port", { role: "prefilters" });
  const product = s.joint(`${key}.product`);
  s.pipe(boosted, before);
  s.part({ feed: before, product }, inside(unit, ro, place));
  if (ro.tank) {
    const tank = s.joint(`${key}.tank`, "port", { name: "Tank" });
    s.part({ a: product, b: tank }, lever(named("tankValve", key), `Tank valve of ${name}`, place));
  }
  const end = behindProduct(s, unit, product, all, place);
  s.part({ at: end }, opening(named("faucet", key), `Faucet of ${name}`, "tap", place, { drinking: true }));
  if (unit.pump) s.part({}, plug(named("plug", key), `Plug of ${name}`, `${key}.pre`, place));
}
