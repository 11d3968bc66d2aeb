import type { UnitModel } from "@/core/families";
import { cellAt, fieldsOf, figureAt, type UnitField } from "@/catalogue/units/fields";
import {
  parseQuantity,
  printMeasured,
  printStated,
  unitName,
  type Quantity,
  type UnitSystem,
} from "@/core/units";
import { amountsFrom, amountsShown } from "./limitText";

const exact = (n: number, quantity: Quantity, profile: UnitSystem): string =>
  printMeasured({ is: "value", value: n }, quantity, profile);

/** A figure in the maker's own words, where they are in the unit that a person of the profile reads. */
function makersWords(
  model: UnitModel,
  path: string,
  quantity: Quantity,
  profile: UnitSystem,
): string | undefined {
  const text = model.written?.[path];
  const read = text === undefined ? undefined : parseQuantity(text, quantity, { profile });
  return read?.ok && read.unit === unitName(quantity, profile) ? text : undefined;
}

/** A figure of a unit as a person of a profile reads and writes it; empty where the unit states nothing. */
export function figureText(model: UnitModel, f: UnitField, profile: UnitSystem): string {
  const v = figureAt(model, f);
  if (v === undefined) return "";
  switch (f.kind) {
    case "quantity":
      return makersWords(model, f.path, f.quantity, profile) ?? printStated(v as number, f.quantity, profile);
    case "points":
      // Each point is read back when one of them is changed, so none may lose digits.
      return (v as readonly (readonly [number, number])[])
        .map(([flow, loss]) => `${exact(flow, "flow", profile)}: ${exact(loss, "pressure", profile)}`)
        .join("; ");
    case "limits":
    case "reductions":
      return amountsShown(String(cellAt(model, f)), f.kind, profile);
    case "choice":
      return f.options.find((o) => o.id === v)?.label ?? String(v);
    case "many":
      return (v as readonly string[]).map((id) => f.options.find((o) => o.id === id)?.label ?? id).join(", ");
    default:
      return String(cellAt(model, f));
  }
}

/**
 * What a figure's text means for the cell of the same field and how the maker writes it, or why it could
 * not be read. An unchanged text keeps the figure it was printed from.
 */
export function cellFrom(
  text: string,
  f: UnitField,
  profile: UnitSystem,
  base: UnitModel | undefined,
): { readonly cell: string | number | null; readonly written?: string } | { readonly error: string } {
  const trimmed = text.trim();
  if (base && trimmed === figureText(base, f, profile))
    return { cell: cellAt(base, f) as string | number | null, written: base.written?.[f.path] };
  if (trimmed === "") return { cell: null };
  if (f.kind === "quantity") {
    const p = parseQuantity(trimmed, f.quantity, { profile });
    return !p.ok
      ? { error: p.error }
      : p.measured.is === "value"
        ? { cell: p.measured.value, written: withUnit(trimmed, p.unit) }
        : { error: "Write one number" };
  }
  if (f.kind === "limits" || f.kind === "reductions") {
    const read = amountsFrom(trimmed, f.kind, profile);
    return "error" in read ? read : { cell: read.text };
  }
  if (f.kind === "number") {
    const n = Number(trimmed.replace(",", "."));
    return Number.isFinite(n) ? { cell: n } : { error: "Write a plain number" };
  }
  if (f.kind === "points") {
    const points = trimmed.split(";").map((p) => p.split(":").map((x) => x.trim()));
    const read = points.map(
      ([flow = "", loss = ""]) =>
        [parseQuantity(flow, "flow", { profile }), parseQuantity(loss, "pressure", { profile })] as const,
    );
    const bad = read.flatMap((pair) => pair.filter((p) => !p.ok))[0];
    if (bad && !bad.ok) return { error: `${bad.error}. Write flow: loss; flow: loss` };
    return {
      cell: read
        .map((pair) =>
          pair.map((p) => (p.ok && p.measured.is === "value" ? p.measured.value : NaN)).join(": "),
        )
        .join("; "),
    };
  }
  return { cell: trimmed };
}

/** A number as it was typed, with the unit that was understood. */
const withUnit = (text: string, unit: string): string => (/[\d.,]$/.test(text) ? `${text} ${unit}` : text);

/** What differs between two sets of a unit's figures, in words. */
export function changesBetween(before: UnitModel, after: UnitModel, profile: UnitSystem): string[] {
  return fieldsOf(after.family).flatMap((f) => {
    const [a, b] = [figureText(before, f, profile), figureText(after, f, profile)];
    return JSON.stringify(cellAt(before, f)) === JSON.stringify(cellAt(after, f))
      ? []
      : [`${f.label}: ${a || "not stated"} → ${b || "not stated"}`];
  });
}
