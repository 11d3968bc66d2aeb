import { plain } from "./text";

/**
 * A result of a laboratory as written: a number with or without `<` or `>`, not detected, a trace, present,
 * absent, or text that is none of these.
 */
export type LabValue =
  | {
      readonly is: "number";
      readonly text: string;
      /** `0,123` and `1,234`: a decimal comma, or thousands. */ readonly unclear?: true;
    }
  | { readonly is: "below"; readonly text: string; readonly unclear?: true }
  | { readonly is: "above"; readonly text: string; readonly unclear?: true }
  | { readonly is: "detected" }
  | { readonly is: "notDetected" }
  | { readonly is: "present" }
  | { readonly is: "absent" }
  | { readonly is: "empty" }
  | { readonly is: "other" };

const notDetected = new Set([
  "nd",
  "n d",
  "nn",
  "n n",
  "n nachw",
  "not detected",
  "none detected",
  "nicht nachweisbar",
  "nicht nachgewiesen",
  "non detecte",
  "non detecte e",
  "no detectado",
  "no detectada",
  "b d l",
  "bdl",
  "lod",
  "loq",
  "bg",
  "n b",
  "u bg",
]);
const traces = new Set(["trace", "traces", "tr", "spur", "spuren", "traza", "trazas"]);
const absent = new Set([
  "absent",
  "absence",
  "ausente",
  "ausencia",
  "negative",
  "negativ",
  "negatif",
  "negativo",
  "neg",
  "abwesend",
]);
const present = new Set([
  "present",
  "presence",
  "presente",
  "presencia",
  "positive",
  "positiv",
  "positif",
  "positivo",
  "pos",
  "detected",
  "nachgewiesen",
  "nachweisbar",
  "anwesend",
]);
const empty = new Set(["", "n a", "na", "not tested", "nicht bestimmt", "n best", "non mesure", "no medido"]);

export type Decimal = "," | ".";
const NUMBER = /^[-−]?\d[\d.,'’\u00a0\u202f ]*$/;

/**
 * The sign that a table uses before decimals, from numbers that can be read in one way only; undefined
 * where no number says so.
 */
export function decimalOf(values: readonly string[]): Decimal | undefined {
  const found = new Set(
    values.flatMap((v): Decimal[] => {
      const n = v.trim().replace(/^[<>≤≥]\s*/, "");
      if (!NUMBER.test(n)) return [];
      const both = /^\d{1,3}([.,])\d{3}([.,])\d+$/.exec(n);
      if (both && both[1] !== both[2]) return [both[2] as Decimal];
      const one = /^[-−]?(\d+)([.,])(\d+)$/.exec(n);
      if (!one || (one[3]!.length === 3 && one[1]!.length <= 3 && one[1] !== "0")) return [];
      return [one[2] as Decimal];
    }),
  );
  return found.size === 1 ? [...found][0] : undefined;
}

function numberText(
  written: string,
  decimal: Decimal | undefined,
): { readonly text: string; readonly unclear: boolean } | undefined {
  const n = written.replace(/[\s\u00a0\u202f'’]/g, "").replace("−", "-");
  const both = /^-?\d{1,3}(?:([.,])\d{3})+([.,])\d+$/.exec(n);
  if (both && both[1] !== both[2])
    return { text: n.replaceAll(both[1]!, "").replace(both[2]!, "."), unclear: false };
  if (/^-?\d{1,3}([.,])\d{3}(\1\d{3})+$/.test(n)) return { text: n.replace(/[.,]/g, ""), unclear: false };
  const one = /^-?(\d+)([.,])(\d+)$/.exec(n);
  if (!one) return /^-?\d+$/.test(n) ? { text: n, unclear: false } : undefined;
  const thousands = one[3]!.length === 3 && one[1]!.length <= 3 && one[1] !== "0";
  if (decimal !== undefined)
    return {
      text:
        one[2] === decimal
          ? n.replace(decimal, ".")
          : thousands
            ? n.replace(/[.,]/g, "")
            : n.replace(",", "."),
      unclear: false,
    };
  return { text: n.replace(",", "."), unclear: thousands };
}

/** Reads one result. `decimal` is the table's sign before decimals; without it a number such as `1,234` is unclear. */
export function labValue(written: string, decimal: Decimal | undefined): LabValue {
  const text = written.trim();
  const key = plain(text);
  if (empty.has(key) && !/[<>]/.test(text)) return { is: "empty" };
  if (absent.has(key)) return { is: "absent" };
  if (present.has(key)) return { is: "present" };
  if (notDetected.has(key)) return { is: "notDetected" };
  if (traces.has(key)) return { is: "detected" };
  const sign = /^(<=?|≤|less than|kleiner|inferieur a|>=?|≥|more than)\s*(.*)$/i.exec(text);
  const number = numberText(sign ? sign[2]! : text, decimal);
  if (!number) return { is: "other" };
  const unclear = number.unclear ? { unclear: true as const } : {};
  if (sign && /^[>≥m]/i.test(sign[1]!)) return { is: "above", text: number.text, ...unclear };
  return sign
    ? { is: "below", text: number.text, ...unclear }
    : { is: "number", text: number.text, ...unclear };
}
