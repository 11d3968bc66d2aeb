import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { describe, expect, it } from "vitest";

const src = resolve("src");

/** The file that an import names, of those of the project. */
function fileOf(from: string, name: string): string | undefined {
  const base = name.startsWith("@/")
    ? join(src, name.slice(2))
    : name.startsWith(".")
      ? join(dirname(from), name)
      : undefined;
  if (base === undefined) return undefined;
  return ["", ".ts", ".tsx", "/index.ts", "/index.tsx"]
    .map((end) => base + end)
    .find((path) => existsSync(path) && /\.tsx?$/.test(path));
}

const onlyTypes = (clause: string): boolean =>
  clause.startsWith("type ") ||
  (/^\{[^}]*\}$/.test(clause) &&
    clause
      .slice(1, -1)
      .split(",")
      .filter((part) => part.trim() !== "")
      .every((part) => part.trim().startsWith("type ")));

/** Files that a file brings along when it is loaded, now or later; what is imported as a type alone is not. */
function broughtBy(file: string): string[] {
  const text = readFileSync(file, "utf8");
  const still = [...text.matchAll(/^(?:import|export)\s+([^"';]*?)\s+from\s+"([^"]+)"/gm)]
    .filter(([, clause]) => !onlyTypes(clause!))
    .map(([, , name]) => name!);
  const bare = [...text.matchAll(/^import\s+"([^"]+)"/gm)].map(([, name]) => name!);
  const later = [...text.matchAll(/\bimport\(\s*"([^"]+)"\s*\)/g)].map(([, name]) => name!);
  return [...still, ...bare, ...later].flatMap((name) => fileOf(file, name) ?? []);
}

/** How a file comes to another, file by file; undefined where it does not. */
function wayTo(from: string, to: string): string[] | undefined {
  const before = new Map<string, string | undefined>([[from, undefined]]);
  for (const file of before.keys()) {
    if (file === to) {
      const way: string[] = [];
      for (let at: string | undefined = file; at !== undefined; at = before.get(at)) way.unshift(at);
      return way.map((path) => path.slice(src.length + 1));
    }
    for (const next of broughtBy(file)) if (!before.has(next)) before.set(next, file);
  }
  return undefined;
}

/** Files of a folder that begin something in the browser. */
const clients = (folder: string): string[] =>
  readdirSync(join(src, folder))
    .map((name) => join(src, folder, name))
    .filter((path) => /\.tsx?$/.test(path) && readFileSync(path, "utf8").startsWith('"use client"'));

describe("what a phone loads with its run", () => {
  it("follows imports: a barrel of the core leads to Zod, a single file of it does not", () => {
    expect(wayTo(join(src, "core/families/index.ts"), join(src, "core/zod.ts"))).toBeDefined();
    expect(wayTo(join(src, "core/families/keysOf.ts"), join(src, "core/zod.ts"))).toBeUndefined();
  });

  it("checks no schemas and judges no train, now or later: that is the server's", () => {
    const begun = [...clients("phases/run"), ...clients("phases/outbox")];
    expect(begun.length).toBeGreaterThan(8);
    for (const file of begun)
      for (const heavy of ["core/zod.ts", "core/train/judge.ts", "core/plumbing/takeOff.ts"])
        expect([file.slice(src.length + 1), wayTo(file, join(src, heavy))]).toEqual([
          file.slice(src.length + 1),
          undefined,
        ]);
  });
});
