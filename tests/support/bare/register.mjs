import { register } from "node:module";

/** Loaded before every thread of bare tests (NODE_OPTIONS, bin/test.mjs): they import Jest's functions as all tests do. */
register("./resolve.mjs", import.meta.url);
