import type { PlacedUnit } from "../families";

/** What stands on the label of a port, and on that of what is joined to it. */
export interface PortLabel {
  readonly id: string;
  readonly unit: string;
  readonly port: string;
  /** Its size and system, and its colour where it has one. */
  readonly joined: string;
  readonly on: "port" | "tube";
}

/**
 * Labels for every port of a design's units, two of each: one stays at the port, one goes on the tube or
 * pipe that comes to it, so that what was drawn out for service goes back where it was. Units whose ports
 * nobody stated have none.
 */
export const portLabels = (units: readonly PlacedUnit[]): readonly PortLabel[] =>
  units.flatMap(({ unit, model }) =>
    (model.fit?.ports ?? []).flatMap(({ port, size, system, colour }) =>
      (["port", "tube"] as const).map((on) => ({
        id: `${unit.key} ${port} ${on}`,
        unit: model.code,
        port,
        joined: [`${size} ${system}`, colour].filter(Boolean).join(", "),
        on,
      })),
    ),
  );
