import Papa from "papaparse";

/**
 * A file's bytes as text: UTF-8 where it is valid, else Windows' Latin letters, as older laboratory
 * programs write them.
 */
export function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/**
 * Cells of a text whose columns are parted by tab, semicolon, comma or bar, `most` rows of them; the sign
 * is found from the text.
 */
export function cellsOf(text: string, most = 500): string[][] {
  // A comma that stands for decimals would part columns where the semicolon or the tab is meant to.
  const head = text
    .split(/\r?\n/)
    .filter((l) => l.trim() !== "")
    .slice(0, 20);
  const often = (sign: string) => head.filter((l) => l.includes(sign)).length;
  const delimiter = ["\t", ";", "|"].find((sign) => often(sign) >= Math.max(1, head.length / 2));
  return Papa.parse<string[]>(text, {
    skipEmptyLines: "greedy",
    ...(delimiter ? { delimiter } : { delimitersToGuess: [",", ";", "\t", "|"] }),
  }).data.slice(0, most);
}
