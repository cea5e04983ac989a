/** Keys of a job's page, and what they do. */
export const KEYS = [
  ["E", "write a finding down"],
  ["Esc", "leave the line or close what is open"],
  ["N", "another check than the one proposed"],
  ["W", "the wiring, and in it the arrow keys from part to part"],
  ["O", "the way to go about it"],
  ["U", "take back what was recorded last"],
  ["P", "declare the power"],
  ["C", "make the call"],
  ["?", "this sheet"],
] as const;

/** How a line is written, by examples. */
export const LINES = [
  ["P4.3 to N 118 vac", "two points, what the meter shows"],
  ["TC1 OL", "across a part"],
  ["1.8", "the pair asked for"],
  ["K3.com K3.no no beep", "the buzzer"],
  ["P4.3 230 in wash", "in another state"],
  ["looks burnt P4", "something seen, smelt or heard"],
  ["P four point three 118 volts AC", "dictated"],
] as const;
