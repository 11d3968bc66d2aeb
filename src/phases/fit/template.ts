import type { HolePattern } from "@/core/fit/template";
import type { TrainJudgement } from "@/core/train";
import { print, type UnitSystem } from "@/core/units";

/** A unit that hangs by two screws, with what is to be said of its holes. */
export interface HungUnit {
  readonly key: string;
  readonly code: string;
  readonly pattern: HolePattern;
  readonly says: string;
}

/** Units of a design whose holes are known, in its order. */
export const hungUnits = (
  { stations }: Pick<TrainJudgement, "stations">,
  profile: UnitSystem,
): readonly HungUnit[] =>
  stations.flatMap(({ unit, model }) => {
    const { screws, spacing } = model.fit?.holes ?? {};
    if (screws === undefined || spacing === undefined) return [];
    const said = (mm: number) => print(mm, "length", profile);
    return [
      {
        key: unit.key,
        code: model.code,
        pattern: { hole: screws, apart: spacing },
        says: `two holes of ${said(screws)}, ${said(spacing)} apart`,
      },
    ];
  });
