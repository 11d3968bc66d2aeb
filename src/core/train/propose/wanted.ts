import type { UnitModel } from "../../families";
import { isSoftener, type HardnessWay } from "./had";
import { isHardness } from "./options";

/** What is offered to a search that was asked for one way to answer hard water. */
export const offeredFor = (catalogue: readonly UnitModel[], way: HardnessWay): readonly UnitModel[] =>
  catalogue.filter((m) => way === "best" || !isHardness(m) || isSoftener(m) === (way === "softener"));
