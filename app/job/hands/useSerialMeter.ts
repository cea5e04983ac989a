import { useState } from "react";
import { useAlive } from "../../ui/useAlive.ts";
import { SerialMeter, serialPorts } from "./serialMeter.ts";
import type { MeterSource } from "./useMeter.ts";

export interface SerialState {
  /** Whether this browser has serial ports at all; undefined before the page is alive. */
  readonly offered?: boolean;
  readonly meter?: MeterSource;
  readonly trouble?: string;
  /** Lets somebody choose a port, and opens it. */
  readonly join: (baud: number) => void;
  readonly leave: () => void;
}

/** The meter that was joined: the power is declared between two openings of the page for busy hands, and it stays joined. */
const here: { meter?: SerialMeter } = {};

/** A bench meter on a serial port of this device, until it is left or the page is. */
export function useSerialMeter(): SerialState {
  const alive = useAlive();
  const [meter, setMeter] = useState(here.meter);
  const [trouble, setTrouble] = useState<string>();
  const leave = () => {
    void here.meter?.close();
    delete here.meter;
    setMeter(undefined);
  };
  const join = async (baud: number) => {
    setTrouble(undefined);
    leave();
    try {
      const joined = await SerialMeter.on(await serialPorts()!.requestPort(), baud);
      here.meter = joined;
      setMeter(joined);
    } catch (error) {
      // Nobody chose a port: that is no trouble.
      if (error instanceof DOMException && error.name === "NotFoundError") return;
      setTrouble("The port could not be opened: another program may have it.");
    }
  };
  return {
    ...(alive ? { offered: serialPorts() !== undefined } : {}),
    ...(meter ? { meter: { id: "serial", name: "on the serial port", read: (fn) => meter.read(fn) } } : {}),
    ...(trouble === undefined ? {} : { trouble }),
    join: (baud) => void join(baud),
    leave,
  };
}
