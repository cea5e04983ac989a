/** Where to go on: a page of ours, whatever was asked for; the board where it is none. */
export const ownPath = (to: unknown): string =>
  typeof to === "string" && /^\/(?![/\\])[\x21-\x7e]*$/u.test(to) ? to : "/";
