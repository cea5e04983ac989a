import { WANTED } from "./names.ts";

/** The page of ours that was wanted when the one for times without a network was shown in its place; undefined where it is none. */
export function wantedPage(address: string): string | undefined {
  const here = new URL(address);
  const wanted = here.searchParams.get(WANTED);
  if (wanted === null || !URL.canParse(wanted, here.origin)) return undefined;
  const { origin, href } = new URL(wanted, here.origin);
  return origin === here.origin ? href : undefined;
}
