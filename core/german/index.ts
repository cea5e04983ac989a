import type { Catalogue } from "../language/index.ts";
import app from "./app.json" with { type: "json" };
import components from "./components.json" with { type: "json" };
import core from "./core.json" with { type: "json" };
import server from "./server.json" with { type: "json" };
import units from "./units.json" with { type: "json" };
import words from "./words.json" with { type: "json" };

/** The interface in German, by the room that has the English text; `words` are such as come from several places, or from none. */
export const german: Catalogue = { ...words, ...server, ...units, ...components, ...core, ...app };
