import type { z } from "../zod";
import type { Verdict } from "../verdict";
import type { NeedId } from "../water";
import type { AnyRule, Text } from "../words";
import type { StationContext, StationJudgement } from "./context";
import type { Connects, UnitModel } from "./unit";

/** Names of the shapes that a unit is drawn with on the Line; the drawing itself is the screen's. */
export type Shape = "vessel" | "lamp" | "housing" | "membrane" | "pump" | "small";

/**
 * The opening at the top of a unit; a closure is taken off only where nothing is under pressure (handbook
 * 10, ruling 32).
 */
export interface TopVent {
  readonly name: string;
  readonly closure?: true;
}

/** What a unit of a family is in the rig (handbook 4). */
export interface RigTraits {
  /** Loose media that a hard fill lifts. */
  readonly media: boolean;
  /** It gives fines until it is flushed. */
  readonly flushed: boolean;
  /** The most that its valve may be open while it fills, where the unit does not say. */
  readonly gentle: "quarter" | "half" | "open";
  /** The opening that lets air out at its top. */
  readonly vent?: TopVent;
  /** Its outlet is taken apart to let the first water out. */
  readonly apart?: true;
  /** Its valve keeps time of its own: the clock is set again after a power cut. */
  readonly clock?: boolean;
}

/** What has to be done later, and when at the latest (handbook 7, Follow-ups and service). */
export interface ServiceItem {
  readonly what: string;
  readonly when: string | Text;
}

/** How Propose treats a family in the house's line. */
export interface ProposeTraits {
  /** A line holds one unit of a group; absent: one of the family. */
  readonly group?: string;
  /** Judged by flow and limits alone: what stands before it changes neither its size nor its cost. */
  readonly sizedByFlow?: boolean;
  /** So many of different kinds may stand in one line; absent: one. */
  readonly most?: number;
  /** A verdict in the mildest water that water with more in it may turn better. */
  readonly mayEase?: (verdict: Verdict) => boolean;
}

/**
 * A unit family: everything that Brant knows of it. Schema, form, spreadsheet, judgement, rig part,
 * drawing, service list and the customer's pack are derived from it. To add one: a file of this shape, and
 * its name in `list.ts`.
 */
export interface Family {
  readonly id: string;
  readonly label: string;
  /** Records that only this family states, by their name in the unit's data. */
  readonly figures: Readonly<Record<string, z.ZodType>>;
  /** What a unit's figures contradict, each with its path; empty when they hang together. */
  readonly faults?: (
    model: UnitModel,
  ) => readonly { readonly path: readonly string[]; readonly message: string }[];
  readonly judge: (ctx: StationContext) => StationJudgement;
  /** The rules whose verdicts it gives. */
  readonly rules: readonly AnyRule[];
  /** Needs of the house's water that a unit answers; absent: those that its effects answer. */
  readonly answers?: (model: UnitModel) => readonly NeedId[];
  /** Where it connects unless the unit's data say otherwise (handbook 9). */
  readonly connects: (model: UnitModel) => Connects;
  /** The line ends at it: nothing stands behind it. */
  readonly ends?: boolean;
  readonly rig: RigTraits;
  readonly shape: Shape;
  /** It stands on the floor; the others hang on the wall. */
  readonly onFloor?: true;
  readonly service: readonly ServiceItem[];
  /** What follows its start, whatever the unit itself states. */
  readonly followUps?: readonly ServiceItem[];
  /** What the household is told of it. */
  readonly told: readonly string[];
  /** What they are told of water that goes past it. */
  readonly bypassed?: string;
  readonly propose?: ProposeTraits;
}
