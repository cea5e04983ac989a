import { wireColours } from "../words/wireColours.ts";

/** A short piece of the wire, with its tracer stripe. */
export function WireSwatch({ colour }: { colour: string }) {
  const { body, tracer } = wireColours(colour);
  return (
    <svg viewBox="0 0 32 9" width="28" height="8" aria-hidden>
      <rect x="0.5" y="0.5" width="31" height="8" fill={body} stroke="var(--ink-soft)" strokeWidth="0.7" />
      {tracer && <rect x="1" y="3" width="30" height="3" fill={tracer} />}
    </svg>
  );
}
