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
  { readonly kind: "quantity"; readonly quantity: Quantity } | { readonly kind: "presence" };

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

/**
 * Reads one result into answers of the survey, or says exactly what is unclear: which unit, nitrate as nitrogen or as NO3, thousands or decimals.
 * What the report says of itself comes before what was remembered; a unit is never guessed.
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

  if (kind.kind === "presence") {
    const found =
      value.is === "absent" ||
      value.is === "notDetected" ||
      (value.is === "below" && Number(value.text) <= 1) ||
      (value.is === "number" && Number(value.text) === 0)
        ? "absent"
        : value.is === "present" || value.is === "above" || (value.is === "number" && Number(value.text) > 0)
          ? "present"
          : undefined;
    return found
      ? {
          is: "taken",
          field,
          answers: { [field]: found },
          note:
            value.is === "number" || value.is === "above" || value.is === "below"
              ? `${item.raw} counted`
              : undefined,
        }
      : { is: "refused", field, why: `“${item.raw}” is neither present nor absent` };
  }
  if (value.is === "other" || value.is === "present" || value.is === "absent")
    return { is: "refused", field, why: `“${item.raw}” is no number` };
  if (value.is === "above")
    return { is: "refused", field, why: `${item.raw} says only that it is more: enter what was measured` };
  if ("unclear" in value && value.unclear)
    return {
      is: "asks",
      field,
      what: "decimal",
      why: `“${item.raw}”: decimals, or thousands?`,
      options: item.raw.includes(",") ? [",", "."] : [".", ","],
    };

  const answers: Record<string, string> = {};
  let note: string | undefined;
  if (field === "water.nitrate") {
    const label = plain(item.label);
    const said =
      /\b(no3 n|as n|als n|nitrogen|stickstoff|azote|nitrogeno|n no3)\b/.test(label) ||
      /(\bN|NO\s?[3₃][-‐ ]?N)$/.test(item.unit?.trim() ?? "")
        ? "N"
        : /\b(no3|as no3|nitrat ion|ion nitrate)\b/.test(label) || /NO\s?[3₃]/i.test(item.unit ?? "")
          ? "NO3"
          : undefined;
    const as = choice.nitrateAs ?? said;
    if (!as)
      return {
        is: "asks",
        field,
        what: "nitrateAs",
        why: "Nitrate as NO3, or as nitrogen?",
        options: ["NO3", "N"],
      };
    answers["water.nitrateAs"] = as;
  }
  if (value.is === "notDetected")
    return {
      is: "taken",
      field,
      answers: { ...answers, [field]: "ND" },
      note: "without a detection limit it stays open",
    };

  const hardness = kind.quantity === "hardness" || kind.quantity === "alkalinity";
  const written =
    choice.unit ??
    (field === "water.nitrate" ? item.unit?.replace(/\s*(NO\s?[3₃])?[-‐ ]?N?$/i, "") : item.unit);
  const unit =
    written === undefined
      ? undefined
      : (labUnit(written, hardness) ??
        (quantities[kind.quantity].units.some((u) => u.names.includes(written)) ? written : undefined));
  const bare = kind.quantity === "ph";
  if (unit === undefined && !bare)
    return {
      is: "asks",
      field,
      what: "unit",
      why: written ? `the unit “${written}” is not known here` : "no unit is given",
      options: unitsFor(kind),
    };
  const sign = value.is === "below" ? "<" : "";
  let text = `${sign}${value.text}${bare || unit === "" ? "" : ` ${unit}`}`;
  if (field === "water.alkalinity" && (unit === "mmol/L" || unit === "meq/L")) {
    text = `${sign}${(Number(value.text) * CACO3_PER_MEQ).toFixed(1)} mg/L`;
    note = `${item.raw} ${unit} of acid capacity`;
  } else if (unit === "meq/L" && hardness) {
    text = `${sign}${(Number(value.text) * CACO3_PER_MEQ).toFixed(1)} mg/L`;
    note = `${item.raw} ${unit}`;
  } else if (unit === "mS/m") {
    text = `${sign}${Number(value.text) * 10} µS/cm`;
    note = `${item.raw} mS/m`;
  }
  const parsed = parseQuantity(text, kind.quantity, { profile: "metric" });
  if (!parsed.ok)
    return unitsFor(kind).includes(unit ?? "") || bare
      ? { is: "refused", field, why: parsed.error }
      : {
          is: "asks",
          field,
          what: "unit",
          why: `“${written}” is no unit of this value`,
          options: unitsFor(kind),
        };
  return { is: "taken", field, answers: { ...answers, [field]: text }, note: note || undefined };
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
