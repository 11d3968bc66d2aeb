import { lower, mapMeasured, upper, type Measured } from "../units";
import type { Fixture } from "./demand";
import { waterKeys, type Presence, type Source, type Water } from "../water";
import type { SurveyAnswers } from "./survey";

/** The survey as the judgements need it; a missing member is unknown. */
export interface SiteFacts {
  readonly source?: Source;
  readonly staticPressure?: number;
  readonly flowing?: { readonly pressure: number; readonly flow: number };
  readonly nightPressure?: number;
  /** Set point of a reducing valve ahead of the train, fitted or planned; the other pressures are those before it. */
  readonly reducer?: number;
  readonly wellCutIn?: number;
  readonly wellCutOut?: number;
  readonly wellYield?: number;
  readonly pipe?: string;
  readonly pipeSize?: string;
  readonly heater?: string;
  readonly outlet?: "protected" | "unprotected" | "none" | "dc";
  readonly socketPlanned?: boolean;
  readonly drainKind?: string;
  /** Used in season only. */
  readonly season?: boolean;
  readonly floorCarries?: boolean;
  /** Outdoor taps are taken off before the treatment. */
  readonly outdoorBefore?: boolean;
  /** Nothing can flow back to the street: a check valve, a meter with one, a backflow preventer. */
  readonly closed?: boolean;
  readonly expansion?: boolean;
  readonly airGap?: boolean;
  /** An existing hole in the sink, mm; whether a hand reaches up behind the bowl; the free height below it, mm. */
  readonly sinkHole?: number;
  readonly sinkReach?: boolean;
  readonly sinkHeight?: number;
  /** Free height where the train is to stand, mm. */
  readonly spaceHeight?: number;
  /** Treatment is there already, and whether the water was tested behind it. */
  readonly oldTreatment?: boolean;
  readonly sampledBehind?: boolean;
  readonly frost?: boolean;
  readonly ambient?: number;
  readonly persons?: number;
  readonly dailyLitres?: number;
  readonly fixtures: Readonly<Partial<Record<Fixture, number>>>;
  readonly together: Readonly<Partial<Record<Fixture, number>>>;
  readonly tapRise?: number;
  readonly drinkers?: number;
  /** L of product that the user wants in a day. */
  readonly roDaily?: number;
  readonly chosenPeak?: "fixtureUnits" | "together";
  readonly water: Water;
}

const fixtureKinds: readonly Fixture[] = [
  "bathroomGroup",
  "bathtub",
  "shower",
  "lavatory",
  "toilet",
  "kitchenSink",
  "dishwasher",
  "clothesWasher",
  "laundryTray",
  "hoseBib",
];

const NITRATE_N_TO_NO3 = 4.427;
/** mg/L of dissolved solids per µS/cm, drinking water (handbook 2). */
export const TDS_PER_CONDUCTIVITY = 0.5;
/** The factor in use: 0.5 to 0.7, 0.5 unless another was chosen. */
export const tdsFactor = (answers: SurveyAnswers): number => {
  const chosen = Number(answers["water.tdsFactor"]?.text);
  return chosen >= 0.5 && chosen <= 0.7 ? chosen : TDS_PER_CONDUCTIVITY;
};

const sources: readonly string[] = [
  "municipal",
  "well",
  "shallowWell",
  "surface",
] satisfies readonly Source[];
const isSource = (text: string | undefined): text is Source => text !== undefined && sources.includes(text);

/** The water test; a missing member is unknown, and only TDS may come from another answer, a measured conductivity. */
function waterFacts(answers: SurveyAnswers): Water {
  const text = (id: string): string | undefined => answers[id]?.text || undefined;
  const measured = (id: string): Measured | undefined => answers[id]?.measured;
  const presence = (id: string): Presence | undefined =>
    text(id) === "present" || text(id) === "absent" ? (text(id) as Presence) : undefined;
  const water: Record<string, unknown> = {};
  for (const key of waterKeys) {
    const m = measured(`water.${key}`);
    if (m) water[key] = m;
  }
  const conductivity = measured("water.conductivity");
  const factor = tdsFactor(answers);
  if (!water.tds && conductivity) water.tds = mapMeasured(conductivity, (n) => n * factor);
  const nitrate = measured("water.nitrate");
  delete water.nitrate;
  if (nitrate && text("water.nitrateAs") === "NO3") water.nitrate = nitrate;
  if (nitrate && text("water.nitrateAs") === "N")
    water.nitrate = mapMeasured(nitrate, (n) => n * NITRATE_N_TO_NO3);
  const iron = text("water.ironForm");
  if (iron === "ferrous" || iron === "ferric") water.ironForm = iron;
  const [coliform, ecoli] = [presence("water.coliform"), presence("water.ecoli")];
  if (coliform) water.coliform = coliform;
  if (ecoli) water.ecoli = ecoli;
  const organics = (text("water.organics") ?? "").split(",").filter((o) => o === "voc" || o === "pfas");
  if (organics.length > 0) water.organics = organics;
  if (text("water.taste")) water.taste = text("water.taste") === "yes";
  return water as Water;
}

/** Reads answers into facts. Pure; nothing unknown is filled in, except TDS from a measured conductivity. */
export function siteFacts(answers: SurveyAnswers): SiteFacts {
  const text = (id: string): string | undefined => answers[id]?.text || undefined;
  const measured = (id: string): Measured | undefined => answers[id]?.measured;
  const low = (id: string) => lower(measured(id));
  const count = (id: string) => upper(measured(id));
  const yes = (id: string): boolean | undefined =>
    text(id) === undefined || text(id) === "unknown" ? undefined : text(id) === "yes";
  const counts = (prefix: string) =>
    Object.fromEntries(
      fixtureKinds.flatMap((k) => {
        const n = count(`${prefix}.${k}`);
        return n === undefined ? [] : [[k, n]];
      }),
    ) as Partial<Record<Fixture, number>>;

  const water = waterFacts(answers);
  const [flowingPressure, flowingFlow] = [low("source.flowing"), low("source.flowingAt")];
  const source = text("source.kind");
  const facts: { -readonly [K in keyof SiteFacts]: SiteFacts[K] } = {
    fixtures: counts("fixture"),
    together: counts("together"),
    water,
  };
  const put = <K extends keyof SiteFacts>(key: K, v: SiteFacts[K] | undefined) => {
    if (v !== undefined) facts[key] = v;
  };
  if (isSource(source)) facts.source = source;
  put("staticPressure", low("source.static"));
  if (flowingPressure !== undefined && flowingFlow !== undefined)
    facts.flowing = { pressure: flowingPressure, flow: flowingFlow };
  put("nightPressure", upper(measured("source.night")));
  put("wellCutIn", low("source.cutIn"));
  put("wellCutOut", upper(measured("source.cutOut")));
  put("wellYield", low("source.yield"));
  put("pipe", text("cutin.pipe"));
  put("pipeSize", text("cutin.size"));
  put("heater", text("heater.kind"));
  const outlet = text("power.outlet");
  if (outlet === "protected" || outlet === "unprotected" || outlet === "none" || outlet === "dc")
    facts.outlet = outlet;
  put("socketPlanned", yes("power.socket"));
  put("drainKind", text("drain.kind"));
  if (text("source.season")) facts.season = text("source.season") === "season";
  put("floorCarries", yes("floor.carries"));
  if (text("takeoff.outdoor")) facts.outdoorBefore = text("takeoff.outdoor") === "before";
  put("closed", yes("source.closed"));
  put("expansion", yes("heater.expansion"));
  put("airGap", yes("drain.airGap"));
  put("sinkHole", low("sink.hole"));
  put("sinkReach", yes("sink.reach"));
  put("sinkHeight", low("sink.height"));
  put("spaceHeight", low("space.height"));
  const existing = text("existing.kind");
  if (existing)
    put(
      "oldTreatment",
      existing.split(",").some((kind) => kind !== "none"),
    );
  if (text("existing.sample")) put("sampledBehind", text("existing.sample") === "behind");
  put("frost", yes("frost.risk"));
  put("ambient", low("frost.ambient"));
  put("persons", count("household.persons"));
  put("dailyLitres", upper(measured("household.daily")));
  put("tapRise", upper(measured("sink.rise")));
  put("drinkers", count("household.drinkers"));
  put("roDaily", upper(measured("household.roDaily")));
  const chosen = text("household.peakBy");
  if (chosen === "fixtureUnits" || chosen === "together") facts.chosenPeak = chosen;
  put("reducer", upper(measured("source.reducer")));
  return facts;
}
