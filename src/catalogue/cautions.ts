import type { Text } from "../core/words";

/** Short cautions, shown at the step they apply to (handbook 1, Cautions). */
export const cautions: Readonly<Record<string, string | Text>> = {
  codes: "Local plumbing and electrical codes govern; the unit's own manual wins.",
  licensed: "Mains voltage, gas and, where required, potable plumbing belong to licensed people.",
  groundFault: "Only an outlet with ground-fault protection; plugs above and away from pipes; dry hands.",
  uvc: "UV-C burns eyes and skin: never power a lamp outside its chamber.",
  unplugUv: "Unplug before opening a UV chamber.",
  glass:
    "Quartz and lamps are fragile glass, lamps hold mercury: gloves; ventilate and collect a breakage, never to the bin.",
  heavy: {
    text: "Over {heavy}: two people or a trolley.",
    of: { heavy: { us: "55 lb", metric: "25 kg" } },
  },
  relieve: "Relieve the pressure before opening anything.",
  standClear: "Stand clear of housings while they fill; open slowly.",
  heaterOff: "Heater off before draining: a dry element burns out. Scald risk.",
  expansion: "A check valve or reducing valve may call for an expansion tank.",
  chlorine: "Ventilate well; never mix chlorine with acid cleaners.",
  noUse: "Tell the household not to use water meanwhile.",
  untreated:
    "The house gets untreated water: do not drink it if its safety is not known; boil or use bottled.",
  sodium: "Softened water adds sodium: keep an unsoftened tap for low-sodium diets, plants and fish.",
  drilling: "Check for pipes and cables behind; eye protection; clear metal shavings at once.",
  stone: "Stone worktop: carbide bit with water, or a professional.",
  airGap: "Air gap always; never a direct connection to the sewer side.",
  leadFree: "Lead-free parts only.",
  drains: "Watch the drain: walk round every 2 minutes.",
  bond: "A metal water pipe may be the house's earth: never cut it unbridged.",
  dryPump: "Power is the last step: a pump without water is ruined.",
};
