// The order of moves at every step of every kind of job that wants something of the rig, from where a crew
// stands there. Prints one JSON line.
import { nextStep } from "../src/core/job";
import { movesFor } from "../src/core/record";
import { work } from "../tests/unit/desk";
import { kinds } from "../tests/kinds/kinds";
import { started } from "../tests/kinds/started";

interface Timed {
  readonly kind: string;
  readonly step: string;
  readonly ms: number;
  readonly moves: number;
}

const share = (list: readonly number[], part: number) =>
  list[Math.min(list.length - 1, Math.floor(list.length * part))]!;

/** Every step of one kind with a goal, timed as it is come to. */
function ordersOf(kind: (typeof kinds)[number]): Timed[] {
  const d = started(kind);
  return d.job.run!.steps.flatMap((s): Timed[] => {
    if (!s.goal) return [];
    work(d, s.id, { own: kind.readings });
    if (nextStep(d.job, d.now)?.id !== s.id) return [];
    const from = performance.now();
    const moves = movesFor(d.job.rig, s);
    return [{ kind: kind.id, step: s.id, ms: performance.now() - from, moves: moves.length }];
  });
}

const timed = kinds.flatMap(ordersOf).toSorted((a, b) => a.ms - b.ms);
const times = timed.map((t) => t.ms);
console.log(
  JSON.stringify({
    orders: timed.length,
    half: share(times, 0.5),
    p95: share(times, 0.95),
    longest: timed.at(-1),
  }),
);
