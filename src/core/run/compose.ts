import type { Wish } from "../rig";
import { placementsOf, type Connects, type PlacedUnit, type Placement, type UnitModel } from "../families";
import { jointsOfSwap } from "../plumbing/swapped";
import type { Figures } from "../words";
import { belongs, canFeedPast } from "./conditions";
import { figuresOf, isUsual, listed, numberOf } from "./figures";
import type { ComposeInput } from "./input";
import { outletsOf } from "./outlets";
import type { RecipeFigure, RecipeStep } from "./recipe";
import { stages, type Step } from "./step";
import { tapsFor } from "./taps";

type Placed = ReadonlyMap<string, Placement>;

/** The unit at whose own connection a chain of lines begins. */
function rootOf(placed: Placed, key: string): string {
  const host = placed.get(key)?.host;
  return host === undefined ? key : rootOf(placed, host);
}

/**
 * Units in the order of the design, but each behind the unit on whose line it stands: what has no water
 * before its host is asked about after it.
 */
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
  readonly computed?: Figures;
  readonly steps: readonly RecipeStep[];
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

/** From an unsafe source nothing is rinsed out at a fixture (handbook 10, ruling 26). */
const isAtCock = (template: RecipeStep, input: ComposeInput): boolean =>
  input.source === "unsafe" && template.goal?.want === "flush";

function flowFrom(
  flow: NonNullable<RecipeStep["flow"]>,
  atCock: boolean,
  chain: Omit<Chain, "steps">,
  input: ComposeInput,
): Step["flow"] {
  const number = (written: RecipeFigure) => numberOf(written, chain, input.defaults);
  const band =
    flow.low !== undefined && flow.high !== undefined
      ? { low: number(flow.low), high: number(flow.high) }
      : undefined;
  return {
    minutes: number(flow.minutes),
    direction: flow.direction,
    to: atCock ? "the drain cock of the train, a hose on it" : flow.to,
    band,
    litres: flow.litres === undefined ? undefined : number(flow.litres),
    until: flow.until,
    taps: flow.taps && !atCock && band ? tapsFor(band, input.fixtures, input.demand) : undefined,
  };
}

/** The outlets that are read one by one where a recipe asks for it. */
function placesOf(input: ComposeInput): readonly string[] {
  const heater = input.answers["heater.kind"]?.text;
  return outletsOf(input.fixtures, {
    hasHot: heater !== "none",
    outdoorBehind: input.answers["takeoff.outdoor"]?.text === "after",
  });
}

/**
 * What is read at a step: its own reading, or a glass where water runs until it is clear or free of air
 * (handbook 9, rule 8).
 */
function readFrom({ read, flow }: RecipeStep, to: string | undefined, input: ComposeInput): Step["read"] {
  const glass = flow?.litres === undefined ? "clarity" : "rinsed";
  if (!read) return flow?.until ? { reading: glass, place: to!, when: "after" } : undefined;
  const { reading, place, when, each } = read;
  if (each !== "outlet") return { reading, place, when };
  const places = placesOf(input);
  return places.length === 0 ? { reading, place, when } : { reading, place, when, places };
}

/** Figures of a step that are not the unit's own but the company's. */
const usualIn = ({ flow, soak, wait, cycle }: RecipeStep, model: UnitModel | undefined): boolean =>
  [flow?.minutes, flow?.low, flow?.litres, soak?.minutes, wait?.minutes, cycle?.count].some((f) =>
    isUsual(f, model),
  );
const USUAL = "Its minutes and amounts are the company's: the unit states none";

function detailsOf(
  template: RecipeStep,
  name: (text: string) => string,
  lines: readonly string[],
  usual: boolean,
) {
  const details = [...(template.details ?? []).map(name), ...lines, ...(usual ? [USUAL] : [])];
  return details.length > 0 ? details : undefined;
}

/** The state of the water that a step asks for; where the house cannot be fed past the line it is off. */
const waterOf = ({ water }: RecipeStep, input: ComposeInput): Step["water"] =>
  water === "bypassed" && (input.source === "unsafe" || !canFeedPast(input.arrangement, input.units))
    ? "off"
    : water;

/** What a step may find of the question that it answers; not knowing is no finding. */
function writesFrom({ writes }: RecipeStep, { fields }: ComposeInput): Step["writes"] {
  const field = writes === undefined ? undefined : fields?.get(writes);
  if (field?.kind !== "choice") return undefined;
  return {
    field: field.id,
    options: field.options.filter((o) => o.id !== "unknown").map(({ id, label }) => ({ id, label })),
  };
}

/** The joints that are made at a step, where they are known, and what may come instead of fittings there. */
function joinsFrom(
  { joins: place }: RecipeStep,
  unit: string,
  { joins, tubeJoins, swaps = [] }: ComposeInput,
): Pick<Step, "joins" | "swaps"> {
  if (place === undefined) return {};
  const own = place === "tubes" ? tubeJoins?.[unit] : joins?.[place];
  if (!own || own.length === 0) return {};
  const ids = new Set(own.flatMap((alike) => alike.joints.map((j) => j.id)));
  const here = swaps.filter((swap) => jointsOfSwap(swap).some((id) => ids.has(id)));
  return { joins: own, ...(here.length > 0 ? { swaps: here } : {}) };
}

/** What is in the boxes of the job's units, at the step that lists them. */
function boxesFrom({ lists }: RecipeStep, { units }: ComposeInput): Pick<Step, "boxes"> {
  if (!lists?.includes("boxes")) return {};
  const boxes = units.flatMap(({ unit, model }) =>
    model.fit ? [{ unit: unit.key, code: model.code, holds: model.fit.box }] : [],
  );
  return boxes.length > 0 ? { boxes } : {};
}

/** Above this a unit is carried by two people or on a trolley, kg (handbook 1, Cautions). */
const ALONE_KG = 25;

/** A text with its unit's code, and what the company's schools say where it names one. */
const named = (text: string, model: UnitModel | undefined, says: ComposeInput["says"]): string =>
  text
    .replaceAll("{unit}", model?.code ?? "{unit}")
    .replace(/\{school\.([a-zA-Z]+)\}/g, (place, school: string) => says[school] ?? place);

function stepFrom(
  template: RecipeStep,
  chain: Omit<Chain, "steps">,
  input: ComposeInput,
): Omit<Step, "needs"> {
  const { model, predicted, computed } = chain;
  const name = (text: string) => named(text, model, input.says);
  const heavy = model && template.stage === "place" && model.massFullKg > ALONE_KG;
  const number = (written: RecipeFigure) => numberOf(written, chain, input.defaults);
  const expected = (key: string | undefined) =>
    key !== undefined && predicted?.[key] !== undefined ? { expected: predicted[key] } : {};
  const { soak, wait, cycle, check, hold, sets } = template;
  const flow = template.flow && flowFrom(template.flow, isAtCock(template, input), chain, input);
  const lists = listed(template, chain, input);
  const figures = { ...figuresOf(template, model, computed), ...lists.figures };
  return {
    id: `${chain.key}.${template.id}`,
    ...(model ? { unit: chain.key, unitName: model.code } : {}),
    stage: template.stage,
    kind: template.kind,
    title: name(template.title),
    why: name(template.why),
    figures: Object.keys(figures).length > 0 ? figures : undefined,
    work: template.work,
    water: waterOf(template, input),
    cautions: [...(template.cautions ?? []), ...(heavy ? ["heavy"] : [])],
    power: template.power,
    details: detailsOf(template, name, lists.details, usualIn(template, model)),
    turn: template.turn,
    goal: template.goal ? wishFrom(template.goal, chain.key) : undefined,
    tightening: template.tightening && name(template.tightening),
    sealant: template.sealant && name(template.sealant),
    flow,
    soak: soak ? { minutes: number(soak.minutes), maxMinutes: soak.maxMinutes } : undefined,
    wait: wait ? { minutes: number(wait.minutes), ...expected(wait.expected) } : undefined,
    cycle: cycle
      ? {
          count: number(cycle.count) + (input.tankOpen && model?.ro?.tank ? 1 : 0),
          ...expected(cycle.expected),
        }
      : undefined,
    read: readFrom(template, flow?.to, input),
    record: template.record,
    check: check ? { question: name(check.question), photo: check.photo } : undefined,
    hold: hold ? { statement: name(hold.statement) } : undefined,
    ...joinsFrom(template, chain.key, input),
    ...boxesFrom(template, input),
    sets: sets?.flatMap(({ label, figure }) =>
      computed?.[figure] ? [{ label, value: computed[figure] }] : [],
    ),
    proves: template.proves,
    ...(template.again === undefined ? {} : { again: true as const }),
    asks: template.asks,
    writes: writesFrom(template, input),
  };
}

/** Where each unit of a design is joined, as chains of its recipes' steps behind that of the site. */
function chainsOf(input: ComposeInput): Chain[] {
  const placed = placementsOf(input.units);
  return [
    { key: "site", group: "site", steps: input.site.steps, computed: input.computed },
    ...hostsFirst(input.units, placed).map(({ unit, model, recipes, predicted, computed }) => ({
      key: unit.key,
      group: rootOf(placed, unit.key),
      model,
      connects: placed.get(unit.key)!.connects,
      predicted,
      computed,
      steps: recipes.flatMap((r) => r.steps),
    })),
  ];
}

/**
 * Weaves the site recipe and each unit's recipes into the job's steps, in order, with what each must wait
 * for (handbook 5, Composition). A step waits for the one before it in its own chain and for the last site
 * step before it; a step that gathers waits for all before it, so that passive waits overlap with other
 * work and holds keep their order. What a recipe names besides (`after`) is waited for where it belongs to
 * the job. From an unsafe source nothing beside the line gets its first water before the line is in service
 * (handbook 10, rulings 26 and 28). A cycle of no repeats is left out.
 */
export function composeRun(input: ComposeInput): Step[] {
  const chains = chainsOf(input);
  const woven = chains
    .flatMap((chain, order) =>
      chain.steps
        .filter((s) => (s.again !== "only" || input.again === true) && belongs(s, input, chain))
        .map((template, index) => ({ template, chain, order, index })),
    )
    .filter(
      ({ template, chain }) => !template.cycle || numberOf(template.cycle.count, chain, input.defaults) > 0,
    )
    .sort(
      (a, b) =>
        stages.indexOf(a.template.stage) - stages.indexOf(b.template.stage) ||
        a.order - b.order ||
        a.index - b.index,
    );

  const isComposed = new Set(woven.map(({ template, chain }) => `${chain.key}.${template.id}`));
  const steps: Step[] = [];
  const lastOf = new Map<string, string>();
  const isInLine = (c: Chain) => c.connects === "line";
  for (const { template, chain } of woven) {
    const base = stepFrom(template, chain, input);
    const hasWater = stages.indexOf(template.stage) >= stages.indexOf("firstWater");
    const behindUnsafe = input.source === "unsafe" && chain.key !== "site" && !isInLine(chain);
    // From its first water on a unit and what stands on its lines are one.
    const waitsFor = (c: Chain) => c.group === chain.group || (behindUnsafe && isInLine(c));
    const before = hasWater ? chains.filter(waitsFor).map((c) => lastOf.get(c.key)) : [lastOf.get(chain.key)];
    const after = (template.after ?? []).map((id) => `${chain.key}.${id}`).filter((id) => isComposed.has(id));
    const needs = template.gathers
      ? [...lastOf.values(), ...after]
      : [...before, lastOf.get("site"), ...after];
    steps.push({ ...base, needs: [...new Set(needs.filter((id) => id !== undefined))] });
    lastOf.set(chain.key, base.id);
  }
  return steps;
}
