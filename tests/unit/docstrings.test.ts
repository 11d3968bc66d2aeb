import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const root = join(import.meta.dirname, "../../src");
const files = readdirSync(root, { recursive: true, encoding: "utf8" }).filter(
  (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file),
);

const isFunction = (node: ts.Expression | undefined): boolean =>
  node !== undefined && (ts.isArrowFunction(node) || ts.isFunctionExpression(node));

/** Names of the exported functions of a file that say nothing of themselves. */
function silent(text: string, file: string): string[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  return source.statements.flatMap((statement) => {
    const exported =
      ts.canHaveModifiers(statement) &&
      ts.getModifiers(statement)?.some((m) => m.kind === ts.SyntaxKind.ExportKeyword);
    const told = ts.getJSDocCommentsAndTags(statement).length > 0;
    if (!exported || told) return [];
    if (ts.isFunctionDeclaration(statement)) return [statement.name?.text ?? "default"];
    if (!ts.isVariableStatement(statement)) return [];
    return statement.declarationList.declarations
      .filter((d) => isFunction(d.initializer))
      .map((d) => d.name.getText());
  });
}

describe("docstrings", () => {
  it("are missed where there are none", () => {
    const text =
      "export const a = () => 1;\n/** Two. */\nexport const b = () => 2;\nexport function c() {}\nconst d = () => 4;";
    expect(silent(text, "x.ts")).toEqual(["a", "c"]);
  });
  it("stand at every exported function", () => {
    const found = files.flatMap((file) =>
      silent(readFileSync(join(root, file), "utf8"), file).map((name) => `${file}: ${name}`),
    );
    expect(found).toEqual([]);
  });
});
