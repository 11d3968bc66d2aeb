import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** Tests that put something in a module's place: each has its modules to itself. All others share theirs, which halves their time. */
const mocked = ["src/server/auth.test.ts", "tests/unit/madeUp.test.ts"];

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
          exclude: mocked,
          environment: "node",
          isolate: false,
          testTimeout: 30_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "mocked",
          include: mocked,
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
