#!/usr/bin/env node
/** Entry of `npx zygodrome …`: runs the TypeScript command line through tsx. */
import { register } from "tsx/esm/api";

register();
const { main } = await import("./cli/main.ts");
process.exitCode = await main(process.argv.slice(2));
