import type { SurveyAnswer, SurveyAnswers } from "../site";
import { lower, upper, value, type Measured } from "../units";
import { byWorst, worstLevel, type Level, type Verdict } from "../verdict";
import type { Figure } from "../families";
import type { TrainJudgement } from "./judge";
import { headlineOf, stationVerdicts, type Station } from "./station";

/** A survey answer that is no single number: a range, or less than a detection limit. */
export interface OpenEnd {
  readonly field: string;
  readonly low: number;
  readonly high: number;
}

/**
 * The answers that leave room, in the survey's order: `10–12` from its low to its high end, `<x` from
 * nothing to x. ND without a limit is not among them.
 */
export function openEnds(answers: SurveyAnswers): OpenEnd[] {
  return Object.entries(answers).flatMap(([field, answer]) => {
    const m = answer?.measured;
    if (m?.is !== "range" && m?.is !== "below") return [];
    const [low, high] = [lower(m)!, upper(m)!];
    return low < high ? [{ field, low, high }] : [];
  });
}

const putting = (answers: SurveyAnswers, field: string, n: number): SurveyAnswers => ({
  ...answers,
  [field]: { ...(answers[field] as SurveyAnswer), measured: value(n) satisfies Measured },
});

interface Told {
  readonly figures: ReadonlyMap<string, number>;
  readonly levels: ReadonlyMap<string, Level>;
  /** Verdicts by place. */ readonly verdicts: ReadonlyMap<string, readonly Verdict[]>;
}
const figureKey = (at: string, id: string): string => `${at}:${id}`;

function told(j: TrainJudgement): Told {
  const figures = new Map<string, number>();
  const levels = new Map<string, Level>();
  const said = new Map<string, readonly Verdict[]>();
  const add = (at: string, list: readonly Figure[], verdicts: readonly Verdict[]) => {
    for (const f of list) {
      if (f.value !== undefined) figures.set(figureKey(at, f.id), f.value);
      if (f.verdict) levels.set(figureKey(at, f.verdict.rule), f.verdict.level);
    }
    for (const v of verdicts) levels.set(figureKey(at, v.rule), v.level);
    said.set(at, verdicts);
  };
  add("demand", j.demand, []);
  for (const s of j.stations) add(s.key, s.figures, [...s.verdicts, ...s.limits.map((l) => l.verdict)]);
  add("house", [], j.house.verdicts);
  return { figures, levels, verdicts: said };
}

const alike = (a: Told, b: Told): boolean =>
  a.figures.size === b.figures.size &&
  [...a.figures].every(([k, v]) => b.figures.get(k) === v) &&
  a.levels.size === b.levels.size &&
  [...a.levels].every(([k, v]) => b.levels.get(k) === v);

/** Points tried along each open answer, by how many are open. Beyond the last, each alone and all at one end. */
const POINTS = [0, 9, 5, 3, 2, 2, 2] as const;
const at = (end: OpenEnd, part: number): number => end.low + part * (end.high - end.low);

/** Every combination of points, as shares of the way from low to high. */
function grid(n: number): number[][] {
  const m = POINTS[n];
  if (m === undefined)
    return [
      Array<number>(n).fill(0),
      Array<number>(n).fill(1),
      ...Array.from({ length: n }, (_, i) =>
        [0, 1].map((part) => Array.from({ length: n }, (_, j) => (i === j ? part : 0.5))),
      ).flat(),
    ];
  return Array.from({ length: m ** n }, (_, k) =>
    Array.from({ length: n }, (_, i) => (Math.floor(k / m ** i) % m) / (m - 1)),
  );
}

interface Found {
  readonly low: number;
  readonly high: number;
}

/**
 * Least and greatest of a figure over the points; where it turns between them, wider by as much as it moves
 * from one point to the next.
 */
function spread(points: readonly number[][], values: readonly (number | undefined)[]): Found | undefined {
  const known = values.flatMap((v) => (v === undefined ? [] : [v]));
  if (known.length === 0) return undefined;
  let [low, high] = [Math.min(...known), Math.max(...known)];
  const corner = (p: readonly number[]) => p.every((x) => x === 0 || x === 1);
  const [lowInside, highInside] = [low, high].map(
    (extreme) => !points.some((p, i) => values[i] === extreme && corner(p)),
  );
  if (lowInside || highInside) {
    let step = 0;
    const m = POINTS[points[0]!.length]!;
    for (const [i, v] of values.entries())
      for (let d = 1; d < points.length; d *= m) {
        const next = Math.floor(i / d) % m < m - 1 ? values[i + d] : undefined;
        if (v !== undefined && next !== undefined) step = Math.max(step, Math.abs(next - v));
      }
    if (lowInside) low -= step;
    if (highInside) high += step;
  }
  return low < high ? { low, high } : undefined;
}

/** The answers that matter, the points of their ranges that were judged, and what was told at each. */
interface Sampled {
  readonly matters: readonly OpenEnd[];
  readonly points: readonly number[][];
  readonly told: readonly Told[];
}

/** Open answers that change what is told, whichever ends the others stand at. */
function whatMatters(
  answers: SurveyAnswers,
  ends: readonly OpenEnd[],
  judge: (answers: SurveyAnswers) => TrainJudgement,
): OpenEnd[] {
  const lows = ends.reduce((a, e) => putting(a, e.field, e.low), answers);
  const highs = ends.reduce((a, e) => putting(a, e.field, e.high), answers);
  const toldWith = (ground: SurveyAnswers, e: OpenEnd, value: OpenEnd["low"]) =>
    told(judge(putting(ground, e.field, value)));
  return ends.filter((e) =>
    [lows, highs].some((ground) => !alike(toldWith(ground, e, e.low), toldWith(ground, e, e.high))),
  );
}

/** A verdict with the levels found inside the ranges, the worst of them, and the fields that would settle it. */
function verdictWithin({ matters, points, told: all }: Sampled, place: string, v: Verdict): Verdict {
  const levels = all.map((t) => t.levels.get(figureKey(place, v.rule)) ?? "Good");
  const found = new Set(levels);
  if (found.size < 2) return v;
  const turnsAlone = (i: number) =>
    points.some((p, a) =>
      points.some((q, b) => levels[a] !== levels[b] && p.every((x, j) => j === i || x === q[j])),
    );
  const worst = worstLevel([...found].map((level) => ({ level })));
  return {
    ...v,
    level: v.level === "Unknown" ? "Unknown" : worstLevel([{ level: worst }, v]),
    within: { levels: [...found], judged: v.level },
    settle: matters.filter((_, i) => turnsAlone(i)).map((e) => e.field),
  };
}

/** A figure with how far it reaches inside the ranges. */
function figureWithin(sampled: Sampled, place: string, f: Figure): Figure {
  const values = sampled.told.map((t) => t.figures.get(figureKey(place, f.id)));
  const range = f.value === undefined ? undefined : spread(sampled.points, values);
  const wide = range && { low: Math.min(range.low, f.value!), high: Math.max(range.high, f.value!) };
  return {
    ...f,
    ...(wide ? { range: wide } : {}),
    ...(f.verdict ? { verdict: verdictWithin(sampled, place, f.verdict) } : {}),
  };
}

/**
 * Verdicts of a place that only some points give: their worst, because what is not said at the others is no
 * fault there.
 */
function onlyInside(sampled: Sampled, place: string, known: readonly Verdict[]): Verdict[] {
  const others = sampled.told
    .flatMap((t) => t.verdicts.get(place) ?? [])
    .filter((v) => v.level !== "Good" && !known.some((k) => k.rule === v.rule))
    .sort(byWorst);
  return others
    .filter((v, i) => others.findIndex((o) => o.rule === v.rule) === i)
    .map((v) => verdictWithin(sampled, place, v));
}

function stationWithin(sampled: Sampled, s: Station): Station {
  const figures = s.figures.map((f) => figureWithin(sampled, s.key, f));
  const verdicts = [
    ...s.verdicts.map((v) => verdictWithin(sampled, s.key, v)),
    ...onlyInside(sampled, s.key, stationVerdicts(s)),
  ];
  const limits = s.limits.map((l) => ({ ...l, verdict: verdictWithin(sampled, s.key, l.verdict) }));
  const all = stationVerdicts({ figures, verdicts, limits });
  const level = worstLevel(all);
  return { ...s, figures, verdicts, limits, level, headline: headlineOf(level, all) };
}

/**
 * A judgement that says how far its figures reach and which verdicts are not settled, where answers are
 * ranges or detection limits. The judgement itself stands on the unfavourable ends, as ever; each figure
 * gets `range`, and a verdict that differs inside the ranges gets the worst level found and the fields that
 * would settle it. An Unknown stays Unknown. Found by judging at points of the ranges: their ends, and
 * points between where few are open.
 */
export function judgeWithin(
  answers: SurveyAnswers,
  judge: (answers: SurveyAnswers) => TrainJudgement,
): TrainJudgement {
  const base = judge(answers);
  const ends = openEnds(answers);
  if (ends.length === 0 || base.stations.length === 0) return base;
  const matters = whatMatters(answers, ends, judge);
  if (matters.length === 0) return base;
  const settled = ends
    .filter((e) => !matters.includes(e))
    .reduce((a, e) => putting(a, e.field, e.high), answers);
  const points = grid(matters.length);
  const answersAt = (point: readonly number[]) =>
    matters.reduce((a, e, i) => putting(a, e.field, at(e, point[i]!)), settled);
  const sampled: Sampled = { matters, points, told: points.map((p) => told(judge(answersAt(p)))) };
  const stations = base.stations.map((s) => stationWithin(sampled, s));
  const verdicts = [
    ...base.house.verdicts.map((v) => verdictWithin(sampled, "house", v)),
    ...onlyInside(sampled, "house", base.house.verdicts),
  ];
  return {
    ...base,
    stations,
    demand: base.demand.map((f) => figureWithin(sampled, "demand", f)),
    house: { ...base.house, verdicts },
    level: worstLevel([...stations, ...verdicts]),
  };
}
