/** Entries that were written by a later version of the program, or damaged. */
export function unreadableText(count: number): string {
  return count === 1
    ? "One entry cannot be read by this version; it is kept and left out."
    : `${count} entries cannot be read by this version; they are kept and left out.`;
}
