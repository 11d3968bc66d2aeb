"use client";
import type { DesignUnit } from "@/core/families";
import { figure, parseQuantity, print, unitName, type UnitSystem } from "@/core/units";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { KeyButton } from "@/ui/Pressed";
import { useForm, type FormOutcome, type Typed } from "@/ui/useForm";
import type { ModelInfo } from "./modelInfo";

/** What a reducing valve or a restrictor is set in; undefined where a unit cannot be set. */
const setIn = (model: ModelInfo | undefined): "pressure" | "flow" | undefined =>
  model?.reducer ? "pressure" : model?.holds ? "flow" : undefined;
const setHints = { pressure: "as delivered when empty", flow: "as stated when empty" } as const;

/** The number that was typed for a setting; undefined where nothing was. */
function setFrom(
  text: string,
  quantity: "pressure" | "flow",
  profile: UnitSystem,
): number | undefined | FormOutcome {
  if (text.trim() === "") return undefined;
  const read = parseQuantity(text, quantity, { profile });
  if (!read.ok) return { ok: false, error: read.error, field: "set" };
  const single = read.measured.is === "value" && read.measured.value > 0;
  return single && read.measured.is === "value"
    ? read.measured.value
    : { ok: false, error: "One number above zero, with its unit", field: "set" };
}

/** Where a unit stands, as one word: as usual, or on a port of another. */
const placeWord = (on: DesignUnit["on"]): string => (on ? `${on.port}:${on.unit}` : "");
function onFrom(word: string): DesignUnit["on"] {
  const [port, unit] = word.split(":");
  return unit !== undefined && (port === "product" || port === "feed") ? { unit, port } : undefined;
}
const ports = { product: "on the product line of", feed: "on the feed line of" } as const;

/** Every place that a unit may stand at: where it usually does, or a line of another unit that does not end there. */
const placesFor = (unit: DesignUnit, others: readonly DesignUnit[], models: readonly ModelInfo[]) => [
  { id: "", label: "where it usually connects" },
  ...others
    .filter((o) => o.key !== unit.key && o.on?.unit !== unit.key)
    .filter((o) => !models.find((m) => m.code === o.model)?.ends)
    .flatMap((o) =>
      (["product", "feed"] as const).map((port) => ({
        id: `${port}:${o.key}`,
        label: `${ports[port]} ${o.model}`,
      })),
    ),
];

/** Settings between which a bed's capacity is known, lb/ft³ (handbook 2, Softener). */
const SALT = { least: 6, most: 15 } as const;
/** An end of the table as it is printed is that end: 96 g/L is 6 lb/ft³. */
const HAIR = 0.01;
const atEnd = (dose: number): number =>
  [SALT.least, SALT.most].find((end) => Math.abs(dose - end) < HAIR) ?? dose;
/** A salt setting in lb/ft³; not a number where it could not be read, nothing where none is written. */
function saltFrom(text: string | undefined, profile: UnitSystem): number | undefined {
  if (text === undefined || text.trim() === "") return undefined;
  const read = parseQuantity(text, "saltDose", { profile });
  return read.ok && read.measured.is === "value" ? atEnd(read.measured.value) : NaN;
}

/** What cannot stand in a design. */
function faultsOf({ parallel = "", salt = "" }: Typed, profile: UnitSystem): FormOutcome | undefined {
  const beside = Number(parallel);
  if (!Number.isInteger(beside) || beside < 1 || beside > 6)
    return { ok: false, error: "One to six side by side", field: "parallel" };
  const dose = saltFrom(salt, profile);
  if (dose === undefined || (dose >= SALT.least && dose <= SALT.most)) return undefined;
  const [least, most] = [SALT.least, SALT.most].map((end) => print(end, "saltDose", profile));
  return { ok: false, error: `A salt setting is ${least} to ${most}`, field: "salt" };
}

interface UnitFormProps {
  readonly jobId: string;
  readonly unit: DesignUnit;
  readonly models: readonly ModelInfo[];
  /** Every unit of the design: it may stand on a line of another. */
  readonly units: readonly DesignUnit[];
  readonly profile: UnitSystem;
  readonly save: (over: Partial<DesignUnit>, waiting: (words: string) => void) => Promise<FormOutcome>;
  readonly onSaved: () => void;
}

/**
 * Changes a unit of the design: its model, how many side by side, what it is set to, the line it stands on,
 * its place.
 */
export function UnitForm({ jobId, unit, models, units, profile, save, onSaved }: UnitFormProps) {
  const quantity = setIn(models.find((m) => m.code === unit.model));
  const shownSalt = unit.saltLbPerFt3 === undefined ? "" : figure(unit.saltLbPerFt3, "saltDose", profile);
  const form = useForm({
    draft: `${jobId}.unit.${unit.key}`,
    initial: {
      model: unit.model,
      parallel: String(unit.parallel),
      salt: shownSalt,
      place: unit.place ?? "",
      on: placeWord(unit.on),
      set: unit.set === undefined || !quantity ? "" : print(unit.set, quantity, profile),
    },
    check: (typed) => faultsOf(typed, profile),
    send: async ({ model = "", parallel, salt, place, on = "", set = "" }, waiting) => {
      const setTo = quantity && setFrom(set, quantity, profile);
      if (typeof setTo === "object") return setTo;
      return save(
        {
          model,
          version: model === unit.model ? undefined : models.find((m) => m.code === model)?.version,
          parallel: Number(parallel),
          saltLbPerFt3: salt === shownSalt ? unit.saltLbPerFt3 : saltFrom(salt, profile),
          place: place || undefined,
          set: setTo,
          on: onFrom(on),
        },
        waiting,
      );
    },
    onTaken: onSaved,
  });
  const isOffered = models.some((m) => m.code === unit.model);
  const salt = models[0]?.softener?.saltLbPerFt3;
  return (
    <FormFrame form={form} className="grid gap-4">
      <SelectField
        form={form}
        label="Model"
        name="model"
        options={[
          ...(isOffered ? [] : [{ id: unit.model, label: `${unit.model}, no longer offered` }]),
          ...models.map((m) => ({ id: m.code, label: `${m.code}, ${m.name}` })),
        ]}
      />
      <FormField form={form} label="Side by side" name="parallel" inputMode="numeric" />
      {salt === undefined ? null : (
        <FormField
          form={form}
          label={`Salt setting, ${unitName("saltDose", profile)}`}
          hint={`${figure(salt, "saltDose", profile)} when empty`}
          name="salt"
          inputMode="decimal"
        />
      )}
      {quantity === undefined ? null : (
        <FormField form={form} label="Set to" hint={setHints[quantity]} name="set" inputMode="text" />
      )}
      <SelectField form={form} label="Stands" name="on" options={placesFor(unit, units, models)} />
      <FormField form={form} label="Place" hint="in words, if you like" name="place" maxLength={80} />
      <p role="status" className="text-stop">
        {form.whole}
      </p>
      <KeyButton className="button" disabled={form.busy} pressedBy="save">
        Save
      </KeyButton>
    </FormFrame>
  );
}
