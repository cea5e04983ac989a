/** What the world has laid down: curves and tables of standards, each with its source. */
export { ntcOhms, platinumOhms, typeKMillivolts } from "./temperatureCurves.ts";
