/** Hazen–Williams roughness and inside diameters, mm (handbook 3, Pipe). */
export const pipes: Readonly<
  Record<
    string,
    { readonly label: string; readonly C: number; readonly idMm: Readonly<Record<string, number>> }
  >
> = {
  pex: { label: "PEX", C: 150, idMm: { "1/2": 12.1, "3/4": 17.0, "1": 21.9, "1-1/4": 26.8 } },
  copperL: { label: "Copper, type L", C: 140, idMm: { "1/2": 13.8, "3/4": 19.9, "1": 26.0, "1-1/4": 32.1 } },
  copperM: { label: "Copper, type M", C: 140, idMm: { "1/2": 14.5, "3/4": 20.6, "1": 26.8, "1-1/4": 32.8 } },
  cpvc: { label: "CPVC", C: 150, idMm: { "1/2": 12.4, "3/4": 18.1, "1": 23.4, "1-1/4": 28.6 } },
  pvc: { label: "PVC, schedule 40", C: 150, idMm: { "1/2": 15.8, "3/4": 20.9, "1": 26.6, "1-1/4": 35.1 } },
};
