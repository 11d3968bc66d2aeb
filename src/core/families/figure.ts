import type { Quantity } from "../units";
import type { Verdict } from "../verdict";
import type { Text } from "../words";

/** Where an input of a working was entered, so that it can be opened. */
export type InputSource =
  | { readonly survey: string }
  | { readonly unit: string }
  | { readonly figure: string }
  | { readonly rule: string };

export interface WorkingInput {
  readonly name: string;
  readonly value: number;
  readonly quantity: Quantity | "plain";
  readonly suffix?: string;
  readonly from: InputSource;
}
export interface Working {
  readonly formula: string | Text;
  readonly inputs: readonly WorkingInput[];
  readonly note?: string | Text;
  /** The school that it rests on, where installers differ. */
  readonly school?: string;
}

/**
 * A headline number with the whole way to it. `value` is absent when an input is missing; the verdict then
 * says which.
 */
export interface Figure {
  readonly id: string;
  readonly label: string;
  readonly value?: number;
  /** How far it reaches where answers are ranges or detection limits. */
  readonly range?: { readonly low: number; readonly high: number };
  readonly quantity: Quantity | "plain";
  /** Unit word for plain numbers. */
  readonly suffix?: string;
  readonly digits?: number;
  /** The unit states it; nothing was computed. */
  readonly stated?: boolean;
  readonly note?: string | Text;
  readonly verdict?: Verdict;
  readonly working: Working;
}

/** An input of a working; absent where its value is not known. */
export const input = (
  name: string,
  value: number | undefined,
  quantity: WorkingInput["quantity"],
  from: InputSource,
  suffix?: string,
): WorkingInput | undefined => (value === undefined ? undefined : { name, value, quantity, from, suffix });

/** The inputs that are known. */
export const known = (inputs: readonly (WorkingInput | undefined)[]): WorkingInput[] =>
  inputs.filter((i): i is WorkingInput => i !== undefined);

/** Every verdict of some figures. */
export const figureVerdicts = (figures: readonly Figure[]): Verdict[] =>
  figures.flatMap((f) => f.verdict ?? []);
