/** Fixture kinds of handbook 2, Demand. */
export type Fixture =
  | "bathroomGroup"
  | "bathtub"
  | "shower"
  | "lavatory"
  | "toilet"
  | "kitchenSink"
  | "dishwasher"
  | "clothesWasher"
  | "laundryTray"
  | "hoseBib";

export interface DemandTables {
  /** Fixture units by kind, private use. */
  readonly fixtureUnits: Readonly<Record<Fixture, number>>;
  /** Flow when open, L/min; a bathroom group has none of its own. */
  readonly openFlow: Readonly<Partial<Record<Fixture, number>>>;
  /** Pairs of fixture units and gpm for systems with tank toilets. */
  readonly curve: readonly (readonly [units: number, gpm: number])[];
  readonly litresPerPerson: number;
}

const GAL = 3.785411784;

/** Sum of fixture units; undefined when no fixture is counted, because nothing is known then. */
export function fixtureUnitsOf(
  fixtures: Readonly<Partial<Record<Fixture, number>>>,
  tables: DemandTables,
): number | undefined {
  let sum = 0;
  let any = false;
  for (const [kind, count] of Object.entries(fixtures) as [Fixture, number][]) {
    if (count > 0) any = true;
    sum += count * tables.fixtureUnits[kind];
  }
  return any ? sum : undefined;
}

/**
 * Peak flow by fixture units, L/min; linear between the curve's points, proportional to its first below 1 unit.
 * Undefined above the last point, where the curve is not to be used (handbook 2, Demand).
 */
export function peakByFixtureUnits(units: number, tables: DemandTables): number | undefined {
  const { curve } = tables;
  const [firstUnits, firstGpm] = curve[0]!;
  if (units <= firstUnits) return (units / firstUnits) * firstGpm * GAL;
  for (let i = 1; i < curve.length; i += 1) {
    const [u1, q1] = curve[i]!;
    if (units <= u1) {
      const [u0, q0] = curve[i - 1]!;
      return (q0 + ((units - u0) / (u1 - u0)) * (q1 - q0)) * GAL;
    }
  }
  return undefined;
}

/** Peak flow of the fixtures ticked to run together, L/min; undefined when none is. */
export function peakTogether(
  together: Readonly<Partial<Record<Fixture, number>>>,
  tables: DemandTables,
): number | undefined {
  const running = (Object.entries(together) as [Fixture, number][]).filter(([, count]) => count > 0);
  return running.length === 0
    ? undefined
    : running.reduce((sum, [kind, count]) => sum + count * (tables.openFlow[kind] ?? 0), 0);
}
