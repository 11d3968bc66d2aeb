import { inSentence } from "../words";
import { aimed, type Wish } from "./goals";
import { explain, type Explained } from "./explain";
import { heardFull } from "./judge";
import { standsAtMain } from "./line";
import { plan } from "./plan";
import { inService } from "./regions";
import { disinfects, type Handle, type Rig, type RigGoal, type RigState } from "./rig";

/** What a household turns by itself: from how things stand every day, step by step. */
export interface CardSequence {
  readonly title: string;
  readonly steps: readonly string[];
  readonly note?: string;
}

const told = (moves: readonly Explained[]): string[] =>
  moves.map((m) => `${m.say}${m.stands ? ` (${m.stands})` : ""}.${m.wait ? ` ${m.wait}.` : ""}`);

/** Moves in their order, and the state they end in. */
interface Order {
  readonly moves: readonly Explained[];
  readonly end: RigState;
}
/** Why there is no order: none is safe, or the search for one was given up. */
type NoOrder = "unsafe" | "givenUp";
const isOrder = (found: Order | NoOrder): found is Order => typeof found === "object";

/** How much one search may take, in states × pipes × handles: some seconds of work. */
const WORK = 5_000_000;

function orderTo(rig: Rig, state: RigState, goal: RigGoal, work: number): Order | NoOrder {
  const each = rig.edges.length * rig.handles.length;
  const found = plan(rig, state, goal, { goOn: (states) => states * each < work });
  if (!found.found) return found.impossible ? "unsafe" : "givenUp";
  const moves = explain(rig, state, found.moves);
  return { moves, end: moves.length > 0 ? heardFull(moves.at(-1)!.after) : state };
}
const ordered = (rig: Rig, state: RigState, wish: Wish, work: number): Order | NoOrder =>
  orderTo(rig, state, aimed(rig, wish).goal, work);

const GIVEN_UP = "No order of moves was found in the time there was: call the company.";

/**
 * The positions that shut a house off: power off, the valve at the main, then a tap: what a household can
 * do without thinking of the rest.
 */
function shutOff(rig: Rig): Record<string, string> {
  const main = rig.nodes.find((n) => n.kind === "main")!.id;
  const closesMain = (h: Handle) =>
    h.kind === "lever" &&
    rig.edges.some(
      (e) => (e.from === main || e.to === main) && h.positions.some((p) => p.edges[e.id] === "closed"),
    );
  const atMain = rig.handles.find(closesMain);
  const all = (is: (h: Handle) => boolean, to: string) =>
    Object.fromEntries(rig.handles.filter(is).map((h) => [h.id, to]));
  return {
    ...all((h) => h === atMain, "closed"),
    ...all((h) => h.powers === "heater", "off"),
    ...all((h) => h.role === "lowTap", "open"),
  };
}

/** From an unsafe source nobody is led past what disinfects: there is no order to look for. */
const leadsPastDisinfection = (rig: Rig): boolean => rig.source === "unsafe" && rig.units.some(disinfects);

/**
 * How the water comes back, stage by stage: a low tap lets air and dirt out, a hot one shows that the
 * heater is full, and power is last (handbook 10, ruling 29).
 */
const WATER_ON = [
  { but: { lowTap: "open", hotTap: "open", heaterPower: "off" }, after: undefined },
  { but: { heaterPower: "off" }, after: "When no air comes any more" },
  { but: {}, after: "When every tap is shut" },
] as const;

/** The valve at the main is opened slowly, whatever else is said of it. */
const slowlyAtMain = (rig: Rig, moves: readonly Explained[]): string[] =>
  told(moves).map((say, i) => {
    const handle = rig.handles.find((h) => h.id === moves[i]!.move.handle)!;
    return standsAtMain(rig, handle) ? say.replace(".", ", slowly.") : say;
  });

/** Moves that lead the water back into a house that was shut off; nothing where no safe order leads there. */
function waterOn(rig: Rig, off: RigState, work: number): CardSequence[] {
  const title = "Water on again";
  const hasLowTap = rig.handles.some((h) => h.role === "lowTap");
  const steps: string[] = hasLowTap ? ["Leave the lowest tap a little open."] : [];
  let state = off;
  for (const { but, after } of WATER_ON) {
    const stage = ordered(rig, state, { want: "normal", but }, work);
    if (!isOrder(stage)) return stage === "givenUp" ? [{ title, steps: [GIVEN_UP] }] : [];
    const [first, ...others] = slowlyAtMain(rig, stage.moves);
    if (first !== undefined) steps.push(after ? `${after}: ${inSentence(first)}` : first, ...others);
    state = stage.end;
  }
  return [{ title, steps }];
}

function waterOffAndOn(rig: Rig, every: RigState, work: number): CardSequence[] {
  const house = rig.nodes.find((n) => n.kind === "house")?.id;
  if (house === undefined) return [];
  const goal = { relieved: [house], positions: shutOff(rig) };
  const title = "Water off";
  const off = orderTo(rig, every, goal, work);
  if (!isOrder(off)) return off === "givenUp" ? [{ title, steps: [GIVEN_UP] }] : [];
  return [
    { title, steps: told(off.moves), note: "No tap in the house gives water then." },
    ...(off.moves.length > 0 ? waterOn(rig, off.end, work) : []),
  ];
}

function pastAndBack(rig: Rig, every: RigState, work: number): CardSequence[] {
  const line = aimed(rig, { want: "passBy" }).goal.passedBy ?? [];
  if (line.length === 0) return [];
  const title = "Past the train (bypass)";
  const past = leadsPastDisinfection(rig) ? "unsafe" : ordered(rig, every, { want: "passBy" }, work);
  if (past === "unsafe")
    return [{ title, steps: ["There is no safe way past it on this source: call the company."] }];
  if (past === "givenUp") return [{ title, steps: [GIVEN_UP] }];
  const back = ordered(rig, past.end, { want: "normal" }, work);
  return [
    { title, steps: told(past.moves), note: "The water is untreated then." },
    ...(back === "unsafe"
      ? []
      : [{ title: "Back in service", steps: isOrder(back) ? told(back.moves) : [GIVEN_UP] }]),
  ];
}

/** Can the house be fed past the units of its line, by a safe order of moves from how things stand every day. */
export function canPassBy(rig: Rig): boolean {
  const line = aimed(rig, { want: "passBy" }).goal.passedBy ?? [];
  if (leadsPastDisinfection(rig)) return false;
  return line.length > 0 && isOrder(ordered(rig, inService(rig), { want: "passBy" }, WORK));
}

/** A regeneration by hand: what is waited for before the stage, and how both T-valves stand in it. */
const REGENERATION = [
  { after: undefined, positions: { inTee: "regenerate", outTee: "regenerate" } },
  { after: "When the brine has run", positions: { inTee: "service", outTee: "regenerate" } },
  { after: "When it has rinsed", positions: { inTee: "service", outTee: "service" } },
] as const;

/** How a unit with two T-valves is regenerated; nothing where it has none, or where no safe order leads through. */
function regeneration(rig: Rig, every: RigState, unit: Rig["units"][number], work: number): CardSequence[] {
  const hasTee = (role: string) =>
    rig.handles.some((h) => h.kind === "tee" && h.unit === unit.key && h.role === role);
  if (!hasTee("inTee") || !hasTee("outTee")) return [];
  const title = `Regenerate ${unit.name}`;
  const steps: string[] = [];
  let state = every;
  for (const { after, positions } of REGENERATION) {
    const stage = ordered(rig, state, { want: "stand", unit: unit.key, positions }, work);
    if (!isOrder(stage)) return stage === "givenUp" ? [{ title, steps: [GIVEN_UP] }] : [];
    const [first, ...others] = told(stage.moves);
    if (first !== undefined) steps.push(after ? `${after}: ${inSentence(first)}` : first, ...others);
    state = stage.end;
  }
  return [
    {
      title,
      steps,
      note: "Its appliance off, brine full and rested. The times are in the unit's manual.",
    },
  ];
}

function afterPowerCut({ units }: Rig): CardSequence {
  const steps = [
    ...units
      .filter((u) => u.uv)
      .flatMap((u) => [
        `Draw nothing until the power is back and the lamp of ${u.name} is ready.`,
        "If anything was drawn: boiled or bottled water until the pipe behind it is disinfected and sampled.",
      ]),
    ...units
      .filter((u) => u.doses)
      .map((u) => `Draw nothing until the power is back and the pump of ${u.name} strokes.`),
    ...units.filter((u) => u.clock).map((u) => `Set the clock of ${u.name} again.`),
    ...units.filter((u) => u.pump).map((u) => `See that ${u.name} runs, and stops by itself.`),
  ];
  const nothing = "Nothing of the water treatment needs power: the valves stay as they are.";
  return { title: "After a power cut", steps: steps.length > 0 ? steps : [nothing] };
}

/**
 * The sequences of the valve card (handbook 4): water off and on again, past the train and back, and what
 * to do after a power cut. `work`: how much each search may take, in states × pipes × handles; one that is
 * given up says so in its place.
 */
export function cardSequences(rig: Rig, work = WORK): CardSequence[] {
  const every = inService(rig);
  return [
    ...waterOffAndOn(rig, every, work),
    ...pastAndBack(rig, every, work),
    ...rig.units.flatMap((unit) => regeneration(rig, every, unit, work)),
    afterPowerCut(rig),
  ];
}
