import { useMatches } from "react-router";
import {
  notationAt,
  writerFor,
  type ChosenNotation,
  type Notation,
  type Writer,
} from "#core/language/index.ts";

/** What loaders gave a page, by route. */
type LoaderData = Readonly<Record<string, unknown>>;

const held = (of: unknown, name: string): unknown =>
  typeof of === "object" && of !== null ? (of as LoaderData)[name] : undefined;

/** Where loaders have the unit that a page is about, or a word of it. */
const hertzIn = (data: unknown): number | undefined =>
  [
    data,
    held(data, "unit"),
    held(data, "job"),
    held(held(data, "job"), "unit"),
    held(held(data, "practice"), "unit"),
  ]
    .map((of) => held(of, "hertz"))
    .find((hertz) => typeof hertz === "number");

/** How the shop's numbers are written on a page, and what is measured in: its own choice, and the mains of the unit on the page. */
export function notationIn(data: LoaderData): Notation {
  const settings = held(data["root"], "settings") as ChosenNotation | undefined;
  const hertz = Object.values(data)
    .map(hertzIn)
    .find((found) => found !== undefined);
  return notationAt(settings ?? { decimal: "point", temperature: "C", sizes: "metric" }, hertz);
}

export function useNotation(): Notation {
  return notationIn(Object.fromEntries(useMatches().map((m) => [m.id, m.loaderData])));
}

/** A browser shows one page at a time. */
let ofThisPage: Writer | undefined;

/** What the page in this browser is written by. A server has many pages at once, and knows each by its request (app/entry.server.tsx). */
export const writerOfThisPage = (): Writer | undefined => ofThisPage;

function writeThisPageBy(writer: Writer | undefined): void {
  if (typeof document !== "undefined") ofThisPage = writer;
}

/**
 * Called where a page begins to be made, for all of it is written by what this sets: an effect would come too late. One page sets
 * the same whenever it is made.
 */
export function useWritingOfPage(): void {
  writeThisPageBy(writerFor(useNotation()));
}
