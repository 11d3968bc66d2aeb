import {
  unitLoss,
  backwashFlow,
  emptyBedContactTime,
  roPoint,
  saltPerYear,
  softenerCycle,
  tankFill,
  temperatureFactor,
  uvFlowLimit,
  type NeverFills,
  type TankFill,
} from "../src/core/treatment";
import { fixtureUnitsOf, peakByFixtureUnits, type Fixture } from "../src/core/site";
import { z } from "../src/core/zod";
import { demandTables } from "../src/catalogue/demand";
import { KPA_PER_METRE, parseQuantity, quantities, type Quantity } from "../src/core/units";
import {
  cutList,
  networkFaults,
  pipeLoss,
  supplyCurve,
  supplyPressure,
  transitions,
} from "../src/core/plumbing";
import { loadEngine } from "../src/core/plumbing/engine";

import { plan, type Degree, type Rig, type RigNode } from "../src/core/rig";
import { jobKinds } from "./calcJobs";
import { kind, refuse, Refused, type Compute } from "./calcKind";
import { bleachDose, compensatedHardness, hardnessFromIons, langelierIndex } from "../src/core/water";

// A case is answered at once: what has to be loaded is loaded before.
const engine = await loadEngine();

const any = z.number();
const some = z.number().nonnegative();
const positive = z.number().positive();
const link = { id: z.string(), from: z.string(), to: z.string() };
const celsius = z.number().gt(-273.15);
const rated = z.looseObject({
  permeate: positive,
  pressure: positive,
  tds: some,
  recovery: z.number().gte(0).lt(1),
  concentrate: some,
});

const filled = (fill: TankFill | NeverFills | undefined) =>
  fill === undefined || "never" in fill
    ? null
    : {
        fullLitres: fill.fullLitres,
        minutes: fill.minutes,
        wasteLitres: fill.wasteLitres,
        wastePerLitre: fill.wastePerLitre,
        shutOffKPa: fill.shutOffKPa,
      };

const plainRig = z.looseObject({
  nodes: z.array(z.string()),
  edges: z.array(
    z.looseObject({
      id: z.string(),
      from: z.string(),
      to: z.string(),
      kind: z.enum(["pipe", "valve", "unit", "check"]),
    }),
  ),
  handles: z.record(
    z.string(),
    z.looseObject({
      positions: z.record(z.string(), z.record(z.string(), z.boolean())),
      vent: z.boolean().optional(),
    }),
  ),
});
const nodeKinds: Readonly<Record<string, RigNode["kind"]>> = { main: "main", house: "house", air: "air" };
/**
 * A rig of the reference figures as the core's: what joins a node to the air is an opening, a unit has no
 * rules of its own.
 */
function rigFrom(plain: z.infer<typeof plainRig>): Rig {
  const known = new Set(plain.nodes);
  const open = new Set(
    Object.values(plain.handles).flatMap((h) => Object.values(h.positions).flatMap((p) => Object.keys(p))),
  );
  for (const e of plain.edges)
    for (const end of [e.from, e.to])
      if (!known.has(end)) refuse(`edge ${e.id} ends at ${end}, which is no node`);
  const edges = plain.edges.map((e): Rig["edges"][number] => ({
    id: e.id,
    from: e.from,
    to: e.to,
    kind: e.from === "air" || e.to === "air" ? "opening" : e.kind === "unit" ? "pipe" : e.kind,
  }));
  const ids = new Set(edges.map((e) => e.id));
  for (const e of open) if (!ids.has(e)) refuse(`a handle turns ${e}, which is no edge`);
  const handles = Object.entries(plain.handles).map(([id, h]): Rig["handles"][number] => ({
    id,
    name: id,
    kind: h.vent ? "vent" : "lever",
    place: "rig",
    normal: Object.keys(h.positions)[0]!,
    positions: Object.entries(h.positions).map(([name, sets]) => ({
      name,
      edges: Object.fromEntries(
        Object.entries(sets).map(([e, is]): [string, Degree] => [e, is ? "open" : "closed"]),
      ),
    })),
  }));
  for (const h of handles) if (h.positions.length > 8) refuse(`${h.id} has more than eight positions`);
  // A valve at the air that no handle turns stays shut; an opening would stand open.
  return {
    nodes: plain.nodes.map((id) => ({ id, kind: nodeKinds[id] ?? "junction" })),
    edges: edges.filter(
      (e) =>
        !(
          e.kind === "opening" &&
          !open.has(e.id) &&
          plain.edges.find((x) => x.id === e.id)!.kind === "valve"
        ),
    ),
    handles,
    units: [],
    source: "safe",
  };
}

/** A whole number of millimetres. */
const length = z.number().int().positive();
const portType = z.looseObject({
  system: z.string(),
  size: z.string(),
  gender: z.enum(["male", "female", "spigot", "socket"]),
});
const fitting = z.looseObject({ id: z.string(), ports: z.tuple([portType, portType]), price: some });
/** A sum of prices, without the dust of adding them in binary. */
const cents = (price: number): number => Math.round(price * 100) / 100;

const kinds: Readonly<Record<string, Compute>> = {
  ...jobKinds,
  units: kind(
    z.looseObject({
      text: z.string(),
      quantity: z.enum(Object.keys(quantities) as [Quantity, ...Quantity[]]),
    }),
    ({ text: written, quantity }) => {
      const read = parseQuantity(written, quantity, { profile: "metric" });
      if (!read.ok) return refuse(read.error);
      return read.measured.is === "value"
        ? { canonical: read.measured.value }
        : refuse(read.measured.is === "below" ? "a detection limit, not a value" : "not detected: no value");
    },
  ),
  water: kind(
    z.looseObject({
      calcium: some,
      magnesium: some,
      iron: some,
      manganese: some,
      pH: any,
      tds: any,
      temperature: celsius,
      alkalinity: any,
    }),
    (c) => {
      const hardness = hardnessFromIons(c.calcium, c.magnesium);
      return {
        hardness,
        compensated: compensatedHardness({ hardness, iron: c.iron, manganese: c.manganese }),
        lsi:
          langelierIndex({
            ph: c.pH,
            tds: c.tds,
            temperature: c.temperature,
            calciumAsCaCO3: hardnessFromIons(c.calcium, 0),
            alkalinity: c.alkalinity,
          }) ?? null,
      };
    },
  ),
  demand: kind(
    z.looseObject({
      fixtures: z.partialRecord(
        z.enum(Object.keys(demandTables.fixtureUnits) as [Fixture, ...Fixture[]]),
        some,
      ),
    }),
    ({ fixtures }) => {
      const fixtureUnits = fixtureUnitsOf(fixtures, demandTables);
      if (fixtureUnits === undefined) return refuse("no fixtures: unknown");
      return {
        fixtureUnits,
        peak:
          peakByFixtureUnits(fixtureUnits, demandTables) ??
          refuse("more fixture units than the curve holds (200)"),
      };
    },
  ),
  softener: kind(
    z.looseObject({
      resinFt3: positive,
      saltLbPerFt3: any,
      dailyLitres: some,
      compensated: some,
      reserve: z.boolean(),
    }),
    (c) => {
      const cycle = softenerCycle(c) ?? refuse("salt setting outside 6 to 15 lb/ft³");
      const days = cycle.daysBetween;
      return {
        capacityGrains: cycle.capacityGrains,
        loadGrainsPerDay: cycle.loadGrainsPerDay,
        daysBetween: days ?? null,
        saltKgPerRegeneration: cycle.saltKgPerRegeneration,
        saltKgPerYear: days === undefined ? null : (saltPerYear(cycle.saltKgPerRegeneration, days) ?? null),
        brineWaterL: cycle.brineWaterL,
      };
    },
  ),
  vessels: kind(
    z.looseObject({
      temperature: celsius,
      diameterMm: positive,
      media: z.enum(["resin", "carbon"]),
      mediaLitres: positive,
      flow: positive,
      uv: z.looseObject({
        ratedFlow: positive,
        ratedUvt: any,
        uvt: any,
        layerCm: positive,
        endOfLife: z.boolean(),
      }),
      bleach: z.looseObject({ litres: some, mgPerL: some, percent: positive }),
    }),
    (c) => ({
      backwash: backwashFlow(c),
      ebctMinutes: emptyBedContactTime(c.mediaLitres, c.flow),
      uv: {
        limit:
          uvFlowLimit({
            ratedFlow: c.uv.ratedFlow,
            ratedUvt: c.uv.ratedUvt,
            uvt: c.uv.uvt,
            layerCm: c.uv.layerCm,
            endOfLife: c.uv.endOfLife,
          }) ?? refuse("a UV transmittance is above 0 and at most 100 %"),
      },
      bleach: { mL: bleachDose(c.bleach) },
    }),
  ),
  ro: kind(
    z.looseObject({
      rated,
      site: z.looseObject({ pressure: some, temperature: celsius, tds: some }),
      tank: z.looseObject({ totalLitres: positive, precharge: some }),
    }),
    ({ rated: unit, site, tank }) => {
      const point =
        roPoint(unit, site) ??
        refuse(
          unit.concentrate > 0 ? "the unit's own figures leave no driving pressure" : "restrictor blocked",
        );
      return {
        tcf: temperatureFactor(site.temperature),
        point: {
          permeate: point.permeate,
          concentrate: point.concentrate,
          recovery: point.recovery,
          waste: point.waste ?? null,
        },
        fill: filled(tankFill({ rated: unit, site, tank, permeatePump: false })),
        fillWithPermeatePump: filled(tankFill({ rated: unit, site, tank, permeatePump: true })),
      };
    },
  ),
  hydraulics: kind(
    z.looseObject({
      supply: z.looseObject({ static: positive, flowing: some, flow: positive }),
      flow: some,
      segments: z.array(z.looseObject({ lengthM: some, C: positive, idMm: positive })),
      unit: z.looseObject({ a: any, b: any }),
      riseM: any,
    }),
    (c) => {
      const curve = supplyCurve(c.supply) ?? refuse("the flowing pressure is below the static one");
      const pipes = c.segments.reduce((sum, run) => sum + pipeLoss(run, c.flow), 0);
      const unit = unitLoss(c.unit, c.flow);
      return {
        k: curve.k,
        pipeLoss: pipes,
        unitLoss: unit,
        outletPressure: supplyPressure(curve, c.flow) - pipes - unit - KPA_PER_METRE * c.riseM,
      };
    },
  ),
  cutlist: kind(
    z.looseObject({
      piecesMm: z.array(length),
      stockMm: length,
      kerfMm: some,
      offcutsMm: z.array(length),
    }),
    ({ piecesMm, stockMm, kerfMm, offcutsMm }) => {
      const cut = cutList(piecesMm, { stick: stockMm, kerf: kerfMm, offcuts: offcutsMm });
      return { fewestNew: cut?.fewestNew ?? null };
    },
  ),
  transitions: kind(
    z.looseObject({ parts: z.array(fitting), from: portType, to: portType }),
    ({ parts, from, to }) => {
      const [best] = transitions(parts, from, to);
      return { fittings: best?.fittings.length ?? null, price: best ? cents(best.price) : null };
    },
  ),
  network: kind(
    z.looseObject({
      supply: z.looseObject({ static: any, flowing: any, flow: any }),
      nodes: z.array(z.looseObject({ id: z.string(), elevationM: any })),
      pipes: z.array(z.looseObject({ ...link, lengthM: any, C: any, idMm: any })),
      units: z.array(z.looseObject({ ...link, a: any, b: any })),
      fixtures: z.array(z.looseObject({ node: z.string(), flow: any })),
    }),
    (c) => {
      const curve = supplyCurve(c.supply) ?? refuse("the flowing pressure is below the static one");
      const network = { ...c, supply: curve };
      const [fault] = networkFaults(network);
      if (fault) return refuse(fault);
      const open = engine.open(network);
      const solved = open.solve();
      open.close();
      return solved ?? { pressures: null, flows: null };
    },
  ),
  rigs: kind(
    z.looseObject({
      rig: plainRig,
      start: z.record(z.string(), z.string()),
      goal: z.looseObject({
        houseFed: z.boolean().optional(),
        noVentOnLive: z.boolean().optional(),
        relieved: z.array(z.string()).optional(),
        live: z.array(z.string()).optional(),
        positions: z.record(z.string(), z.string()).optional(),
      }),
    }),
    ({ rig: plain, start, goal }) => {
      const rig = rigFrom(plain);
      for (const h of rig.handles)
        if (!h.positions.some((p) => p.name === start[h.id]))
          refuse(`start: ${h.id} has no position ${start[h.id] ?? "named"}`);
      const planned = plan(
        rig,
        { positions: start, pressured: [], wet: [], filling: [], stages: {}, unproven: [], purged: true },
        {
          relieved: goal.relieved,
          live: goal.live,
          positions: goal.positions,
          always: { live: goal.houseFed ? ["house"] : undefined, noVentOnLive: goal.noVentOnLive === true },
        },
        { rules: false },
      );
      return { fewestMoves: planned.found ? planned.cost : null };
    },
  ),
};

export type Answered =
  | { readonly ok: true; readonly answers: readonly object[] }
  | { readonly ok: false; readonly why: string };

function answerTo(compute: Compute, given: unknown): object {
  try {
    return compute(given);
  } catch (error) {
    if (error instanceof Refused) return { error: error.message };
    throw error;
  }
}

/**
 * The core's own figures for the cases of one kind, JSON in and out; a bad case has `{"error": "…"}` in its
 * place. Not ok where the input cannot be read.
 */
export function answersTo(name: string, input: string): Answered {
  const compute = kinds[name];
  if (!compute)
    return { ok: false, why: `no calculation is called “${name}”: one of ${Object.keys(kinds).join(", ")}` };
  let cases: unknown;
  try {
    cases = JSON.parse(input);
  } catch {
    return { ok: false, why: "standard input is not JSON" };
  }
  if (!Array.isArray(cases)) return { ok: false, why: "standard input is not an array of cases" };
  return { ok: true, answers: cases.map((given) => answerTo(compute, given)) };
}
