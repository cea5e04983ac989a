/** How much a browser lets us keep. */
export interface Room {
  /** Bytes. */
  readonly used: number;
  readonly most: number;
  /** It may not be cleared away when the device is short of room. */
  readonly lasting: boolean;
}

/** Below this much room photographs may not fit any more, bytes. */
export const LITTLE_ROOM = 60e6;

/** Asks for room that is not cleared away, and how much there is; undefined where the browser does not say. */
export async function roomHere(): Promise<Room | undefined> {
  if (!("storage" in navigator) || !navigator.storage.estimate) return undefined;
  const lasting = (await navigator.storage.persisted?.()) || (await navigator.storage.persist?.()) || false;
  const { usage = 0, quota = 0 } = await navigator.storage.estimate();
  return { used: usage, most: quota, lasting };
}

export function roomText({ used, most, lasting }: Room): string {
  const left = Math.max(0, most - used);
  const kept = `This browser keeps ${bytesText(used)} of Zygodrome and has room for ${bytesText(left)} more.`;
  const little =
    left < LITTLE_ROOM
      ? " That is little: send what waits, and clear room on the device before you take photographs."
      : "";
  const cleared = lasting
    ? ""
    : " It may clear copies away when the device is short of room; install Zygodrome on the device to keep them.";
  return `${kept}${little}${cleared}`;
}

/** A number of bytes as people say it. */
export function bytesText(bytes: number): string {
  if (bytes < 1e6) return `${Math.ceil(bytes / 1e3)} kB`;
  return bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.round(bytes / 1e6)} MB`;
}
