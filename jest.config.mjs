const swc = (tsx) => [
  "@swc/jest",
  {
    jsc: {
      parser: { syntax: "typescript", tsx },
      target: "es2023",
      transform: { react: { runtime: "automatic" } },
      experimental: { keepImportAttributes: true },
    },
    module: { type: "es6" },
  },
];

/** Tests of a server's own things: connections, processes, what is set once a program. Each file has them to itself. */
const OF_A_SERVER = ["server", "tests/server", "tests/cli"];

const every = {
  testEnvironment: "node",
  // Tests work for the demo shop, as its server does.
  setupFiles: ["<rootDir>/tests/support/inDemoShop.ts"],
  modulePathIgnorePatterns: ["<rootDir>/build", "<rootDir>/.zygodrome"],
};

export default {
  // One process: the runner of plain tests hands its settings to several by a race, and one that misses them waits for ever.
  // bin/test.mjs runs quarters of the tests side by side.
  maxWorkers: 1,
  // Of a server's tests: what waits for a process takes seconds on an idle machine. A project's own limit counts for nothing.
  testTimeout: 60_000,
  projects: [
    {
      ...every,
      displayName: "program",
      testMatch: ["<rootDir>/{core,app,demo,tests}/**/*.test.ts"],
      testPathIgnorePatterns: OF_A_SERVER.map((folder) => `<rootDir>/${folder}/`),
      // In plain Node, one process for many files: a world of its own for every file makes the engine three times as slow, and
      // what was unpacked, compiled and solved for one file would be so again for the next. They change nothing they share.
      runner: "jest-light-runner",
    },
    {
      ...every,
      displayName: "server",
      testMatch: OF_A_SERVER.map((folder) => `<rootDir>/${folder}/**/*.test.ts`),
      extensionsToTreatAsEsm: [".ts", ".tsx"],
      transform: { "\\.tsx$": swc(true), "\\.ts$": swc(false) },
    },
  ],
};
