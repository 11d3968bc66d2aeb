import type { DemandTables } from "../core/train/demand";

/** Handbook 2, Demand. */
export const demandTables: DemandTables = {
  fixtureUnits: { bathroomGroup: 3.6, bathtub: 1.4, shower: 1.4, lavatory: 0.7, toilet: 2.2, kitchenSink: 1.4, dishwasher: 1.4, clothesWasher: 1.4, laundryTray: 1.4, hoseBib: 2.5 },
  openFlow: { shower: 7.6, bathtub: 15, lavatory: 4.5, kitchenSink: 6.8, toilet: 9.5, clothesWasher: 11, dishwasher: 6, hoseBib: 19 },
  curve: [
    [1, 3], [2, 5], [3, 6.5], [4, 8], [5, 9.4], [6, 10.7], [7, 11.8], [8, 12.8], [9, 13.7], [10, 14.6], [11, 15.4], [12, 16], [13, 16.5], [14, 17], [15, 17.5], [16, 18], [17, 18.4], [18, 18.8],
    [19, 19.2], [20, 19.6], [25, 21.5], [30, 23.3], [35, 24.9], [40, 26.3], [45, 27.7], [50, 29.1], [60, 32], [70, 35], [80, 38], [90, 41], [100, 43.5], [120, 48], [140, 52.5], [160, 57], [180, 61], [200, 65],
  ],
  litresPerPerson: 230,
};
