import { createServer, type Server } from "node:net";
import { Instrument, isOhms, noContact, type MeterFunction } from "#core/meter/index.ts";
import { normal, seeded } from "#core/quantity/index.ts";
import { practiceAt, PracticeMeter } from "./practiceMeter.ts";
import { UsageError } from "./usage.ts";

export interface MeterOptions {
  readonly port: string;
  readonly say: string;
  readonly seconds: string;
  readonly practice?: string;
}

/** The probes are in the air for so long between two readings, as a share of how long each stands. */
const AWAY = 0.25;
/** Relative noise, one standard deviation. */
const NOISE = 0.0004;

/** What a scripted meter shows at a time: one value after the other, and nothing while the probes move. */
export function scripted(
  values: readonly number[],
  seconds: number,
  random: () => number,
): (fn: MeterFunction, at: number) => number {
  return (fn, at) => {
    const turn = at / seconds;
    const value = values[Math.floor(turn) % values.length]!;
    if (turn % 1 < AWAY) return noContact(fn);
    if (!Number.isFinite(value)) return isOhms(fn) ? Infinity : noContact(fn);
    return value * (1 + NOISE * normal(random));
  };
}

/** How often an exercise is looked at, ms. */
const FOLLOW_MS = 300;

/** Serves a simulated meter; one line in, at most one line out, for as many who connect. */
export function meterServer(shows: (fn: MeterFunction) => number): Server {
  return createServer((socket) => {
    const instrument = new Instrument(shows);
    let pending = "";
    socket.on("data", (bytes: Buffer) => {
      pending = (pending + bytes.toString("latin1")).slice(-1000);
      for (let at = pending.indexOf("\n"); at >= 0; at = pending.indexOf("\n")) {
        const reply = instrument.take(pending.slice(0, at));
        pending = pending.slice(at + 1);
        if (reply !== undefined) socket.write(`${reply}\n`);
      }
    });
    socket.on("error", () => socket.destroy());
  });
}

/** `npx zygodrome meter`: resolves when it is stopped. */
export function meter(options: MeterOptions, write: (text: string) => void): Promise<void> {
  const port = Number(options.port);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new UsageError("--port is a whole number from 1 to 65535.");
  return options.practice === undefined
    ? script(options, port, write)
    : follow(options.practice, port, write);
}

function script(options: MeterOptions, port: number, write: (text: string) => void): Promise<void> {
  const seconds = Number(options.seconds);
  if (!(seconds > 0 && seconds <= 3600)) throw new UsageError("--seconds is above 0 and at most 3600.");
  const values = options.say
    .split(",")
    .map((text) => (text.trim().toUpperCase() === "OL" ? Infinity : Number(text)));
  if (values.some(Number.isNaN) || options.say.trim() === "")
    throw new UsageError("--say is a list of numbers in base units, or OL, with commas between: 230.1,0,OL.");
  const show = scripted(values, seconds, seeded(1));
  return serve((fn) => show(fn, secondsNow()), port, write);
}

/** Shows what the meter of an exercise shows. */
async function follow(address: string, port: number, write: (text: string) => void): Promise<void> {
  const meter = new PracticeMeter(practiceAt(address));
  await meter.follow(secondsNow());
  const timer = setInterval(
    // A server that is away comes back; until then the meter shows what it showed.
    () => void meter.follow(secondsNow()).catch(() => undefined),
    FOLLOW_MS,
  );
  await serve((fn) => meter.shows(fn, secondsNow()), port, write).finally(() => clearInterval(timer));
}

const secondsNow = () => performance.now() / 1000;

function serve(
  shows: (fn: MeterFunction) => number,
  port: number,
  write: (text: string) => void,
): Promise<void> {
  const server = meterServer(shows);
  return new Promise((resolve, reject) => {
    server.once("error", (error: NodeJS.ErrnoException) =>
      reject(
        error.code === "EADDRINUSE"
          ? new UsageError(`Port ${port} is taken on this machine. Choose another with --port.`)
          : error,
      ),
    );
    server.once("close", resolve);
    server.listen(port, "127.0.0.1", () =>
      write(`A simulated meter answers at 127.0.0.1:${port}. Ctrl-C stops it.`),
    );
    process.once("SIGINT", () => server.close());
    process.once("SIGTERM", () => server.close());
  });
}
