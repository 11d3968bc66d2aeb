import TinyQueue from "tinyqueue";

export type Gender = "male" | "female" | "spigot" | "socket";

/**
 * One end that something is joined to: two of them mate by system, size and gender. Thread standards are
 * systems of their own, so that a parallel thread never meets a taper one.
 */
export interface PortType {
  readonly system: string;
  readonly size: string;
  readonly gender: Gender;
}
/** A fitting between two ports. */
export interface Fitting {
  readonly id: string;
  readonly ports: readonly [PortType, PortType];
  readonly price: number;
}
/** Fittings in a row, each with the port that it turns to what comes before it. */
export interface Chain {
  readonly fittings: readonly { readonly fitting: Fitting; readonly begins: 0 | 1 }[];
  readonly price: number;
}

const opposite: Readonly<Record<Gender, Gender>> = {
  male: "female",
  female: "male",
  spigot: "socket",
  socket: "spigot",
};

const keyOf = ({ system, size, gender }: PortType): string => JSON.stringify([system, size, gender]);
/** The only kind of port that a port mates with. */
const partnerOf = (port: PortType): PortType => ({ ...port, gender: opposite[port.gender] });

/** Do two ports go together as they are: one system, one size, one into the other (handbook 3, Transitions). */
export const mates = (a: PortType, b: PortType): boolean => keyOf(partnerOf(a)) === keyOf(b);

/** Fewer fittings first, then the lower price. */
interface Cost {
  readonly fittings: number;
  readonly price: number;
}
const compare = (a: Cost, b: Cost): number => a.fittings - b.fittings || a.price - b.price;
const sum = (a: Cost, b: Cost): Cost => ({ fittings: a.fittings + b.fittings, price: a.price + b.price });
const none: Cost = { fittings: 0, price: 0 };

/** A way on from an open port: a fitting on it, and the port that is open then. */
interface Step {
  readonly fitting: Fitting;
  readonly begins: 0 | 1;
  readonly opens: string;
}

/** Ways on from each kind of open port, by its key. A fitting of two equal ends goes on in one way only. */
function stepsOf(fittings: readonly Fitting[]): ReadonlyMap<string, readonly Step[]> {
  const steps = new Map<string, Step[]>();
  for (const fitting of fittings) {
    const keys = fitting.ports.map(keyOf);
    for (const begins of keys[0] === keys[1] ? ([0] as const) : ([0, 1] as const)) {
      const from = keyOf(partnerOf(fitting.ports[begins]));
      const step = { fitting, begins, opens: keys[1 - begins]! };
      steps.set(from, [...(steps.get(from) ?? []), step]);
    }
  }
  return steps;
}

/** The ways that a list of fittings opens, from each kind of port and into it. */
interface Ways {
  readonly steps: ReadonlyMap<string, readonly Step[]>;
  readonly into: ReadonlyMap<string, readonly { readonly from: string; readonly price: number }[]>;
}
function waysOf(fittings: readonly Fitting[]): Ways {
  const steps = stepsOf(fittings);
  const into = new Map<string, { readonly from: string; readonly price: number }[]>();
  for (const [from, ways] of steps)
    for (const { opens, fitting } of ways)
      into.set(opens, [...(into.get(opens) ?? []), { from, price: fitting.price }]);
  return { steps, into };
}

/** A catalogue is asked for many joints: its ways are found once. */
const known = new WeakMap<readonly Fitting[], Ways>();
function waysIn(fittings: readonly Fitting[]): Ways {
  const had = known.get(fittings);
  if (had) return had;
  const ways = waysOf(fittings);
  known.set(fittings, ways);
  return ways;
}

/** What is left at the least from each kind of open port to the end; absent where nothing leads there. */
function leftFrom({ into }: Ways, end: string): ReadonlyMap<string, Cost> {
  const left = new Map<string, Cost>();
  const queue = new TinyQueue([{ at: end, cost: none }], (a, b) => compare(a.cost, b.cost));
  for (let next = queue.pop(); next; next = queue.pop()) {
    if (left.has(next.at)) continue;
    left.set(next.at, next.cost);
    for (const { from, price } of into.get(next.at) ?? [])
      if (!left.has(from)) queue.push({ at: from, cost: sum(next.cost, { fittings: 1, price }) });
  }
  return left;
}

/** A chain on its way, the last fitting first. */
interface Partial {
  readonly open: string;
  readonly step?: Step;
  readonly before?: Partial;
  readonly cost: Cost;
  readonly bound: Cost;
}

function chainOf(last: Partial): Chain {
  const fittings: { fitting: Fitting; begins: 0 | 1 }[] = [];
  for (let p: Partial | undefined = last; p?.step; p = p.before)
    fittings.unshift({ fitting: p.step.fitting, begins: p.step.begins });
  return { fittings, price: last.cost.price };
}

function wasOpen(partial: Partial, port: string): boolean {
  for (let p: Partial | undefined = partial; p; p = p.before) if (p.open === port) return true;
  return false;
}

/**
 * The best chains of fittings that join one port to another, at most `most` of them, the best first: fewest
 * fittings, then the least price; one without fittings where they mate. Any fitting may be used again and
 * again; no chain comes by the same kind of port twice. Empty where nothing joins them. Prices are not
 * negative, and the list is not changed between calls. (handbook 3, Transitions)
 */
export function transitions(
  fittings: readonly Fitting[],
  from: PortType,
  to: PortType,
  most = 1,
): readonly Chain[] {
  const ways = waysIn(fittings);
  const end = keyOf(partnerOf(to));
  const left = leftFrom(ways, end);
  const begin = left.get(keyOf(from));
  if (!begin) return [];
  const found: Chain[] = [];
  const queue = new TinyQueue<Partial>([{ open: keyOf(from), cost: none, bound: begin }], (a, b) =>
    compare(a.bound, b.bound),
  );
  for (let at = queue.pop(); at && found.length < most; at = queue.pop()) {
    if (at.open === end) {
      found.push(chainOf(at));
      continue;
    }
    for (const step of ways.steps.get(at.open) ?? []) {
      const rest = left.get(step.opens);
      if (!rest || wasOpen(at, step.opens)) continue;
      const cost = sum(at.cost, { fittings: 1, price: step.fitting.price });
      queue.push({ open: step.opens, step, before: at, cost, bound: sum(cost, rest) });
    }
  }
  return found;
}
