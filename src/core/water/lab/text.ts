/** Runs of blanks as one: a pattern that looks for blanks twice takes forever on a line of them. */
export const singleSpaced = (text: string): string => text.trim().replace(/\s+/g, " ");

/** Letters as they compare: small, without accents, superscripts as digits, punctuation as one space. */
export const plain = (text: string): string =>
  text
    .replace(/[⁰¹²³⁴⁵⁶⁷⁸⁹]/g, (c) => String("⁰¹²³⁴⁵⁶⁷⁸⁹".indexOf(c)))
    .replace(/[₀-₉]/g, (c) => String(c.charCodeAt(0) - 0x2080))
    .replace(/ß/g, "ss")
    .replace(/ø/g, "o")
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Spellings of units of a laboratory, as Brant's quantities know them; compared without spaces and case. */
const unitSpellings: readonly (readonly [RegExp, string])[] = [
  [/^(mg|milligram\w*)(\/|per|·|\.)?(l|liter|litre|ltr)(-1|⁻¹)?$/, "mg/L"],
  [/^ppm$/, "mg/L"],
  [/^(µg|ug|mcg|microgram\w*)(\/|per|·|\.)?(l|liter|litre|ltr)(-1|⁻¹)?$/, "µg/L"],
  [/^ppb$/, "µg/L"],
  [/^g\/l$/, "g/L"],
  [/^(gpg|gr\/gal|grains?\/gal\w*|grains?pergallon)$/, "gpg"],
  [/^(°d|°dh|dh|grad(dh)?|°dgh)$/, "°dH"],
  [/^(°f|°fh|fh|°th|gradf)$/, "°fH"],
  [/^mmol(\/|·)?l(-1)?$/, "mmol/L"],
  [/^(mval|meq)(\/|·)?l(-1)?$/, "meq/L"],
  [/^°?c(elsius)?$|^gradc(elsius)?$/, "°C"],
  [/^(deg|°)f(ahrenheit)?$|^fahrenheit$/, "°F"],
  [/^[µu]s(\/|·)?cm(-1)?$/, "µS/cm"],
  [/^ms(\/|·)?cm(-1)?$/, "mS/cm"],
  [/^ms(\/|·)?m(-1)?$/, "mS/m"],
  [/^(ntu|fnu|ftu|tu\/f|uft|unt)$/, "NTU"],
  [/^%(t|uvt)?(\/|per)?(cm|1cm)?$|^percent$/, "%"],
  [/^(cfu|mpn|kbe|ufc|npp|col\w*|count|n)(\/|per|\/?in|dans)?100(ml)?$/, "/100 mL"],
  [/^ph(units?)?$|^-+$|^–$|^1$/, ""],
];

/**
 * A unit of a laboratory as Brant spells it, or undefined. `as CaCO3` and the like are taken off first; °F
 * is hardness only where `hardness` says so.
 */
export function labUnit(written: string, hardness = false): string | undefined {
  const key = written
    .replace(/[μ]/g, "µ")
    .replace(/\b(as|als|en|como|in)\b/gi, " ")
    .replace(/ca\s?co\s?[3₃]/gi, "")
    .replace(/\((.*?)\)/g, "$1")
    .replace(/\s+/g, "")
    .toLowerCase()
    .replace(/⁻/g, "-")
    .replace(/¹/g, "1");
  if (hardness && /^°?f$/.test(key)) return "°fH";
  if (!hardness && key === "°f") return "°F";
  return unitSpellings.find(([pattern]) => pattern.test(key))?.[1];
}

/**
 * A column's label taken apart: what it names, and the unit written with it. `Iron (mg/L)`, `Eisen in
 * mg/l`, `Fe [µg/L]`, `Hardness, mg/L as CaCO3`.
 */
export function labelParts(label: string): { readonly name: string; readonly unit?: string } {
  const text = singleSpaced(label);
  const bracket = [...text.matchAll(/[([]([^)\]]*)[)\]]/g)]
    .reverse()
    .find((m) => m[1] !== undefined && labUnit(m[1], true) !== undefined && m[1].trim() !== "");
  if (bracket)
    return {
      name: `${text.slice(0, bracket.index)} ${text.slice(bracket.index + bracket[0].length)}`.trim(),
      unit: bracket[1]!.trim(),
    };
  const tail =
    /^(.*?)(?:\s*[,;:]\s*|\s+in\s+|\s+en\s+|_|\s+)((?:mg|µg|μg|ug|g|°|gpg|grains?|mmol|meq|mval|mS|uS|µS|ppm|ppb|NTU|FNU|%|CFU|KBE|UFC|MPN)\S*(?:\s*(?:as|als|en)?\s*CaCO3)?)$/i.exec(
      text,
    );
  if (tail && tail[1]!.trim() !== "" && labUnit(tail[2]!, true) !== undefined)
    return { name: tail[1]!.trim(), unit: tail[2]!.trim() };
  return { name: text };
}
