/**
 * Mutation testing: `npm run test:mutants` (bin/mutants.ts), which chooses the lines. Sentences are not mutated: a text that
 * reads otherwise is found by reading, not by tests.
 */
export default {
  testRunner: "jest",
  testRunnerNodeArgs: ["--experimental-vm-modules", "--no-warnings"],
  jest: { configFile: "bin/mutants/jest.config.mjs", enableFindRelatedTests: true },
  coverageAnalysis: "perTest",
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["json", "progress-append-only"],
  jsonReporter: { fileName: ".zygodrome/mutants.json" },
  tempDirName: ".zygodrome/mutants",
  cleanTempDir: "always",
  concurrency: 2,
  timeoutMS: 60_000,
  dryRunTimeoutMinutes: 40,
  ignorePatterns: ["docs/screenshots", "build", "bench", "app", ".zygodrome", "test-results"],
  disableTypeChecks: false,
};
