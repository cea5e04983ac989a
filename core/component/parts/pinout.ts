import { typedOhms } from "../typedOhms.ts";

export type RelayPin = string;
export interface PairRead {
  readonly a: RelayPin;
  readonly b: RelayPin;
  readonly ohms: number;
}
export interface RelayPinout {
  readonly coil: readonly [RelayPin, RelayPin];
  readonly coilOhms: number;
  /** Closed at rest. */
  readonly restPairs: readonly (readonly [RelayPin, RelayPin])[];
  /** Pins that join nothing at rest: make contacts and the commons of nothing else. */
  readonly loose: readonly RelayPin[];
}
type Trouble = { readonly trouble: string };

/** Reads "1-2 270, 3-4 0.1, 2-5 1.2M, 4-5 beep": pairs of pins with their ohms. */
export function readPairs(text: string, pins: readonly RelayPin[]): { readonly pairs: PairRead[] } | Trouble {
  const pairs: PairRead[] = [];
  for (const piece of text.split(/[,;\n]+/u)) {
    if (piece.trim() === "") continue;
    const [, a, b, reading] = /^\s*(\S+?)\s*[-–:]\s*(\S+)\s+(.+?)\s*$/u.exec(piece) ?? [];
    if (!a || !b || !reading)
      return { trouble: `“${piece.trim()}” was not understood. Write pairs like “1-2 270, 3-4 0.1”.` };
    const stranger = [a, b].find((p) => !pins.includes(p));
    if (stranger) return { trouble: `Pin “${stranger}” is read but not in the list of pins.` };
    const ohms = typedOhms(reading);
    if (ohms === undefined)
      return { trouble: `“${reading}” at ${a}–${b} is not ohms. Write 270, 1.2M, OL or beep.` };
    pairs.push({ a, b, ohms });
  }
  return pairs.length > 0
    ? { pairs }
    : { trouble: "No pair was understood. Write them like “1-2 270, 3-4 0.1”." };
}

/**
 * Finds an unmarked relay's coil and its rest contacts from the ohms between its pins. The pair with real ohms is the
 * coil, pairs near nothing are contacts closed at rest; what joins nothing makes when it is energised.
 * @param readings by pair, Ω; pairs left out are taken as OL
 * @param contact below this a pair is a contact, Ω
 * @param coilMost below this and above `contact` it is a coil, Ω
 */
export function findPinout(
  pins: readonly RelayPin[],
  readings: readonly PairRead[],
  contact: number,
  coilMost: number,
): RelayPinout | Trouble {
  const coils = readings.filter((r) => r.ohms >= contact && r.ohms < coilMost);
  if (coils.length === 0)
    return {
      trouble: "No pair reads like a coil (3 Ω to 100 kΩ): the coil is open, or a pair was not read.",
    };
  if (coils.length > 1)
    return {
      trouble: `${coils.length} pairs read like a coil (${coils.map((c) => `${c.a}–${c.b}`).join(", ")}): a relay has one. Read them again, out of circuit.`,
    };
  const [found] = coils;
  const rest = readings.filter((r) => r.ohms < contact).map((r) => [r.a, r.b] as const);
  const used = new Set([found!.a, found!.b, ...rest.flat()]);
  if (rest.flat().some((p) => p === found!.a || p === found!.b))
    return {
      trouble: "A coil pin reads as joined to a contact: a short inside, or a reading at the wrong pin.",
    };
  return {
    coil: [found!.a, found!.b],
    coilOhms: found!.ohms,
    restPairs: rest,
    loose: pins.filter((p) => !used.has(p)),
  };
}
