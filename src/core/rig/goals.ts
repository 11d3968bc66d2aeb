import type { Permit, Rig, RigGoal } from "./rig";
import { remembered } from "./remembered";
import { inSentence } from "../words";

/** What hands want of a rig (handbook 4, Sequences). */
export type Wish =
  | { readonly want: "isolate" | "serve" | "fill"; readonly unit: string }
  | {
      readonly want: "flush";
      readonly unit: string;
      /** The opening it is flushed at: its role, or its id. */ readonly at: string;
      readonly fully?: boolean;
    }
  | { readonly want: "passBy" | "restore" | "normal" }
  | { readonly want: "drain"; readonly node: string }
  /** Handles brought to positions: the unit's own by their role, else the rig's; what the rig has not is left out. */
  | {
      readonly want: "stand";
      readonly unit: string;
      readonly positions: Readonly<Record<string, string>>;
      readonly permits?: readonly string[];
      readonly feed?: string;
    };

export interface Aimed {
  readonly title: string;
  readonly goal: RigGoal;
  readonly permit?: Permit;
}

const opens = (rig: Rig, edge: string) =>
  rig.handles.find((h) => h.positions.some((p) => p.edges[edge] !== undefined && p.edges[edge] !== "closed"));

/** Handles of the ways from the main to the house with everything open: what has to stand normal before a train is in service. */
export function lineHandles(rig: Rig): string[] {
  const at = (kind: string) => rig.nodes.find((n) => n.kind === kind)?.id;
  const [main, house] = [at("main"), at("house")];
  if (main === undefined || house === undefined) return [];
  const inner = rig.edges.filter((e) => e.kind !== "opening");
  // A handle is on the line when the house is still reached from its far side once the near side is taken away.
  const reach = (start: string, without: ReadonlySet<string>): Set<string> => {
    const seen = new Set([start]);
    for (const n of seen)
      for (const e of inner)
        for (const [a, b] of [
          [e.from, e.to],
          [e.to, e.from],
        ] as const)
          if (a === n && !without.has(b)) seen.add(b);
    return seen;
  };
  return rig.handles
    .filter((h) => h.kind === "lever" || h.kind === "head" || h.kind === "tee" || h.kind === "cap")
    .filter((h) =>
      h.positions.some((p) =>
        Object.keys(p.edges).some((id) => {
          const e = inner.find((x) => x.id === id);
          return (
            e !== undefined &&
            [
              [e.from, e.to],
              [e.to, e.from],
            ].some(
              ([near, far]) =>
                reach(main, new Set([far!])).has(near!) && reach(far!, new Set([near!])).has(house),
            )
          );
        }),
      ),
    )
    .map((h) => h.id);
}

/** Roles of nodes at which water enters a part of a drinking-water branch. */
const BRANCH_INLETS: ReadonlySet<string> = new Set(["prefilters", "membrane"]);

/** The valve ahead of the units that water is let in through: the last lever that all of it passes before the first unit. */
export function feedHandle(rig: Rig): string | undefined {
  const inBranch = new Set(rig.nodes.filter((n) => n.role && BRANCH_INLETS.has(n.role)).map((n) => n.id));
  const units = new Set(
    rig.edges.filter((e) => e.kind === "unit" && !inBranch.has(e.from)).map((e) => e.from),
  );
  const main = rig.nodes.find((n) => n.kind === "main")!.id;
  const levers = rig.handles.filter((h) => h.kind === "lever" && h.normal === "open");
  const before = levers.filter((h) => {
    const shut = new Set(h.positions.flatMap((p) => Object.keys(p.edges)));
    // The ways past the units are shut too, or they would feed the train from behind.
    const past = new Set(
      rig.handles
        .filter((x) => x.normal === "closed")
        .flatMap((x) => x.positions.flatMap((p) => Object.keys(p.edges))),
    );
    const seen = new Set([main]);
    for (const n of seen)
      for (const e of rig.edges)
        if (e.kind !== "opening" && !shut.has(e.id) && !past.has(e.id)) {
          if (e.from === n) seen.add(e.to);
          else if (e.to === n && e.kind !== "unit" && e.kind !== "check") seen.add(e.from);
        }
    return ![...units].some((n) => seen.has(n));
  });
  return before.at(-1)?.id;
}

const unitEnds = (rig: Rig, key: string): string[] => [
  ...new Set(rig.edges.filter((e) => e.unit === key).flatMap((e) => [e.from, e.to])),
];

/** A wish as a goal of the planner, with what its step permits. Throws when it names what the rig has not. */
export const aimed = (rig: Rig, wish: Wish): Aimed => aims(rig, wish);
const aims = remembered(aim, (wish: Wish) => JSON.stringify(wish));

function aim(rig: Rig, wish: Wish): Aimed {
  // Equal units side by side answer to one key together.
  const own = (key: string) => {
    const found = rig.units.filter((x) => x.key === key || x.group === key);
    if (found.length === 0) throw new Error(`no unit ${key}`);
    return found;
  };
  const name = (key: string) =>
    own(key)
      .map((u) => u.name)
      .join(" and ");
  const keys = (key: string) => own(key).map((u) => u.key);
  const normal = (ids: readonly string[]) =>
    Object.fromEntries(rig.handles.filter((h) => ids.includes(h.id)).map((h) => [h.id, h.normal]));
  const house = rig.nodes.filter((n) => n.kind === "house").map((n) => n.id);
  const feed = feedHandle(rig);
  const nearTap = rig.edges.find(
    (e) =>
      e.kind === "opening" &&
      e.opening === "tap" &&
      rig.nodes.find((n) => n.id === e.from || n.id === e.to)?.kind === "house",
  )?.id;
  // Feeding the house past the train joins nothing: the units may not stand there yet.
  const unjoined = Object.fromEntries(
    rig.handles.filter((h) => h.kind === "cap").map((h) => [h.id, ["joined"]]),
  );
  const open = Object.fromEntries(
    rig.handles.filter((h) => h.kind === "cap").map((h) => [h.id, ["uncapped"]]),
  );
  // A diagnostic position keeps the unit under pressure: to be past it for good is bypass.
  const halfWay = Object.fromEntries(
    rig.handles
      .filter((h) => h.kind === "head" && h.positions.some((p) => p.name === "bypass"))
      .map((h) => [h.id, ["diagnostic"]]),
  );
  switch (wish.want) {
    case "isolate":
      return {
        title: `Isolate ${name(wish.unit)}, house fed`,
        goal: {
          relieved: keys(wish.unit).flatMap((k) => unitEnds(rig, k)),
          avoid: halfWay,
          always: { live: house },
        },
      };
    case "serve": {
      const others = new Set(
        rig.handles
          .filter((h) => h.kind === "head" && !(h.unit && keys(wish.unit).includes(h.unit)))
          .map((h) => h.id),
      );
      return {
        title: `Put ${name(wish.unit)} in service`,
        goal: {
          serves: keys(wish.unit),
          live: house,
          positions: normal(lineHandles(rig).filter((h) => !others.has(h))),
        },
      };
    }
    case "fill":
      return {
        title: `Fill ${name(wish.unit)} and soak, house fed past it`,
        goal: {
          full: keys(wish.unit),
          passedBy: keys(wish.unit),
          live: house,
          positions: {
            ...(nearTap ? { [opens(rig, nearTap)!.id]: "closed" } : {}),
            /* From its inlet, not backwards through the outlet. */ ...(feed ? { [feed]: "quarter" } : {}),
          },
        },
        permit:
          nearTap && feed
            ? { openings: [nearTap], feed: { handle: feed, to: "quarter" }, units: keys(wish.unit) }
            : undefined,
      };
    case "flush": {
      const opening = rig.edges.find((e) => e.kind === "opening" && e.role === wish.at)?.id ?? wish.at;
      const at = opens(rig, opening);
      if (!at) throw new Error(`no handle opens ${wish.at}`);
      const to = wish.fully ? "open" : "quarter";
      // All of it at one opening: what else of the house stands open since it was drained is shut.
      const others = normal(
        rig.handles
          .filter(
            (h) =>
              h.id !== at.id &&
              (h.kind === "tap" || h.kind === "vent") &&
              h.positions.some((p) =>
                Object.keys(p.edges).some((id) =>
                  rig.edges.some(
                    (e) =>
                      e.id === id && e.kind === "opening" && house.some((n) => n === e.from || n === e.to),
                  ),
                ),
              ),
          )
          .map((h) => h.id),
      );
      return {
        title: `Flush ${name(wish.unit)} at ${inSentence(at.name)}`,
        goal: {
          serves: keys(wish.unit),
          full: keys(wish.unit),
          positions: {
            ...others,
            [at.id]: at.positions.find((p) => p.edges[opening] === "open")!.name,
            ...(feed ? { [feed]: to } : {}),
          },
        },
        permit: {
          openings: [opening],
          units: keys(wish.unit),
          feed: feed ? { handle: feed, to } : undefined,
        },
      };
    }
    case "stand": {
      const positions = handlesNamed(rig, wish.unit, wish.positions);
      const permitted = Object.keys(
        handlesNamed(rig, wish.unit, Object.fromEntries((wish.permits ?? []).map((p) => [p, ""]))),
      );
      const openings = permitted
        .flatMap((h) => rig.handles.find((x) => x.id === h)!.positions.flatMap((p) => Object.keys(p.edges)))
        .filter((e) => rig.edges.find((x) => x.id === e)!.kind === "opening");
      const gate =
        wish.feed === undefined
          ? undefined
          : Object.keys(handlesNamed(rig, wish.unit, { [wish.feed]: "" }))[0];
      return {
        title:
          Object.entries(positions)
            .map(([h, to], i) => {
              const called = rig.handles.find((x) => x.id === h)!.name;
              return `${i === 0 ? called : inSentence(called)} ${to}`;
            })
            .join(", ") || "Nothing to turn",
        goal: { positions },
        permit:
          openings.length > 0
            ? {
                openings: [...new Set(openings)],
                units: keysBelow(rig, wish.unit),
                feed: gate ? { handle: gate, to: positions[gate] ?? "open" } : undefined,
              }
            : undefined,
      };
    }
    case "passBy":
      return {
        title: "Bypass everything",
        goal: {
          passedBy: rig.units.filter((u) => onLine(rig, u.key)).map((u) => u.key),
          live: house,
          avoid: { ...unjoined, ...halfWay },
          endsNot: open,
        },
      };
    case "drain":
      return {
        title: `Drain down to cut at ${inSentence(rig.nodes.find((n) => n.id === wish.node)?.name ?? wish.node)}`,
        goal: { empty: [wish.node] },
      };
    case "restore":
      return {
        title: "Restore water to the house",
        goal: {
          live: house,
          avoid: unjoined,
          endsNot: open,
          positions: {
            ...normal(rig.handles.filter((h) => h.kind === "tap" || h.kind === "vent").map((h) => h.id)),
            ...normal(
              rig.handles
                .filter(
                  (h) =>
                    h.positions.some((p) => p.edges[h.id] === "open") &&
                    h.kind === "lever" &&
                    fromMain(rig, h.id),
                )
                .map((h) => h.id),
            ),
          },
        },
      };
    case "normal":
      return {
        title: "Everything back to normal",
        goal: {
          live: house,
          positions: Object.fromEntries(
            rig.handles.filter((h) => h.kind !== "automatic").map((h) => [h.id, h.normal]),
          ),
        },
      };
  }
}

/** Units of the rig that a unit of the job consists of: itself, its equals side by side, and its parts. */
export const keysBelow = (rig: Rig, key: string): string[] =>
  rig.units.filter((u) => u.key === key || u.group === key || u.of === key).map((u) => u.key);

const EVERY_UNIT = "*.";
/** Handles of a unit by their role, those of its equals side by side too; `*.` before it for those of every unit; else the rig's own of that role. */
function handlesNamed(
  rig: Rig,
  unit: string,
  positions: Readonly<Record<string, string>>,
): Record<string, string> {
  const owners = [unit, ...rig.units.filter((u) => u.group === unit).map((u) => u.key)];
  return Object.fromEntries(
    Object.entries(positions).flatMap(([name, to]) => {
      const everyUnits = name.startsWith(EVERY_UNIT);
      const role = everyUnits ? name.slice(EVERY_UNIT.length) : name;
      const called = rig.handles.filter((h) => h.role === role);
      const own = called.filter((h) => h.unit !== undefined && (everyUnits || owners.includes(h.unit)));
      return (own.length > 0 ? own : called.filter((h) => h.unit === undefined))
        .filter((h) => to === "" || h.positions.some((p) => p.name === to))
        .map((h) => [h.id, to] as const);
    }),
  );
}

/** Does the lever stand right at the main. */
function fromMain(rig: Rig, handle: string): boolean {
  const main = rig.nodes.find((n) => n.kind === "main")!.id;
  return rig.handles
    .find((h) => h.id === handle)!
    .positions.some((p) =>
      Object.keys(p.edges).some((id) => {
        const e = rig.edges.find((x) => x.id === id)!;
        return e.from === main || e.to === main;
      }),
    );
}

/** Units that the house's water can pass, as against those of a drinking-water branch. */
export function onLine(rig: Rig, key: string): boolean {
  const house = rig.nodes.find((n) => n.kind === "house")?.id;
  const main = rig.nodes.find((n) => n.kind === "main")!.id;
  if (house === undefined) return false;
  const inner = rig.edges.filter((e) => e.kind !== "opening");
  const reach = (start: string, without: string): Set<string> => {
    const seen = new Set([start]);
    for (const n of seen)
      for (const e of inner)
        for (const [a, b] of [
          [e.from, e.to],
          [e.to, e.from],
        ] as const)
          if (a === n && b !== without) seen.add(b);
    return seen;
  };
  return inner.some(
    (e) =>
      e.unit === key &&
      [
        [e.from, e.to],
        [e.to, e.from],
      ].some(([near, far]) => reach(main, far!).has(near!) && reach(far!, near!).has(house)),
  );
}

/** What a person can wish for on this rig, in the order in which it is wanted. */
export function wishesOf(rig: Rig): Wish[] {
  const line = rig.units.filter((u) => onLine(rig, u.key));
  const inlets = new Set(line.flatMap((u) => rig.edges.filter((e) => e.unit === u.key).map((e) => e.from)));
  const cuts = rig.nodes.filter(
    (n) => n.role === "trainIn" || n.role === "behind" || n.kind === "house" || inlets.has(n.id),
  );
  return [
    ...(line.length > 0 ? [{ want: "passBy" } as const] : []),
    ...line.flatMap((u): Wish[] => [
      { want: "serve", unit: u.key },
      { want: "isolate", unit: u.key },
      ...(u.media ? [{ want: "fill", unit: u.key } as const] : []),
    ]),
    ...cuts.map((n): Wish => ({ want: "drain", node: n.id })),
    { want: "restore" },
    { want: "normal" },
  ];
}
