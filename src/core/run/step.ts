import type { ReadingContext } from "../readings/reading";
export type { ReadingField } from "../readings/reading";
import type { AlikeJoints } from "../plumbing/made";
import type { Swap } from "../plumbing/swapped";
import type { Wish } from "../rig";
import type { UnitSystem } from "../units";
import { sayFor, sayText, type Figures, type Named, type Text, type Written } from "../words";

export const stepKinds = ["do", "check", "turn", "flow", "soak", "read", "cycle", "record", "hold"] as const;
export type StepKind = (typeof stepKinds)[number];
export type WaterState = "off" | "bypassed" | "on" | "any";

/** The order in which the parts of recipes are woven together (handbook 5, Composition). */
export const stages = [
  "arrive",
  "soakOff",
  "cut",
  "place",
  "join",
  "wet",
  "joinLate",
  "order",
  "start",
  "disinfect",
  "serve",
  "firstWater",
  "power",
  "branch",
  "tail",
  "prove",
  "close",
] as const;
export type Stage = (typeof stages)[number];

export interface FlowBand {
  /** L/min. */ readonly low: number;
  readonly high: number;
}

/**
 * A step as the run keeps it: composed once, frozen into the log with the run's start. Minutes throughout.
 * Its words may have places, `{gap}`, for its figures; its title has none.
 */
export interface Step {
  /** `site.route`, `u2.soak`: the unit's key and the recipe step. */
  readonly id: string;
  /** Key of the unit it belongs to; absent for site and system steps. */
  readonly unit?: string;
  readonly unitName?: string;
  readonly stage: Stage;
  readonly kind: StepKind;
  readonly title: string;
  readonly why: string;
  readonly figures?: Figures;
  readonly work: number;
  readonly water: WaterState;
  readonly power?: "off" | "on";
  readonly cautions: readonly string[];
  /** Steps that must be finished first. */
  readonly needs: readonly string[];
  readonly details?: readonly string[];
  readonly turn?: { readonly direction: string; readonly seenFrom: string };
  /** What the rig is to come to by it (handbook 5, turn: goal state). */
  readonly goal?: Wish;
  readonly tightening?: string;
  readonly sealant?: string;
  readonly flow?: {
    readonly band?: FlowBand;
    readonly minutes: number;
    readonly litres?: number;
    /** It runs until a glass of it is clear, or holds no air. */
    readonly until?: "clear" | "noAir";
    readonly direction: "forward" | "reverse";
    readonly to: string;
    readonly taps?: Text;
  };
  readonly soak?: { readonly minutes: number; readonly maxMinutes?: number };
  /** A clock with no band or soak, e.g. a tank filling; `expected` is what the design predicts. */
  readonly wait?: { readonly minutes: number; readonly expected?: number };
  /** `places`: it is taken at each of them. */
  readonly read?: {
    readonly reading: string;
    readonly place: string;
    readonly when: "before" | "after";
    readonly places?: readonly string[];
  };
  /** What its reading is judged against, where that is more than the whole train's. */
  readonly against?: ReadingContext;
  readonly cycle?: { readonly count: number; readonly expected?: number };
  readonly record?: { readonly what: string; readonly label: string };
  readonly check?: { readonly question: string; readonly photo?: "wanted" | "needed" };
  readonly hold?: { readonly statement: string };
  /** Joints that are made at it: each is looked at, or made again, before it is finished. */
  readonly joins?: readonly AlikeJoints[];
  /** What may come instead of fittings at these joints, where one does not go as planned. */
  readonly swaps?: readonly Swap[];
  /** What is in the boxes that are opened at it, by unit. */
  readonly boxes?: readonly {
    readonly unit: string;
    readonly code: string;
    readonly holds: readonly string[];
  }[];
  /** What is set by hand at it, as computed for this site. */
  readonly sets?: readonly { readonly label: string; readonly value: Named | Written }[];
  /** What is written down with it beside the hold itself. */
  readonly asks?: "waterOff";
  /** The question of the survey that finishing it answers, with what may be found. */
  readonly writes?: {
    readonly field: string;
    readonly options: readonly { readonly id: string; readonly label: string }[];
  };
  /** What finishing it proves; a step that proves water fit to drink cannot be skipped. */
  readonly proves?: "uv" | "discard" | "prefilters";
  /** It is done anew in a run that opens again. */
  readonly again?: true;
}

/** What a step says, its figures printed in one unit system. */
export interface SaidStep {
  readonly why: string;
  readonly details: readonly string[];
  readonly statement?: string;
  readonly question?: string;
  readonly taps?: string;
  readonly sets: readonly { readonly label: string; readonly value: string }[];
}
/** The words of a step in one unit system. */
export function sayStep(step: Step, system: UnitSystem): SaidStep {
  const say = sayFor(system);
  const said = (text: string) => sayText({ text, of: step.figures }, say);
  return {
    why: said(step.why),
    details: (step.details ?? []).map(said),
    statement: step.hold && said(step.hold.statement),
    question: step.check && said(step.check.question),
    taps: step.flow?.taps && sayText(step.flow.taps, say),
    sets: (step.sets ?? []).map(({ label, value }) => ({
      label,
      value: sayText({ text: "{value}", of: { value } }, say),
    })),
  };
}

/** How long the step's clock must run, in ms; undefined where it has none. */
export function clockOf(step: Step): number | undefined {
  const minutes = step.soak?.minutes ?? step.flow?.minutes ?? step.wait?.minutes;
  return minutes === undefined || minutes === 0 ? undefined : minutes * 60_000;
}

/** May it be skipped with a reason? Never a hold, nor what proves UV or a discard (handbook 5, Steps). */
export const maySkip = (step: Step): boolean =>
  step.kind !== "hold" && (step.proves === undefined || step.proves === "prefilters");
/** Does skipping it take somebody of the office: carbon that soaked too short sends fines into the house. */
export const skipTakesOffice = (step: Step): boolean => step.soak !== undefined;
