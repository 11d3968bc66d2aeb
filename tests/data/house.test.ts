import { spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const npx = (...args: string[]) => spawnSync("npx", args, { encoding: "utf8" });

describe("the house", () => {
  it("has migrations that match the schema", () => {
    const folder = mkdtempSync(join(process.cwd(), ".brant-drift-"));
    cpSync("src/data/migrations", folder, { recursive: true });
    const made = npx(
      "drizzle-kit",
      "generate",
      "--dialect",
      "mysql",
      "--schema",
      "./src/data/schema/index.ts",
      "--out",
      `./${folder.split("/").at(-1)}`,
    );
    rmSync(folder, { recursive: true });
    expect(made.stdout + made.stderr).toContain("No schema changes");
  }, 60_000);

  it("catches an import that goes the wrong way", () => {
    const path = "src/core/site/wrong-way.ts";
    writeFileSync(path, 'export { poolFor } from "../../data/database";\n');
    const found = npx("depcruise", "--config", ".dependency-cruiser.cjs", path);
    rmSync(path);
    expect(found.status).not.toBe(0);
    expect(found.stdout).toContain("core-stands-alone");
  }, 60_000);

  it("names no registry in its lockfile and keeps secrets out of the repository", () => {
    expect(readFileSync("package-lock.json", "utf8")).not.toMatch(/"resolved": *"https?:/);
    const ignored = spawnSync("git", ["check-ignore", ".brant/secrets.json"], { encoding: "utf8" });
    expect(ignored.stdout.trim()).toBe(".brant/secrets.json");
  });
});
