import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const alias = { "@": fileURLToPath(new URL("./src", import.meta.url)) };

export default defineConfig({
  resolve: { alias },
  test: {
    // Nothing else runs beside the tests: all cores are theirs.
    maxWorkers: "100%",
    projects: [
      {
        resolve: { alias },
        test: {
          name: "unit",
          include: ["src/**/*.test.ts", "tests/unit/**/*.test.ts", "tests/kinds/**/*.test.ts"],
          environment: "node",
          testTimeout: 30_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "screens",
          include: ["tests/screens/**/*.test.tsx"],
          environment: "jsdom",
          setupFiles: ["tests/screens/setUp.ts"],
          testTimeout: 30_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "data",
          include: ["tests/data/**/*.test.ts"],
          environment: "node",
          testTimeout: 30_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
