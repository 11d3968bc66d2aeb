import type { Measured, Quantity } from "../units";

/** What a plan holds that questions of the survey depend on (handbook 9): how its units connect, and what they are. */
export const planTags = [
  "line",
  "sink",
  "supply",
  "appliance",
  "faucet",
  "product",
  "feed",
  "ro",
  "lamp",
  "powered",
  "drains",
  "media",
] as const;
export type PlanTag = (typeof planTags)[number];
/** One question of the survey: data in the catalogue, drawn and parsed by what it says of itself. */
export type SurveyField = {
  readonly id: string;
  readonly label: string;
  readonly hint?: string;
  /** What cannot be judged while it is unknown. */ readonly blocks?: string;
  /** Plans that it matters for; absent: every one. */ readonly for?: readonly PlanTag[];
  /** What it has to be above, canonical units, and what is said where it is not. */ readonly above?: {
    readonly value: number;
    readonly says: string;
  };
  /** Asked only when another answer is one of these. */ readonly when?: {
    readonly field: string;
    readonly is: readonly string[];
  };
} & (
  | { readonly kind: "quantity"; readonly quantity: Quantity; readonly range?: boolean }
  | {
      readonly kind: "choice";
      readonly options: readonly { readonly id: string; readonly label: string }[];
      readonly many?: boolean;
    }
  | { readonly kind: "count" }
  | { readonly kind: "text" }
  | { readonly kind: "time" }
  | { readonly kind: "obstacles" | "strips" | "taps" }
);

export interface SurveyGroup {
  readonly id: string;
  readonly title: string;
  readonly lead: string;
  readonly fields: readonly SurveyField[];
}

/** An answer as kept in the log: what was written and, for quantities and counts, what was understood. */
export interface SurveyAnswer {
  readonly text: string;
  readonly measured?: Measured;
}
export type SurveyAnswers = Readonly<Record<string, SurveyAnswer | undefined>>;
