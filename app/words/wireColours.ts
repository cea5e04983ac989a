/** How wire colours are drawn. Names follow IEC 60757's set of colours; the name is always written beside. */
export const WIRE_COLOUR: Readonly<Record<string, string>> = {
  black: "#26282a",
  brown: "#6b3f22",
  red: "#b02a25",
  orange: "#d9772b",
  yellow: "#d8b421",
  green: "#3c7d3f",
  blue: "#2d6fa3",
  violet: "#7a4a8c",
  grey: "#8a8d8f",
  white: "#f4f2ec",
  pink: "#d98aa0",
  turquoise: "#3f9c98",
  tan: "#c4a374",
  gold: "#b8963a",
  silver: "#b4b8ba",
};

/** A wire's body colour and its tracer's: "green/yellow" is green with a yellow tracer. */
export function wireColours(name: string): { body: string; tracer?: string } {
  const [body = "", tracer] = name.split("/");
  const known = (colour: string) => WIRE_COLOUR[colour] ?? "#8a8d8f";
  return tracer === undefined ? { body: known(body) } : { body: known(body), tracer: known(tracer) };
}

/** Whether it names a colour at all: an earth or an own lead may go by what it is. */
export const isWireColour = (name: string): boolean => name.split("/")[0]! in WIRE_COLOUR;
