import { percentText } from "../words/percent.ts";

/** Chance under which a part recedes. */
const CLEARED = 0.01;
/** Chance from which on it is written at the part. */
const WRITTEN = 0.05;

/** How a part stands with the suspicion on it: whether it is ruled out, its ink, and how that is said. */
export function standing(chance: number | undefined): { cleared: boolean; ink: string; said: string } {
  const cleared = chance !== undefined && chance < CLEARED;
  return {
    cleared,
    ink: cleared ? "var(--receded)" : "var(--ink)",
    said: chance === undefined ? "" : cleared ? ", ruled out" : `, ${percentText(chance)} per cent likely`,
  };
}

interface Props {
  label: string;
  chance: number | undefined;
  x: number;
  /** Base lines of the label above the symbol and of the chance below it. */
  above: number;
  below: number;
  /** Sizes of the two, px. */
  size: number;
  chanceSize: number;
}

/** A part's label, struck where it is ruled out, and how likely it is where that is worth writing. */
export function PartCaption({ label, chance, x, above, below, size, chanceSize }: Props) {
  const { cleared, ink } = standing(chance);
  return (
    <>
      <text
        x={x}
        y={above}
        textAnchor="middle"
        fontSize={size}
        fontWeight={cleared ? 400 : 700}
        textDecoration={cleared ? "line-through" : undefined}
        stroke="none"
        fill={ink}
        className="wiring-name"
      >
        {label}
      </text>
      {chance !== undefined && chance >= WRITTEN && (
        <text
          x={x}
          y={below}
          textAnchor="middle"
          fontSize={chanceSize}
          fontWeight="700"
          stroke="none"
          fill="var(--hazard)"
        >
          {percentText(chance)} %
        </text>
      )}
    </>
  );
}
