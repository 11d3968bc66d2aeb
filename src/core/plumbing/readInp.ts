import { KPA_PER_METRE } from "../units";
import type { LossPoint } from "./network";
import {
  networkFaults,
  SUPPLY_NODE,
  type Network,
  type NetworkNode,
  type NetworkPipe,
  type NetworkUnit,
  type OpenFixture,
} from "./network";
import type { SupplyCurve } from "./supply";

/** An EPANET input file as a network, and what of it was left out, in words; or why it cannot be one. */
export type ReadInp =
  | { readonly ok: true; readonly network: Network; readonly leftOut: readonly string[] }
  | { readonly ok: false; readonly why: string };

/** A house has no more: a file beyond these is none of one, or is made to be slow. */
const MOST = { characters: 1_000_000, nodes: 2000, links: 3000, points: 20_000 } as const;

/** Flow units of a file: L/min of one, and whether its lengths are US ones (EPANET's manual, [OPTIONS] Units). */
const flowUnits: Readonly<Record<string, { readonly litres: number; readonly isUs?: true }>> = {
  LPM: { litres: 1 },
  LPS: { litres: 60 },
  MLD: { litres: 1e6 / 1440 },
  CMH: { litres: 1000 / 60 },
  CMD: { litres: 1000 / 1440 },
  GPM: { litres: 3.785411784, isUs: true },
  CFS: { litres: 28.316846592 * 60, isUs: true },
  MGD: { litres: 3_785_411.784 / 1440, isUs: true },
  IMGD: { litres: 4_546_090 / 1440, isUs: true },
  AFD: { litres: 1_233_481.83754752 / 1440, isUs: true },
};
const FOOT = 0.3048;
const INCH_MM = 25.4;

/** Parts of a file that say nothing of how water runs in one moment. */
const silent: ReadonlySet<string> = new Set([
  ...["TITLE", "COORDINATES", "VERTICES", "LABELS", "BACKDROP", "TAGS", "REPORT", "TIMES", "END", "ENERGY"],
  ...["QUALITY", "REACTIONS", "SOURCES", "MIXING"],
]);
const understood: ReadonlySet<string> = new Set([
  ...["JUNCTIONS", "RESERVOIRS", "PIPES", "VALVES", "CURVES", "DEMANDS", "OPTIONS"],
]);

/** Why a file is not read; caught where it is read. */
class Unreadable extends Error {}
const refuse = (why: string): never => {
  throw new Unreadable(why);
};

type Rows = readonly (readonly string[])[];
/** Rows of each part of a file, in words between spaces; what stands behind a semicolon is a remark. */
function partsOf(text: string): ReadonlyMap<string, Rows> {
  const parts = new Map<string, string[][]>();
  let rows: string[][] | undefined;
  for (const line of text.split(/\r?\n/)) {
    const words = line.replace(/;.*/, "").trim().split(/\s+/).filter(Boolean);
    const title = /^\[(\w+)\]?$/.exec(words[0] ?? "")?.[1]?.toUpperCase();
    if (title) {
      rows = parts.get(title) ?? [];
      parts.set(title, rows);
    } else if (words.length > 0) rows?.push(words);
  }
  return parts;
}

/** A figure of a row, by its place in it. */
function figure(row: readonly string[], at: number, what: string): number {
  const text = row[at];
  const value = text === undefined ? NaN : Number(text);
  return Number.isFinite(value) ? value : refuse(`${what} of ${row[0]!} is no number: “${text ?? ""}”`);
}

/** The file's options that matter: how its figures are turned into L/min, m and mm. */
interface Measures {
  readonly flow: number;
  readonly length: number;
  readonly bore: number;
}
function measuresOf(options: Rows): Measures {
  const said = (name: string) => options.find((r) => r[0]!.toUpperCase() === name)?.[1]?.toUpperCase();
  const form = said("HEADLOSS") ?? "H-W";
  if (form !== "H-W") refuse(`Its pipes lose by ${form}; only Hazen–Williams (H-W) is read`);
  const units = said("UNITS") ?? "GPM";
  const of = flowUnits[units] ?? refuse(`Its flow unit ${units} is not known`);
  return { flow: of.litres, length: of.isUs ? FOOT : 1, bore: of.isUs ? INCH_MM : 1 };
}

/** What of the options changes how water runs and is not read. */
function optionsLeftOut(options: Rows): string[] {
  const model = options.find((r) => /^demand$/i.test(r[0]!) && /^model$/i.test(r[1] ?? ""))?.[2];
  const multiplier = options.find((r) => /^demand$/i.test(r[0]!) && /^multiplier$/i.test(r[1] ?? ""))?.[2];
  return [
    ...(model?.toUpperCase() === "PDA" ? [] : ["Fixed demands: fixtures draw as their pressure allows here"]),
    ...(multiplier === undefined || Number(multiplier) === 1 ? [] : ["The demand multiplier"]),
  ];
}

type Curves = ReadonlyMap<string, readonly LossPoint[]>;
function curvesOf(rows: Rows, { flow, length }: Measures): Curves {
  const curves = new Map<string, LossPoint[]>();
  for (const row of rows) {
    const points = curves.get(row[0]!) ?? [];
    points.push([figure(row, 1, "A flow") * flow, figure(row, 2, "A loss") * length]);
    curves.set(row[0]!, points);
  }
  return curves;
}

const isShut = (word: string | undefined): boolean => word?.toUpperCase() === "CLOSED";
const ends = (row: readonly string[]) => ({
  id: row[0]!,
  from: row[1] ?? refuse(`${row[0]!} has no ends`),
  to: row[2] ?? refuse(`${row[0]!} has one end only`),
});

const pipesOf = (rows: Rows, { length, bore }: Measures): NetworkPipe[] =>
  rows
    .filter((row) => !isShut(row[7]))
    .map((row) => ({
      ...ends(row),
      lengthM: figure(row, 3, "The length") * length,
      idMm: figure(row, 4, "The bore") * bore,
      C: figure(row, 5, "The roughness"),
    }));

const unitsOf = (rows: Rows, curves: Curves): NetworkUnit[] =>
  rows
    .filter((row) => row[4]?.toUpperCase() === "GPV")
    .map((row) => ({
      ...ends(row),
      points: curves.get(row[5] ?? "") ?? refuse(`${row[0]!} has no curve called ${row[5] ?? ""}`),
    }));

function fixturesOf(junctions: Rows, demands: Rows, { flow }: Measures): OpenFixture[] {
  const listed = new Set(demands.map((row) => row[0]));
  return [
    ...junctions
      .filter((row) => row[2] !== undefined && !listed.has(row[0]!))
      .map((row) => ({
        node: row[0]!,
        flow: figure(row, 2, "The demand") * flow,
      })),
    ...demands.map((row) => ({ node: row[0]!, flow: figure(row, 1, "The demand") * flow })),
  ].filter((f) => f.flow !== 0);
}

/** The k of a supply's curve that these points lie on, kPa; undefined where they lie on none. */
function supplyFactor(points: readonly LossPoint[]): number | undefined {
  const [most, loss] = points.at(-1) ?? [0, 0];
  const k = most > 0 ? loss / most ** 1.852 : 0;
  const isOne = points.every(([q, m]) => Math.abs(m - k * q ** 1.852) <= 1e-6 * (1 + Math.abs(loss)));
  return isOne ? k * KPA_PER_METRE : undefined;
}

interface Parts {
  readonly nodes: readonly NetworkNode[];
  readonly pipes: readonly NetworkPipe[];
  readonly units: readonly NetworkUnit[];
  readonly fixtures: readonly OpenFixture[];
}

/** The parts with one node called otherwise. */
const renamed = (of: Parts, was: string, is: string): Parts => {
  const name = (id: string) => (id === was ? is : id);
  const link = <L extends { from: string; to: string }>(l: L): L => ({
    ...l,
    from: name(l.from),
    to: name(l.to),
  });
  return {
    nodes: of.nodes.map((n) => ({ ...n, id: name(n.id) })),
    pipes: of.pipes.map(link),
    units: of.units.map(link),
    fixtures: of.fixtures.map((f) => ({ ...f, node: name(f.node) })),
  };
};

/** The network behind one reservoir: a curve right behind it is the supply's, else the reservoir itself is. */
function behind(reservoir: string, head: number, of: Parts): Network {
  const at = [...of.pipes, ...of.units].filter((l) => l.from === reservoir || l.to === reservoir);
  const valve = of.units.find((u) => u.from === reservoir);
  const k = valve && "points" in valve ? supplyFactor(valve.points) : undefined;
  const first = of.nodes.find((n) => n.id === valve?.to);
  if (at.length === 1 && valve && first && k !== undefined) {
    const supply: SupplyCurve = { static: (head - first.elevationM) * KPA_PER_METRE, k, assumed: false };
    const rest = { ...of, units: of.units.filter((u) => u !== valve) };
    return { supply, ...renamed(freed(rest, first.id), first.id, SUPPLY_NODE) };
  }
  const whole = { ...of, nodes: [...of.nodes, { id: reservoir, elevationM: head }] };
  return {
    supply: { static: 0, k: 0, assumed: false },
    ...renamed(freed(whole, reservoir), reservoir, SUPPLY_NODE),
  };
}

/** The parts with no other node called as the supply's than `keep`. */
function freed(of: Parts, keep: string): Parts {
  if (keep === SUPPLY_NODE || !of.nodes.some((n) => n.id === SUPPLY_NODE)) return of;
  let other = `${SUPPLY_NODE} of the file`;
  while (of.nodes.some((n) => n.id === other)) other += "'";
  return renamed(of, SUPPLY_NODE, other);
}

function read(text: string): { network: Network; leftOut: string[] } {
  if (text.length > MOST.characters) refuse("The file is too large for a house");
  const parts = partsOf(text);
  const rows = (title: string): Rows => parts.get(title) ?? [];
  if (rows("JUNCTIONS").length === 0) refuse("The file has no [JUNCTIONS]: it is no EPANET input file");
  if (rows("JUNCTIONS").length > MOST.nodes) refuse("The file has too many nodes for a house");
  if (rows("PIPES").length + rows("VALVES").length > MOST.links)
    refuse("The file has too many runs for a house");
  if (rows("CURVES").length > MOST.points) refuse("The file has too many points of curves");
  const [reservoir, another] = rows("RESERVOIRS");
  if (!reservoir) return refuse("The file has no reservoir: nothing says what pressure comes in");
  if (another) refuse("The file has more than one reservoir; a house has one supply");
  const measures = measuresOf(rows("OPTIONS"));
  const of: Parts = {
    nodes: rows("JUNCTIONS").map((row) => ({
      id: row[0]!,
      elevationM: figure(row, 1, "The height") * measures.length,
    })),
    pipes: pipesOf(rows("PIPES"), measures),
    units: unitsOf(rows("VALVES"), curvesOf(rows("CURVES"), measures)),
    fixtures: fixturesOf(rows("JUNCTIONS"), rows("DEMANDS"), measures),
  };
  const network = behind(reservoir[0]!, figure(reservoir, 1, "The head") * measures.length, of);
  const faults = networkFaults(network);
  if (faults.length > 0) refuse(faults.slice(0, 5).join(". "));
  return { network, leftOut: leftOut(parts) };
}

/** What of a file was left out though it changes how water runs, in words. */
function leftOut(parts: ReadonlyMap<string, Rows>): string[] {
  const rows = (title: string): Rows => parts.get(title) ?? [];
  const others = [...parts].filter(([t, all]) => all.length > 0 && !understood.has(t) && !silent.has(t));
  const named = (some: Rows) => some.map((row) => row[0]!).join(", ");
  const checks = rows("PIPES").filter((row) => row[7]?.toUpperCase() === "CV");
  const minor = rows("PIPES").filter((row) => Number(row[6] ?? 0) !== 0);
  const valves = rows("VALVES").filter((row) => row[4]?.toUpperCase() !== "GPV");
  const patterns = rows("JUNCTIONS").filter((row) => row[3] !== undefined);
  return [
    ...optionsLeftOut(rows("OPTIONS")),
    ...others.map(([title, all]) => `[${title}], ${all.length === 1 ? "1 row" : `${all.length} rows`}`),
    ...(checks.length > 0 ? [`That water runs one way only in ${named(checks)}`] : []),
    ...(minor.length > 0 ? [`Minor losses of ${named(minor)}`] : []),
    ...(valves.length > 0 ? [`Valves other than of a curve: ${named(valves)}`] : []),
    ...(patterns.length > 0 ? [`Patterns of ${named(patterns)}`] : []),
  ];
}

/**
 * Reads an EPANET input file, Brant's own or any plain one: one reservoir, junctions, pipes by
 * Hazen–Williams, valves with a curve, in any of its flow units. What is not understood is listed; a file
 * that is none, or far too large for a house, is refused in words.
 */
export function readInp(text: string): ReadInp {
  try {
    return { ok: true, ...read(text) };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, why: error.message };
    throw error;
  }
}
