// What a part of an installation has inside, between its ports: the words of every scheme, and of the rig
// that is made from it.

/** How far an edge is open. Quarter is a quarter of the handle's travel, not of a turn (handbook 4, Model). */
export const degrees = ["closed", "quarter", "half", "open"] as const;
export type Degree = (typeof degrees)[number];

/** Kinds of opening: a node's way to the air or into a drain. */
export const openingKinds = [
  "tap",
  "vent",
  "hose",
  "drainCock",
  "bowl",
  "union",
  "cap",
  "cut",
  "drainLine",
] as const;
export type OpeningKind = (typeof openingKinds)[number];

const closures: ReadonlySet<OpeningKind> = new Set(["bowl", "union", "cap", "cut"]);
/**
 * Is an opening a closure, which is taken off only where nothing is under pressure; else it is made to be
 * opened under it (handbook 10, ruling 32).
 */
export const isClosure = (kind: OpeningKind | undefined): boolean => kind !== undefined && closures.has(kind);

/**
 * What steps and sequences call a part by, whatever its id (handbook 10, ruling 38): handles and their
 * openings, then nodes.
 */
export const roles = [
  "mainValve",
  "inlet",
  "outlet",
  "bypass",
  "stubIn",
  "stubOut",
  "drainCock",
  "head",
  "before",
  "behind",
  "vent",
  "plug",
  "sleeveNut",
  "outletJoint",
  "valve",
  "faucet",
  "line",
  "shutOff",
  "tankValve",
  "inTee",
  "outTee",
  "drainLine",
  "coldTap",
  "hotTap",
  "lowTap",
  "highTap",
  "outdoorTap",
  "heaterValve",
  "heaterPower",
  "trainIn",
  "prefilters",
  "membrane",
] as const;
export type Role = (typeof roles)[number];

/** What water is called behind a unit that treats it. */
export type TreatedMark = "filtered" | "softened" | "conditioned" | "disinfected" | "permeate" | "reject";

export interface Point {
  readonly id: string;
  readonly role?: Role;
  readonly kind: "main" | "junction" | "port" | "house" | "heater" | "outdoor" | "drain" | "air";
  readonly name?: string;
  /** Water that fills it, pipe included. */
  readonly litres?: number;
  /** A tube so narrow that nothing is filled hard through it. */
  readonly narrow?: boolean;
  /** Heated water may expand into a tank here. */
  readonly expansion?: boolean;
}
export interface Way {
  readonly id: string;
  readonly role?: Role;
  readonly from: string;
  readonly to: string;
  readonly kind: "pipe" | "valve" | "check" | "unit" | "opening";
  /** Key of the unit that the water passes here. */
  readonly unit?: string;
  readonly opening?: OpeningKind;
  /** Water runs out of it by its own weight: a region empties where another opening lets air in. */
  readonly low?: boolean;
  /** It lets air in at the highest point of the house. */
  readonly high?: boolean;
  /** Into a drain: through an air gap, or of water that is no longer potable; `unknown`: nobody has looked. */
  readonly airGap?: boolean | "unknown";
  /** A drinking fixture hangs on it. */
  readonly drinking?: boolean;
}
export interface HandlePosition {
  readonly name: string;
  readonly edges: Readonly<Record<string, Degree>>;
  /** How the handles stand, seen from where; absent for a lever, whose degree says it. */
  readonly stands?: string;
  /** Angles of its handles, degrees clockwise from along the flow, seen as `stands` says. */
  readonly angles?: readonly number[];
  /** Switches: is what it feeds energised. */
  readonly on?: boolean;
}
/** What a hand turns. `automatic` works by itself: no hand turns it, no plan uses it. */
export interface Handle {
  readonly id: string;
  readonly role?: Role;
  /** The unit that it belongs to; absent where it is the rig's own. */
  readonly unit?: string;
  readonly name: string;
  readonly kind: "lever" | "head" | "tee" | "tap" | "vent" | "cap" | "switch" | "automatic";
  readonly place: string;
  readonly normal: string;
  readonly positions: readonly HandlePosition[];
  /** Switches: the unit or the heater it feeds. */
  readonly powers?: string;
  /**
   * What works by itself: the node whose pressure brings it to its normal position, and whose want of
   * pressure takes it out of it.
   */
  readonly watches?: string;
  /** Tied, so that nobody turns it by mistake. */
  readonly tied?: boolean;
}
/** What treats the water that passes it. */
export interface Treating {
  readonly key: string;
  /** The unit that it is a part of. */
  readonly of?: string;
  readonly name: string;
  readonly family: string;
  /** Loose media that a hard fill lifts. */
  readonly media: boolean;
  /** The most that its valve may be open while it fills. */
  readonly gentle: "quarter" | "half" | "open";
  /** Water passes it only slowly, as through a membrane: nothing behind it is filled hard. */
  readonly slow?: boolean;
  /** It gives fines until it is flushed. */
  readonly flush: boolean;
  /** What its water is called behind it. */
  readonly marks: readonly TreatedMark[];
  readonly uv?: { readonly lampFirst: boolean; readonly stillMinutes?: number };
  /** Its pump doses chlorine while it has power. */
  readonly doses?: boolean;
  readonly pump?: { readonly pressureSwitch: boolean };
  /** Its recipe rinses with the tank shut; the edge of its tank valve. */
  readonly tank?: { readonly edge: string; readonly rinseShut: boolean };
  /** Its valve keeps time of its own, and is set again after a power cut. */
  readonly clock?: boolean;
  /** Equal units side by side count as one way. */
  readonly group?: string;
  /** The unit on whose line it stands: what it has no handle for, that one's do. */
  readonly on?: string;
}
