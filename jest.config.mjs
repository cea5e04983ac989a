const swc = (tsx) => [
  "@swc/jest",
  {
    jsc: {
      parser: { syntax: "typescript", tsx },
      target: "es2023",
      transform: { react: { runtime: "automatic" } },
    },
    module: { type: "es6" },
  },
];

export default {
  testMatch: ["<rootDir>/{core,server,app,demo,tests}/**/*.test.ts"],
  testEnvironment: "node",
  // A test that builds a whole dictionary takes seconds on an idle machine; speed is measured by the benches.
  testTimeout: 60_000,
  // Both cores of a small machine: Jest by itself leaves one idle.
  maxWorkers: 2,
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: { "\\.tsx$": swc(true), "\\.ts$": swc(false) },
  // Tests work for the demo shop, as its server does.
  setupFiles: ["<rootDir>/tests/support/inDemoShop.ts"],
  modulePathIgnorePatterns: ["<rootDir>/build", "<rootDir>/.zygodrome"],
};
