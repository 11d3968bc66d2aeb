import type { Figure } from "../families";
import { verdictKey, type Verdict } from "../verdict";
import type { TrainJudgement } from "./judge";
import type { Station } from "./station";

/** Two units that answer each other in two designs, or one that stands alone. */
export interface StationPair {
  readonly key: string;
  readonly a?: Station;
  readonly b?: Station;
}

/**
 * Stations of two trains side by side, in the order of the first with what only the second has after what
 * stands before it there. Units answer each other by key and family, else by family in order.
 */
export function pairStations(
  a: Pick<TrainJudgement, "stations">,
  b: Pick<TrainJudgement, "stations">,
): StationPair[] {
  const free = new Set(b.stations);
  const partner = new Map<Station, Station>();
  const take = (mine: Station, fits: (s: Station) => boolean) => {
    const found = partner.has(mine) ? undefined : [...free].find(fits);
    if (found) {
      free.delete(found);
      partner.set(mine, found);
    }
  };
  for (const s of a.stations) take(s, (o) => o.key === s.key && o.model.family === s.model.family);
  for (const s of a.stations) take(s, (o) => o.model.family === s.model.family);
  const pairs: StationPair[] = a.stations.map((s) => ({
    key: s.key,
    a: s,
    b: partner.has(s) ? partner.get(s)! : undefined,
  }));
  for (const [i, s] of b.stations.entries())
    if (free.has(s)) {
      const before =
        b.stations
          .slice(0, i)
          .reverse()
          .map((o) => pairs.findIndex((p) => p.b === o))
          .find((at) => at !== -1) ?? -1;
      pairs.splice(before + 1, 0, { key: `b.${s.key}`, b: s });
    }
  return pairs;
}

export interface FigurePair {
  readonly id: string;
  readonly a?: Figure;
  readonly b?: Figure;
  readonly differs: boolean;
}

/** Figures of two units by what they say, in the order of the first; the same value to nine digits does not differ. */
export function pairFigures(a: readonly Figure[] = [], b: readonly Figure[] = []): FigurePair[] {
  const ids = [...new Set([...a, ...b].map((f) => f.id))];
  return ids.map((id) => {
    const [x, y] = [a.find((f) => f.id === id), b.find((f) => f.id === id)];
    const same =
      x?.value === y?.value ||
      (x?.value !== undefined &&
        y?.value !== undefined &&
        Math.abs(x.value - y.value) <= 1e-9 * Math.max(Math.abs(x.value), Math.abs(y.value)));
    return { id, a: x, b: y, differs: !same };
  });
}

export interface VerdictChange {
  readonly at: string;
  readonly rule: string;
  readonly before?: Verdict;
  readonly after?: Verdict;
}

/**
 * Verdicts whose level is another in the second judgement, or that are only in one of them; a verdict that
 * is merely absent counts as Good.
 */
export function changedVerdicts(
  before: readonly { readonly at: string; readonly verdict: Verdict }[],
  after: readonly { readonly at: string; readonly verdict: Verdict }[],
): VerdictChange[] {
  const mapOf = (list: typeof before) => new Map(list.map((v) => [verdictKey(v.at, v.verdict.rule), v]));
  const [x, y] = [mapOf(before), mapOf(after)];
  return [...new Set([...x.keys(), ...y.keys()])].flatMap((key) => {
    const [was, is] = [x.get(key), y.get(key)];
    if ((was?.verdict.level ?? "Good") === (is?.verdict.level ?? "Good")) return [];
    return [
      {
        at: (is ?? was)!.at,
        rule: (is ?? was)!.verdict.rule,
        before: was?.verdict,
        after: is?.verdict,
      },
    ];
  });
}
