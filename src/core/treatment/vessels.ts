const viscosity = (celsius: number): number => 0.02414 * 10 ** (247.8 / (celsius + 133.15));
const rate = { resin: 12.2, carbon: 24.4 } as const;

/** Backwash flow of a tank, L/min: area × rate at 15 °C × µ(15)/µ(T) (handbook 2, Softener). */
export function backwashFlow(of: {
  readonly diameterMm: number;
  readonly media: "resin" | "carbon";
  readonly temperature: number;
}): number {
  const area = (Math.PI / 4) * (of.diameterMm / 1000) ** 2;
  return ((area * rate[of.media] * 1000) / 60) * (viscosity(15) / viscosity(of.temperature));
}

/** Empty-bed contact time, min: media L over flow L/min. Flow must be above zero. */
export const emptyBedContactTime = (mediaLitres: number, flow: number): number => mediaLitres / flow;

/** Surface load of a tank, m/h. */
export const surfaceLoad = (diameterMm: number, flow: number): number =>
  (flow * 60) / 1000 / ((Math.PI / 4) * (diameterMm / 1000) ** 2);

/** Share of chlorine removed by a carbon tank: 1 − 0.05^(EBCT/1.5), at most 0.95. */
export const chlorineRemoved = (ebct: number): number => Math.min(0.95, 1 - 0.05 ** (ebct / 1.5));

/** Share of chloramine removed on catalytic carbon: 1 − 0.1^(EBCT/5), at most 0.9. */
export const chloramineRemoved = (ebct: number): number => Math.min(0.9, 1 - 0.1 ** (ebct / 5));

function meanIntensity(uvt: number, layerCm: number): number {
  if (uvt >= 99.999) return 1;
  const t = uvt / 100;
  return (1 - t ** layerCm) / (-layerCm * Math.log(t));
}

export interface UvDuty {
  readonly ratedFlow: number;
  readonly ratedUvt: number;
  readonly uvt: number;
  readonly layerCm: number;
  readonly endOfLife: boolean;
  readonly ratedDose?: number;
  readonly dose?: number;
}

/**
 * Flow a chamber can disinfect at this site's UV transmittance, L/min, by the formula (no cap at the unit's maximum).
 * Undefined when a transmittance is not in (0, 100] (handbook 2, UV).
 */
export function uvFlowLimit(duty: UvDuty): number | undefined {
  if (!(duty.uvt > 0) || duty.uvt > 100 || !(duty.ratedUvt > 0) || duty.ratedUvt > 100) return undefined;
  const age = duty.endOfLife ? 1 : 0.7;
  return (
    duty.ratedFlow *
    (meanIntensity(duty.uvt, duty.layerCm) / meanIntensity(duty.ratedUvt, duty.layerCm)) *
    age *
    ((duty.ratedDose ?? 40) / (duty.dose ?? 40))
  );
}
