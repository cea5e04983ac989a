/** What a meter showed last, and with which setting of which meter. */
export interface Shown {
  readonly by: string;
  readonly value: number;
}

/**
 * The reading that the probes may still be on when another check begins: what the meter showed last with this setting, whether or
 * not it was taken; with none of this setting, the reading that was taken with it last.
 */
export function probesAt(
  by: string,
  shown: Shown | undefined,
  taken: number | undefined,
): number | undefined {
  return shown?.by === by ? shown.value : taken;
}
