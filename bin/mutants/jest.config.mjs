import base from "../../jest.config.mjs";

/** The tests that mutants are held against: those of the area's own folders, which MUTANTS_FOLDERS names. */
const folders = (process.env.MUTANTS_FOLDERS ?? "core").split(",");

export default {
  ...base,
  rootDir: process.cwd(),
  testMatch: folders.map((folder) => `<rootDir>/${folder}/**/*.test.ts`),
  modulePathIgnorePatterns: ["<rootDir>/build"],
};
