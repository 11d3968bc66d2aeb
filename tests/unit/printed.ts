import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";

/** Ten dots to a millimetre. */
const DPI = 254;
/** The first page of a PDF as it is printed: is a dot dark. */
export async function printed(pdf: Uint8Array) {
  const folder = mkdtempSync(join(tmpdir(), "brant-printed-"));
  const file = join(folder, "paper.pdf");
  writeFileSync(file, pdf);
  execFileSync("pdftoppm", [
    "-r",
    String(DPI),
    "-f",
    "1",
    "-l",
    "1",
    "-gray",
    "-singlefile",
    "-png",
    file,
    join(folder, "page"),
  ]);
  const png = readFileSync(join(folder, "page.png"));
  rmSync(folder, { recursive: true });
  const { data, info } = await sharp(png).greyscale().raw().toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    dark: (x: number, y: number) => data[y * info.width + x]! < 160,
  };
}
export type Printed = Awaited<ReturnType<typeof printed>>;

/** The longest dark run of a row of dots. */
export function longestIn({ width, dark }: Printed, y: number): number {
  let [longest, run] = [0, 0];
  for (let x = 0; x < width; x += 1) {
    run = dark(x, y) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}
