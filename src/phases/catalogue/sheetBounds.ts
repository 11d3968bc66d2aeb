import { strFromU8, unzipSync } from "fflate";

/** What a spreadsheet of units may hold at most: parts, bytes once they are unpacked, rows and columns. */
const PARTS = 200;
const UNPACKED = 24 * 1024 * 1024;
const ROWS = 4000;
const COLUMNS = 400;

const TOO_LARGE = `This spreadsheet holds more than a list of units can: at most ${ROWS} rows and ${COLUMNS} columns. Delete what lies beyond the list, and save it again`;
const columnOf = (letters: string): number =>
  [...letters].reduce((n, letter) => n * 26 + letter.charCodeAt(0) - 64, 0);

/** Does a sheet name a cell or a row beyond the bounds. */
function isBeyond(xml: string): boolean {
  for (const [, letters, row] of xml.matchAll(/[":]([A-Z]{1,3})(\d{1,7})"/g))
    if (columnOf(letters!) > COLUMNS || Number(row) > ROWS) return true;
  for (const [, row] of xml.matchAll(/<row\b[^>]{0,200}?\br="(\d+)"/g)) if (Number(row) > ROWS) return true;
  return false;
}

/**
 * Why a spreadsheet is not read at all, in words; undefined where it is within bounds. What its archive
 * says of sizes is looked at before anything is unpacked.
 */
export function sheetRefused(bytes: Uint8Array): string | undefined {
  let parts = 0;
  let unpacked = 0;
  unzipSync(bytes, {
    filter: (file) => {
      parts += 1;
      unpacked += file.originalSize;
      return false;
    },
  });
  if (parts > PARTS || unpacked > UNPACKED) return TOO_LARGE;
  const sheets = unzipSync(bytes, { filter: ({ name }) => /^xl\/worksheets\/[^/]+\.xml$/.test(name) });
  return Object.values(sheets).some((sheet) => isBeyond(strFromU8(sheet))) ? TOO_LARGE : undefined;
}
