import { inSentence } from "../words";
import { aimed, type Wish } from "./goals";
import { explain, type Explained } from "./explain";
import { heardFull } from "./judge";
import { plan } from "./plan";
import { inService } from "./regions";
import type { Rig, RigState } from "./rig";

/** What a household turns by itself: from how things stand every day, step by step. */
export interface CardSequence {
  readonly title: string;
  readonly steps: readonly string[];
  readonly note?: string;
}

const told = (moves: readonly Explained[]): string[] =>
  moves.map((m) => `${m.say}${m.stands ? ` (${m.stands})` : ""}.${m.wait ? ` ${m.wait}.` : ""}`);

/** Moves to a wish from a state, and the state they end in; undefined where there is no safe order within a good many states. */
function ordered(
  rig: Rig,
  state: RigState,
  wish: Wish,
): { readonly moves: readonly Explained[]; readonly end: RigState } | undefined {
  const aim = aimed(rig, wish);
  const found = plan(rig, state, aim.goal, { goOn: (states) => states < 40_000 });
  if (!found.found) return undefined;
  const moves = explain(rig, state, found.moves);
  return { moves, end: moves.length > 0 ? heardFull(moves.at(-1)!.after) : state };
}

/** The sequences of the valve card (handbook 4): water off and on again, past the train and back, and what to do after a power cut. */
export function cardSequences(rig: Rig): CardSequence[] {
  const every = inService(rig);
  const house = rig.nodes.find((n) => n.kind === "house")?.id;
  const out: CardSequence[] = [];
  // Power off first, then the valve at the main, then a tap: what a household can do without thinking of the rest.
  const main = rig.nodes.find((n) => n.kind === "main")!.id;
  const atMain = rig.handles.find(
    (h) =>
      h.kind === "lever" &&
      rig.edges.some(
        (e) => (e.from === main || e.to === main) && h.positions.some((p) => p.edges[e.id] === "closed"),
      ),
  );
  const shut = {
    ...(atMain ? { [atMain.id]: "closed" } : {}),
    ...Object.fromEntries(rig.handles.filter((h) => h.powers === "heater").map((h) => [h.id, "off"])),
    ...Object.fromEntries(rig.handles.filter((h) => h.role === "lowTap").map((h) => [h.id, "open"])),
  };
  const off =
    house === undefined
      ? undefined
      : plan(rig, every, { relieved: [house], positions: shut }, { goOn: (states) => states < 40_000 });
  if (off?.found) {
    const moves = explain(rig, every, off.moves);
    out.push({ title: "Water off", steps: told(moves), note: "No tap in the house gives water then." });
    const on =
      moves.length > 0 ? ordered(rig, heardFull(moves.at(-1)!.after), { want: "normal" }) : undefined;
    if (on) out.push({ title: "Water on again", steps: told(on.moves) });
  }
  const line = aimed(rig, { want: "passBy" }).goal.passedBy ?? [];
  if (line.length > 0) {
    const past = ordered(rig, every, { want: "passBy" });
    if (past) {
      out.push({
        title: "Past the train (bypass)",
        steps: told(past.moves),
        note: "The water is untreated then.",
      });
      const back = ordered(rig, past.end, { want: "normal" });
      if (back) out.push({ title: "Back in service", steps: told(back.moves) });
    } else
      out.push({
        title: "Past the train (bypass)",
        steps: ["There is no safe way past it on this source: call the company."],
      });
  }
  for (const unit of rig.units) {
    const [enter, leave] = ["inTee", "outTee"].map((role) =>
      rig.handles.find((h) => h.kind === "tee" && h.unit === unit.key && h.role === role),
    );
    if (!enter || !leave) continue;
    const stages = [
      { inTee: "regenerate", outTee: "regenerate" },
      { inTee: "service", outTee: "regenerate" },
      { inTee: "service", outTee: "service" },
    ];
    const steps: string[] = [];
    let state: RigState | undefined = every;
    for (const [i, positions] of stages.entries()) {
      const next: ReturnType<typeof ordered> =
        state && ordered(rig, state, { want: "stand", unit: unit.key, positions });
      if (next)
        steps.push(
          ...told(next.moves).map((s, k) =>
            k > 0 || i === 0
              ? s
              : `${i === 1 ? "When the brine has run" : "When it has rinsed"}: ${inSentence(s)}`,
          ),
        );
      state = next?.end;
    }
    if (state)
      out.push({
        title: `Regenerate ${unit.name}`,
        steps: steps,
        note: "Its appliance off, brine full and rested. The times are in the unit's manual.",
      });
  }
  const cut = [
    ...rig.units
      .filter((u) => u.uv)
      .map((u) => `Draw no water to drink until the lamp of ${u.name} is on again.`),
    ...rig.units.filter((u) => u.clock).map((u) => `Set the clock of ${u.name} again.`),
    ...rig.units.filter((u) => u.pump).map((u) => `See that ${u.name} runs, and stops by itself.`),
  ];
  out.push({
    title: "After a power cut",
    steps:
      cut.length > 0 ? cut : ["Nothing of the water treatment needs power: the valves stay as they are."],
  });
  return out;
}
