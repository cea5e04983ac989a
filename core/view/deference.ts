/** What goes before anything that this program says. */
export const DEFERENCE =
  "Local rules, the maker's instructions and licensed trades go before anything on this page. Protective devices are never bypassed.";
