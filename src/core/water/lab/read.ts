import { parseQuantity, quantities, type Quantity } from "../../units";
import { labUnit, plain } from "./text";
import { labValue, type Decimal } from "./value";
import type { LabItem } from "./table";

/** What a person, or an earlier report, said of a label. */
export interface LabChoice {
  /** A survey field, or `none` to leave it out. */ readonly field?: string;
  readonly unit?: string;
  readonly nitrateAs?: "N" | "NO3";
  readonly decimal?: Decimal;
}
/** How a field of the survey takes results. */
export type FieldKind =
  | { readonly kind: "quantity"; readonly quantity: Quantity }
  | { readonly kind: "presence" };

export type LabReading =
  | {
      readonly is: "taken";
      readonly field: string;
      /** As the survey takes it, its unit written out. */ readonly answers: Readonly<Record<string, string>>;
      readonly note?: string;
    }
  | {
      readonly is: "asks";
      readonly field: string;
      readonly what: "unit" | "nitrateAs" | "decimal";
      readonly why: string;
      readonly options: readonly string[];
    }
  | { readonly is: "refused"; readonly field: string; readonly why: string }
  | { readonly is: "notKnown" }
  | { readonly is: "leftOut" }
  | { readonly is: "empty"; readonly field: string };

/** mg/L as CaCO3 in one mmol/L of acid capacity, or one meq/L. */
const CACO3_PER_MEQ = 50.04;

const unitsFor = (kind: FieldKind): readonly string[] =>
  kind.kind === "presence"
    ? []
    : quantities[kind.quantity].units.map((u) => u.names[0]!).filter((n) => n !== "");

type Value = ReturnType<typeof labValue>;

/** Bacteria: absent, present, or a count; anything else is refused. */
function readPresence(item: LabItem, field: string, value: Value): LabReading {
  const count = value.is === "number" ? Number(value.text) : undefined;
  const isAbsent =
    value.is === "absent" ||
    value.is === "notDetected" ||
    (value.is === "below" && Number(value.text) <= 1) ||
    count === 0;
  const wasFound = value.is === "present" || value.is === "detected" || value.is === "above";
  const isPresent = wasFound || (count !== undefined && count > 0);
  if (!isAbsent && !isPresent)
    return { is: "refused", field, why: `“${item.raw}” is neither present nor absent` };
  const wasCounted = value.is === "number" || value.is === "above" || value.is === "below";
  return {
    is: "taken",
    field,
    answers: { [field]: isAbsent ? "absent" : "present" },
    note: wasCounted ? `${item.raw} counted` : undefined,
  };
}

/** Why a value is no figure that can be taken, or what is unclear about its digits; undefined where it is plain. */
function notPlain(item: LabItem, field: string, value: Value): LabReading | undefined {
  if (value.is === "other" || value.is === "present" || value.is === "absent")
    return { is: "refused", field, why: `“${item.raw}” is no number` };
  if ("unclear" in value && value.unclear)
    return {
      is: "asks",
      field,
      what: "decimal",
      why: `“${item.raw}”: decimals, or thousands?`,
      options: item.raw.includes(",") ? [",", "."] : [".", ","],
    };
  return undefined;
}

/** Whether the report itself says that its nitrate is counted as nitrogen or as NO3. */
function nitrateSaid(item: LabItem): "N" | "NO3" | undefined {
  const label = plain(item.label);
  const unit = item.unit ?? "";
  if (
    /\b(no3 n|as n|als n|nitrogen|stickstoff|azote|nitrogeno|n no3)\b/.test(label) ||
    /(\bN|NO\s?[3₃][-‐ ]?N)$/.test(unit.trim())
  )
    return "N";
  if (/\b(no3|as no3|nitrat ion|ion nitrate)\b/.test(label) || /NO\s?[3₃]/i.test(unit)) return "NO3";
  return undefined;
}

type Quantified = Extract<FieldKind, { kind: "quantity" }>;

/** The unit as it was written or chosen, and the one that is understood by it; undefined where none is. */
function unitOf(
  item: LabItem,
  choice: LabChoice,
  field: string,
  { quantity }: Quantified,
): { readonly written?: string; readonly unit?: string } {
  const ofReport =
    field === "water.nitrate" ? item.unit?.replace(/\s*(NO\s?[3₃])?[-‐ ]?N?$/i, "") : item.unit;
  const written = choice.unit ?? ofReport;
  if (written === undefined) return {};
  const isKnown = quantities[quantity].units.some((u) => u.names.includes(written));
  const unit = labUnit(written, isHardness(quantity)) ?? (isKnown ? written : undefined);
  return { written, unit };
}

const isHardness = (quantity: Quantity) => quantity === "hardness" || quantity === "alkalinity";

/** A figure as the survey takes it; units that the survey has not are worked out, and said so in a note. */
function textOf(
  item: LabItem,
  field: string,
  { quantity }: Quantified,
  figure: string,
  sign: string,
  unit: string | undefined,
): { readonly text: string; readonly note?: string } {
  const asCaCO3 = `${sign}${(Number(figure) * CACO3_PER_MEQ).toFixed(1)} mg/L`;
  if (field === "water.alkalinity" && (unit === "mmol/L" || unit === "meq/L"))
    return { text: asCaCO3, note: `${item.raw} ${unit} of acid capacity` };
  if (unit === "meq/L" && isHardness(quantity)) return { text: asCaCO3, note: `${item.raw} ${unit}` };
  if (unit === "mS/m") return { text: `${sign}${Number(figure) * 10} µS/cm`, note: `${item.raw} mS/m` };
  return { text: quantity === "ph" || !unit ? `${sign}${figure}` : `${sign}${figure} ${unit}` };
}

const signs: Partial<Record<Value["is"], string>> = { below: "<", above: ">" };

/** A figure with its unit, into an answer of the survey. */
function readFigure(
  item: LabItem,
  choice: LabChoice,
  field: string,
  kind: Quantified,
  value: Extract<Value, { text: string }>,
  also: Readonly<Record<string, string>>,
): LabReading {
  const { written, unit } = unitOf(item, choice, field, kind);
  const needsUnit = kind.quantity !== "ph";
  const asksUnit = (why: string): LabReading => ({
    is: "asks",
    field,
    what: "unit",
    why,
    options: unitsFor(kind),
  });
  if (unit === undefined && needsUnit)
    return asksUnit(written ? `the unit “${written}” is not known here` : "no unit is given");
  const sign = signs[value.is] ?? "";
  const { text, note } = textOf(item, field, kind, value.text, sign, unit);
  const parsed = parseQuantity(text, kind.quantity, { profile: "metric" });
  if (parsed.ok) return { is: "taken", field, answers: { ...also, [field]: text }, note };
  return unitsFor(kind).includes(unit ?? "") || !needsUnit
    ? { is: "refused", field, why: parsed.error }
    : asksUnit(`“${written}” is no unit of this value`);
}

/**
 * Reads one result into answers of the survey, or says exactly what is unclear: which unit, nitrate as
 * nitrogen or as NO3, thousands or decimals. What the report says of itself comes before what was
 * remembered; a unit is never guessed.
 */
export function readItem(
  item: LabItem,
  choice: LabChoice,
  kinds: ReadonlyMap<string, FieldKind>,
  decimal: Decimal | undefined,
): LabReading {
  const field = choice.field ?? item.field;
  if (field === "none") return { is: "leftOut" };
  const kind = field === undefined ? undefined : kinds.get(field);
  if (field === undefined || !kind) return { is: "notKnown" };
  const value = labValue(item.raw, choice.decimal ?? decimal);
  if (value.is === "empty") return { is: "empty", field };
  if (kind.kind === "presence") return readPresence(item, field, value);
  const refused = notPlain(item, field, value);
  if (refused) return refused;
  const nitrateAs = field === "water.nitrate" ? (choice.nitrateAs ?? nitrateSaid(item)) : undefined;
  if (field === "water.nitrate" && !nitrateAs)
    return {
      is: "asks",
      field,
      what: "nitrateAs",
      why: "Nitrate as NO3, or as nitrogen?",
      options: ["NO3", "N"],
    };
  const also: Record<string, string> = nitrateAs ? { "water.nitrateAs": nitrateAs } : {};
  if (value.is === "notDetected")
    return {
      is: "taken",
      field,
      answers: { ...also, [field]: "ND" },
      note: "without a detection limit it stays open",
    };
  if (value.is === "detected")
    return quantities[kind.quantity].mayBeTrace
      ? { is: "taken", field, answers: { ...also, [field]: "trace" }, note: "how much of it stays open" }
      : { is: "refused", field, why: `“${item.raw}” is no number` };
  return readFigure(item, choice, field, kind, value as Extract<Value, { text: string }>, also);
}

export interface ReadSample {
  readonly items: readonly { readonly item: LabItem; readonly reading: LabReading }[];
  readonly answers: Readonly<Record<string, string>>;
  readonly asking: number;
}

/** Reads a whole sample; a field that two labels would fill asks which one to take, by leaving the other out. */
export function readSample(
  items: readonly LabItem[],
  choices: Readonly<Record<string, LabChoice>>,
  kinds: ReadonlyMap<string, FieldKind>,
  decimal: Decimal | undefined,
): ReadSample {
  const first = new Map<string, string>();
  const read = items.map((item) => {
    const reading = readItem(item, choices[item.key] ?? {}, kinds, decimal);
    if (reading.is !== "taken") return { item, reading };
    const before = first.get(reading.field);
    if (before !== undefined)
      return {
        item,
        reading: {
          is: "refused",
          field: reading.field,
          why: `“${before}” gives this value already: leave one of them out`,
        } satisfies LabReading,
      };
    first.set(reading.field, item.label);
    return { item, reading };
  });
  return {
    items: read,
    answers: Object.assign(
      {},
      ...read.flatMap(({ reading }) => (reading.is === "taken" ? [reading.answers] : [])),
    ) as Record<string, string>,
    asking: read.filter(({ reading }) => reading.is === "asks" || reading.is === "refused").length,
  };
}
