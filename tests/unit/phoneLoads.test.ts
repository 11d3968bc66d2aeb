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

/** Files that a file brings along when it is loaded; what is imported as a type alone is not. */
function broughtAtOnce(file: string): string[] {
  const text = readFileSync(file, "utf8");
  const still = [...text.matchAll(/^(?:import|export)\s+([^"';]*?)\s+from\s+"([^"]+)"/gm)]
    .filter(([, clause]) => !onlyTypes(clause!))
    .map(([, , name]) => name!);
  const bare = [...text.matchAll(/^import\s+"([^"]+)"/gm)].map(([, name]) => name!);
  return [...still, ...bare].flatMap((name) => fileOf(file, name) ?? []);
}

/** Files that it brings along, now or later. */
function broughtBy(file: string): string[] {
  const text = readFileSync(file, "utf8");
  const later = [...text.matchAll(/\bimport\(\s*"([^"]+)"\s*\)/g)].map(([, name]) => name!);
  return [...broughtAtOnce(file), ...later.flatMap((name) => fileOf(file, name) ?? [])];
}

/** How a file comes to another, file by file; undefined where it does not. */
function wayTo(from: string, to: string, brought = broughtBy): string[] | undefined {
  const before = new Map<string, string | undefined>([[from, undefined]]);
  for (const file of before.keys()) {
    if (file === to) {
      const way: string[] = [];
      for (let at: string | undefined = file; at !== undefined; at = before.get(at)) way.unshift(at);
      return way.map((path) => path.slice(src.length + 1));
    }
    for (const next of brought(file)) if (!before.has(next)) before.set(next, file);
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

  it("decides a reading without what turns handles, and without what only the office writes", () => {
    const readings = join(src, "phases/run/readingParts.ts");
    const reaches = (name: string) => wayTo(readings, join(src, name), broughtAtOnce) !== undefined;
    expect(
      ["core/log/readingTaken.ts", "core/readings/list.ts", "core/rig/regions.ts"].filter(reaches),
    ).toHaveLength(3);
    expect(
      ["core/log/list.ts", "core/log/phoneList.ts", "core/rig/goals.ts", "core/rig/judge.ts"].filter(reaches),
    ).toEqual([]);
  });

  it("has rules in no part of a step but those that follow what decides: by itself each would bring them again", () => {
    const parts = join(src, "phases/run/parts.tsx");
    const board = join(src, "phases/run/RunBoard.tsx");
    const begun = [board, ...broughtBy(parts)];
    expect(begun.length).toBeGreaterThan(8);
    const withRules = ["core/log/phoneList.ts", "core/readings/list.ts", "core/rig/compile.ts"].flatMap(
      (rules) => begun.flatMap((file) => wayTo(file, join(src, rules), broughtAtOnce) ?? []),
    );
    expect(withRules).toEqual([]);
  });
});
