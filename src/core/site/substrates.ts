/** What a unit can be fixed to. */
export const substrates = ["woodStud", "metalStud", "concrete", "masonry"] as const;
export type Substrate = (typeof substrates)[number];
