import type { Chart } from "../table/test.ts";

/** A sensor's ohms over temperature, with this one's reading marked where it can be. */
export function sensorCurve(
  of: (t: number) => number,
  [from, to]: readonly [number, number],
  mark: { x: number; y: number },
  log: boolean,
): Chart {
  return {
    x: { label: "°C" },
    y: { label: "Ω", ...(log ? { log: true as const } : {}) },
    lines: [
      {
        label: "should read",
        points: Array.from({ length: 61 }, (_, i): readonly [number, number] => {
          const t = from + ((to - from) * i) / 60;
          return [t, of(t)];
        }).filter(([, ohms]) => Number.isFinite(ohms)),
      },
    ],
    marks: Number.isFinite(mark.y) && mark.y > 0 ? [{ label: "this one", ...mark }] : [],
  };
}
