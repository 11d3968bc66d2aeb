import { act, fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { DesignUnit } from "@/core/families";
import type { UnitSystem } from "@/core/units";
import { modelInfoOf, type ModelInfo } from "@/phases/train/modelInfo";
import { UnitForm } from "@/phases/train/UnitForm";
import type { FormOutcome } from "@/ui/useForm";
import { knowledge } from "../unit/desk";

const infoOf = (code: string, version?: number): ModelInfo => ({
  ...modelInfoOf(knowledge.models.get(code)!),
  version,
});
const unit: DesignUnit = { key: "b", model: "SF-150", parallel: 1 };
const units: readonly DesignUnit[] = [unit, { key: "r", model: "RO-D", parallel: 1 }];
const softeners = [infoOf("SF-100"), infoOf("SF-150", 3)];

function shown(
  over: Partial<DesignUnit> = {},
  models = softeners,
  outcome: FormOutcome = { ok: true },
  profile: UnitSystem = "us",
) {
  const save = vi.fn<(over: Partial<DesignUnit>) => Promise<FormOutcome>>(() => Promise.resolve(outcome));
  const onSaved = vi.fn();
  render(
    <UnitForm
      jobId="job1"
      unit={{ ...unit, ...over }}
      models={models}
      units={units}
      profile={profile}
      save={(changes) => save(changes)}
      onSaved={onSaved}
    />,
  );
  return { save, onSaved };
}
const write = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const submit = () => act(async () => fireEvent.submit(document.querySelector("form")!));

describe("changing a unit of the design", () => {
  it("sends what was changed, and closes", async () => {
    const { save, onSaved } = shown();
    write(/^Side by side/, "2");
    write(/^Salt setting/, "8");
    write(/^Place/, "Cellar");
    await submit();
    expect(save).toHaveBeenCalledWith({
      model: "SF-150",
      version: undefined,
      parallel: 2,
      saltLbPerFt3: 8,
      place: "Cellar",
      set: undefined,
      on: undefined,
    });
    expect(onSaved).toHaveBeenCalledOnce();
  });

  it("takes the newest figures of another model, and leaves those of its own as they were signed", async () => {
    const { save } = shown({ model: "SF-100", version: 1 });
    await submit();
    expect(save.mock.calls[0]![0]).toMatchObject({ model: "SF-100", version: undefined });
    write(/^Model/, "SF-150");
    await submit();
    expect(save.mock.calls[1]![0]).toMatchObject({ model: "SF-150", version: 3 });
  });

  it("takes salt in grams for a litre of resin from who reads metric, and leaves what was not touched as it is", async () => {
    const { save } = shown({ saltLbPerFt3: 8 }, softeners, { ok: true }, "metric");
    expect(screen.getByLabelText<HTMLInputElement>(/^Salt setting, g\/L/).value).toBe("128");
    await submit();
    expect(save.mock.calls[0]![0].saltLbPerFt3).toBe(8);
    write(/^Salt setting/, "160");
    await submit();
    expect(save.mock.calls[1]![0].saltLbPerFt3).toBeCloseTo(9.99, 2);
    write(/^Salt setting/, "96");
    await submit();
    expect(save.mock.calls[2]![0].saltLbPerFt3).toBe(6);
  });

  it("leaves the salt to the unit when nothing is written", async () => {
    const { save } = shown({ saltLbPerFt3: 8 });
    write(/^Salt setting/, "");
    await submit();
    expect(save.mock.calls[0]![0].saltLbPerFt3).toBeUndefined();
  });

  it.each([
    ["0", "10", "One to six side by side"],
    ["7", "10", "One to six side by side"],
    ["1.5", "10", "One to six side by side"],
    ["", "10", "One to six side by side"],
    ["two", "10", "One to six side by side"],
    ["1", "5.9", "A salt setting is 6 lb/ft³ to 15 lb/ft³"],
    ["1", "16", "A salt setting is 6 lb/ft³ to 15 lb/ft³"],
    ["1", "much", "A salt setting is 6 lb/ft³ to 15 lb/ft³"],
  ])(
    "refuses %j side by side with %j of salt beside the field, and keeps what was typed",
    async (n, salt, said) => {
      const { save } = shown();
      write(/^Side by side/, n);
      write(/^Salt setting/, salt);
      await submit();
      expect(save).not.toHaveBeenCalled();
      expect(screen.getByText(said)).toBeTruthy();
      expect(screen.getByLabelText<HTMLInputElement>(/^Side by side/).value).toBe(n);
      expect(screen.getByLabelText<HTMLInputElement>(/^Salt setting/).value).toBe(salt);
    },
  );

  it("asks for salt of a softener only", () => {
    shown({ model: "CT-1354" }, [infoOf("CT-1354")]);
    expect(screen.queryByLabelText(/^Salt setting/)).toBeNull();
  });

  it("keeps a unit that is no longer offered in its list", () => {
    shown({ model: "SF-75" });
    const list = screen.getByLabelText<HTMLSelectElement>(/^Model/);
    const options = [...list.options].map((o) => o.textContent);
    expect(options[0]).toBe("SF-75, no longer offered");
    expect(options).toHaveLength(softeners.length + 1);
  });

  it("says what the server refused, and stays open", async () => {
    const { onSaved } = shown({}, softeners, { ok: false, error: "The design has changed meanwhile" });
    await submit();
    expect(screen.getByRole("status").textContent).toBe("The design has changed meanwhile");
    expect(onSaved).not.toHaveBeenCalled();
  });

  it("stands on a line of another unit, or again where it usually connects", async () => {
    const { save } = shown();
    fireEvent.change(screen.getByLabelText(/^Stands/), { target: { value: "product:r" } });
    await submit();
    expect(save.mock.calls[0]![0].on).toEqual({ unit: "r", port: "product" });
    fireEvent.change(screen.getByLabelText(/^Stands/), { target: { value: "" } });
    await submit();
    expect(save.mock.calls[1]![0].on).toBeUndefined();
  });

  it("sets a reducing valve in any unit, and says beside the field what cannot be", async () => {
    const { save } = shown({ key: "p", model: "PR-25" }, [infoOf("PR-25")]);
    write(/^Set to/, "4 bananas");
    await submit();
    expect(save).not.toHaveBeenCalled();
    write(/^Set to/, "4 bar");
    await submit();
    expect(save.mock.calls[0]![0].set).toBeCloseTo(400, 9);
  });
});
