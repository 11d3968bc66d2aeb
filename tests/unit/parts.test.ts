import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const root = join(import.meta.dirname, "../..");
const parts = readFileSync(join(root, "src/app/parts/Parts.tsx"), "utf8");
const shown = readdirSync(join(root, "src/ui"))
  .filter((file) => file.endsWith(".tsx"))
  .map((file) => file.replace(".tsx", ""));

describe("the page of parts", () => {
  it.each(shown)("shows %s", (name) => {
    expect(parts).toContain(`from "@/ui/${name}"`);
  });
});
