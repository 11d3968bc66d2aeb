import { isFineStage, hasCarbon, type UnitModel } from "../../families";
import type { Water } from "../../water";
import type { Ground } from "../ground";
import { placeUnit, reachedAfter, type Reached } from "../judge";
import { stationVerdicts, type Station } from "../station";
import { limitsOf, type Option } from "./options";
import { rankedCost, type Prices } from "./running";
import { scoreOf, type Score } from "./score";

/** A unit placed: judged, with its score and where the water comes behind it. */
export interface Placed {
  readonly station: Station;
  readonly reached: Reached;
  readonly score: Score;
}

/** Places units, remembering what a unit of the line says wherever it finds the same water. */
export interface Placing {
  readonly place: (at: Reached, key: string, model: UnitModel, parallel: number) => Placed;
  readonly inLine: (at: Reached, key: string, option: Option) => Placed;
  /** A name for water: equal for equal water. */
  readonly keyOf: (water: Water) => string;
  /** Placements that were judged. */
  readonly count: () => number;
}

/**
 * What a chamber would find ahead of it: no 5 µm stage, one with at most carbon between, or one with
 * something else between.
 */
export function prefilterAt(upstream: readonly UnitModel[]): "none" | "ready" | "apart" {
  const last = upstream.findLastIndex(isFineStage);
  if (last === -1) return "none";
  return upstream.slice(last + 1).every(hasCarbon) ? "ready" : "apart";
}

/** Pressures within which no unit of the line says anything of pressure but Good, kPa. */
export interface PlainPressure {
  readonly from: number;
  readonly to: number;
}

/** The pressures that every option takes. */
export function plainPressureOf(ground: Ground, options: readonly Option[]): PlainPressure {
  const limits = options
    .flatMap((o) => limitsOf(ground, o.model))
    .filter((l) => l.key.startsWith("pressure"));
  return {
    from: Math.max(0, ...limits.map((l) => l.min ?? 0)),
    to: Math.min(Infinity, ...limits.map((l) => l.max ?? Infinity)),
  };
}

interface Remembered {
  readonly station: Station;
  readonly water: Water;
  readonly score: Score;
}

/** A placing on some ground. `progress` is told now and then how many placements were judged. */
export function placingOn(
  ground: Ground,
  prices: Prices,
  plain: PlainPressure,
  progress?: (placements: number) => void,
): Placing {
  let placements = 0;
  const counted = () => {
    placements += 1;
    if (placements % 100 === 0) progress?.(placements);
  };
  const waterKeys = new WeakMap<Water, string>();
  const keyOf = (water: Water): string => {
    const known = waterKeys.get(water) ?? JSON.stringify(water);
    waterKeys.set(water, known);
    return known;
  };
  const place: Placing["place"] = (at, key, model, parallel) => {
    counted();
    const { station, reached } = placeUnit(ground, at, { key, model: model.code, parallel }, model);
    return {
      station,
      reached,
      score: scoreOf(stationVerdicts(station), rankedCost(station, ground, prices)),
    };
  };
  const remembered = new Map<string, Remembered>();
  const inLine: Placing["inLine"] = (at, key, { model, parallel }) => {
    const isPlain = at.pressure !== undefined && at.pressure >= plain.from && at.pressure <= plain.to;
    if (!isPlain) return place(at, key, model, parallel);
    const ahead = model.uv ? prefilterAt(at.upstream) : "";
    const between = ahead === "apart" ? at.upstream.map((m) => m.code).join() : ahead;
    const name = `${model.code}.${model.version ?? 1}x${parallel}|${between}|${keyOf(at.water)}`;
    const known = remembered.get(name);
    if (!known) {
      const fresh = place(at, key, model, parallel);
      remembered.set(name, { station: fresh.station, water: fresh.reached.water, score: fresh.score });
      return fresh;
    }
    counted();
    const unit = { ...known.station.unit, key };
    const reached = reachedAfter(ground, at, unit, model, known.water);
    const where = { key, unit, markIn: at.mark, markOut: reached.mark, pressureIn: at.pressure };
    return { station: { ...known.station, ...where }, reached, score: known.score };
  };
  return { place, inLine, keyOf, count: () => placements };
}
