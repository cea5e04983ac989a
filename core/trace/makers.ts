import type { UnitFile } from "#core/unit/index.ts";

/** Values read from a line, in base units: V, A, W or VA, Ω, Hz, m, mm², °C. */
export interface Values {
  readonly volts?: number;
  readonly amps?: number;
  readonly watts?: number;
  readonly ohms?: number;
  readonly hertz?: number;
  readonly metres?: number;
  readonly mm2?: number;
  readonly awg?: number;
  /** A second voltage on the line: a transformer's secondary, a supply's output. */
  readonly outVolts?: number;
}

/** What feeds the circuit that a thing stands in. */
export interface Feed {
  readonly volts: number;
  readonly current: "ac" | "dc";
  /** The net that the circuit comes back to. */
  readonly back: string;
  /** The supply, transformer or board that gives it. */
  readonly from: string;
}

type PartFile = UnitFile["parts"][number];
export interface Made {
  readonly type: string;
  readonly parameters: Record<string, unknown>;
  /** Values that nobody gave: what was taken instead, as it is said. */
  readonly taken?: readonly string[];
  /** How far its values may lie from those taken, as a share of them. */
  readonly spread?: number;
  readonly weights?: PartFile["weights"];
  /** What its coil or its output stands at is nobody's word: nothing is read there. */
  readonly unsure?: true;
  /** The supply that it gives to what is traced from it. */
  readonly gives?: Pick<Feed, "volts" | "current">;
}

/** A load of unknown size may be twice or half what is taken for it. */
export const UNKNOWN = 0.6;
/** What a load of unknown size is taken to draw, A: on the mains, on a control voltage. Common practice, no source. */
const USUAL_AMPS = { mains: 1.5, control: 0.3 };
const usualAmps = (feed: Feed) => (feed.volts > 60 ? USUAL_AMPS.mains : USUAL_AMPS.control);

/** Current of a load: as given, by its watts, by its ohms, or what is usual. */
function drawn(values: Values, feed: Feed, powerFactor: number): { amps: number; known: boolean } {
  const volts = values.volts ?? feed.volts;
  if (values.amps !== undefined) return { amps: values.amps, known: true };
  if (values.watts !== undefined) return { amps: values.watts / (volts * powerFactor), known: true };
  return { amps: usualAmps(feed), known: false };
}

const rounded = (value: number) => Number(value.toPrecision(3));

/**
 * A winding on AC by what it draws, on DC by its ohms. Where the ohms are not given, a winding has `share` of its
 * impedance as resistance (common practice, no source), and may lie far from that.
 */
export function winding(type: string, dcType: string, powerFactor: number, share: number) {
  return (values: Values, feed: Feed): Made => {
    const volts = values.volts ?? feed.volts;
    const { amps, known } = drawn(values, feed, feed.current === "ac" ? powerFactor : 1);
    const taken = known ? [] : [`draws about ${rounded(amps)} A`];
    if (feed.current === "dc") {
      const ohms = values.ohms ?? (dcType === "dc-motor" ? 0.2 : 1) * (volts / amps);
      const byOhms = dcType === "solenoid" && values.ohms !== undefined ? volts / ohms : amps;
      const parameters = { volts, amps: rounded(byOhms), windingOhms: rounded(ohms) };
      const sure = values.ohms !== undefined || (known && dcType === "solenoid");
      return {
        type: dcType,
        parameters: dcType === "solenoid" ? { ...parameters, powerFactor: 0.98 } : parameters,
        ...(sure ? {} : { spread: UNKNOWN, taken: [...taken, `reads about ${rounded(ohms)} Ω`] }),
      };
    }
    const ohms = values.ohms ?? (share * volts) / amps;
    return {
      type,
      parameters: { volts, amps: rounded(amps), windingOhms: rounded(ohms) },
      ...(values.ohms === undefined
        ? { spread: UNKNOWN, taken: [...taken, `reads about ${rounded(ohms)} Ω`] }
        : {}),
    };
  };
}

/** A load of plain ohms, by its watts or its ohms. */
export function heaterOf(values: Values, feed: Feed): Made {
  const volts = values.volts ?? feed.volts;
  if (values.ohms !== undefined) return { type: "heater", parameters: { volts, ohms: values.ohms } };
  const watts = values.watts ?? (values.amps === undefined ? undefined : values.amps * volts);
  if (watts !== undefined) return { type: "heater", parameters: { volts, watts: rounded(watts) } };
  const usual = rounded(usualAmps(feed) * volts);
  return {
    type: "heater",
    parameters: { volts, watts: usual },
    spread: UNKNOWN,
    taken: [`takes about ${usual} W`],
    // Neither can be told from a size that nobody knew.
    weights: { aged: 0, "shorted-turns": 0 },
  };
}

/** A small relay's coil takes about half a watt on DC, a contactor's about 5 VA on AC. Common practice, no source. */
const COIL_WATTS = { dc: 0.5, ac: 5 };
/** Share of an AC coil's impedance that is resistance. Common practice, no source. */
const AC_COIL_SHARE = 0.3;

/** A relay whose coil nobody traced: its board drives it, with DC where the line gave a control voltage. */
export function drivenRelay(values: Values): Made {
  const { volts } = values;
  const sure = volts !== undefined && volts <= 60;
  const made = coilOf(values, "dc", sure ? volts : INSIDE_VOLTS);
  return sure
    ? { ...made, taken: [`its board drives it with ${volts} V DC`, ...(made.taken ?? [])] }
    : { ...made, unsure: true, taken: ["its board drives it; nothing is read at its coil"] };
}

/** A relay's coil by its volts and, if they are known, its ohms. */
export function coilOf(values: Values, current: "ac" | "dc", volts: number): Made {
  const amps = (current === "ac" ? COIL_WATTS.ac : COIL_WATTS.dc) / volts;
  const ohms = values.ohms ?? (current === "ac" ? AC_COIL_SHARE : 1) * (volts / amps);
  return {
    type: "relay",
    parameters: {
      coilVolts: volts,
      coilOhms: rounded(ohms),
      ...(current === "ac" ? { coilSupply: "ac", coilAmps: rounded(amps) } : {}),
    },
    ...(values.ohms === undefined
      ? { spread: UNKNOWN, taken: [`its coil reads about ${rounded(ohms)} Ω`] }
      : {}),
  };
}

/** Where no rating is given, one that stays out of the way of any load and opens on a short, A. */
const LARGE_FUSE_AMPS = { mains: 63, control: 20 };

export function fuseOf(type: string) {
  return (values: Values, feed: Feed): Made => ({
    type,
    parameters: {
      amps: values.amps ?? (feed.volts > 60 ? LARGE_FUSE_AMPS.mains : LARGE_FUSE_AMPS.control),
    },
    ...(values.amps === undefined ? { taken: ["it opens on a short only"] } : {}),
  });
}

/** Ohms of a transformer's windings over what its rated load is. Common practice, no source: some per cent each. */
const WINDING_SHARE = 0.04;
const USUAL_VA = 40;

export function transformerOf(values: Values, feed: Feed): Made {
  const primary = values.volts ?? feed.volts;
  const secondary = values.outVolts ?? 24;
  const va = values.watts ?? USUAL_VA;
  return {
    type: "transformer",
    parameters: {
      primaryVolts: primary,
      secondaryVolts: rounded(secondary * 1.08),
      primaryOhms: rounded((WINDING_SHARE * primary ** 2) / va),
      secondaryOhms: rounded((WINDING_SHARE * secondary ** 2) / va),
      magnetisingAmps: rounded((0.1 * va) / primary),
    },
    gives: { volts: secondary, current: "ac" },
    spread: UNKNOWN,
    taken: [
      ...(values.outVolts === undefined ? ["gives 24 V AC"] : []),
      ...(values.watts === undefined ? [`rated ${USUAL_VA} VA`] : []),
    ],
  };
}

/** Volts of a small board's own supply, where nobody said. Common practice, no source: 5, 12 or 24. */
export const INSIDE_VOLTS = 12;

/** A switching supply, or a board seen as one: what it makes of its feed is what its own outputs run on. */
export function supplyOf(values: Values, feed: Feed): Made {
  const other = values.volts !== undefined && Math.abs(values.volts - feed.volts) > 0.2 * feed.volts;
  const volts = values.outVolts ?? (other ? values.volts : undefined);
  return {
    type: feed.current === "ac" ? "power-supply" : "buck-regulator",
    parameters: {
      volts: volts ?? INSIDE_VOLTS,
      ...(feed.current === "ac" ? { minimumVolts: rounded(0.6 * feed.volts) } : {}),
    },
    gives: { volts: volts ?? INSIDE_VOLTS, current: "dc" },
    ...(volts === undefined ? { unsure: true, taken: [`gives ${INSIDE_VOLTS} V DC inside`] } : {}),
  };
}
