import type { NameKind } from "#core/workshop/index.ts";

/** The page's list of names of a kind, for completion. */
export const namesList = (kind: NameKind) => `names-of-${kind}`;
