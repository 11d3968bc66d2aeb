import type { LossCurve, RoRated, UvDuty } from "../treatment";
import type { Quantity } from "../units";
import type { Verdict } from "../verdict";
import { rule, type AnyRule, type Text } from "../words";

/** One value that is asked for: a quantity, or one of some answers. */
export interface ReadingField {
  readonly id: string;
  readonly label: string;
  readonly quantity?: Quantity;
  readonly options?: readonly { readonly id: string; readonly label: string }[];
  readonly optional?: boolean;
  /** Words, or a day, instead of a quantity. */
  readonly text?: boolean;
  readonly date?: boolean;
  /** Minutes that the step's clock gives, where the step has one: then it is not asked for. */
  readonly byClock?: boolean;
}

/** What a reading is judged against, beside its own values. Canonical units. */
export interface ReadingContext {
  readonly band?: { readonly low: number; readonly high: number };
  /** What hides small leaks in the part that is shut in, by name. */
  readonly hides?: readonly string[];
  /** L that are to run into a vessel. */
  readonly litres?: number;
  /** What water runs for until a glass shows it. */
  readonly until?: "clear" | "noAir";
  readonly ro?: RoRated & {
    readonly preLoss: number;
    readonly feedTds?: number;
  };
  /** Of one chamber; `least`: the transmittance that it asks for, %; `parallel`: how many share the flow. */
  readonly uv?: UvDuty & { readonly maxFlow: number; readonly least?: number; readonly parallel?: number };
  readonly carbonLitres?: number;
  /** A disinfection: mg/L to start with, and L to be dosed; absent litres are not known. */
  readonly dose?: { readonly start: number; readonly litres?: number };
  /** Free chlorine that the source itself brings, mg/L. */
  readonly sourceChlorine?: number;
  /** The most free chlorine that water may hold where people drink it, mg/L. */
  readonly tapChlorine?: number;
  /** Some RO of the job has no carbon ahead of its membrane. */
  readonly roBare?: boolean;
  /** The most that a filter or reactor at a faucet takes, L/min. */
  readonly pointMost?: number;
  /** What a control valve is to be set to: whole grains, reserve, hour of the day. */
  readonly program?: {
    readonly gpg?: number;
    readonly reserve: "day" | "none";
    readonly hour: number;
    readonly people?: number;
  };
  /** Loss curves of the train's units at their share of the flow, for the loss the design predicts. */
  readonly loss?: readonly { readonly curve: LossCurve; readonly parallel: number }[];
  /**
   * What the train's pipes and fittings take at 1 L/min, kPa; it grows with the flow to the power of 1.852.
   * Absent while nobody knows how they go.
   */
  readonly pipes?: number;
  readonly trainMax?: number;
  /** What the survey says of the raw water, by the field of the reading: canonical units, from least to most. */
  readonly surveyed?: Readonly<Record<string, { readonly least: number; readonly most: number }>>;
  /** Static pressure of the house, behind a reducing valve where it has one, kPa. */
  readonly static?: number;
  /** Where nothing stands in the house's line: the pressures that the units take, kPa, and which of them ask for it. */
  readonly feed?: {
    readonly least?: { readonly kPa: number; readonly unit: string };
    readonly most?: { readonly kPa: number; readonly unit: string };
  };
}

/** Values as they were understood: numbers in canonical units, answers by their id. */
export type ReadingValues = Readonly<Record<string, number | string | undefined>>;

/** A value that follows from what was read, with its formula. */
export interface Derived {
  readonly label: string;
  readonly value: number;
  readonly quantity: Quantity | "plain";
  readonly suffix?: string;
  /** ± of it, by the instrument's accuracy. */
  readonly spread?: number;
  readonly formula: string;
}
export interface ReadingJudgement {
  readonly derived: readonly Derived[];
  readonly verdict: Verdict;
}

/** Why a reading says nothing, at the field where it is put right. */
export interface SaysNothing {
  readonly field: string;
  readonly because: Text;
}

/**
 * A kind of reading (handbook 6): what is asked for, what follows from it, and how it is judged. To add
 * one: a file of this shape, and its name in `list.ts`; forms, record and spreadsheet are derived from it.
 */
export interface ReadingKind {
  readonly id: string;
  readonly label: string;
  readonly fields: readonly ReadingField[];
  readonly judge: (values: ReadingValues, context: ReadingContext) => ReadingJudgement;
  /** Why values that can be read say nothing at all, by field; nothing where they may be judged. */
  readonly refuses?: (values: ReadingValues, context: ReadingContext) => SaysNothing | undefined;
  /**
   * It is taken of a part of the rig that is cut off from the main and under pressure, with no opening in
   * it (handbook 10, ruling 22).
   */
  readonly shutIn?: boolean;
  /** The newest of its kind says how it stands now; those before it are history. */
  readonly latestCounts?: boolean;
  /**
   * The hand-over does not rest on it: a later reading proves what it was done for, or it only says how
   * right the design's forecast was.
   */
  readonly provesNothing?: boolean;
  /**
   * The question of the survey that a field measures again: where they differ, the design is judged again
   * with what was read.
   */
  readonly measuresAgain?: Readonly<Record<string, string>>;
  readonly rules: readonly AnyRule[];
}

/** A value that is a number; undefined where it is missing or none. */
export function numberIn(values: ReadingValues, id: string): number | undefined {
  const v = values[id];
  return typeof v === "number" && Number.isFinite(v) ? v : undefined;
}

/** The verdict of a reading that lacks a value. */
export const incomplete = rule<{ readonly what: string }>("reading-incomplete", {
  reason: ({ what }) => `${what} cannot be computed yet`,
  remedy: () => "Enter the missing value",
});
/** A judgement that cannot be made of these values: `what` names what stays open. */
export const open = (what: string): ReadingJudgement => ({
  derived: [],
  verdict: incomplete.unknown({ what }),
});

/** A judgement without derived values. */
export const only = (verdict: Verdict): ReadingJudgement => ({ derived: [], verdict });

/** Good up to one limit, Check up to another, Stop above it. */
export const atMostLevel = (value: number, good: number, check: number) =>
  value <= good ? "Good" : value <= check ? "Check" : "Stop";
