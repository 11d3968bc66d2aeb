import { type Handle, type Point, type Treating, type Way } from "../plumbing/scheme/inside";

export {
  degrees,
  isClosure,
  openingKinds,
  roles,
  type Degree,
  type Handle,
  type HandlePosition,
  type OpeningKind,
  type Point as RigNode,
  type Role,
  type TreatedMark,
  type Treating as RigUnit,
  type Way as RigEdge,
} from "../plumbing/scheme/inside";

/** How far a unit's media has come, in the order of its start-up (handbook 4, Unit media stage). */
export const mediaStages = ["dry", "wet", "soaking", "soaked", "flushed", "inService"] as const;
export type MediaStage = (typeof mediaStages)[number];

/** Units that a rig holds, those side by side counted one by one: a packed state has a bit for each. */
export const MOST_UNITS = 20;
/** Does a unit make unsafe water safe while it has power: a lamp, or a pump that doses chlorine. */
export const disinfects = (unit: Treating): boolean => unit.uv !== undefined || unit.doses === true;
export interface Rig {
  readonly nodes: readonly Point[];
  readonly edges: readonly Way[];
  readonly handles: readonly Handle[];
  readonly units: readonly Treating[];
  readonly source: "safe" | "unsafe" | "unknown";
  /** L/min that the main gives fully open, where it was measured. */ readonly fullFlow?: number;
}

/** A rig of which nothing is known. */
export const noRig: Rig = { nodes: [], edges: [], handles: [], units: [], source: "unknown" };

/**
 * Where everything stands. `pressured`: nodes that are live or still under pressure; `wet`: nodes with
 * water in them; `filling`: nodes that fill gently and have not been heard to stop; `unproven`: pipe behind
 * UV that is not disinfected yet; `purged`: the heater holds no air.
 */
export interface RigState {
  readonly positions: Readonly<Record<string, string>>;
  readonly pressured: readonly string[];
  readonly wet: readonly string[];
  readonly filling: readonly string[];
  readonly stages: Readonly<Record<string, MediaStage>>;
  readonly unproven: readonly string[];
  /** Nodes in which a dose of chlorine stands, or is on its way out. */
  readonly dosed?: readonly string[];
  /** Units whose pre-filters were not rinsed yet, where their recipe rinses them first. */
  readonly unrinsed?: readonly string[];
  readonly purged: boolean;
  /** Units whose lamp may still stand in air, because their recipe powers it first. */
  readonly lampAhead?: readonly string[];
  /** Units whose lamp has a wait without flow before it that is longer than the unit allows. */
  readonly lampStill?: readonly string[];
  /** Where the hand was last. */
  readonly place?: string;
}

export interface Move {
  readonly handle: string;
  readonly to: string;
}

/**
 * What a step suspends while it runs (handbook 4, Rules): its openings, with the feeding handle at the
 * step's position or a quarter.
 */
export interface Permit {
  readonly openings: readonly string[];
  readonly feed?: Move;
  /** Units that are flushed by it. */ readonly units?: readonly string[];
}

export interface Circumstances {
  readonly permit?: Permit;
  /** Inside the agreed hours a dry house is a Check, outside a Stop; absent: no hours agreed, a Check. */
  readonly waterOff?: "agreed" | "notAgreed";
}

/** What is to be reached. Everything named must hold at the end; `always` after every move. */
export interface RigGoal {
  readonly live?: readonly string[];
  /** Cut off from the main and without pressure: relieved or empty. */
  readonly relieved?: readonly string[];
  readonly empty?: readonly string[];
  readonly positions?: Readonly<Record<string, string>>;
  /** Units through which all water of the house passes. */
  readonly serves?: readonly string[];
  /** Units through which no water of the house passes. */
  readonly passedBy?: readonly string[];
  /** Units with water in them, charged or trapped. */
  readonly full?: readonly string[];
  /** Positions in which a handle may not be left: an open stub. */
  readonly endsNot?: Readonly<Record<string, readonly string[]>>;
  /** Positions not to be used on the way, by handle: a joint to a unit that is not there yet. */
  readonly avoid?: Readonly<Record<string, readonly string[]>>;
  readonly always?: {
    readonly live?: readonly string[];
    /** No opening stands open on a live node. */ readonly noVentOnLive?: boolean;
  };
}
