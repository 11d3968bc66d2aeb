import type { UnitModel } from "@/core/families";

/** What the desk shows of a unit that could be taken. */
export type ModelInfo = Pick<
  UnitModel,
  | "code"
  | "version"
  | "name"
  | "family"
  | "branch"
  | "ratedFlow"
  | "massFullKg"
  | "softener"
  | "reducer"
  | "holds"
>;
