import type { MeterFunction } from "../meter.ts";

/**
 * The open instrument command set as far as a bench meter needs it: IEEE 488.2 common commands, SCPI-1999 measurement
 * instructions; from memory. Headers have a long and a short form, the short one in capitals here.
 */
const HEADERS: Readonly<Partial<Record<MeterFunction, string>>> = {
  vac: "VOLTage:AC",
  vdc: "VOLTage:DC",
  mv: "VOLTage:DC",
  ohm: "RESistance",
  continuity: "CONTinuity",
  diode: "DIODe",
  farad: "CAPacitance",
  aac: "CURRent:AC",
  adc: "CURRent:DC",
  ua: "CURRent:DC",
  hz: "FREQuency",
};

/** What asks a bench meter for one reading; undefined for a function that the command set does not have. */
export function measureCommand(fn: MeterFunction): string | undefined {
  const header = HEADERS[fn];
  return header && `MEASure:${header}?`;
}

export const IDENTIFY = "*IDN?";
export const NEXT_ERROR = "SYSTem:ERRor?";

/** SCPI-1999 writes infinity as 9.9E37 and no number as 9.91E37. */
const INFINITE = 9.9e37;
const NO_NUMBER = 9.91e37;

/** A reading of a reply, in base units, Infinity over limit; undefined where the reply is no number. */
export function readReply(text: string): number | undefined {
  const tidy = text.trim();
  if (!/^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d{1,3})?$/iu.test(tidy)) return undefined;
  const value = Number(tidy);
  if (Math.abs(value) >= NO_NUMBER) return undefined;
  return Math.abs(value) >= INFINITE ? Math.sign(value) * Infinity : value;
}

/** Whether what was received is the header: either form of each of its words, in any case of letters. */
function isHeader(received: string, header: string): boolean {
  const words = received.split(":");
  const known = header.split(":");
  return (
    words.length === known.length &&
    words.every((word, i) => {
      const long = known[i]!.toUpperCase();
      const short = known[i]!.replace(/[a-z]/gu, "");
      return [long, short].includes(word.toUpperCase());
    })
  );
}

/** A meter that speaks the command set: one line in, a reply or none out. It shows what `shows` says, in base units. */
export class Instrument {
  private readonly errors: string[] = [];
  private configured: MeterFunction = "vdc";
  private readonly shows: (fn: MeterFunction) => number;

  constructor(shows: (fn: MeterFunction) => number) {
    this.shows = shows;
  }

  /** @returns the reply to a query, or undefined for what is answered with nothing */
  take(line: string): string | undefined {
    const [header = "", ...rest] = line.trim().split(/\s+/u);
    const isQuery = header.endsWith("?");
    const name = isQuery ? header.slice(0, -1) : header;
    if (name === "") return undefined;
    switch (header.toUpperCase()) {
      case "*IDN?":
        return "Zygodrome,Simulated meter,0,1";
      case "*CLS":
        this.errors.length = 0;
        return undefined;
      case "*RST":
        this.configured = "vdc";
        return undefined;
      case "*OPC?":
        return "1";
    }
    if (isQuery && isHeader(name, "SYSTem:ERRor")) return this.errors.shift() ?? '0,"No error"';
    if (isQuery && isHeader(name, "READ")) return this.reading(this.configured);
    const measured = functionAfter(name, "MEASure");
    if (measured && isQuery) return this.reading(measured);
    const configured = functionAfter(name, "CONFigure");
    if (configured && !isQuery && rest.length <= 1) {
      this.configured = configured;
      return undefined;
    }
    // SCPI-1999 has no more than it can hold; the oldest stand.
    if (this.errors.length < 20) this.errors.push('-113,"Undefined header"');
    return undefined;
  }

  private reading(fn: MeterFunction): string {
    const value = this.shows(fn);
    if (!Number.isFinite(value)) return `${value < 0 ? "-" : "+"}9.90000000E+37`;
    return `${value < 0 ? "" : "+"}${value.toExponential(8).toUpperCase()}`;
  }
}

function functionAfter(name: string, root: string): MeterFunction | undefined {
  const found = Object.entries(HEADERS).find(([, header]) => isHeader(name, `${root}:${header}`));
  return found?.[0] as MeterFunction | undefined;
}
