// The core's heavy parts against plainer ways to the same answer, in one run. Prints one JSON line.
import { roPoint, tankFill, tankLitres, tankPressure } from "../src/core/treatment";
import type { UnitModel } from "../src/core/families";
import { demandTables } from "../src/catalogue/demand";
import { knowledgeWith } from "../src/catalogue/knowledge";
import { prices } from "../src/catalogue/prices";
import { unitModels } from "../src/catalogue/units";
import type { SiteFacts } from "../src/core/site";
import {
  allVerdicts,
  judgeTrain,
  plannersSearch,
  proposeTrains,
  UNSAFE,
  type TrainInput,
} from "../src/core/train";
import { parseQuantity, value } from "../src/core/units";
import { facts } from "./bench-house";
import { startOf } from "../src/core/record";
import { signedJob } from "./calcJobs";

const knowledge = knowledgeWith();
const base = {
  facts,
  schools: knowledge.schoolsWith({}),
  tables: { ...knowledge.tables, demand: demandTables },
};
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
function timed<T>(rounds: number, work: () => T): { ms: number; last: T } {
  const times: number[] = [];
  let last!: T;
  for (let i = 0; i < rounds; i += 1) {
    const from = performance.now();
    last = work();
    times.push(performance.now() - from);
  }
  return { ms: median(times), last };
}

// A train of eight.
const eight: TrainInput = {
  ...base,
  units: ["SD-100", "PS-50", "CT-1354", "SF-150", "PS-20", "UV-45", "BP-3", "RO-T5"].map((code, i) => ({
    unit: { key: `u${i}`, model: code, parallel: 1 },
    model: unitModels.get(code)!,
  })),
};
const judge = timed(400, () => judgeTrain(eight));

// Proposing against trying everything, on a catalogue small enough for the latter.
const few = [
  "PS-20",
  "SD-100",
  "CB-20",
  "CT-1054",
  "CT-1354",
  "SF-100",
  "SF-200",
  "SC-24",
  "UV-45",
  "UV-60",
].map((c) => unitModels.get(c)!);
const hardness = new Set(["softener", "conditioner", "scaleControl"]);
const group = (m: UnitModel) => (hardness.has(m.family) ? "hardness" : m.family);
const kind = (m: UnitModel) =>
  `${m.family}${m.effects.join()}${m.effects.includes("sediment") && (m.microns ?? 99) <= 5 ? "fine" : ""}`;
type Placed = { readonly model: UnitModel; readonly parallel: number };
function* everyLine(most: number, line: readonly Placed[] = []): Generator<readonly Placed[]> {
  yield line;
  if (line.length === most) return;
  for (const model of few) {
    const same = line.filter((p) => group(p.model) === group(model));
    if (
      model.family === "cartridge"
        ? same.length === 2 || same.some((p) => kind(p.model) === kind(model))
        : same.length > 0
    )
      continue;
    for (const parallel of [1, 2]) yield* everyLine(most, [...line, { model, parallel }]);
  }
}
function everything(): { score: number[]; tried: number } {
  let best: number[] | undefined;
  let tried = 0;
  for (const line of everyLine(3)) {
    tried += 1;
    const judged = judgeTrain({
      ...base,
      units: line.map((p, i) => ({
        model: p.model,
        unit: { key: `u${i}`, model: p.model.code, parallel: p.parallel },
      })),
    });
    const score = [0, 0, 0];
    for (const { verdict: v } of allVerdicts(judged)) {
      const need = v.rule.startsWith("need-") && (v.level === "Stop" || v.level === "Check");
      if (need || v.level === "Stop") score[0]! += v.rule === "need-disinfection" && need ? UNSAFE : 1;
      else if (v.level === "Check") score[1]! += 1;
      else if (v.level === "Unknown") score[2]! += 1;
    }
    if (!best || (score[0]! - best[0]! || score[1]! - best[1]! || score[2]! - best[2]!) < 0) best = score;
  }
  return { score: best!, tried };
}
const plain = timed(1, everything);
const search = timed(5, () =>
  proposeTrains({ ...base, catalogue: few, withRo: false, maxUnits: 3, prices, keep: 1 }),
);
const [first] = search.last.proposals;
const same =
  first !== undefined &&
  first.stops === plain.last.score[0] &&
  first.checks === plain.last.score[1] &&
  first.unknowns === plain.last.score[2];

// The whole catalogue, grown to 120 units by variants of its own, and the site whose untreated water lets
// the search prune least.
const all = [...unitModels.values()];
const grown: UnitModel[] = [
  ...all,
  ...all.slice(0, 120 - all.length).map((m, i): UnitModel => ({
    ...m,
    code: `${m.code.slice(0, 3)}X${i}`,
    ...(m.ratedFlow === undefined ? {} : { ratedFlow: m.ratedFlow * 1.06 }),
    cost: { parts: m.cost.parts * 1.04, yearly: m.cost.yearly * 0.97 },
    lossPoints: m.lossPoints.map(([q, p]) => [q, p * 0.95] as const),
  })),
];
const cloudy: SiteFacts = {
  ...facts,
  source: "surface",
  water: {
    ...facts.water,
    coliform: undefined,
    ecoli: undefined,
    turbidity: value(9),
    tannin: value(2),
    uvt: value(60),
  } as SiteFacts["water"],
};
const propose = (f: SiteFacts, withRo: boolean) =>
  timed(3, () =>
    proposeTrains({
      ...base,
      facts: f,
      catalogue: grown,
      withRo,
      prices,
      // As a planner's page asks.
      ...plannersSearch,
    }),
  );
const [whole, worst] = [propose(facts, true), propose(cloudy, false)];

// Tank fill against fixed steps fine enough for the same accuracy (0.2 %).
const ro = unitModels.get("RO-T5")!.ro!;
const rated = {
  permeate: ro.permeate,
  pressure: ro.pressure,
  tds: ro.tds,
  recovery: ro.recovery,
  concentrate: ro.concentrate!,
};
const site = { pressure: 380, temperature: 12, tds: 400 };
const tank = ro.tank!;
function fixedSteps(steps: number): number {
  const full = tankLitres(tank, 0.67 * site.pressure);
  let minutes = 0;
  for (let i = 0; i < steps; i += 1)
    minutes += full / steps / roPoint(rated, site, tankPressure(tank, (full * i) / steps))!.permeate;
  return minutes;
}
const fill = timed(60, () => tankFill({ rated, site, tank, permeatePump: false }));
const exact = "minutes" in fill.last! ? fill.last.minutes : Number.NaN;
let steps = 16;
while (Math.abs(fixedSteps(steps) / exact - 1) > 2e-3) steps *= 2;
const fixed = timed(60, () => fixedSteps(steps));

const texts = [
  "40 psi",
  "2.5bar",
  '1-1/4"',
  "5'6\"",
  "54 °F",
  "<0.1 mg/L",
  "15 °dH",
  "1 1/2 ft3",
  "3//4",
  "ND",
];
const parse = timed(5, () => {
  for (let i = 0; i < 10_000; i += 1)
    parseQuantity(
      texts[i % texts.length]!,
      (
        [
          "pressure",
          "pressure",
          "length",
          "length",
          "temperature",
          "concentration",
          "hardness",
          "volume",
          "length",
          "concentration",
        ] as const
      )[i % 10]!,
      { profile: "us" },
    );
});

// The largest kind of job: a chamber behind its pre-treatment, with an RO, on a well. Each round judges it anew.
const largest = signedJob({
  answers: {
    "source.kind": "well",
    "source.static": "58 psi",
    "heater.kind": "electric",
    "fixture.bathroomGroup": "2",
    "fixture.kitchenSink": "1",
    "water.coliform": "present",
    "water.hardness": "18 gpg",
  },
  units: ["PS-20", "IF-1354", "SF-150", "PS-10", "UV-45", "RO-T5"].map((model, i) => ({
    key: `u${i + 1}`,
    model,
    parallel: 1,
  })),
  profile: "us",
}).job;
const composing = timed(40, () => startOf(largest, { ...knowledge }));

console.log(
  JSON.stringify({
    composing: composing.ms,
    composed: composing.last.steps.length,
    handles: composing.last.rig?.handles.length,
    judge: judge.ms,
    search: search.ms,
    considered: search.last.considered,
    plain: plain.ms,
    tried: plain.last.tried,
    same,
    whole: whole.ms,
    wholeConsidered: whole.last.considered,
    catalogue: grown.length,
    worst: worst.ms,
    worstConsidered: worst.last.considered,
    fill: fill.ms,
    fixed: fixed.ms,
    steps,
    parse: parse.ms,
  }),
);
