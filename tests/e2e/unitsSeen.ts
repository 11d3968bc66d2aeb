import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { unitModels } from "@/catalogue/units";
import type { UnitSystem } from "@/core/units";
import { folder } from "./hands";

/** What ends a line of text on a page. */
const BLOCKS =
  /<\/?(?:p|li|td|th|div|h\d|dd|dt|section|option|label|button|tr|caption|text|legend|a|summary)\b[^>]*>/g;
/**
 * Words of a page that stand in attributes. In the survey an answer stands as its writer wrote it, with
 * what was understood below it.
 */
const ATTRIBUTES = /\b(?:title|aria-label|placeholder|value)="([^"]*)"/g;
const ATTRIBUTES_OF_SURVEY = /\b(?:title|aria-label|placeholder)="([^"]*)"/g;

/** A page's text line by line, without what is code. */
function linesOf(html: string, path: string): string[] {
  const isSurvey = path.endsWith("/site");
  const written = isSurvey ? html.replace(/<textarea\b[\s\S]*?<\/textarea>/g, "") : html;
  const plain = written.replace(/<(script|style)\b[\s\S]*?<\/\1>/g, "").replace(/<!--[\s\S]*?-->/g, "");
  const said = [...plain.matchAll(isSurvey ? ATTRIBUTES_OF_SURVEY : ATTRIBUTES)].map((m) => m[1]!);
  const text = plain.replace(BLOCKS, "\n").replace(/<[^>]+>/g, "");
  return [...text.split("\n"), ...said].map((line) =>
    line
      .replace(/&nbsp;|&#160;/g, " ")
      .replace(/&quot;|&#34;/g, '"')
      .replace(/\s+/g, " ")
      .trim(),
  );
}

/**
 * Names are called alike by everybody: of units, of their sizes, of threads and tubes, what a control
 * valve's own dial shows, and the school of iron that it is set by.
 */
const names = [...unitModels.values()]
  .flatMap((m) => [m.name, m.code, m.variant])
  .filter((name) => name.length > 2)
  .sort((a, b) => b.length - a.length);
const ALIKE = [
  /(?:\d+-)?\d+\/\d+ in\b/g,
  /\b[1-4] in (?=pipe|push|O-ring|split|barb|hose|compression|copper|PEX|PVC|CPVC|tube|steel|ball)/g,
  /\b[1-4] in(?=$| \|)/g,
  /(?:valve to|set to|^)\s?\d+ gpg(?:, \d+ gpg computed)?(?=$|\.)/g,
  /\d grains per mg\/L/g,
];
const withoutNames = (line: string): string =>
  ALIKE.reduce(
    (text, alike) => text.replace(alike, ""),
    names.reduce((text, name) => text.replaceAll(name, ""), line),
  );

const NUMBER = String.raw`(?<![\w.,/×-])\d[\d.,]*(?:\s*(?:–|to)\s*\d[\d.,]*)?\s?`;
const OF_THE_OTHER: Readonly<Record<UnitSystem, RegExp>> = {
  us: new RegExp(
    String.raw`${NUMBER}(?:L/min|L/day|L/h|m³/h|kPa|bar|°C|mm|cm|kg|g|L|mL|m|m²|m/h|g/L|BV/h)(?![\w/²³])`,
  ),
  metric: new RegExp(
    String.raw`${NUMBER}(?:gpm|gal/day|gpd|psi|°F|lb|gal|ft|ft³|ft²|gpg|grains|gpm/ft²|gpm/ft³|lb/ft³|in(?! (?:the|service|its|mg|all|use|a|one|each|place)\b))(?![\w/²³])`,
  ),
};

/** Lines of a page or paper in which a figure stands in the units that its reader does not read. */
export async function foreignTo(page: Page, system: UnitSystem, path: string): Promise<string[]> {
  const answer = await page.request.get(path);
  if (!answer.ok()) return [`${path}: ${answer.status()}`];
  const body = await answer.body();
  const isPdf = body.subarray(0, 4).toString() === "%PDF";
  return (isPdf ? paperLines(body) : linesOf(body.toString(), path))
    .filter((line) => OF_THE_OTHER[system].test(withoutNames(line)))
    .map((line) => `${path}: ${line.slice(0, 160)}`);
}

function paperLines(pdf: Buffer): string[] {
  const file = join(folder, "units.pdf");
  writeFileSync(file, pdf);
  return execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" })
    .split("\n")
    .map((line) => line.replace(/\s+/g, " ").trim());
}
