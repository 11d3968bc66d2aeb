import { renderHook } from "@testing-library/react";
import { beforeAll, beforeEach, expect, it, vi } from "vitest";
import type { Order } from "@/phases/valves/useOrder";
import { crewParts } from "@/phases/run/decided";
import type { Run } from "@/phases/run/run";
import { useStepMoves } from "@/phases/run/useStepMoves";
import { movesFor } from "@/core/record";
import type { Explained } from "@/core/rig/explain";
import { kinds } from "../kinds/kinds";
import { started } from "../kinds/started";
import { work } from "../unit/desk";

let order: Order;
vi.mock("@/phases/valves/useOrder", () => ({ useOrder: () => order }));

/** The contact of a disinfection: a clock that begins once every tap is shut. */
const kind = kinds.find((k) => k.id === "K16")!;
const d = work(started(kind), "u3.contact", { own: kind.readings });
const contact = d.job.run!.steps.find((s) => s.id === "u3.contact")!;
const moves = movesFor(d.job.rig, contact).map((move) => ({
  move,
  after: d.job.rig!.state,
})) as unknown as Explained[];
const found: Order = { is: "found", cost: moves.length, moves };

const said = () => renderHook(() => useStepMoves(d.job, contact, d.now, {} as Run, false)).result.current;

beforeAll(() => crewParts.get());
beforeEach(() => {
  vi.useFakeTimers();
});

it.each<readonly [Order, boolean, boolean]>([
  [{ is: "working", states: 0, slow: false }, true, false],
  [{ is: "working", states: 9000, slow: true }, true, true],
  [{ is: "late", states: 9000 } as Order, false, true],
])("while the order %o its clock waits: %s, what lacks is said: %s", (now, waits, lacks) => {
  order = now;
  const hook = renderHook(() => useStepMoves(d.job, contact, d.now, {} as Run, false));
  hook.rerender();
  vi.advanceTimersByTime(1000);
  hook.rerender();
  expect(hook.result.current.looking).toBe(waits);
  expect(hook.result.current.lacks !== undefined).toBe(lacks);
});

it("says of a clock what the rig lacks even with moves listed: its end turns nothing", () => {
  expect(moves.length).toBeGreaterThan(0);
  order = found;
  expect(said().lacks).toBeDefined();
});
