import type { UnitModel } from "@/core/families";
import { cellAt, fieldsOf, figureAt, type UnitField } from "@/catalogue/units/fields";

import { parseQuantity, printMeasured, type UnitSystem } from "@/core/units";

const say = (n: number, q: Parameters<typeof printMeasured>[1], profile: UnitSystem): string =>
  printMeasured({ is: "value", value: n }, q, profile);

/** A figure of a unit as a person of a profile reads and writes it; empty where the unit states nothing. */
export function figureText(model: UnitModel, f: UnitField, profile: UnitSystem): string {
  const v = figureAt(model, f);
  if (v === undefined) return "";
  switch (f.kind) {
    case "quantity":
      return say(v as number, f.quantity, profile);
    case "points":
      return (v as readonly (readonly [number, number])[])
        .map(([flow, loss]) => `${say(flow, "flow", profile)}: ${say(loss, "pressure", profile)}`)
        .join("; ");
    case "choice":
      return f.options.find((o) => o.id === v)?.label ?? String(v);
    case "many":
      return (v as readonly string[]).map((id) => f.options.find((o) => o.id === id)?.label ?? id).join(", ");
    default:
      return String(cellAt(model, f));
  }
}

/** What a figure's text means for the cell of the same field, or why it could not be read. An unchanged text keeps the figure it was printed from. */
export function cellFrom(
  text: string,
  f: UnitField,
  profile: UnitSystem,
  base: UnitModel | undefined,
): { readonly cell: string | number | null } | { readonly error: string } {
  const trimmed = text.trim();
  if (base && trimmed === figureText(base, f, profile))
    return { cell: cellAt(base, f) as string | number | null };
  if (trimmed === "") return { cell: null };
  if (f.kind === "quantity") {
    const p = parseQuantity(trimmed, f.quantity, { profile });
    return !p.ok
      ? { error: p.error }
      : p.measured.is === "value"
        ? { cell: p.measured.value }
        : { error: "Write one number" };
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

/** What differs between two sets of a unit's figures, in words. */
export function changesBetween(before: UnitModel, after: UnitModel, profile: UnitSystem): string[] {
  return fieldsOf(after.family).flatMap((f) => {
    const [a, b] = [figureText(before, f, profile), figureText(after, f, profile)];
    return JSON.stringify(cellAt(before, f)) === JSON.stringify(cellAt(after, f))
      ? []
      : [`${f.label}: ${a || "not stated"} → ${b || "not stated"}`];
  });
}
