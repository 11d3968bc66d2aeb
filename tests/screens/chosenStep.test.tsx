import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { useChosenStep } from "@/phases/run/useChosenStep";

interface Asked {
  readonly first?: string;
  readonly unit?: string;
}
const shown = (asked: Asked) =>
  renderHook(({ first, unit }: Asked) => useChosenStep(first, unit), { initialProps: asked });

beforeEach(() => window.history.replaceState(null, "", "/jobs/j/run?step=u1.soak"));

describe("the step that is shown", () => {
  it("stays when the page is read anew with the address as a hand has left it", () => {
    const view = shown({ first: "u1.soak" });
    act(() => view.result.current[1](undefined));
    expect(view.result.current[0]).toBeUndefined();
    expect(window.location.search).toBe("");
    act(() => view.result.current[1]("u2.lines"));
    view.rerender({ first: undefined });
    expect(view.result.current[0]).toBe("u2.lines");
    view.rerender({ first: "u1.soak" });
    expect(view.result.current[0]).toBe("u2.lines");
  });

  it("is a unit's first where the unit is asked for on the Line", () => {
    const view = shown({ first: "u1.soak" });
    view.rerender({ first: "u2.boxes", unit: "u2" });
    expect(view.result.current[0]).toBe("u2.boxes");
    act(() => view.result.current[1]("u2.lines"));
    expect(window.location.search).toBe("?step=u2.lines");
    view.rerender({ first: "u2.lines", unit: undefined });
    expect(view.result.current[0]).toBe("u2.lines");
  });
});
