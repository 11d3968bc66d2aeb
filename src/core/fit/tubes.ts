import { keysOf, type Connects, type PlacedUnit, type Placement, type UnitPort } from "../families";
import type { Joint } from "../plumbing/assembly";
import type { JointKind } from "../plumbing/joint";
import type { Names } from "../plumbing/named";
import { jointOfPort, portType } from "./pipePlan";

/** What a tube is for. */
export const tubeRoles = ["feed", "product", "tank", "drain"] as const;
export type TubeRole = (typeof tubeRoles)[number];

/** How the ports are called that have each role, the usual name first. */
const portNames: Readonly<Record<TubeRole | "tee", readonly string[]>> = {
  feed: ["Feed", "In", "Inlet", "Head, in", "Marked in"],
  product: ["Product", "Faucet", "Out", "Outlet", "Head, out", "Marked out", "To the ", "Low-pressure valve"],
  drain: ["Drain", "Waste"],
  tank: ["Tank tube"],
  tee: ["Tee"],
};

/** A unit of a design where it stands. */
export type TubedUnit = PlacedUnit & { readonly placement: Placement };

/** Where a unit is fed that is not in the house's line. */
type OwnConnects = Extract<Connects, "sink" | "supply" | "appliance">;
const isOwn = (connects: Connects): connects is OwnConnects =>
  connects === "sink" || connects === "supply" || connects === "appliance";

/** What a tube ends at that is no unit. */
export interface TubePlace {
  readonly id:
    | "stop"
    | "faucet"
    | "saddle"
    | "tee"
    | "reservoir"
    | "drain"
    | "valve"
    | "appliance"
    | "iceMaker";
  readonly name: string;
  readonly kind: JointKind;
}
const iceMaker: TubePlace = { id: "iceMaker", name: "the ice maker", kind: "compression" };
const placesOf: Readonly<Record<OwnConnects, Readonly<Record<"feed" | "product" | "drain", TubePlace>>>> = {
  sink: {
    feed: { id: "stop", name: "the feed adapter's valve", kind: "tubePushFit" },
    product: { id: "faucet", name: "the faucet's shank", kind: "compression" },
    drain: { id: "saddle", name: "the drain saddle", kind: "saddleNut" },
  },
  supply: {
    feed: { id: "tee", name: "the valve at the cold pipe", kind: "tubePushFit" },
    product: { id: "reservoir", name: "the float valve", kind: "tubePushFit" },
    drain: { id: "drain", name: "the drain, above an air gap", kind: "saddleNut" },
  },
  appliance: {
    feed: { id: "valve", name: "the ball valve of the three-way tee", kind: "nippleNut" },
    product: { id: "appliance", name: "the appliance", kind: "hoseOrFeed" },
    drain: { id: "drain", name: "the drain, above an air gap", kind: "saddleNut" },
  },
};
/** Of a loop the kitchen's own faucet is the outlet: its tubes begin and end at the adapter. */
const loopPlaces = {
  feed: { id: "stop", name: "the loop adapter, out", kind: "tubePushFit" },
  product: { id: "stop", name: "the loop adapter, back", kind: "tubePushFit" },
} as const satisfies Readonly<Record<"feed" | "product", TubePlace>>;

/** One end of a tube, and how it is joined there. */
export interface TubeEnd {
  /** The unit, by its key; or what else it ends at. */
  readonly at:
    | { readonly is: "unit"; readonly unit: string; readonly port: UnitPort }
    | { readonly is: "tank"; readonly unit: string }
    | { readonly is: "place"; readonly place: TubePlace["id"] };
  readonly name: string;
  readonly kind: JointKind;
  /** Inches, nominal. */
  readonly size: string;
  /** By the unit's own manual. */
  readonly tightening?: string;
  /** How far the tube goes in, mm: where its mark is. */
  readonly insertMm?: number;
}

/** A tube of a unit, from where water comes to where it goes. */
export interface Tube {
  readonly id: string;
  /** The unit that it is joined with. */
  readonly unit: string;
  readonly role: TubeRole;
  /** Inches, nominal. */
  readonly size: string;
  readonly colour?: string;
  /** In a unit's box, cut to length on site; brought along; or there already, as an appliance's own hose is. */
  readonly comes: "inBox" | "brought" | "there";
  readonly from: TubeEnd;
  readonly to: TubeEnd;
  /** What it is cut to, mm; absent while it is not known where its ends are. */
  readonly lengthMm?: number;
}

/** A joint at which no tube ends: an adapter on its stop, a saddle on its pipe. */
interface FixedJoint {
  readonly id: string;
  readonly is: "adapter" | "hose" | "saddle" | "tank" | "tee" | "tap";
  readonly unit: string;
  readonly parts: readonly [string, string];
  readonly kind: JointKind;
  readonly size: string;
  readonly tightening?: string;
}

/**
 * The tubes of a design's units that are not in the house's line, every joint at their ends and beside
 * them, and the ports that no tube of theirs comes to.
 */
export interface Tubing {
  readonly tubes: readonly Tube[];
  readonly fixed: readonly FixedJoint[];
  /** Ports that are left to the unit's own manual: what joins them comes joined, or leads to a part inside. */
  readonly open: readonly { readonly unit: string; readonly code: string; readonly port: string }[];
}

/** Middle of an end: mm from the left, above the floor and off the back. */
export interface TubePoint {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/**
 * What is known of where tubes end: each place by its own, and how deep a unit is, which is drawn out for
 * service with its tubes on.
 */
export interface TubeWays {
  readonly pointOf: (end: TubeEnd["at"]) => TubePoint | undefined;
  readonly depthOf: (unit: string) => number | undefined;
}

/** Its port of a role; undefined where it has none. */
function portFor({ model }: PlacedUnit, role: TubeRole | "tee"): UnitPort | undefined {
  const ports = model.fit?.ports ?? [];
  const [first] = portNames[role].flatMap((name) => ports.find((p) => isCalled(p, name)) ?? []);
  return first;
}
/** Is a port called so, whatever is said of it besides. */
const isCalled = ({ port }: UnitPort, name: string): boolean =>
  name.endsWith(" ") ? port.startsWith(name) : port === name || port.startsWith(`${name},`);

const unitEnd = (key: string, { model }: PlacedUnit, port: UnitPort): TubeEnd => ({
  at: { is: "unit", unit: key, port },
  name: `${model.code}, ${port.port}`,
  kind: jointOfPort(port),
  size: portType(port).size,
  tightening: port.tighten,
  ...(port.insert === undefined ? {} : { insertMm: port.insert }),
});
/** A place's end is as large as the tube that comes to it; what is no tube there is joined as at the unit. */
const placeEnd = ({ id, name, kind }: TubePlace, other: UnitPort): TubeEnd => ({
  at: { is: "place", place: id },
  name,
  kind: other.system === "push-fit" || other.system === "compression" ? kind : jointOfPort(other),
  size: portType(other).size,
});
const tankEnd = (key: string, { model }: PlacedUnit, other: UnitPort): TubeEnd => ({
  at: { is: "tank", unit: key },
  name: `tank of ${model.code}, its valve`,
  kind: "tubePushFit",
  size: portType(other).size,
  ...(other.insert === undefined ? {} : { insertMm: other.insert }),
});

/** Units on another's product or feed line, along the water, with those that stand on theirs. */
function standingOn<U extends TubedUnit>(
  all: readonly U[],
  host: string,
  connects: "product" | "feed",
): readonly U[] {
  return all
    .filter((u) => u.placement.connects === connects && u.placement.host === host)
    .flatMap((u) => [u, ...standingOn(all, u.unit.key, connects)]);
}

/** A unit on its way of water: where the tube comes to it, and where it goes on. */
interface OnWay {
  readonly unit: PlacedUnit;
  readonly into: TubeEnd;
  readonly out: TubeEnd;
}
/** Does it take water by a tee in another's tube, which goes on past it. */
const branchesOff = ({ model }: PlacedUnit): boolean => model.family === "iceMaker";

/** Units that a tube goes through; those without both ports are left out. */
const onWay = (units: readonly PlacedUnit[]): readonly OnWay[] =>
  units.flatMap((unit) => {
    // The tee of an ice maker is put into the tube, which goes on behind it.
    const tee = branchesOff(unit) ? portFor(unit, "tee") : undefined;
    const [into, out] = tee ? [tee, tee] : [portFor(unit, "feed"), portFor(unit, "product")];
    if (!into || !out) return [];
    const { key } = unit.unit;
    return [{ unit, into: unitEnd(key, unit, into), out: unitEnd(key, unit, out) }];
  });

const hasTubes = ({ model }: PlacedUnit): boolean =>
  (model.fit?.box ?? []).some((thing) => /tubes?\b/.test(thing));
const hasLoop = ({ model }: PlacedUnit): boolean =>
  (model.fit?.box ?? []).some((thing) => thing.startsWith("loop adapter"));

/** How a tube comes to the job: an appliance has its own hose, and whatever else leads to it is in no box. */
function comesAs(unit: PlacedUnit, role: TubeRole, to: TubeEnd): Tube["comes"] {
  const toAppliance = role === "product" && to.at.is === "place" && to.at.place === "appliance";
  if (toAppliance) return portFor(unit, "product")?.system === "hose thread" ? "there" : "brought";
  return hasTubes(unit) ? "inBox" : "brought";
}

/** Ends that are under a sink. */
const sinkPlaces: ReadonlySet<TubePlace["id"]> = new Set(["stop", "faucet", "saddle"]);
/** Is a tube under a sink, where its length follows from the cabinet. */
export const isUnderSink = ({ from, to }: Tube): boolean =>
  [from, to].some(({ at }) => at.is === "place" && sinkPlaces.has(at.place));

/** Tubes are cut to so many mm. */
const CUT_MM = 10;

/**
 * How long a tube is between its ends, along the sides of the room, with as much slack as lets what it is
 * joined to be drawn out (handbook 3: tube slack), and what goes into its ports.
 */
function lengthOf(from: TubeEnd, to: TubeEnd, { pointOf, depthOf }: TubeWays): number | undefined {
  const [a, b] = [pointOf(from.at), pointOf(to.at)];
  if (!a || !b) return undefined;
  const units = [from, to].flatMap(({ at }) => (at.is === "unit" ? [at.unit] : []));
  const depths = units.map(depthOf);
  if (depths.some((depth) => depth === undefined)) return undefined;
  const apart = Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z);
  const inside = (from.insertMm ?? 0) + (to.insertMm ?? 0);
  return Math.ceil((apart + Math.max(0, ...(depths as number[])) + inside) / CUT_MM) * CUT_MM;
}

/** One tube of a unit. */
interface Asked {
  readonly role: TubeRole;
  readonly from: TubeEnd;
  readonly to: TubeEnd;
  readonly colour?: string | undefined;
}

/** The tubes of one unit, with those through what stands on its lines. */
function tubesOfOne<U extends TubedUnit>(key: string, unit: U, all: readonly U[]): readonly Asked[] {
  const { connects } = unit.placement;
  if (!isOwn(connects)) return [];
  const places = { ...placesOf[connects], ...(hasLoop(unit) ? loopPlaces : {}) };
  const [feed, product, drain, tank, tee] = [
    portFor(unit, "feed"),
    portFor(unit, "product"),
    portFor(unit, "drain"),
    portFor(unit, "tank"),
    portFor(unit, "tee"),
  ];
  const row = (role: TubeRole, ends: readonly TubeEnd[], colour: string | undefined): readonly Asked[] =>
    ends.flatMap((from, i) => (i % 2 === 0 ? [{ role, from, to: ends[i + 1]!, colour }] : []));
  const before = onWay(standingOn(all, unit.unit.key, "feed")).flatMap(({ into, out }) => [into, out]);
  const riding = standingOn(all, unit.unit.key, "product");
  const behind = onWay(riding).flatMap(({ into, out }) => [into, out]);
  const begin = feed && (tee ? unitEnd(key, unit, tee) : placeEnd(places.feed, feed));
  const toIce = riding.flatMap((u): readonly Asked[] => {
    const out = branchesOff(u) ? portFor(u, "product") : undefined;
    return out ? row("product", [unitEnd(u.unit.key, u, out), placeEnd(iceMaker, out)], out.colour) : [];
  });
  return [
    ...(feed && begin ? row("feed", [begin, ...before, unitEnd(key, unit, feed)], feed.colour) : []),
    ...(product
      ? row(
          "product",
          [unitEnd(key, unit, product), ...behind, placeEnd(places.product, product)],
          product.colour,
        )
      : []),
    ...toIce,
    ...(tank ? row("tank", [unitEnd(key, unit, tank), tankEnd(key, unit, tank)], tank.colour) : []),
    ...(drain ? row("drain", [unitEnd(key, unit, drain), placeEnd(places.drain, drain)], drain.colour) : []),
  ];
}

/**
 * Sizes in inches of what tubes and their adapters are joined to, where they were surveyed: a sink's stop
 * and its faucet's hose, an appliance's tap and what the appliance itself takes.
 */
export interface SurveyedThreads {
  readonly stop?: string;
  readonly hose?: string;
  readonly tap?: string;
  readonly appliance?: string;
}

const TEE = "the three-way tee";
/** A size without its inches. */
const sizeOf = (thread: string): string => thread.replace(/ in$/, "");

/** Joints at an appliance's tap, which is taken out and put back on the three-way tee. */
const tapJoints = (
  joint: (is: FixedJoint["is"], rest: Omit<FixedJoint, "id" | "is" | "unit">) => FixedJoint,
  teeThread: string,
): readonly FixedJoint[] => {
  const made = { kind: "taperMetal", size: sizeOf(teeThread) } as const;
  return [
    joint("tee", { parts: [TEE, "the pipe's outlet"], ...made }),
    joint("tap", { parts: ["the appliance's tap", TEE], ...made }),
  ];
};

/**
 * Joints beside the tubes of a unit: at a sink its adapter on the stop with the faucet's hose and its
 * saddle, at an appliance its tee with the tap, and its tank's valve.
 */
function fixedOfOne(key: string, unit: TubedUnit, { stop, hose }: SurveyedThreads): readonly FixedJoint[] {
  const { teeThread } = unit.model.fit ?? {};
  const tankPort = unit.model.fit?.ports.find((p) => p.port === "Tank");
  const atSink = unit.placement.connects === "sink";
  const adapter = hasLoop(unit) ? "the loop adapter" : "the feed adapter";
  const joint = (is: FixedJoint["is"], rest: Omit<FixedJoint, "id" | "is" | "unit">): FixedJoint => ({
    id: `${key}.${is}`,
    is,
    unit: key,
    ...rest,
  });
  const drain = portFor(unit, "drain");
  const hasAdapter = atSink && !portFor(unit, "tee");
  return [
    ...(hasAdapter
      ? [
          joint("adapter", { parts: [adapter, "the cold stop"], kind: "hoseOrFeed", size: stop ?? "" }),
          joint("hose", {
            parts: ["the faucet's hose", adapter],
            kind: "hoseOrFeed",
            size: hose ?? stop ?? "",
          }),
        ]
      : []),
    ...(atSink && drain
      ? [
          joint("saddle", {
            parts: ["the drain saddle", "the drain pipe"],
            kind: "saddle",
            size: portType(drain).size,
          }),
        ]
      : []),
    ...(teeThread !== undefined && unit.placement.connects === "appliance"
      ? tapJoints(joint, teeThread)
      : []),
    ...(tankPort
      ? [
          joint("tank", {
            parts: ["the tank's valve", `tank of ${unit.model.code}`],
            kind: jointOfPort(tankPort),
            size: portType(tankPort).size,
            tightening: tankPort.tighten,
          }),
        ]
      : []),
  ];
}

/**
 * Every tube of a design's units that are not in the house's line, and every joint of theirs (handbook 9,
 * Where a unit connects). What stands on a unit's product or feed line is in the way of that unit's tube.
 */
export function tubingOf<U extends TubedUnit>(all: readonly U[], threads: SurveyedThreads = {}): Tubing {
  const own = all.flatMap((unit) =>
    isOwn(unit.placement.connects) ? keysOf(unit.unit).map((key) => ({ key, unit })) : [],
  );
  const tubes = own.flatMap(({ key, unit }) =>
    tubesOfOne(key, unit, all).map(({ role, from, to, colour }, i): Tube => ({
      id: `${key}.t${i + 1}`,
      unit: key,
      role,
      size: from.size,
      ...(colour === undefined ? {} : { colour }),
      comes: comesAs(unit, role, to),
      from,
      to,
    })),
  );
  const reached = new Set(
    tubes.flatMap(({ from, to }) =>
      [from, to].flatMap(({ at }) => (at.is === "unit" ? [`${at.unit} ${at.port.port}`] : [])),
    ),
  );
  return {
    tubes,
    fixed: own.flatMap(({ key, unit }) => fixedOfOne(key, unit, threads)),
    open: own.flatMap(({ key, unit }) =>
      (unit.model.fit?.ports ?? [])
        .filter((p) => p.port !== "Tank" && !reached.has(`${key} ${p.port}`))
        .map((p) => ({ unit: key, code: unit.model.code, port: p.port })),
    ),
  };
}

/** Are the ends of a tube of two sizes. */
export const needsUnion = ({ from, to }: Tube): boolean => from.size !== to.size;
/** What joins the two sizes of such a tube. */
export const unionName = ({ from, to }: Tube): string => `union for tube, ${from.size} × ${to.size} in`;

/** Tubes with what each is cut to, where it is known where it ends. */
export const measuredTubes = (tubes: readonly Tube[], ways: TubeWays): readonly Tube[] =>
  tubes.map((tube) => {
    const lengthMm = lengthOf(tube.from, tube.to, ways);
    return lengthMm === undefined ? tube : { ...tube, lengthMm };
  });

const lineWords: Readonly<Partial<Record<UnitPort["system"], string>>> = {
  "hose thread": "hose",
  "pipe thread": "pipe",
};
/** A tube as lists and joints name it; what screws on is a hose or a pipe. */
export function tubeName({ size, colour, from, to }: Tube): string {
  const [system] = [from, to].flatMap(({ at }) => (at.is === "unit" ? [at.port.system] : []));
  return [colour, `${size} in`, (system && lineWords[system]) ?? "tube"].filter(Boolean).join(" ");
}

const roleWords: Readonly<Record<TubeRole, string>> = {
  feed: "feed",
  product: "product",
  tank: "to its tank",
  drain: "to the drain",
};
/** What a tube is for, in a word. */
export const roleSaid = ({ role }: Tube): string => roleWords[role];

/** Names of tubes and of what they end at. */
export function tubeNames({ tubes }: Tubing): Names {
  const byId = new Map(tubes.map((t) => [t.id, t]));
  return {
    part: (id) => {
      const tube = byId.get(id);
      return tube ? tubeName(tube) : id;
    },
    run: (id) => {
      const tube = byId.get(id);
      return tube ? roleSaid(tube) : "beside its tubes";
    },
    number: (id) => {
      const at = tubes.findIndex((t) => t.id === id);
      return at < 0 ? undefined : at + 1;
    },
  };
}

/** The joints of a design's tubes, by the unit that they are joined with. */
export function jointsOfTubes({ tubes, fixed }: Tubing): ReadonlyMap<string, readonly Joint[]> {
  const joints = new Map<string, Joint[]>();
  const add = (unit: string, joint: Joint) => joints.set(unit, [...(joints.get(unit) ?? []), joint]);
  for (const { id, is, unit, parts, kind, size, tightening } of fixed)
    add(unit, {
      id,
      run: `${unit}.fixed`,
      parts,
      kind,
      size,
      where: "wall",
      ...(tightening === undefined ? {} : { tightening }),
      ...(is === "tank" ? { isTankPort: true as const } : {}),
    });
  for (const tube of tubes)
    for (const [i, end] of [tube.from, tube.to].entries())
      add(tube.unit, {
        id: `${tube.id}.${i === 0 ? "a" : "b"}`,
        run: tube.id,
        parts: [tube.id, end.name],
        kind: end.kind,
        size: end.size,
        where: "wall",
        ...(end.tightening === undefined ? {} : { tightening: end.tightening }),
      });
  return joints;
}
