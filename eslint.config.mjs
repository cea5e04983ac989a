import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const impure = (name) => ({ name, message: "core is pure: no clock, no DOM, no I/O. Pass it in." });

export default tseslint.config(
  { ignores: ["build", ".react-router", ".zygodrome", "node_modules", "test-results"] },
  js.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: ["*.mjs", "*.cjs", "bin/*.mjs", "bin/steps/*.mjs", "tests/support/bare/*.mjs"],
        },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/only-throw-error": "off",
      "@typescript-eslint/require-await": "off",
      "no-console": "error",
    },
  },
  {
    files: ["core/**/*.ts"],
    ignores: ["core/**/*.test.ts"],
    rules: {
      "no-restricted-globals": [
        "error",
        ...[
          "Date",
          "performance",
          "setTimeout",
          "setInterval",
          "fetch",
          "window",
          "document",
          "navigator",
          "process",
          "globalThis",
          "crypto",
          "localStorage",
        ].map(impure),
      ],
      "no-restricted-properties": [
        "error",
        {
          object: "Math",
          property: "random",
          message: "core is deterministic: take a seeded generator as an argument.",
        },
      ],
      "max-lines": ["error", { max: 320, skipComments: true, skipBlankLines: true }],
    },
  },
  {
    files: ["{app,bench,bin,core,demo,server}/**/*.{ts,tsx}"],
    ignores: ["**/*.test.ts"],
    rules: {
      "max-lines-per-function": ["error", { max: 80, skipComments: true, skipBlankLines: true }],
    },
  },
  { files: ["app/**/*.{ts,tsx}"], ...reactHooks.configs.flat["recommended-latest"] },
  {
    files: ["**/*.mjs", "**/*.cjs"],
    ...tseslint.configs.disableTypeChecked,
    languageOptions: {
      globals: {
        process: "readonly",
        console: "readonly",
        setTimeout: "readonly",
        setInterval: "readonly",
        clearInterval: "readonly",
        clearTimeout: "readonly",
        URL: "readonly",
        performance: "readonly",
        fetch: "readonly",
        module: "writable",
      },
      parserOptions: { projectService: false },
    },
  },
);
