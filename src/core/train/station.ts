import type { DesignUnit, Figure, LimitRow, LineMark, Placement, UnitModel } from "../families";
import { figureVerdicts } from "../families";
import type { Level, Verdict } from "../verdict";
import type { Water } from "../water";
import type { Text } from "../words";

/** One unit of a train, judged where it stands. */
export interface Station {
  readonly key: string;
  readonly unit: DesignUnit;
  readonly model: UnitModel;
  /** Where it connects, and the unit whose line it stands on. */
  readonly placement: Placement;
  readonly level: Level;
  /** The verdict that says most of it; absent where there is nothing to judge. */
  readonly headline?: Verdict;
  readonly waterIn: Water;
  readonly waterOut: Water;
  readonly markIn: LineMark;
  readonly markOut: LineMark;
  /** kPa at the inlet at continuous flow. */
  readonly pressureIn?: number;
  /** What units and pipes before it take at the peak, kPa. */
  readonly takenPeak?: number;
  readonly figures: readonly Figure[];
  readonly limits: readonly LimitRow[];
  readonly verdicts: readonly Verdict[];
  readonly cautions: readonly (string | Text)[];
}

/** Every verdict of a station: of its figures, its own, and of its limits. */
export const stationVerdicts = (s: Pick<Station, "figures" | "verdicts" | "limits">): Verdict[] => [
  ...figureVerdicts(s.figures),
  ...s.verdicts,
  ...s.limits.map((l) => l.verdict),
];

/** The first verdict of a level: what is worth the one line on the Line. */
export const headlineOf = (level: Level, verdicts: readonly Verdict[]): Verdict | undefined =>
  verdicts.find((v) => v.level === level);
