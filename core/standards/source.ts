/** A fact of the trade that no standard states. */
export const PRACTICE = "common practice, no source";
