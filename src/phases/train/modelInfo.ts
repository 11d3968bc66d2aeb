import { familyOf, type UnitModel } from "@/core/families";

/** What the desk shows of a unit that could be taken. */
export interface ModelInfo extends Pick<
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
> {
  /** What its family is called. */
  readonly familyName: string;
  /** Its line ends at it: nothing stands behind it. */
  readonly ends?: boolean;
}

/** What a choice of unit shows of one that is offered. */
export function modelInfoOf(model: UnitModel): ModelInfo {
  const { code, version, name, family, branch, ratedFlow, massFullKg, softener, reducer, holds } = model;
  return {
    code,
    version,
    name,
    family,
    familyName: familyOf(model).label,
    branch,
    massFullKg,
    ratedFlow,
    softener,
    reducer,
    holds,
    ends: familyOf(model).ends,
  };
}
