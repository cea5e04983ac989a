const GLOBALS = new URL("./globals.mjs", import.meta.url).href;

/** Jest's own module throws outside of Jest's environment. */
export function resolve(specifier, context, next) {
  return specifier === "@jest/globals" ? { url: GLOBALS, shortCircuit: true } : next(specifier, context);
}
