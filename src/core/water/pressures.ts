/**
 * Pressures that judge a house, kPa (handbook 2 and 3). The one place of these figures: rules, readings and
 * the catalogue's limits take them from here.
 */
export const housePressures = {
  /** What housings and tanks bear unless they say otherwise: 125 psi. */
  housingMost: 862,
  /** Above it a house gets a reducing valve, set to it at most: 80 psi. */
  reduceAbove: 552,
  /** What a fixture should have. */
  fixtureGood: 200,
  /** What a fixture needs at least: 20 psi. */
  fixtureLeast: 140,
} as const;
