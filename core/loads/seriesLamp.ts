export interface SeriesLamp {
  /** Through a dead short, A: all that can flow. */
  readonly shortAmps: number;
  /** Volts left for a load of these ohms. */
  readonly loadVolts: number;
  readonly glow: "bright" | "dim" | "dark";
  readonly says: string;
}

/** A lamp's cold filament has about a twelfth of its hot ohms. Common practice, no source. */
const COLD = 1 / 12;

/**
 * A filament lamp in series in place of the fuse: a short lights it and blows nothing. Its ohms are taken to rise
 * evenly from cold to hot with the volts across it, which is good enough to tell bright from dark.
 * @param loadOhms of what is fed through it
 */
export function seriesLamp(volts: number, lampWatts: number, loadOhms: number): SeriesLamp {
  const hot = volts ** 2 / lampWatts;
  const lampOhms = (across: number) => hot * (COLD + (1 - COLD) * Math.min(1, across / volts));
  let across = volts / 2;
  for (let i = 0; i < 200; i++)
    across = 0.5 * across + 0.5 * ((volts * lampOhms(across)) / (lampOhms(across) + loadOhms));
  const share = across / volts;
  const glow = share > 0.75 ? "bright" : share > 0.25 ? "dim" : "dark";
  return {
    shortAmps: volts / hot,
    loadVolts: volts - across,
    glow,
    says:
      glow === "bright"
        ? "Bright: the load takes all it can get, as a short does."
        : glow === "dim"
          ? "Dim: a real load, no short."
          : "Dark: little or nothing is drawn.",
  };
}
