import type { Degree, Handle, OpeningKind, Way } from "./inside";
import type { Named } from "./named";
import type { Inside } from "./scheme";

// What valves, taps, caps and plugs have inside: one handle each.

/** What several have inside that come as one part. */
export const together = (...all: readonly Inside[]): Inside => ({
  points: all.flatMap((i) => i.points ?? []),
  ways: all.flatMap((i) => i.ways ?? []),
  handles: all.flatMap((i) => i.handles ?? []),
  treats: all.flatMap((i) => i.treats ?? []),
});

/** A valve with a lever from `a` to `b`, four degrees of it. Names of handles are what a person reads on the tag. */
export function lever(
  { id, ...does }: Named,
  name: string,
  place: string,
  normal: "open" | "closed" = "open",
): Inside {
  const positions = (["closed", "quarter", "half", "open"] as const).map((p) => ({
    name: p,
    edges: { [id]: p },
  }));
  return {
    ways: [{ id, from: "a", to: "b", kind: "valve" }],
    handles: [{ id, ...does, name, kind: "lever", place, normal, positions }],
  };
}

/** A tap, a vent or a closure at `at`: water goes out there, or air in. */
export function opening(
  { id, ...does }: Named,
  name: string,
  kind: OpeningKind,
  place: string,
  over: Partial<Way> = {},
  at = "at",
): Inside {
  const turned: Handle["kind"] = kind === "tap" || kind === "hose" ? "tap" : "vent";
  const positions = (["closed", "open"] as const).map((p) => ({ name: p, edges: { [id]: p } }));
  return {
    ways: [{ id, from: at, to: "air", kind: "opening", opening: kind, role: does.role, ...over }],
    handles: [{ id, ...does, name, kind: turned, place, normal: "closed", positions }],
  };
}

/** How some ways stand where those that are named are open. */
export const opened = (ways: readonly string[], open: readonly string[]): Record<string, Degree> =>
  Object.fromEntries(ways.map((way) => [way, open.includes(way) ? "open" : "closed"]));

/** A joint or a cap with its ways; `positions`: which of them are open in each, the everyday one last. */
function capped(
  does: Named,
  { name, place }: Pick<Handle, "name" | "place">,
  ways: readonly Way[],
  positions: Readonly<Record<string, readonly string[]>>,
): Inside {
  const ids = ways.map((way) => way.id);
  return {
    ways,
    handles: [
      {
        ...does,
        name,
        kind: "cap",
        place,
        normal: Object.keys(positions).at(-1)!,
        positions: Object.entries(positions).map(([position, open]) => ({
          name: position,
          edges: opened(ids, open),
        })),
      },
    ],
  };
}

/** A joint of a unit that is taken apart: what comes from `a` runs out there instead of going on to `b`. */
export function comesApart(
  { id, ...does }: Named,
  { key, name, place }: { readonly key: string; readonly name: string; readonly place: string },
  kind: OpeningKind,
  [a, b]: readonly [string, string] = ["a", "b"],
): Inside {
  const [apart, joins] = [`${key}.apart`, `${key}.joins`];
  const ways: readonly Way[] = [
    { id: apart, from: a, to: "air", kind: "opening", opening: kind, low: false },
    { id: joins, from: a, to: b, kind: "valve" },
  ];
  return capped({ id, ...does }, { name, place }, ways, { apart: [apart], joined: [joins] });
}

/** A line from `at` to the drain that opens and closes by itself, as a valve regenerates. */
export function selfActing(
  { id, ...does }: Named,
  name: string,
  { airGap }: Pick<Way, "airGap">,
  place: string,
  at = "at",
): Inside {
  return {
    ways: [{ id, from: at, to: "drain", kind: "opening", opening: "drainLine", role: does.role, airGap }],
    handles: [
      {
        id,
        ...does,
        name,
        kind: "automatic",
        place,
        normal: "closed",
        positions: [
          { name: "closed", edges: { [id]: "closed" }, stands: "shut by itself in service" },
          { name: "open", edges: { [id]: "open" }, stands: "open by itself while it regenerates" },
        ],
      },
    ],
  };
}

/** A plug or a breaker: what it feeds is on or off. */
export const plug = (does: Named, name: string, powers: string, place: string): Inside => ({
  handles: [
    {
      ...does,
      name,
      kind: "switch",
      place,
      normal: "on",
      powers,
      positions: [
        { name: "off", edges: {}, on: false },
        { name: "on", edges: {}, on: true },
      ],
    },
  ],
});

/** A cap on the end of a stub at `at`, off or on. */
export function cap(does: Named, name: string, place: string): Inside {
  const open = `${does.id}.open`;
  const ways: readonly Way[] = [{ id: open, from: "at", to: "air", kind: "opening", opening: "cap" }];
  return capped(does, { name, place }, ways, { uncapped: [open], capped: [] });
}

/**
 * The end of a stub, from `a` to `b`: open, capped, or joined to what comes later than the first water.
 * `stub`: which of both the stub is.
 */
export function capOrJoint(does: Named, name: string, place: string, stub: "a" | "b"): Inside {
  const [open, join] = [`${does.id}.open`, `${does.id}.join`];
  const ways: readonly Way[] = [
    { id: open, from: stub, to: "air", kind: "opening", opening: "cap" },
    { id: join, from: "a", to: "b", kind: "valve" },
  ];
  return capped(does, { name, place }, ways, { uncapped: [open], capped: [], joined: [join] });
}
