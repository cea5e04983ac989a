import { defineConfig } from "@playwright/test";

/** Against the production build only. bin/test.mjs starts the server and says where it is. */
export default defineConfig({
  testDir: "tests/browser",
  testMatch: "**/*.spec.ts",
  // Two beside each other share the shop; what needs a shop of its own starts one.
  workers: 2,
  fullyParallel: false,
  forbidOnly: true,
  // A machine that is starved for minutes fails whatever has a limit. What passes only the second time is listed as flaky.
  retries: 1,
  // A page with a whole dictionary to build takes ten seconds on an idle machine, several times that on a busy one.
  timeout: 480_000,
  expect: { timeout: 90_000 },
  reporter: [
    ["list"],
    ["json", { outputFile: process.env["PLAYWRIGHT_RESULTS"] ?? "test-results/results.json" }],
  ],
  outputDir: "test-results/browser",
  use: {
    baseURL: process.env["ZYGODROME_URL"] ?? "http://127.0.0.1:4127",
    actionTimeout: 90_000,
    viewport: { width: 1280, height: 800 },
    // Its pictures of the page take more of the processor than the page does; a failure is looked into with --trace on.
    trace: "off",
    // What a test answers itself would not reach it through a service worker; its own tests allow one.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
      args: [
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-dev-shm-usage",
      ],
    },
  },
});
