/** A circuit of a common kind to begin with, as lines that are then changed to what stands on the drawing. */
export interface TracePiece {
  readonly name: string;
  /** What it is found in. */
  readonly where: string;
  readonly lines: readonly string[];
}

/** Circuits that technicians meet every week. Values are common practice, no source: what is on the plate goes in their place. */
export const TRACE_PIECES: readonly TracePiece[] = [
  {
    name: "Heating element behind its guards",
    where: "boilers, dryers, warmers",
    lines: [
      "mains 230V 50Hz",
      "fuse F1 10A",
      "switch S1",
      "cut-out TH1",
      "thermostat TS1",
      "element HT1 2kW",
      "to N",
    ],
  },
  {
    name: "Motor on a board’s relay",
    where: "pumps, fans and drums of machines with a board",
    lines: [
      "mains 230V 50Hz",
      "fuse F1 10A",
      "door switch S1",
      "P1.1 black",
      "relay K1",
      "P1.2 orange",
      "motor M1 0.5A",
      "to N",
    ],
  },
  {
    name: "Control transformer with its fuse",
    where: "heating, ventilation and door controls",
    lines: [
      "mains 230V 50Hz",
      "fuse F1 0.5A",
      "transformer T1 230/24V",
      "to N",
      "from T1",
      "fuse F2 2A",
      "thermostat TS1",
      "valve Y1 24V 0.3A",
      "to T1",
    ],
  },
  {
    name: "Gas valve behind its limits",
    where: "burners on 24 V AC",
    lines: [
      "mains 120V 60Hz",
      "fuse F1 3A",
      "transformer T1 120/24V",
      "to N",
      "from T1",
      "fuse F2 3A",
      "limit switch LS1",
      "thermal fuse TF1",
      "P2.1 yellow",
      "relay K4",
      "P2.5 brown",
      "gas valve GV1 24V 0.28A",
      "to T1",
    ],
  },
  {
    name: "Battery motor behind a limit switch",
    where: "gates, lifts, covers",
    lines: [
      "battery 24V",
      "fuse F1 15A",
      "switch S1",
      "limit switch LS1",
      "X1.1 red",
      "motor M1 24V 5A",
      "to minus",
    ],
  },
  {
    name: "Small supply and what it feeds",
    where: "12 V peripherals of a machine on the mains",
    lines: [
      "mains 230V 50Hz",
      "fuse F1 1A",
      "power supply PS1 12V",
      "to N",
      "from PS1",
      "fuse F2 2A",
      "X1.1 red",
      "lamp LA1 12V 6W",
      "to PS1",
    ],
  },
];
