import { format, isThisYear } from "date-fns";
import { useAlive } from "./useAlive.ts";

/** A time of day in the reader's own zone. The server does not know it, so it writes UTC until the page is alive. */
export function Clock({ at, withDate = false }: { at: string; withDate?: boolean }) {
  const alive = useAlive();
  const shown = alive
    ? format(new Date(at), withDate ? (isThisYear(at) ? "d MMM, HH:mm" : "d MMM yyyy") : "HH:mm")
    : withDate
      ? `${at.slice(0, 10)} ${at.slice(11, 16)}`
      : at.slice(11, 16);
  return (
    <time dateTime={at} className="reading">
      {shown}
    </time>
  );
}
