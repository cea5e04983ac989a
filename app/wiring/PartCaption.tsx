import type { PartSuspicion } from "#core/view/index.ts";
import { percentText } from "../words/percent.ts";

/** Chance from which on it is written at the part. */
const WRITTEN = 0.05;

/** How a part is drawn with the suspicion on it: pale or not, how thick beside its plain outline, and how that is said. */
export function drawnAs(part: PartSuspicion | undefined): {
  ruledOut: boolean;
  ink: string;
  weight: number;
  said: string;
} {
  if (!part) return { ruledOut: false, ink: "var(--ink)", weight: 0, said: "" };
  const { ruledOut, chance } = part;
  return {
    ruledOut,
    ink: ruledOut ? "var(--receded)" : "var(--ink)",
    weight: 2 * chance,
    said: ruledOut ? ", ruled out" : `, ${percentText(chance)} per cent likely`,
  };
}

interface Props {
  label: string;
  part: PartSuspicion | undefined;
  x: number;
  /** Base lines of the label above the symbol and of the chance below it. */
  above: number;
  below: number;
  /** Sizes of the two, px. */
  size: number;
  chanceSize: number;
}

/** A part's label, struck where it is ruled out, and how likely it is where that is worth writing. */
export function PartCaption({ label, part, x, above, below, size, chanceSize }: Props) {
  const { ruledOut, ink } = drawnAs(part);
  return (
    <>
      <text
        x={x}
        y={above}
        textAnchor="middle"
        fontSize={size}
        fontWeight={ruledOut ? 400 : 700}
        textDecoration={ruledOut ? "line-through" : undefined}
        stroke="none"
        fill={ink}
        className="wiring-name"
      >
        {label}
      </text>
      {part && part.chance >= WRITTEN && (
        <text
          x={x}
          y={below}
          textAnchor="middle"
          fontSize={chanceSize}
          fontWeight="700"
          stroke="none"
          fill="var(--hazard)"
        >
          {percentText(part.chance)} %
        </text>
      )}
    </>
  );
}
