import { defineConfig } from "@playwright/test";

const stands = JSON.parse(process.env.BRANT_TEST_STANDS ?? "[]") as Record<
  "base" | "other" | "folder",
  string
>[];
if (stands.length === 0) throw new Error("The application must run: start the end-to-end tests by npm test");
// Each worker reads this file for itself, and has a stand to itself.
const own = stands[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!;
process.env.BRANT_TEST_BASE = own.base;
process.env.BRANT_TEST_OTHER = own.other;
process.env.BRANT_TEST_FOLDER = own.folder;

export default defineConfig({
  testDir: "tests/e2e",
  workers: stands.length,
  fullyParallel: false,
  // What takes longest of what other tests cover in short: `npm run test:all` has it too.
  grepInvert: process.env.BRANT_ALL === "1" ? undefined : /@long/,
  // Generous, because two browsers, two servers and two databases share what may be two busy cores.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  outputDir: "test-results",
  use: {
    baseURL: own.base,
    actionTimeout: 60_000,
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
