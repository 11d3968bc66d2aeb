import { degrees, mediaStages, type Circumstances, type Rig } from "./rig";

/** The name of a rule: that of its file in `rules/`. */
export type RuleId = string;

/** One thing that a rule can say of one part of the rig; its place in the list is its bit. */
export interface Condition {
  readonly rule: RuleId;
  /** Unit key, edge id or node id. */ readonly subject: string;
  readonly level: "Stop" | "Check";
}

export const QUARTER = 1,
  OPEN = 3;

/**
 * A rig in arrays for the inner loop of the search: nodes joined by pipe are one *knot*, edges and handles
 * are numbers. Built once for a rig and the circumstances it is judged under. Every condition that a rule
 * may find has its number.
 */
export interface Compiled {
  readonly rig: Rig;
  readonly circumstances: Circumstances;
  readonly knots: number;
  /** Knot of each node by id; nodes of air and drains have none. */
  readonly knotOf: ReadonlyMap<string, number>;
  readonly nodesOf: readonly (readonly string[])[];
  readonly main: number;
  readonly house: number;
  readonly heater: number;
  /** Inner edges (valves, checks, units): ends by knot, in the order of `edgeIds`. */
  readonly edgeIds: readonly string[];
  readonly from: Int16Array;
  readonly to: Int16Array;
  readonly isCheck: Uint8Array;
  readonly isUnit: Uint8Array;
  /** Unit number of a unit edge, else -1. */
  readonly unitOf: Int16Array;
  readonly groupOf: Int16Array;
  readonly groups: number;
  /** Units of each group that stand side by side. */
  readonly groupSize: Uint8Array;
  /** Openings: knot, and what they are. They follow the inner edges in `degree`. */
  readonly openingIds: readonly string[];
  readonly openingAt: Int16Array;
  readonly openingLow: Uint8Array;
  /** Capped ends, bowls, cuts: what must not be open under pressure. */
  readonly openingBare: Uint8Array;
  readonly openingPermitted: Uint8Array;
  readonly openingGapless: Uint8Array;
  readonly openingGapUnknown: Uint8Array;
  /** It opens by itself. */
  readonly openingSelfActing: Uint8Array;
  /** It lets air in at the highest point of the house. */
  readonly openingHigh: Uint8Array;
  /** Has the house low and high openings of its own, without both of which it does not run empty. */
  readonly houseDrains: boolean;
  readonly drinking: Uint8Array;
  /** Degree of edges and openings that no handle sets. */
  readonly fixed: Uint8Array;
  /** Handles: what each position sets, flat: [edge or opening number, degree]…, every edge of the handle in each. */
  readonly positionCount: Int16Array;
  readonly sets: readonly (readonly Int16Array[])[];
  /** Does no other handle set the same edge, so that its edges can be set alone. */
  readonly alone: Uint8Array;
  /** Joints that come apart: number of the opening and the edge they join, or -1. */
  readonly joint: Int16Array;
  /** Power number that each position switches on, or -1. */
  readonly powers: readonly Int16Array[];
  readonly places: readonly string[];
  readonly placeOf: Int16Array;
  /** Units. */
  readonly unitIn: Int16Array;
  readonly unitOut: Int16Array;
  readonly gentle: Uint8Array;
  /** The most that a knot may be filled through, and whether more is a Stop. */
  readonly knotGentle: Uint8Array;
  readonly knotMedia: Uint8Array;
  /**
   * Inner edges at each knot, one after the other: those of knot k stand from `startAt[k]` to `startAt[k +
   * 1]`, with the knot at their other end.
   */
  readonly startAt: Int16Array;
  readonly edgeAt: Int16Array;
  readonly otherAt: Int16Array;
  readonly openingsAt: readonly Int16Array[];
  readonly checks: Int16Array;
  /** Can water that a check valve lets through reach house or heater. */
  readonly leadsOn: Uint8Array;
  readonly unitEdges: Int16Array;
  /** Does a tied handle hold this edge. */
  readonly tied: Uint8Array;
  /** Has the unit a switch, or does it run by itself. */
  readonly switched: Uint8Array;
  readonly tankEdge: Int16Array;
  readonly expansion: Uint8Array;
  readonly conditions: readonly Condition[];
  /** Number of each rule's first condition. */
  readonly at: Readonly<Record<RuleId, number>>;
}

/** Number under which the heater's power is kept. */
export const POWER_HEATER = 0;
/** Number under which the power of a unit is kept: 0 is the heater. */
export const powerOfUnit = (unit: number): number => unit + 1;

/** A degree of opening as a number, 0 closed to 3 open. */
export const degreeNumber = (d: (typeof degrees)[number]): number => degrees.indexOf(d);
/** A stage of a unit as a number, in the order of `stages`. */
export const stageNumber = (s: (typeof mediaStages)[number]): number => mediaStages.indexOf(s);
export const FLUSHED = mediaStages.indexOf("flushed");
