import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import {
  aimed,
  beforeFirstWater,
  explain,
  inService,
  plan,
  standing,
  type Rig,
  type RigState,
  type Wish,
} from "@/core/rig";
import { drawingOf } from "@/phases/valves/drawing";
import { nextPosition, RigDesk } from "@/phases/valves/RigDesk";
import type { Order } from "@/phases/valves/useOrder";
import { carbon, rigOf, softener } from "../unit/rigs";

let order: Order = { is: "idle" };
vi.mock("@/phases/valves/useOrder", () => ({ useOrder: () => order }));

const rig = rigOf([carbon(), softener()], { heater: "electric" });
const isolate: Wish = { want: "isolate", unit: "u2" };
/** The order of moves for a wish, as the worker would find it. */
function found(state: RigState, wish: Wish): Order {
  const { goal, permit } = aimed(rig, wish);
  const planned = plan(rig, state, goal, { circumstances: { permit } });
  if (!planned.found) throw new Error("no order");
  return { is: "found", moves: explain(rig, state, planned.moves, { permit }) } as unknown as Order;
}

async function desk(over: Partial<Parameters<typeof RigDesk>[0]> = {}, of: Rig = rig) {
  const drawing = await drawingOf(of, "down");
  const turn = vi.fn();
  render(
    <RigDesk rig={of} drawing={drawing} state={inService(of)} turn={turn} wishes={[isolate]} {...over} />,
  );
  return turn;
}
const hasStop = (state: RigState) => standing(rig, state).some((v) => v.level === "Stop");
/** Every handle at each of its positions, the others as every day. */
const positions = rig.handles.flatMap((h) => h.positions.map((p) => ({ [h.id]: p.name })));
const touch = (handle: string) =>
  act(async () =>
    fireEvent.click(
      document.querySelector(`[data-rig-picture] [data-handle="${handle}"] rect.cursor-pointer`)!,
    ),
  );
const goal = () => document.querySelector<HTMLElement>("[data-goal]")!;

beforeEach(() => {
  order = { is: "idle" };
});

describe("a rig under a person's hands", () => {
  it("turns a handle that is touched to its next position, and says what the others would bring", async () => {
    const turn = await desk();
    await touch("outlet");
    expect(turn).toHaveBeenCalledWith("outlet", nextPosition(rig, inService(rig), "outlet"));
    const chosen = screen.getByRole("region", { name: rig.handles.find((h) => h.id === "outlet")!.name });
    expect(chosen.textContent).toContain("stands open");
    expect(chosen.textContent).toContain("would: ");
    const buttons = within(chosen).getAllByRole("button");
    expect(buttons).toHaveLength(rig.handles.find((h) => h.id === "outlet")!.positions.length - 1);
  });

  it("lets nobody turn what is only shown", async () => {
    await desk({ turn: undefined });
    expect(document.querySelectorAll("rect.cursor-pointer")).toHaveLength(0);
    expect(document.querySelector("[data-happened]")!.textContent).toContain("Nothing has been turned yet");
  });

  it.each([
    ["Stop", true],
    ["Check", false],
  ] as const)("shows at once what stands as a %s: %s", async (level, open) => {
    const state = positions
      .map((p) => inService(rig, p))
      .find((s) => standing(rig, s).some((v) => v.level === level) && (open || !hasStop(s)))!;
    await desk({ state });
    expect(document.querySelector<HTMLDetailsElement>("[data-happened] details")!.open).toBe(open);
  });

  it("says the rig in words too: every handle with its position", async () => {
    const turn = await desk();
    const twin = document.querySelector<HTMLElement>("[data-twin]")!;
    const choices = await within(twin).findAllByRole<HTMLSelectElement>("combobox", { hidden: true });
    expect(choices.map((c) => c.getAttribute("aria-label"))).toEqual(
      rig.handles.filter((h) => h.kind !== "automatic").map((h) => h.name),
    );
    fireEvent.change(choices[0]!, { target: { value: "closed" } });
    expect(turn).toHaveBeenCalledWith(rig.handles[0]!.id, "closed");
  });

  it("waits to hear that what fills is full", async () => {
    const heard = vi.fn();
    const filling = { ...beforeFirstWater(rig), filling: ["house"] };
    await desk({ state: filling, heard });
    const happened = document.querySelector<HTMLElement>("[data-happened]")!;
    fireEvent.click(within(happened).getByRole("button"));
    expect(heard).toHaveBeenCalledTimes(1);
  });
});

describe("a goal", () => {
  it("is chosen by its title, and let go again", async () => {
    const setWish = vi.fn();
    await desk({ setWish });
    const choice = within(goal()).getByRole<HTMLSelectElement>("combobox");
    expect([...choice.options].map((o) => o.text)).toEqual([
      "Choose what is wanted",
      "Isolate SF-150, house fed",
    ]);
    fireEvent.change(choice, { target: { value: JSON.stringify(isolate) } });
    expect(setWish).toHaveBeenLastCalledWith(isolate);
    fireEvent.change(choice, { target: { value: "" } });
    expect(setWish).toHaveBeenLastCalledWith(undefined);
  });

  it("offers the wish that is asked for even where it is not among the usual ones", async () => {
    await desk({ wishes: [], wish: isolate, setWish: vi.fn() });
    expect(within(goal()).getByRole<HTMLSelectElement>("combobox").options).toHaveLength(2);
  });

  it("shows the moves in their order, and turns the first alone", async () => {
    order = found(inService(rig), isolate);
    const turn = await desk({ wish: isolate });
    const moves = [...document.querySelectorAll<HTMLElement>("[data-move]")];
    expect(moves.length).toBeGreaterThan(1);
    expect(within(goal()).getAllByRole("button")).toHaveLength(1);
    const [handle, to] = moves[0]!.dataset.move!.split(":");
    fireEvent.click(within(moves[0]!).getByRole("button"));
    expect(turn).toHaveBeenCalledWith(handle, to);
  });

  it.each<readonly [Order, string]>([
    [{ is: "working", states: 2000, slow: false }, "Looking for the safest order, 2000 states seen"],
    [{ is: "working", states: 9000, slow: true }, "Not found within two seconds"],
    [{ is: "failed" }, "did not run here"],
    [{ is: "late", states: 4000 } as Order, "Not found after 4000 states"],
    [{ is: "none", refusal: { reason: "The house would be dry" } } as Order, "The house would be dry"],
    [{ is: "found", moves: [] } as unknown as Order, "The rig stands so"],
  ])("that is %o says so", async (now, words) => {
    order = now;
    await desk({ wish: isolate });
    expect(goal().textContent).toContain(words);
    expect(document.querySelectorAll("[data-move]")).toHaveLength(0);
  });
});
