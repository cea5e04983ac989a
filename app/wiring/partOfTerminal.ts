/** "K3.com" belongs to K3, "P4.3.a" to P4.3. */
export function partOfTerminal(terminal: string): string {
  return terminal.slice(0, terminal.lastIndexOf("."));
}
