import base from "../../jest.config.mjs";

/** Mutants are put into what Jest itself loads, so that no test runs in plain Node here. */
const server = base.projects.find((p) => p.displayName === "server");

/** The tests that mutants are held against: those of the area's own folders, which MUTANTS_FOLDERS names. */
const folders = (process.env.MUTANTS_FOLDERS ?? "core").split(",");

export default {
  ...server,
  testTimeout: base.testTimeout,
  rootDir: process.cwd(),
  testMatch: folders.map((folder) => `<rootDir>/${folder}/**/*.test.ts`),
  modulePathIgnorePatterns: ["<rootDir>/build"],
};
