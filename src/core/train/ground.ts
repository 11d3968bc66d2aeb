import type { FeedLimit, PlacedUnit, TrainSchools } from "../families";
import { assumedSupplyCurve, supplyCurve, type PipeRun, type SupplyCurve } from "../plumbing";
import type { DemandTables, SiteFacts } from "../site";
import type { Quantity } from "../units";
import { needsOf, type Findings, type WaterKey } from "../water";
import { judgeDemand, type Demand } from "./demand";

/** A limit of the water that people drink, canonical units (handbook 2, Needs; handbook 10, ruling 1). */
export interface TapLimit {
  readonly key: WaterKey;
  readonly label: string;
  readonly quantity: Quantity;
  readonly max: number;
  readonly over: "Stop" | "Check";
  /** Nothing is said where nobody measured it. */
  readonly onlyMeasured?: boolean;
}

export interface TrainInput {
  readonly facts: SiteFacts;
  readonly units: readonly PlacedUnit[];
  /**
   * Pipes before each unit of the line and behind the last, where it is known how they go; else the line is
   * judged by its units alone.
   */
  readonly laid?: readonly (readonly PipeRun[])[];
  readonly schools: TrainSchools;
  readonly tables: {
    readonly demand: DemandTables;
    /** Limits of feed water by family. */
    readonly limits: Readonly<Partial<Record<string, readonly FeedLimit[]>>>;
    /** Limits of the water that people drink. */
    readonly tap: readonly TapLimit[];
    /** Roughness and inside diameters, mm, by pipe and nominal size. */
    readonly pipes: Readonly<
      Record<string, { readonly C: number; readonly idMm: Readonly<Record<string, number>> }>
    >;
  };
}

function openCurveOf(facts: SiteFacts, pipes: TrainInput["tables"]["pipes"]): SupplyCurve | undefined {
  if (facts.source && facts.source !== "municipal" && facts.wellCutIn !== undefined)
    return { static: facts.wellCutIn, k: 0, assumed: false };
  if (facts.staticPressure === undefined) return undefined;
  const { pressure: flowing, flow } = facts.flowing ?? {};
  const measured =
    flowing === undefined || flow === undefined
      ? undefined
      : supplyCurve({ static: facts.staticPressure, flowing, flow });
  if (measured) return measured;
  const line = facts.pipe === undefined ? undefined : pipes[facts.pipe];
  const idMm = facts.pipeSize === undefined ? undefined : line?.idMm[facts.pipeSize];
  return line && idMm !== undefined
    ? assumedSupplyCurve(facts.staticPressure, { C: line.C, idMm })
    : undefined;
}

/**
 * The curve of a site's supply, with the reducing valve that it stands behind; undefined while too little
 * is known of it (handbook 3, The network).
 */
export function supplyCurveOf(
  facts: SiteFacts,
  pipes: TrainInput["tables"]["pipes"],
): SupplyCurve | undefined {
  const curve = openCurveOf(facts, pipes);
  return curve && facts.reducer !== undefined ? { ...curve, cap: facts.reducer } : curve;
}

/** What a train stands on before its first unit: demand by the schools, and the supply. */
export interface Ground extends Omit<TrainInput, "units"> {
  readonly demand: Demand;
  readonly curve?: SupplyCurve;
  /** What the water needs, with or without an RO behind it; worked out once it is asked for. */
  readonly needs: (roWanted: boolean) => Findings;
}

/** The ground of a train: everything that does not depend on its units. */
export function groundOf(input: Omit<TrainInput, "units">): Ground {
  const { facts, schools, tables, laid } = input;
  const known = new Map<boolean, Findings>();
  const needs = (roWanted: boolean): Findings => {
    const found = known.get(roWanted) ?? needsOf(facts.water, { source: facts.source, roWanted });
    known.set(roWanted, found);
    return found;
  };
  return {
    needs,
    facts,
    schools,
    tables,
    laid,
    demand: judgeDemand(facts, tables.demand, schools.peak),
    curve: supplyCurveOf(facts, tables.pipes),
  };
}
