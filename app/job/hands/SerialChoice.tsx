import { useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { SPEEDS } from "./serialMeter.ts";
import type { SerialState } from "./useSerialMeter.ts";

/** A meter on this device's serial port: joined here, at the speed that it is set to. */
export function SerialChoice({ serial }: { serial: SerialState }) {
  const [baud, setBaud] = useState<number>(SPEEDS[0]);
  if (serial.offered === undefined) return null;
  if (!serial.offered)
    return (
      <p className="text-ink-soft">
        This browser reaches no serial ports. A meter on the network works all the same.
      </p>
    );
  return (
    <div className="flex flex-wrap items-center gap-3">
      <label className="flex items-center gap-2">
        Speed, baud
        <select
          className="min-h-11 border-[1.5px] border-ink bg-field px-2"
          value={baud}
          onChange={(e) => setBaud(Number(e.target.value))}
          disabled={serial.meter !== undefined}
        >
          {SPEEDS.map((s) => (
            <option key={s} value={s}>
              {s}
            </option>
          ))}
        </select>
      </label>
      {serial.meter ? (
        <Button onClick={serial.leave}>Leave the serial port</Button>
      ) : (
        <Button onClick={() => serial.join(baud)}>Meter on a serial port</Button>
      )}
      {serial.trouble !== undefined && (
        <p role="alert" className="font-semibold text-hazard">
          {serial.trouble}
        </p>
      )}
    </div>
  );
}
