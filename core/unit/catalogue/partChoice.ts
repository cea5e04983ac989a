/** What must match when a kind of part is replaced by another, and what looks alike and is not. */
export interface PartChoice {
  readonly types: readonly string[];
  /** What is never changed. */
  readonly same: string;
  /** What may differ, and to which side; "" where nothing may. */
  readonly may: string;
  /** What is taken for it by mistake. */
  readonly alike: string;
  /** What is done when it goes in. */
  readonly fitting: string;
}

/** By kind of part; common practice, no source. */
const ROWS: readonly PartChoice[] = [
  {
    types: ["fuse", "soldered-fuse"],
    same: "Rating, speed, size, volts and breaking capacity: all as printed in the holder.",
    may: "",
    alike: "T and F of the same amps look the same; so do glass (low breaking capacity) and sand-filled.",
    fitting: "Clips tight and bright; no bridge in its place, not even for a try.",
  },
  {
    types: ["thermal-fuse", "cut-out", "thermostat"],
    same: "Opening temperature, amps, and whether it resets by hand.",
    may: "",
    alike: "One body comes in many temperatures: read the number on it, not its shape.",
    fitting: "Flat on its surface as the old one was; heat no leads that hold a thermal link.",
  },
  {
    types: ["capacitor"],
    same: "Capacitance, polarity, and lead spacing; beside a converter also low ESR.",
    may: "Volts and temperature up, never down.",
    alike: "Plain and low-ESR types of one value; X and Y types are not replaced by plain ones.",
    fitting: "Stripe to minus. Discharge the board first; clean what leaked.",
  },
  {
    types: ["breaker", "rcd", "rcbo"],
    same: "Amps, curve, poles, residual milliamps and type of the residual-current device.",
    may: "Breaking capacity up.",
    alike: "Type AC, A, F and B look the same; so do B and C curves.",
    fitting: "Terminals at their torque; tested with its tester, not only by its button.",
  },
  {
    types: ["gas-valve"],
    same: "Gas, pressure class, coil volts and flow direction: by its exact number.",
    may: "",
    alike: "Valves for natural and for bottled gas share a body.",
    fitting: "By a person who is licensed for gas; new seals, leak test under pressure.",
  },
  {
    types: ["relay", "double-relay", "change-over-relay", "contactor"],
    same: "Coil volts, AC or DC, contact kind, and pins.",
    may: "Contact amps up.",
    alike: "5, 12 and 24 V coils share one case; so do AC and DC coils.",
    fitting: "Track and joints beside it looked at; a coil diode keeps its direction.",
  },
  {
    types: ["resistor"],
    same: "Ohms and tolerance; fusible and flameproof stay so.",
    may: "Watts up, unless it is there to fuse.",
    alike: "Wire-wound and film of one value: a pulse kills the film.",
    fitting: "Off the board by as much as the old one where it runs hot.",
  },
  {
    types: [
      "diode",
      "bridge",
      "six-diode-bridge",
      "rectifier",
      "inverter-bridge",
      "zener",
      "transistor",
      "mosfet",
      "optotriac",
      "varistor",
    ],
    same: "Kind, direction and pins; recovery speed in a converter; a varistor's volts.",
    may: "Volts and amps up, but for a varistor or a Zener.",
    alike: "Same case, other pins: read the sheet of the very number.",
    fitting: "Heat paste new and thin, insulator whole, screw at its torque; earth screw back.",
  },
  {
    types: ["heater", "igniter"],
    same: "Volts, watts, flange and earth.",
    may: "",
    alike: "120 V and 230 V elements share their shape.",
    fitting: "Terminals new where they ran hot; earth to the sheath measured.",
  },
  {
    types: ["motor", "dc-motor", "split-winding-motor", "three-phase-motor"],
    same: "Volts, hertz, power, turning direction and shaft.",
    may: "",
    alike: "Left and right turning ones; with and without its own protector.",
    fitting: "Turns by hand; direction tried before it is coupled.",
  },
  {
    types: ["ntc", "ptc", "thermocouple"],
    same: "Kind and curve, length of the probe, and where it sits.",
    may: "",
    alike: "10 k at 25 °C comes with several curves.",
    fitting: "Thermocouple: plus to plus, its own wire up to the board. Paste where there was paste.",
  },
];

const ANY: Omit<PartChoice, "types"> = {
  same: "The number on the old part, and the revision letter behind it.",
  may: "",
  alike: "A later revision may need another loom or another setting: read its sheet.",
  fitting: "Screws at their torque, every earth screw back, links and addresses as they were.",
};

/** What to mind when a part of this type is chosen and fitted. */
export function partChoice(type: string): Omit<PartChoice, "types"> {
  return ROWS.find((r) => r.types.includes(type)) ?? ANY;
}
