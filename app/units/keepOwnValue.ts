import type { SoundReading } from "#server/units/ownValue.ts";

/** Sends a reading on a sound unit to be kept as the unit's own value. Returns what became of it, and whether it was kept. */
export async function keepOwnValue(
  unit: string,
  reading: Omit<SoundReading, "lifts" | "from"> & Partial<SoundReading>,
): Promise<{ readonly kept: boolean; readonly said: string }> {
  try {
    const response = await fetch(`/units/${encodeURIComponent(unit)}/own-value`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(reading),
    });
    return { kept: response.ok, said: await response.text() };
  } catch {
    return { kept: false, said: "Not kept: the server can't be reached. Try it again later." };
  }
}
