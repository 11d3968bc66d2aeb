import type { PlanTag } from "../core/site";

const onPipe: readonly PlanTag[] = ["line", "sink", "supply", "appliance"];
const house: readonly PlanTag[] = ["line", "appliance"];
const drinking: readonly PlanTag[] = ["sink", "supply", "product", "feed"];
const treated: readonly PlanTag[] = ["line", "sink", "supply", "appliance", "product", "feed"];

/**
 * For which plans a question, or a whole group of them, is asked (handbook 9; what a kind does not need is not asked); those that are not named here
 * always are. A field's own line takes the place of its group's.
 */
export const askedFor: Readonly<Record<string, readonly PlanTag[]>> = {
  "source.flowing": onPipe,
  "source.flowingAt": onPipe,
  "source.reducer": onPipe,
  "source.closed": ["line"],
  "source.cutIn": treated,
  "source.cutOut": treated,
  "source.yield": onPipe,
  "source.season": treated,
  cutin: house,
  "cutin.inlet": ["line"],
  "cutin.x": ["line"],
  "cutin.height": ["line"],
  "cutin.runs": ["line"],
  takeoffs: ["line"],
  "appliance.valve": ["appliance"],
  "appliance.kind": ["appliance"],
  existing: treated,
  behind: ["lamp"],
  heater: house,
  power: ["powered"],
  drain: ["drains"],
  "floor.carries": ["media"],
  wall: ["line", "sink", "supply", "appliance"],
  space: ["line", "supply"],
  frost: treated,
  household: ["line"],
  "household.drinkers": ["ro"],
  "household.roDaily": ["ro"],
  together: ["line"],
  hours: house,
  sink: ["sink"],
  "sink.rise": drinking,
  "faucet.thread": ["faucet"],
  "water.calcium": ["line"],
  "water.magnesium": ["line"],
  "water.hardness": treated,
  "water.iron": treated,
  "water.ironForm": treated,
  "water.manganese": treated,
  "water.ph": treated,
  "water.alkalinity": ["line"],
  "water.tds": [...treated],
  "water.conductivity": treated,
  "water.tdsFactor": treated,
  "water.turbidity": treated,
  "water.tannin": ["line"],
  "water.uvt": ["lamp"],
  "water.sulphide": ["line", "ro"],
  "water.chloramine": treated,
  "water.temperature": treated,
  "water.copper": treated,
  "water.sodium": treated,
  "water.ecoli": treated,
  "water.organics": treated,
  "water.taste": treated,
};
