import { isClosure, type Handle, type Permit, type Rig, type RigGoal } from "./rig";
import { remembered } from "./remembered";
import { inSentence } from "../words";
import { feedHandle, lineHandles, onLine, standsAtMain } from "./line";
import { handleOpening, handlesNamed, keysBelow, unitEnds } from "./named";

/** What hands want of a rig (handbook 4, Sequences). */
export type Wish =
  | { readonly want: "isolate" | "serve"; readonly unit: string }
  /** `fully`: it has filled, and its feed is opened all the way. */
  | { readonly want: "fill"; readonly unit: string; readonly fully?: boolean }
  | {
      readonly want: "flush";
      readonly unit: string;
      /** The opening it is flushed at: its role, or its id. */ readonly at: string;
      readonly fully?: boolean;
    }
  | { readonly want: "passBy" | "restore" | "trap" }
  /** Every handle as it stands every day; `but`: those that stand otherwise, by their role. */
  | { readonly want: "normal"; readonly but?: Readonly<Record<string, string>> }
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

/** A wish as a goal of the planner, with what its step permits. Throws when it names what the rig has not. */
export const aimed = (rig: Rig, wish: Wish): Aimed => aims(rig, wish);
const aims = remembered(aim, (wish: Wish) => JSON.stringify(wish));

function aim(rig: Rig, wish: Wish): Aimed {
  switch (wish.want) {
    case "isolate":
      return isolated(rig, wish.unit);
    case "serve":
      return served(rig, wish.unit);
    case "fill":
      return filled(rig, wish);
    case "flush":
      return flushed(rig, wish);
    case "stand":
      return standing(rig, wish);
    case "passBy":
      return passedBy(rig);
    case "drain":
      return drained(rig, wish.node);
    case "restore":
      return restored(rig);
    case "normal":
      return allNormal(rig, wish.but ?? {});
    case "trap":
      return trapped(rig);
  }
}

/** Units of a key; equal ones side by side answer to one key together. */
function unitsOf(rig: Rig, key: string): Rig["units"] {
  const found = rig.units.filter((x) => x.key === key || x.group === key);
  if (found.length === 0) throw new Error(`no unit ${key}`);
  return found;
}
const keysOf = (rig: Rig, key: string) => unitsOf(rig, key).map((u) => u.key);
const nameOf = (rig: Rig, key: string) =>
  unitsOf(rig, key)
    .map((u) => u.name)
    .join(" and ");

const houses = (rig: Rig) => rig.nodes.filter((n) => n.kind === "house").map((n) => n.id);

/** Positions of handles in which they stand every day. */
const normally = (handles: readonly Handle[]) => Object.fromEntries(handles.map((h) => [h.id, h.normal]));

/** Feeding the house past the train joins nothing: the units may not stand there yet. */
const unjoined = (rig: Rig) =>
  Object.fromEntries(rig.handles.filter((h) => h.kind === "cap").map((h) => [h.id, ["joined"]]));
const uncapped = (rig: Rig) =>
  Object.fromEntries(rig.handles.filter((h) => h.kind === "cap").map((h) => [h.id, ["uncapped"]]));

/** A diagnostic position keeps the unit under pressure: to be past it for good is bypass. */
const halfWay = (rig: Rig) =>
  Object.fromEntries(
    rig.handles
      .filter((h) => h.kind === "head" && h.positions.some((p) => p.name === "bypass"))
      .map((h) => [h.id, ["diagnostic"]]),
  );

/** Switches of a unit's lamps and pumps. */
const switchesOf = (rig: Rig, unit: string): Handle[] => {
  const keys = [...keysOf(rig, unit), ...keysBelow(rig, unit)];
  return rig.handles.filter((h) => h.kind === "switch" && h.powers !== undefined && keys.includes(h.powers));
};

function isolated(rig: Rig, unit: string): Aimed {
  return {
    title: `Isolate ${nameOf(rig, unit)}, house fed`,
    goal: {
      relieved: keysOf(rig, unit).flatMap((k) => unitEnds(rig, k)),
      // What is taken out of the flow is without power (handbook 10, ruling 36).
      positions: Object.fromEntries(switchesOf(rig, unit).map((h) => [h.id, "off"])),
      avoid: halfWay(rig),
      always: { live: houses(rig) },
    },
  };
}

function served(rig: Rig, unit: string): Aimed {
  const keys = keysOf(rig, unit);
  const line = new Set(lineHandles(rig));
  const ofAnother = (h: Handle) => h.kind === "head" && !(h.unit !== undefined && keys.includes(h.unit));
  return {
    title: `Put ${nameOf(rig, unit)} in service`,
    goal: {
      serves: keys,
      live: houses(rig),
      positions: normally(rig.handles.filter((h) => line.has(h.id) && !ofAnother(h))),
    },
  };
}

/**
 * Levers at the main and round the train as they stand while the house is fed past it: nothing that feeds
 * it stays throttled (handbook 9, rule 3).
 */
function fullyPast(rig: Rig): Record<string, string> {
  const atMain = rig.handles.filter((h) => h.kind === "lever" && standsAtMain(rig, h));
  const past = rig.handles.filter((h) => h.role === "bypass");
  return { ...normally(atMain), ...Object.fromEntries(past.map((h) => [h.id, "open"])) };
}

const throttledPast = (rig: Rig) =>
  Object.fromEntries(rig.handles.filter((h) => h.role === "bypass").map((h) => [h.id, ["quarter", "half"]]));

/** Has everything behind some units of the line a head of its own, that lets the water past it? */
function canPassBehind(rig: Rig, keys: readonly string[]): boolean {
  const headed = new Set(rig.handles.flatMap((h) => (h.kind === "head" && h.unit ? [h.unit] : [])));
  const line = rig.units.filter((u) => onLine(rig, u.key)).map((u) => u.key);
  const behind = line.slice(Math.max(...keys.map((key) => line.indexOf(key))) + 1);
  return behind.every((key) => headed.has(key));
}

/**
 * Can the house be fed past a unit while it fills: a way round the train, or a head of its own that lets
 * water in alone, or a valve behind it.
 */
function hasWayPast(rig: Rig, keys: readonly string[]): boolean {
  if (rig.handles.some((h) => h.role === "bypass")) return true;
  // What stands behind without a head of its own is not ready yet, and the house's water would pass it.
  if (!canPassBehind(rig, keys)) return false;
  const shutsBehind = rig.handles.some((h) => h.role === "outlet" && h.unit === undefined);
  return rig.handles.some(
    (h) =>
      h.kind === "head" &&
      h.unit !== undefined &&
      keys.includes(h.unit) &&
      (shutsBehind || h.positions.some((p) => p.name === "diagnostic")),
  );
}

/** The main open, the train's way out and the way past it shut: nothing reaches the house (handbook 10, ruling 26). */
function shutOffHouse(rig: Rig): Record<string, string> {
  const atMain = rig.handles.filter((h) => h.kind === "lever" && standsAtMain(rig, h));
  const ends = rig.handles.filter(
    (h) => h.unit === undefined && (h.role === "bypass" || h.role === "outlet"),
  );
  return { ...normally(atMain), ...Object.fromEntries(ends.map((h) => [h.id, "closed"])) };
}
/** Heads of units as they stand in service. */
const inService = (rig: Rig, keys: readonly string[]): Record<string, string> =>
  normally(rig.handles.filter((h) => h.kind === "head" && h.unit !== undefined && keys.includes(h.unit)));

/**
 * Closures at the top of units, which are off while they fill and let their air out: a dome plug (handbook
 * 9, rule 4).
 */
function topClosures(rig: Rig, keys: readonly string[]) {
  const off = rig.handles.filter((h) => h.role === "vent" && h.unit !== undefined && keys.includes(h.unit));
  const openings = off.flatMap((h) => h.positions.flatMap((p) => Object.keys(p.edges)));
  const closures = new Set(openings.filter((id) => isClosure(rig.edges.find((e) => e.id === id)?.opening)));
  const handles = off.filter((h) =>
    h.positions.some((p) => Object.keys(p.edges).some((id) => closures.has(id))),
  );
  return {
    openings: [...closures],
    off: Object.fromEntries(handles.map((h) => [h.id, "open"])),
    on: normally(handles),
  };
}

/**
 * Fills a unit that has no way past: its air leaves at the nearest cold tap, and what it gives until it is
 * flushed is drawn there alone.
 */
function filledThrough(
  rig: Rig,
  unit: string,
  levers: Readonly<Record<string, string>>,
  air: readonly string[],
): Aimed {
  const keys = keysOf(rig, unit);
  const title = `Fill ${nameOf(rig, unit)}`;
  const tap = rig.handles.find((h) => h.role === "coldTap");
  if (!tap) return { title, goal: { full: keys, positions: levers } };
  const openings = [...tap.positions.flatMap((p) => Object.keys(p.edges)), ...air];
  const feed = feedHandle(rig);
  return {
    title: `${title}, the air out at ${inSentence(tap.name)}`,
    goal: { full: keys, positions: { ...normally(otherTaps(rig, tap)), [tap.id]: "open", ...levers } },
    permit: {
      openings: [...new Set(openings)],
      units: rig.units.filter((u) => onLine(rig, u.key)).map((u) => u.key),
      feed: feed ? { handle: feed, to: levers[feed] ?? "quarter" } : undefined,
    },
  };
}

/**
 * Full pressure stands in a unit where there is a way round it: it is in service behind a shut outlet, and
 * nothing is drawn.
 */
function underPressure(rig: Rig, keys: readonly string[]): Record<string, string> {
  if (!rig.handles.some((h) => h.role === "bypass")) return {};
  return { ...normally(tapsOfHouse(rig)), ...inService(rig, keys) };
}

function filled(rig: Rig, { unit, fully }: Extract<Wish, { want: "fill" }>): Aimed {
  const keys = keysOf(rig, unit);
  const feed = feedHandle(rig);
  const top = topClosures(rig, keys);
  const openings = fully ? [] : top.openings;
  // From its inlet, not backwards through the outlet.
  const fed = { ...(feed ? { [feed]: fully ? "open" : "quarter" } : {}), ...(fully ? top.on : top.off) };
  const permit: Permit | undefined =
    openings.length > 0
      ? { openings, units: keys, feed: feed ? { handle: feed, to: "quarter" } : undefined }
      : undefined;
  if (rig.source === "unsafe")
    return {
      title: `Fill ${nameOf(rig, unit)}, the house off behind it`,
      goal: { full: keys, positions: { ...shutOffHouse(rig), ...inService(rig, keys), ...fed } },
      permit,
    };
  const hasBypass = rig.handles.some((h) => h.role === "bypass");
  // What stands open at its top cannot be left under pressure behind a head: it fills in service, to the nearest tap.
  const isThrough = openings.length > 0 && !hasBypass;
  // A valve behind it keeps what follows dry; without one the water goes on to a tap.
  const isShutBehind = rig.handles.some(
    (h) => h.kind === "lever" && ((h.role === "before" && !keys.includes(h.unit!)) || h.role === "outlet"),
  );
  if (isThrough && isShutBehind && !canPassBehind(rig, keys))
    return {
      title: `Fill ${nameOf(rig, unit)}, its top open`,
      goal: { full: keys, positions: { ...fullyPast(rig), ...inService(rig, keys), ...fed } },
      permit,
    };
  if (isThrough || !hasWayPast(rig, keys)) {
    const levers = { ...fullyPast(rig), ...(isThrough ? inService(rig, keys) : {}), ...fed };
    return filledThrough(rig, unit, levers, openings);
  }
  return {
    title: `Fill ${nameOf(rig, unit)} and soak, house fed past it`,
    goal: {
      full: keys,
      passedBy: keys,
      live: houses(rig),
      positions: { ...fullyPast(rig), ...fed, ...(fully ? underPressure(rig, keys) : {}) },
    },
    permit,
  };
}

/** Taps and vents of the house. */
function tapsOfHouse(rig: Rig): Handle[] {
  const inHouse = houses(rig);
  const opensInHouse = (id: string) => {
    const e = rig.edges.find((x) => x.id === id);
    return e?.kind === "opening" && (inHouse.includes(e.from) || inHouse.includes(e.to));
  };
  return rig.handles.filter(
    (h) =>
      (h.kind === "tap" || h.kind === "vent") &&
      h.positions.some((p) => Object.keys(p.edges).some(opensInHouse)),
  );
}

/**
 * Taps and vents of the house but one: all of a flush is to leave at one opening, whatever else stands open
 * since the house was drained.
 */
const otherTaps = (rig: Rig, but: Handle): Handle[] => tapsOfHouse(rig).filter((h) => h.id !== but.id);

/** Levers that the house's water passes on its way through the train: at the main, and behind the units. */
const isOnWayThrough = (rig: Rig, h: Handle): boolean =>
  standsAtMain(rig, h) || (h.role === "outlet" && h.unit === undefined);

/** Units that are flushed by the same water: what has no way past of its own lets it through, flushed or not. */
function flushedWith(rig: Rig, keys: readonly string[]): string[] {
  const line = rig.units.filter((u) => onLine(rig, u.key)).map((u) => u.key);
  if (!hasWayPast(rig, keys)) return line;
  const canBePassed = (key: string) =>
    rig.handles.some((h) => h.unit === key && (h.kind === "head" || h.role === "before"));
  return [...new Set([...keys, ...line.filter((key) => !canBePassed(key))])];
}

/**
 * From an unsafe source what is rinsed leaves at the train's own drain cock: no drinking fixture sees it,
 * and the house stays off (handbook 10, ruling 26).
 */
function flushedAhead(rig: Rig, wish: Extract<Wish, { want: "flush" }>, cock: Handle): Aimed {
  const keys = keysOf(rig, wish.unit);
  const feed = feedHandle(rig);
  const to = wish.fully ? "open" : "quarter";
  return {
    title: `Flush ${nameOf(rig, wish.unit)} at ${inSentence(cock.name)}`,
    goal: {
      full: keys,
      positions: {
        ...shutOffHouse(rig),
        ...inService(rig, keys),
        [cock.id]: "open",
        ...(feed ? { [feed]: to } : {}),
      },
    },
    permit: {
      openings: cock.positions.flatMap((p) => Object.keys(p.edges)).slice(0, 1),
      units: flushedWith(rig, keys),
      feed: feed ? { handle: feed, to } : undefined,
    },
  };
}

function flushed(rig: Rig, wish: Extract<Wish, { want: "flush" }>): Aimed {
  const keys = keysOf(rig, wish.unit);
  const cock = rig.handles.find((h) => h.role === "drainCock");
  if (rig.source === "unsafe" && cock) return flushedAhead(rig, wish, cock);
  const opening = rig.edges.find((e) => e.kind === "opening" && e.role === wish.at)?.id ?? wish.at;
  const at = handleOpening(rig, opening);
  if (!at) throw new Error(`no handle opens ${wish.at}`);
  const feed = feedHandle(rig);
  const to = wish.fully ? "open" : "quarter";
  return {
    title: `Flush ${nameOf(rig, wish.unit)} at ${inSentence(at.name)}`,
    goal: {
      serves: keys,
      full: keys,
      positions: {
        ...normally(otherTaps(rig, at)),
        ...normally(rig.handles.filter((h) => h.kind === "lever" && isOnWayThrough(rig, h))),
        [at.id]: at.positions.find((p) => p.edges[opening] === "open")!.name,
        ...(feed ? { [feed]: to } : {}),
      },
    },
    permit: {
      openings: [opening],
      units: flushedWith(rig, keys),
      feed: feed ? { handle: feed, to } : undefined,
    },
  };
}

/** What positions are called in a title: the first handle as its name begins, the others inside the sentence. */
const titleOf = (rig: Rig, positions: Readonly<Record<string, string>>): string =>
  Object.entries(positions)
    .map(([id, to], i) => {
      const called = rig.handles.find((h) => h.id === id)!.name;
      return `${i === 0 ? called : inSentence(called)} ${to}`;
    })
    .join(", ") || "Nothing to turn";

function standing(rig: Rig, wish: Extract<Wish, { want: "stand" }>): Aimed {
  const namedBy = (roles: readonly string[]) =>
    Object.keys(handlesNamed(rig, wish.unit, Object.fromEntries(roles.map((r) => [r, ""]))));
  const positions = handlesNamed(rig, wish.unit, wish.positions);
  const permitted = new Set(namedBy(wish.permits ?? []));
  const openings = rig.handles
    .filter((h) => permitted.has(h.id))
    .flatMap((h) => h.positions.flatMap((p) => Object.keys(p.edges)))
    .filter((id) => rig.edges.find((e) => e.id === id)!.kind === "opening");
  const gate = wish.feed === undefined ? undefined : namedBy([wish.feed])[0];
  return {
    title: titleOf(rig, positions),
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

function passedBy(rig: Rig): Aimed {
  return {
    title: "Bypass everything",
    goal: {
      passedBy: rig.units.filter((u) => onLine(rig, u.key)).map((u) => u.key),
      live: houses(rig),
      avoid: { ...unjoined(rig), ...halfWay(rig) },
      endsNot: uncapped(rig),
      positions: fullyPast(rig),
    },
  };
}

function drained(rig: Rig, node: string): Aimed {
  const name = rig.nodes.find((n) => n.id === node)?.name ?? node;
  return { title: `Drain down to cut at ${inSentence(name)}`, goal: { empty: [node] } };
}

function restored(rig: Rig): Aimed {
  const closedAgain = rig.handles.filter((h) => h.kind === "tap" || h.kind === "vent");
  const openedAgain = rig.handles.filter((h) => h.kind === "lever" && standsAtMain(rig, h));
  return {
    title: "Restore water to the house",
    goal: {
      live: houses(rig),
      avoid: unjoined(rig),
      // The way past is used or not; what is used is not left throttled.
      endsNot: { ...uncapped(rig), ...throttledPast(rig) },
      positions: normally([...closedAgain, ...openedAgain]),
    },
  };
}

function allNormal(rig: Rig, but: Readonly<Record<string, string>>): Aimed {
  const otherwise = handlesNamed(rig, "", but);
  const every = normally(rig.handles.filter((h) => h.kind !== "automatic"));
  return {
    title:
      Object.keys(otherwise).length === 0
        ? "Everything back to normal"
        : `Everything as every day, but ${titleOf(rig, otherwise)}`,
    goal: { live: houses(rig), positions: { ...every, ...otherwise } },
  };
}

/**
 * Shuts the line in under pressure for a hold test: between its valves where the house may be fed past it,
 * else with the house behind it.
 */
function trapped(rig: Rig): Aimed {
  const ways = rig.handles.filter((h) => h.kind !== "automatic" && h.kind !== "switch");
  const role = (name: string) => rig.handles.find((h) => h.role === name && h.unit === undefined)?.id;
  const feed = role("inlet") ?? feedHandle(rig);
  const [outlet, past] = [role("outlet"), role("bypass")];
  const shut = { ...normally(ways), ...(feed ? { [feed]: "closed" } : {}) };
  const between = outlet !== undefined && past !== undefined && rig.source === "safe";
  return {
    title: "Shut the line in, under pressure",
    // Where there is a way past, the house is fed by it meanwhile.
    goal: between
      ? { positions: { ...shut, [outlet]: "closed", [past]: "open" }, always: { live: houses(rig) } }
      : { positions: shut },
  };
}

/** What a person can wish for on this rig, in the order in which it is wanted. */
export const wishesOf = (rig: Rig): readonly Wish[] => wishes(rig, undefined);
const wishes = remembered(wishesFor, () => "");

function wishesFor(rig: Rig): readonly Wish[] {
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
