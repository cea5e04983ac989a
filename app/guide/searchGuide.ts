import MiniSearch from "minisearch";
import { GUIDE_PAGES, type GuidePage } from "./guidePages.ts";
import { TERMS } from "./terms.ts";

const index = new MiniSearch<{ id: string; title: string; purpose: string; text: string; terms: string }>({
  fields: ["title", "purpose", "text", "terms"],
  searchOptions: { boost: { title: 4, purpose: 2 }, prefix: true, fuzzy: 0.2, combineWith: "AND" },
});
index.addAll(
  GUIDE_PAGES.map((p) => ({
    id: p.id,
    title: p.title,
    purpose: p.purpose,
    text: [...p.steps, ...(p.notes ?? [])].join(" "),
    terms: (p.terms ?? []).map((t) => TERMS[t].name).join(" "),
  })),
);

/** The guide's pages that have all words, the best first; all of them, in their order, for nothing asked. */
export function searchGuide(words: string): readonly GuidePage[] {
  if (words.trim() === "") return GUIDE_PAGES;
  return index.search(words).flatMap(({ id }) => GUIDE_PAGES.find((p) => p.id === id) ?? []);
}
