/**
 * A label as it stands in the middle of a sentence: `Total hardness` → `total hardness`, but `pH`, `UV
 * transmittance` and `RO at the tap` stay.
 */
export const inSentence = (text: string): string =>
  /^\p{Lu}\p{Ll}|^\p{Lu} /u.test(text) ? `${text.charAt(0).toLowerCase()}${text.slice(1)}` : text;
