import { describe, expect, test } from "@jest/globals";
import { Instrument, type MeterFunction } from "#core/meter/index.ts";
import { SerialMeter, type SerialPort } from "./serialMeter.ts";

/** A port with something at its other end: what is written goes to `hear`, which sends what it likes. */
function portTo(hear: (line: string, send: (text: string) => void, hangUp: () => void) => void): SerialPort {
  let controller: ReadableStreamDefaultController<Uint8Array>;
  let written = "";
  return {
    readable: new ReadableStream({ start: (c) => void (controller = c) }),
    writable: new WritableStream({
      write: (bytes) => {
        written += new TextDecoder().decode(bytes);
        for (let at = written.indexOf("\n"); at >= 0; at = written.indexOf("\n")) {
          const line = written.slice(0, at);
          written = written.slice(at + 1);
          hear(
            line,
            (text) => controller.enqueue(new TextEncoder().encode(text)),
            () => controller.close(),
          );
        }
      },
    }),
    open: () => Promise.resolve(),
    close: () => Promise.resolve(),
  };
}

/** The simulated meter at the end of the wire. */
function instrument(shows: (fn: MeterFunction) => number): SerialPort {
  const meter = new Instrument(shows);
  return portTo((line, send) => {
    const reply = meter.take(line);
    if (reply !== undefined) send(`${reply}\r\n`);
  });
}

describe("a meter on a serial port", () => {
  test("is asked as one on the network is, in whatever pieces its answer comes", async () => {
    const meter = await SerialMeter.on(
      instrument((fn) => (fn === "vac" ? 229.4 : Infinity)),
      9600,
    );
    expect(await meter.read("vac")).toBeCloseTo(229.4, 9);
    expect(await meter.read("ohm")).toBe(Infinity);
    const slow = await SerialMeter.on(
      portTo((line, send) => {
        for (const piece of line.startsWith("MEAS") ? ["+4.", "70E", "+3\r", "\n"] : ['+0,"No error"\n'])
          send(piece);
      }),
      9600,
    );
    expect(await slow.read("ohm")).toBe(4700);
    await slow.close();
  });

  test.each<[string, (line: string, send: (text: string) => void, hangUp: () => void) => void, RegExp]>([
    [
      "says what is no number",
      (line, send) => send(line.startsWith("MEAS") ? "hello\n" : "0\n"),
      /no reading: “hello”/u,
    ],
    [
      "has an error",
      (line, send) => send(line.startsWith("MEAS") ? "1.0\n" : '-113,"Undefined header"\n'),
      /says: -113/u,
    ],
    ["floods", (_line, send) => send("1".repeat(3000)), /more than an answer/u],
    ["is pulled", (_line, _send, hangUp) => hangUp(), /cable was pulled/u],
    ["is silent", () => undefined, /does not answer within 2\.5 s/u],
  ])("that %s is told of in words", async (_name, hear, said) => {
    let once = false;
    const port = portTo((line, send, hangUp) => {
      // A cable is pulled once.
      if (once && hear.length === 3) return;
      once = true;
      hear(line, send, hangUp);
    });
    const meter = await SerialMeter.on(port, 9600);
    await expect(meter.read("vac")).rejects.toThrow(said);
  });

  test("has no low impedance: that is read by hand", async () => {
    const meter = await SerialMeter.on(
      instrument(() => 1),
      9600,
    );
    await expect(meter.read("lowz")).rejects.toThrow(/Read it by hand/u);
  });
});
