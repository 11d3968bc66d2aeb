import { parseQuantity, printMeasured, type Quantity, type UnitSystem } from "@/core/units";
import { waterKeys, waterValues, type WaterKey } from "@/core/water";

/** What is kept of it: `iron = 0.1; ph = 6.8 to 8.2`, `lead = 95 % for 3000 L`, in canonical units. */
type Kind = "limits" | "reductions";

const isWaterKey = (key: string): key is WaterKey => (waterKeys as readonly string[]).includes(key);
/** What the limit of a key is counted in; what is no value of the water is a pressure. */
const quantityOf = (kind: Kind, key: string): Quantity =>
  kind === "reductions" ? "volume" : isWaterKey(key) ? waterValues[key].quantity : "pressure";

const AMOUNTS: Readonly<Record<Kind, RegExp>> = {
  limits: /^(at (?:least|most)\s+)?(.+?)(?:(\s+to\s+|\s*–\s*)(.+))?$/i,
  reductions: /^([\d.]+\s*%\s*for\s+)(.+)$/i,
};

/** Items with every amount rewritten, or why one cannot be read. */
function rewritten(
  text: string,
  kind: Kind,
  write: (amount: string, quantity: Quantity) => { readonly text: string } | { readonly error: string },
): { readonly text: string } | { readonly error: string } {
  const items: string[] = [];
  for (const item of text.split(";").map((i) => i.trim())) {
    const [key = "", rest = ""] = item.split("=").map((part) => part.trim());
    const found = AMOUNTS[kind].exec(rest);
    if (!found) {
      items.push(item);
      continue;
    }
    const [, before = "", first, between, second] = found;
    const quantity = quantityOf(kind, key);
    const amounts = [first!, ...(second === undefined ? [] : [second])].map((a) => write(a, quantity));
    const bad = amounts.find((a) => "error" in a);
    if (bad && "error" in bad) return { error: `${key}: ${bad.error}` };
    const said = amounts.map((a) => ("text" in a ? a.text : "")).join(between ? " to " : "");
    items.push(`${key} = ${before}${said}`);
  }
  return { text: items.join("; ") };
}

/** Limits and reductions of a unit in the units that a person reads. */
export function amountsShown(cell: string, kind: Kind, profile: UnitSystem): string {
  const shown = rewritten(cell, kind, (amount, quantity) => {
    const n = Number(amount.replace(/\s*L$/, ""));
    return Number.isFinite(n)
      ? { text: printMeasured({ is: "value", value: n }, quantity, profile) }
      : { text: amount };
  });
  return "text" in shown ? shown.text : cell;
}

/** What a person wrote of limits and reductions, in canonical units, or which amount could not be read and why. */
export const amountsFrom = (text: string, kind: Kind, profile: UnitSystem) =>
  rewritten(text, kind, (amount, quantity) => {
    const read = parseQuantity(amount, quantity, { profile });
    if (!read.ok) return { error: read.error };
    if (read.measured.is !== "value") return { error: "Write one number" };
    return { text: kind === "reductions" ? `${read.measured.value} L` : String(read.measured.value) };
  });
