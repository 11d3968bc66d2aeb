import type { Arrangement, Wish } from "../rig";
import type { SourceSafety } from "../water";
import {
  placementsOf,
  type Connects,
  type DesignUnit,
  type PlacedUnit,
  type Placement,
  type UnitModel,
} from "../families";
import type { DemandTables, Fixture, SurveyAnswers } from "../site";
import type { Figures, Text } from "../words";
import type { Recipe, RecipeStep, StepCondition } from "./recipe";
import { stages, type FlowBand, type Step } from "./step";

export interface ComposeInput {
  readonly site: Recipe;
  readonly units: readonly {
    readonly unit: DesignUnit;
    readonly model: UnitModel;
    readonly recipes: readonly Recipe[];
    /** Figures the design predicts for it, minutes by name. */
    readonly predicted: Readonly<Record<string, number | undefined>>;
  }[];
  readonly answers: SurveyAnswers;
  readonly fixtures: Readonly<Partial<Record<Fixture, number>>>;
  readonly demand: DemandTables;
  /** What the company does where a unit states no figure of its own, by path. */
  readonly defaults: Readonly<Record<string, number>>;
  /** Is the source safe to drink as it comes; from an unsafe one the house is not fed past its treatment. */
  readonly source: SourceSafety;
  /** How the house can be fed past the units in its line; without a way it is off until they are open. */
  readonly arrangement: Arrangement;
  /** Tank valve open during the first start: one discard more (handbook 1, Schools). */
  readonly tankOpen: boolean;
}

type Placed = ReadonlyMap<string, Placement>;

/** The unit at whose own connection a chain of lines begins. */
function rootOf(placed: Placed, key: string): string {
  const host = placed.get(key)?.host;
  return host === undefined ? key : rootOf(placed, host);
}

/** Units in the order of the design, but each behind the unit on whose line it stands: what has no water before its host is asked about after it. */
function hostsFirst<U extends PlacedUnit>(units: readonly U[], placed: Placed): readonly U[] {
  const at = (u: U) => units.findIndex((x) => x.unit.key === rootOf(placed, u.unit.key));
  const isRoot = (u: U) => placed.get(u.unit.key)!.host === undefined;
  return units.toSorted((x, y) => at(x) - at(y) || Number(isRoot(y)) - Number(isRoot(x)));
}

/** What a run is woven from: the steps of the site, or of one unit where it connects. */
interface Chain {
  readonly key: string;
  /** The unit at whose connection its line begins; its own key for most. */
  readonly group: string;
  readonly model?: UnitModel;
  readonly connects?: Connects;
  readonly predicted?: Readonly<Record<string, number | undefined>>;
  readonly steps: readonly RecipeStep[];
}

function pathOf(model: UnitModel, path: string): unknown {
  return path
    .split(".")
    .reduce<unknown>(
      (at, key) => (typeof at === "object" && at !== null ? (at as Record<string, unknown>)[key] : undefined),
      model,
    );
}

function stated(model: UnitModel | undefined, path: string, defaults: ComposeInput["defaults"] = {}): number {
  const found = (model ? pathOf(model, path) : undefined) ?? defaults[path];
  if (typeof found !== "number")
    throw new Error(`a recipe asks for ${path}, which ${model?.code ?? "the site"} does not state`);
  return found;
}

const numberOf = (
  written: number | string,
  model: UnitModel | undefined,
  defaults: ComposeInput["defaults"],
): number => (typeof written === "number" ? written : stated(model, written.slice(1), defaults));

/** How the units of a job connect (handbook 9); a design without units is a bypass in the house's line. */
export function connectsOf(units: readonly PlacedUnit[]): ReadonlySet<Connects> {
  const kinds = [...placementsOf(units).values()].map((placed) => placed.connects);
  return new Set<Connects>(kinds.length === 0 ? ["line"] : kinds);
}

/**
 * Must the house's own valve be shut: for the line always, at a stop that does not hold, and for an appliance unless a valve of its branch is known
 * to stand ahead (handbook 9, Where a unit connects).
 */
export function isHouseShut(kinds: ReadonlySet<Connects>, answers: SurveyAnswers): boolean {
  if (kinds.has("line")) return true;
  const atStop = kinds.has("sink") || kinds.has("supply");
  if (atStop && answers["sink.coldStop"]?.text === "no") return true;
  return kinds.has("appliance") && answers["appliance.valve"]?.text !== "yes";
}

/** Can the house be fed past the units in its line: by a way round them, or because each has a head of its own. */
export function canFeedPast(arrangement: Arrangement, units: readonly PlacedUnit[]): boolean {
  if (arrangement !== "heads") return arrangement === "threeValve";
  const placed = placementsOf(units);
  const line = units.filter(({ unit }) => placed.get(unit.key)!.connects === "line");
  return line.every(({ model }) => model.head !== undefined);
}

/** Does a condition hold of a job? Throws where a figure is compared that the unit does not state: unknown is neither much nor little. */
function conditionHolds(
  c: StepCondition,
  { answers, source, tankOpen, units, arrangement }: ComposeInput,
  { model, connects }: Pick<Chain, "model" | "connects">,
) {
  if ("present" in c) return c.present.some((kind) => connectsOf(units).has(kind));
  if ("absent" in c) return !c.absent.some((kind) => connectsOf(units).has(kind));
  if ("bypass" in c) return c.bypass === canFeedPast(arrangement, units);
  if ("arrangement" in c) return c.arrangement.includes(arrangement);
  if ("at" in c) return connects !== undefined && c.at.includes(connects);
  if ("houseShut" in c) return isHouseShut(connectsOf(units), answers) === c.houseShut;
  if ("source" in c) return c.source.includes(source);
  if ("tankOpen" in c) return c.tankOpen === tankOpen;
  if ("survey" in c) return c.is.includes(answers[c.survey]?.text || "unknown");
  if ("atLeast" in c) return stated(model, c.unit) >= c.atLeast;
  if ("below" in c) return stated(model, c.unit) < c.below;
  const figure = model && pathOf(model, c.unit);
  return "has" in c ? (figure !== undefined) === c.has : c.is.includes(figure as string | boolean);
}

const holds = (step: RecipeStep, input: ComposeInput, chain: Pick<Chain, "model" | "connects">): boolean =>
  (step.when ?? []).every((c) => conditionHolds(c, input, chain));

const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? "" : "s"}`;
const tapNames: Partial<Record<Fixture, string>> = {
  bathtub: "bathtub",
  hoseBib: "hose bib",
  shower: "shower",
  kitchenSink: "kitchen tap",
  lavatory: "lavatory tap",
};

interface Taps {
  readonly counts: Readonly<Partial<Record<Fixture, number>>>;
  readonly taps: number;
  readonly flow: number;
}

/** Every way to open taps of a house, by how many of each; at most `most` of a kind, more are never needed. */
function waysToOpen(
  available: Readonly<Partial<Record<Fixture, number>>>,
  demand: DemandTables,
  most: number,
): Taps[] {
  const kinds = (Object.keys(tapNames) as Fixture[]).filter((kind) => (available[kind] ?? 0) > 0);
  return kinds.reduce<Taps[]>(
    (ways, kind) =>
      ways.flatMap(({ counts, taps, flow }) =>
        Array.from({ length: Math.min(available[kind]!, most) + 1 }, (_, n) => ({
          counts: n === 0 ? counts : { ...counts, [kind]: n },
          taps: taps + n,
          flow: flow + n * (demand.openFlow[kind] ?? 0),
        })),
      ),
    [{ counts: {}, taps: 0, flow: 0 }],
  );
}

/** So many taps of a kind are asked about at most: six tubs feed any band. */
const MOST_TAPS = 6;

/**
 * The fewest cold taps whose sum lies inside a band, in words (handbook 9, K5); among as many the nearest to its middle. Where no sum lies inside,
 * the least that is above it, to be throttled at one tap, else all of them with what is missing said. A complete bathroom counts as a tub and a
 * lavatory tap. L/min.
 */
export function tapsFor(
  { low, high }: FlowBand,
  fixtures: Readonly<Partial<Record<Fixture, number>>>,
  demand: DemandTables,
): Text {
  const bathrooms = fixtures.bathroomGroup ?? 0;
  const available = {
    ...fixtures,
    bathtub: (fixtures.bathtub ?? 0) + bathrooms,
    lavatory: (fixtures.lavatory ?? 0) + bathrooms,
  };
  const ways = waysToOpen(available, demand, MOST_TAPS).filter((way) => way.taps > 0);
  if (ways.length === 0)
    return {
      text: "No taps were surveyed: open cold taps one by one until the flow is reached, and measure it",
    };
  const offMiddle = (way: Taps) => Math.abs(way.flow - (low + high) / 2);
  const named = ({ counts }: Taps) =>
    (Object.keys(counts) as Fixture[])
      .sort((x, y) => (demand.openFlow[y] ?? 0) - (demand.openFlow[x] ?? 0))
      .map((kind) => plural(counts[kind]!, tapNames[kind]!))
      .join(" and ");
  const least = (some: readonly Taps[], by: (way: Taps) => number) =>
    some.toSorted((x, y) => by(x) - by(y) || x.taps - y.taps || offMiddle(x) - offMiddle(y))[0];
  const inside = least(
    ways.filter((way) => way.flow >= low && way.flow <= high),
    (way) => way.taps,
  );
  if (inside) return { text: `Cold, fully open: ${named(inside)}` };
  const above = least(
    ways.filter((way) => way.flow > high),
    (way) => way.flow,
  );
  if (above)
    return {
      text: `Cold: ${named(above)}, about {all} fully open; that is too much, so close one until what you measure is inside`,
      of: { all: { value: above.flow, quantity: "flow" } },
    };
  const all = least(ways, (way) => -way.flow)!;
  return {
    text: `Cold, fully open: ${named(all)}, about {all} in all; that falls short, so add a hose and measure`,
    of: { all: { value: all.flow, quantity: "flow" } },
  };
}

function wishFrom(goal: NonNullable<RecipeStep["goal"]>, unit: string): Wish {
  switch (goal.want) {
    case "isolate":
    case "serve":
      return { want: goal.want, unit };
    case "fill":
      return { want: "fill", unit, fully: goal.fully ? true : undefined };
    case "flush":
      return { want: "flush", unit, at: goal.at ?? "coldTap", fully: goal.fully ? true : undefined };
    case "stand":
      return { ...goal, unit };
    case "passBy":
    case "restore":
    case "trap":
      return { want: goal.want };
    case "normal":
      return goal.but ? { want: "normal", but: goal.but } : { want: "normal" };
  }
}

/** The figures of a step's words: its recipe's, and of the unit those that its words name. */
function figuresOf(template: RecipeStep, model: UnitModel | undefined): Figures | undefined {
  const words = [
    template.why,
    ...(template.details ?? []),
    template.check?.question,
    template.hold?.statement,
  ].join(" ");
  const mass: Figures =
    model && words.includes("{mass}")
      ? { mass: { value: model.massFullKg, quantity: "mass", digits: 0 } }
      : {};
  const figures = { ...template.figures, ...mass };
  return Object.keys(figures).length > 0 ? figures : undefined;
}

function stepFrom(
  template: RecipeStep,
  chain: Omit<Chain, "steps">,
  input: ComposeInput,
): Omit<Step, "needs"> {
  const { model, predicted } = chain;
  const name = (text: string) => (model ? text.replaceAll("{unit}", model.code) : text);
  const heavy = model && template.stage === "place" && model.massFullKg > 25;
  const expected = (key: string | undefined) =>
    key !== undefined && predicted?.[key] !== undefined ? { expected: predicted[key] } : {};
  const { flow, soak, wait, cycle } = template;
  const atCock = input.source === "unsafe" && template.goal?.want === "flush";
  return {
    id: `${chain.key}.${template.id}`,
    ...(model ? { unit: chain.key, unitName: model.code } : {}),
    stage: template.stage,
    kind: template.kind,
    title: name(template.title),
    why: name(template.why),
    figures: figuresOf(template, model),
    work: template.work,
    water:
      template.water === "bypassed" &&
      (input.source === "unsafe" || !canFeedPast(input.arrangement, input.units))
        ? "off"
        : template.water,
    cautions: [...(template.cautions ?? []), ...(heavy ? ["heavy"] : [])],
    power: template.power,
    details: template.details ? template.details.map(name) : undefined,
    turn: template.turn,
    goal: template.goal ? wishFrom(template.goal, chain.key) : undefined,
    tightening: template.tightening || undefined,
    sealant: template.sealant || undefined,
    flow: flow
      ? {
          minutes: numberOf(flow.minutes, model, input.defaults),
          direction: flow.direction,
          // From an unsafe source nothing is rinsed out at a fixture (handbook 10, ruling 26).
          to: atCock ? "the drain cock of the train, a hose on it" : flow.to,
          band:
            flow.low !== undefined && flow.high !== undefined
              ? { low: flow.low, high: flow.high }
              : undefined,
          litres: flow.litres,
          untilClear: flow.untilClear ? true : undefined,
          taps:
            flow.taps && !atCock && flow.low !== undefined && flow.high !== undefined
              ? tapsFor({ low: flow.low, high: flow.high }, input.fixtures, input.demand)
              : undefined,
        }
      : undefined,
    soak: soak
      ? {
          minutes: numberOf(soak.minutes, model, input.defaults),
          maxMinutes: soak.maxMinutes,
        }
      : undefined,
    wait: wait
      ? { minutes: numberOf(wait.minutes, model, input.defaults), ...expected(wait.expected) }
      : undefined,
    cycle: cycle
      ? {
          count: numberOf(cycle.count, model, input.defaults) + (input.tankOpen && model?.ro?.tank ? 1 : 0),
          ...expected(cycle.expected),
        }
      : undefined,
    read: template.read,
    record: template.record,
    check: template.check
      ? {
          question: name(template.check.question),
          photo: template.check.photo,
        }
      : undefined,
    hold: template.hold ? { statement: name(template.hold.statement) } : undefined,
    proves: template.proves,
    asks: template.asks,
  };
}

/**
 * Weaves the site recipe and each unit's recipes into the job's steps, in order, with what each must wait for (handbook 5, Composition).
 * A step waits for the one before it in its own chain and for the last site step before it; a step that gathers waits for all before it,
 * so that passive waits overlap with other work and holds keep their order. A cycle of no repeats is left out.
 */
export function composeRun(input: ComposeInput): Step[] {
  const placed = placementsOf(input.units);
  const chains: Chain[] = [
    { key: "site", group: "site", steps: input.site.steps },
    ...hostsFirst(input.units, placed).map(({ unit, model, recipes, predicted }) => ({
      key: unit.key,
      group: rootOf(placed, unit.key),
      model,
      connects: placed.get(unit.key)!.connects,
      predicted,
      steps: recipes.flatMap((r) => r.steps),
    })),
  ];
  const listed = chains
    .flatMap((chain, order) =>
      chain.steps
        .filter((s) => holds(s, input, chain))
        .map((template, index) => ({ template, chain, order, index })),
    )
    .filter(
      ({ template, chain }) =>
        !template.cycle || numberOf(template.cycle.count, chain.model, input.defaults) > 0,
    )
    .sort(
      (a, b) =>
        stages.indexOf(a.template.stage) - stages.indexOf(b.template.stage) ||
        a.order - b.order ||
        a.index - b.index,
    );

  const steps: Step[] = [];
  const lastOf = new Map<string, string>();
  for (const { template, chain } of listed) {
    const base = stepFrom(template, chain, input);
    // From its first water on a unit and what stands on its lines are one.
    const together = stages.indexOf(template.stage) >= stages.indexOf("firstWater");
    const before = together
      ? chains.filter((c) => c.group === chain.group).map((c) => lastOf.get(c.key))
      : [lastOf.get(chain.key)];
    const needs = template.gathers ? [...lastOf.values()] : [...before, lastOf.get("site")];
    steps.push({ ...base, needs: [...new Set(needs.filter((id) => id !== undefined))] });
    lastOf.set(chain.key, base.id);
  }
  return steps;
}
