import { defineConfig } from "@playwright/test";

const base = process.env.BRANT_TEST_BASE;
if (!base) throw new Error("The application must run: start the end-to-end tests by npm test");

export default defineConfig({
  testDir: "tests/e2e",
  workers: 1,
  fullyParallel: false,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  outputDir: "test-results",
  use: {
    baseURL: base,
    actionTimeout: 30_000,
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
