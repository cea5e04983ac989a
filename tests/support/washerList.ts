/**
 * Wiring list of a parts washer that is in no demo: outlet, breaker, emergency stop, control transformer with its fuse, a
 * board with two relays (heater and pump), a valve on 24 V AC through a float. Sixty rows, of which two are wrong on purpose
 * in `BAD`: a colour that is none, an end without its terminal.
 */
const HEAD = "From;To;Colour;Size (mm2);Length (m)";

const ROWS = `
L;TB1.1;brown;1.5;2
N;TB2.1;blue;1.5;2
PE;TB3.1;green/yellow;1.5;2
TB1.2;CB1.1;brown;1.5;0.4
CB1.2;ES1.1;brown;1.5;0.9
ES1.2;TB4.1;brown;1.5;0.9
TB4.2;P1.1;brown;1.5;0.6
TB4.2;F1.1;brown;0.75;0.3
TB2.2;P1.2;blue;1.5;0.6
TB2.2;TB5.1;blue;1.5;0.5
P1.1;K1.11;board;;
P1.1;K2.11;board;;
K1.14;P4.1;board;;
K2.14;P4.2;board;;
P1.2;P4.3;board;;
P4.1;TH1.1;grey;1.5;1.1
TH1.2;HT1.1;grey;1.5;0.4
HT1.2;P4.3;blue;1.5;1.2
P4.2;M1.1;black;0.75;1.4
M1.2;TB5.2;blue;0.75;1.4
F1.2;T1.P1;brown;0.75;0.2
T1.P2;TB5.2;blue;0.75;0.4
T1.S1;F2.1;red;0.75;0.2
F2.2;FS1.1;red;0.75;1.6
FS1.2;Y1.1;orange;0.75;0.8
Y1.2;TB6.1;violet;0.75;0.8
TB6.2;T1.S2;violet;0.75;0.5
TB5.2;H1.2;blue;0.75;0.9
TB4.2;S2.1;brown;0.75;0.9
S2.2;H1.1;white;0.75;0.3
`
  .trim()
  .split("\n");

/** Lamps over the basket, each on its own pair of wires, so that the list has sixty rows. */
const LAMPS = Array.from({ length: 15 }, (_, i) => [
  `S2.2;H${i + 2}.1;white;0.75;${(0.4 + 0.2 * i).toFixed(1)}`,
  `H${i + 2}.2;TB5.2;blue;0.75;${(0.4 + 0.2 * i).toFixed(1)}`,
]).flat();

const SIXTY = [...ROWS, ...LAMPS];

/** As a spreadsheet copies it, with two bad rows. */
export const BAD_LIST = [HEAD, ...SIXTY]
  .map((row) =>
    row.replace("F2.2;FS1.1;red", "F2.2;FS1;red").replace("P4.1;TH1.1;grey", "P4.1;TH1.1;gräulich"),
  )
  .join("\r\n");
export const GOOD_LIST = [HEAD, ...SIXTY].join("\r\n");

/** What the parts are where letters do not say, and what their plates say. */
export const WASHER_PARTS: Readonly<Record<string, string>> = {
  ES1: "emergency stop",
  FS1: "float switch",
  HT1: "element 2kW",
  M1: "pump 120W",
  K1: "relay 24V",
  K2: "relay 24V",
  T1: "transformer 230/24V 40VA",
  CB1: "breaker 16A",
  F1: "fuse 1A",
  F2: "fuse 2A",
  Y1: "valve 8W",
  ...Object.fromEntries(Array.from({ length: 16 }, (_, i) => [`H${i + 1}`, "lamp 10W"])),
};
