import type { Family } from "../core/train/unit";

/** What has to be done later, and when at the latest (handbook 7, Follow-ups and service). */
export const serviceItems: Readonly<
  Record<Family, readonly { readonly what: string; readonly when: string }[]>
> = {
  cartridge: [
    { what: "Change the sediment cartridge", when: "6 to 12 months, or at 70 kPa (10 psi) more loss" },
    { what: "Change the carbon cartridge, if there is one", when: "6 to 12 months, or by litres" },
  ],
  carbonTank: [{ what: "Change the carbon", when: "3 to 5 years" }],
  conditioner: [{ what: "Change the conditioner's media", when: "3 to 5 years" }],
  scaleControl: [{ what: "Change the scale-control media", when: "3 to 5 years" }],
  softener: [
    { what: "Refill salt", when: "look every month" },
    { what: "Test hardness", when: "after the first regeneration, then once a year" },
  ],
  manualSoftener: [{ what: "Regenerate", when: "by the litre counter" }],
  uv: [
    { what: "Change the lamp, clean the sleeve", when: "9000 hours or 12 months" },
    { what: "Bacteria sample", when: "5 to 10 days after the start" },
  ],
  uvPoint: [{ what: "Change the reactor's lamp", when: "8000 hours of flow" }],
  pointFilter: [{ what: "Change the cartridge", when: "6 to 12 months" }],
  ro: [
    { what: "Change pre-filters, sanitise", when: "6 to 12 months" },
    { what: "Change the post filter", when: "12 months" },
    { what: "Change the membrane", when: "2 to 5 years, or below 80 % rejection" },
    { what: "Check the tank's pre-charge, empty", when: "once a year" },
  ],
  iceMaker: [{ what: "Look at the ice maker's tube and valve", when: "at every filter change" }],
  leakStop: [
    { what: "Change the pad, wet it to see that it shuts", when: "once a year, and after every leak" },
  ],
  booster: [{ what: "Listen that it stops by its switch", when: "at every filter change" }],
};
