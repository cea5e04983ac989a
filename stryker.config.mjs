/**
 * Mutation testing: `npm run test:mutants` (bin/mutants/run.ts), which chooses the lines. Sentences are not mutated: a text that
 * reads otherwise is found by reading, not by tests.
 */
export default {
  testRunner: "command",
  commandRunner: { command: "node bin/mutants/tests.mjs" },
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["json", "progress-append-only"],
  jsonReporter: { fileName: ".zygodrome/mutants.json" },
  tempDirName: ".zygodrome/mutants",
  cleanTempDir: "always",
  concurrency: Number(process.env.MUTANTS_AT_ONCE ?? 2),
  // Beside other work the engine's rooms take minutes: what is slow is not caught by that, and what loops for ever is.
  timeoutMS: 1000 * Number(process.env.MUTANTS_SECONDS ?? 180),
  dryRunTimeoutMinutes: 40,
  ignorePatterns: ["docs/screenshots", "build", "app", ".zygodrome", "test-results"],
  disableTypeChecks: false,
};
