import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const rows = readFileSync("docs/words.md", "utf8")
  .split("\n")
  .filter((line) => line.startsWith("| ") && !line.startsWith("| word") && !line.startsWith("| --"))
  .map((line) => line.split("|").map((cell) => cell.trim()));
const never = rows.flatMap(([, word, , , cell]) =>
  (cell ?? "")
    .split(",")
    .map((n) => n.trim())
    .filter(Boolean)
    .map((n) => ({ word: word!, never: n })),
);

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return files(path);
    return /\.tsx?$/.test(entry.name) && !entry.name.includes(".test.") ? [path] : [];
  });

/**
 * Whatever of a file could be read by somebody: its texts that have more than one word, and the text
 * between its tags.
 */
function readable(path: string): string[] {
  const source = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    const isName =
      ts.isImportDeclaration(node) || (ts.isJsxAttribute(node) && node.name.getText() === "className");
    if (isName) return;
    if (ts.isStringLiteralLike(node) || ts.isTemplateLiteralToken(node) || ts.isJsxText(node))
      if (/\S\s+\S/.test(node.text)) found.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const texts = ["src/core", "src/catalogue", "src/phases", "src/ui", "src/app", "src/server"]
  .flatMap(files)
  .flatMap((path) => readable(path).map((text) => ({ path, text })));

describe("words", () => {
  it("are named with what they mean and where they stand", () => {
    expect(rows.length).toBeGreaterThan(20);
    for (const [, word, meaning, where] of rows) expect([word, meaning, where].every(Boolean)).toBe(true);
    expect(texts.length).toBeGreaterThan(2000);
  });

  it.each(never)("for $word no screen says $never", ({ never: other }) => {
    const asWords = new RegExp(`(^|[^\\p{L}])${other.replace(/ /g, "\\s+")}s?([^\\p{L}]|$)`, "iu");
    expect(texts.filter(({ text }) => asWords.test(text))).toEqual([]);
  });
});
