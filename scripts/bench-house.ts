// The house that the benches judge.
import type { SiteFacts } from "../src/core/site";
import { value } from "../src/core/units";

export const facts: SiteFacts = {
  source: "municipal",
  staticPressure: 420,
  flowing: { pressure: 380, flow: 40 },
  persons: 4,
  drinkers: 4,
  fixtures: { bathroomGroup: 1, kitchenSink: 1 },
  together: {},
  outlet: "protected",
  airGap: true,
  tapRise: 1,
  water: {
    hardness: value(300),
    iron: value(0.05),
    manganese: value(0.01),
    chlorine: value(0.9),
    chloramine: value(0),
    turbidity: value(0.4),
    tannin: value(0),
    uvt: value(94),
    sulphide: { is: "notDetected" },
    temperature: value(12),
    tds: value(400),
    ph: value(7.3),
    nitrate: value(10),
    lead: value(1),
    copper: value(0.1),
    coliform: "present",
    ecoli: "absent",
  },
};
