export { normal, seeded } from "#core/quantity/index.ts";
