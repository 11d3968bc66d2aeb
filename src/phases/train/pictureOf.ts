import {
  bestSetting,
  proposeSoftener,
  RESIN_SIZES,
  softenerChoice,
  uvFlowLimit,
  type SoftenerChoice,
  type SoftenerSite,
} from "@/core/treatment";
import { type TrainSchools, type UnitModel, contactTarget } from "@/core/families";
import { type Station, type TrainJudgement } from "@/core/train";

import { lower, upper } from "@/core/units";

/** What the one picture of a unit is drawn from. Flows in L/min for all vessels together. */
export type Picture =
  | {
      readonly of: "uv";
      /** Flow at which the dose asked for is just reached by the formula. */ readonly formula: number;
      /** At most this, whatever the formula says. */ readonly maximum: number;
      readonly dose: number;
      readonly peak?: number;
      readonly continuous?: number;
    }
  | {
      readonly of: "carbon";
      readonly mediaLitres: number;
      readonly good: number;
      readonly check: number;
      readonly against: string;
      readonly peak?: number;
      readonly continuous?: number;
    }
  | {
      readonly of: "softener";
      readonly site: SoftenerSite;
      readonly resinFt3: number;
      readonly salt: number;
      readonly sizes: readonly {
        readonly resinFt3: number;
        readonly code?: string;
        readonly best: SoftenerChoice;
      }[];
      readonly chosen?: SoftenerChoice;
      readonly proposed: number;
    };

/** The picture that explains a unit's judgement, or nothing where too little is known to draw it. */
export function pictureOf(
  s: Station,
  judged: Pick<TrainJudgement, "peak" | "continuous" | "dailyLitres">,
  schools: TrainSchools,
  offered: readonly UnitModel[],
): Picture | undefined {
  const n = s.unit.parallel;
  const flows = {
    peak: judged.peak,
    continuous: judged.continuous,
  };
  const { uv, carbon, softener } = s.model;
  if (uv) {
    const uvt = lower(s.waterIn.uvt);
    const formula =
      uvt === undefined || uvt <= 0 ? undefined : uvFlowLimit({ ...uv, uvt, ratedDose: uv.dose });
    return formula === undefined
      ? undefined
      : { of: "uv", formula: formula * n, maximum: (uv.maxFlow ?? uv.ratedFlow) * n, dose: 40, ...flows };
  }
  if (carbon) {
    const target = contactTarget(s.waterIn);
    return {
      of: "carbon",
      mediaLitres: carbon.mediaLitres * n,
      good: target.good,
      check: target.check,
      against: target.name,
      ...flows,
    };
  }
  if (softener) {
    const compensated = s.figures.find((f) => f.id === "compensated")?.value;
    const iron = upper(s.waterIn.iron);
    if (
      compensated === undefined ||
      iron === undefined ||
      judged.dailyLitres === undefined ||
      compensated <= 0
    )
      return undefined;
    const site: SoftenerSite = {
      dailyLitres: judged.dailyLitres,
      compensated,
      iron,
      reserve: schools.reserveDay,
      calendarOverride: softener.calendarOverride,
      parallel: n,
      ...flows,
    };
    const salt = s.unit.saltLbPerFt3 ?? softener.saltLbPerFt3;
    const [down, up] = [
      [...RESIN_SIZES].reverse().find((r) => r < softener.resinFt3 - 1e-9),
      RESIN_SIZES.find((r) => r > softener.resinFt3 + 1e-9),
    ];
    const codeOf = (resinFt3: number) =>
      offered.find(
        (m) =>
          m.softener &&
          Math.abs(m.softener.resinFt3 - resinFt3) < 1e-9 &&
          m.softener.calendarOverride === softener.calendarOverride,
      )?.code;
    const sizes = [down, softener.resinFt3, up].flatMap((resinFt3) => {
      if (resinFt3 === undefined) return [];
      const code = resinFt3 === softener.resinFt3 ? s.model.code : codeOf(resinFt3);
      return [{ resinFt3, code: code || undefined, best: bestSetting(resinFt3, site) }];
    });
    const chosen = softenerChoice(softener.resinFt3, salt, site);
    return {
      of: "softener",
      site,
      resinFt3: softener.resinFt3,
      salt,
      sizes,
      chosen,
      proposed: proposeSoftener(site).best.resinFt3,
    };
  }
  return undefined;
}
