import { measureCommand, NEXT_ERROR, readReply, type MeterFunction } from "#core/meter/index.ts";

/** As much of a serial port as is used here (Web Serial API, W3C community draft). */
export interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
  open(options: { readonly baudRate: number }): Promise<void>;
  close(): Promise<void>;
}
interface Serial {
  requestPort(): Promise<SerialPort>;
}

/** Speeds that bench meters have, baud; the first is what most leave the works with. */
export const SPEEDS = [9600, 19_200, 57_600, 115_200] as const;

/** A meter that says nothing for so long, ms, or says more than so much in one answer, is given up. */
const SILENT_MS = 2500;
const MOST_CHARACTERS = 2048;

/** The browser's serial ports; undefined where it has none. */
export function serialPorts(): Serial | undefined {
  return typeof navigator === "undefined" ? undefined : (navigator as { serial?: Serial }).serial;
}

/** A bench meter on a serial port, which speaks the same as one on the network. One reading at a time. */
export class SerialMeter {
  private readonly port: SerialPort;
  private readonly reader: ReadableStreamDefaultReader<Uint8Array>;
  private readonly writer: WritableStreamDefaultWriter<Uint8Array>;
  private pending = "";

  private constructor(port: SerialPort) {
    this.port = port;
    this.reader = port.readable!.getReader();
    this.writer = port.writable!.getWriter();
  }

  static async on(port: SerialPort, baudRate: number): Promise<SerialMeter> {
    await port.open({ baudRate });
    return new SerialMeter(port);
  }

  /** One reading, in base units, Infinity over limit. @throws Error in words where there is none */
  async read(fn: MeterFunction): Promise<number> {
    const command = measureCommand(fn);
    if (command === undefined)
      throw new Error("A bench meter has no such function. Read it by hand, and type it.");
    // What came late of an answer before is none of this one.
    this.pending = "";
    await this.writer.write(new TextEncoder().encode(`${command}\n${NEXT_ERROR}\n`));
    const reply = await this.line();
    const error = await this.line();
    if (!/^[+]?0\b/u.test(error)) throw new Error(`The meter says: ${error.slice(0, 80)}`);
    const value = readReply(reply);
    if (value === undefined) throw new Error(`The meter's answer is no reading: “${reply.slice(0, 40)}”.`);
    return value;
  }

  async close(): Promise<void> {
    await this.reader.cancel().catch(() => undefined);
    this.reader.releaseLock();
    await this.writer.close().catch(() => undefined);
    // A port whose streams somebody holds cannot be closed.
    this.writer.releaseLock();
    await this.port.close().catch(() => undefined);
  }

  private async line(): Promise<string> {
    for (;;) {
      const end = this.pending.indexOf("\n");
      if (end >= 0) {
        const line = this.pending.slice(0, end).trim();
        this.pending = this.pending.slice(end + 1);
        if (line !== "") return line;
        continue;
      }
      if (this.pending.length > MOST_CHARACTERS) throw new Error("The meter sends more than an answer.");
      const { value, done } = await within(SILENT_MS, this.reader.read());
      if (done) throw new Error("The meter's cable was pulled.");
      this.pending += new TextDecoder("latin1").decode(value);
    }
  }
}

function within<T>(ms: number, work: Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(
      () =>
        reject(
          new Error(`The meter does not answer within ${ms / 1000} s. Is its speed the one that was chosen?`),
        ),
      ms,
    );
    work.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}
