import { LITRES_PER_GALLON } from "../../core/units";

/** A US gallon a day in L/min. */
export const GPD = LITRES_PER_GALLON / 1440;

// Numbers that are written down at installation.
export const serial = {
  id: "serial",
  label: "Serial number",
};
export const membrane = {
  id: "membrane",
  label: "Membrane serial",
};
export const lamp = {
  id: "lamp",
  label: "Lamp part and serial",
};
export const lampKey = {
  id: "lampKey",
  label: "Lamp key",
};

// Heads with a bypass of their own: how each of its positions looks.
export const knobs = {
  service: "both knobs' arrows along the flow",
  bypass: "the arrows against each other",
  seenFrom: "above the head",
  angles: {
    service: [0, 0],
    bypass: [0, 180],
  },
};
export const pair = {
  service: "both levers along the ports",
  bypass: "both levers across the ports",
  shut: "inlet lever across, outlet lever along",
  seenFrom: "the front",
  angles: {
    service: [0, 0],
    bypass: [90, 90],
    shut: [90, 0],
  },
};
export const dial = {
  service: "the dial at the drop",
  bypass: "the dial at the ring",
  diagnostic: "the dial half way between",
  seenFrom: "above the head",
  angles: {
    service: [-90],
    bypass: [90],
    diagnostic: [0],
  },
};
