import type { Clock } from "../run/clock";
import type { Actor } from "./entry";

export interface Mark {
  readonly by: Actor;
  readonly at: string;
}
export interface StepState {
  readonly done?: Mark & { readonly note?: string };
  readonly skipped?: Mark & { readonly why: string };
  readonly clock?: Clock;
  readonly cycles: number;
  /** Reasons given for going on with a disturbed soak. */
  readonly kept: readonly (Mark & { readonly why: string })[];
}
