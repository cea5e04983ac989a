import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import type { loader } from "../../routes/meters.ts";
import { networkMeter, type MeterSource } from "./useMeter.ts";
import { useSerialMeter, type SerialState } from "./useSerialMeter.ts";

export interface MeterChoice {
  /** Those that can be asked: one on this device's serial port first, then the shop's list. */
  readonly meters: readonly MeterSource[];
  readonly meter: MeterSource | undefined;
  readonly choose: (id: string) => void;
  /** The list has come, and is empty. */
  readonly none: boolean;
  readonly serial: SerialState;
}

/** The meter that was chosen last: between two openings of a page for busy hands it stays the same. */
const last: { id?: string } = {};

/** The meters that can be asked, and the one that is. */
export function useMeterChoice(): MeterChoice {
  const { load, data } = useFetcher<typeof loader>();
  useEffect(() => void load("/meters"), [load]);
  const serial = useSerialMeter();
  const [chosen, setChosen] = useState(last.id);
  const meters = [...(serial.meter ? [serial.meter] : []), ...(data?.meters ?? []).map(networkMeter)];
  return {
    meters,
    meter: meters.find((m) => m.id === chosen) ?? meters[0],
    choose: (id) => {
      last.id = id;
      setChosen(id);
    },
    none: data !== undefined && meters.length === 0,
    serial,
  };
}
