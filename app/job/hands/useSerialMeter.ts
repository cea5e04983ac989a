import { useEffect, useRef, useState } from "react";
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

/** A bench meter on a serial port of this device, for as long as the page for busy hands is open. */
export function useSerialMeter(): SerialState {
  const alive = useAlive();
  const [meter, setMeter] = useState<SerialMeter>();
  const [trouble, setTrouble] = useState<string>();
  const open = useRef<SerialMeter>(undefined);
  useEffect(() => () => void open.current?.close(), []);
  const leave = () => {
    void open.current?.close();
    open.current = undefined;
    setMeter(undefined);
  };
  const join = async (baud: number) => {
    setTrouble(undefined);
    leave();
    try {
      const joined = await SerialMeter.on(await serialPorts()!.requestPort(), baud);
      open.current = joined;
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
