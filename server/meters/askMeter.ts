import { connect } from "node:net";

/** What a meter does that is no answer, in words for whoever stands before it. */
export class MeterError extends Error {
  override name = "MeterError";
}

export interface MeterAddress {
  readonly host: string;
  readonly port: number;
}

/** A meter that says nothing for so long, ms, or says more than so much in one answer, is given up. */
const SILENT_MS = 2500;
const MOST_BYTES = 2048;

/**
 * Sends lines to a meter, one after the other, and gathers the reply to each query (a line that ends with "?"). Bounded in time
 * and size whatever the other side does.
 * @throws MeterError where it cannot be reached, stalls, floods or hangs up
 */
export function askMeter({ host, port }: MeterAddress, lines: readonly string[]): Promise<string[]> {
  return new Promise((resolve, reject) => {
    const replies: string[] = [];
    const left = [...lines];
    let pending = "";
    const socket = connect({ host, port });
    const end = (error?: MeterError) => {
      clearTimeout(timer);
      socket.destroy();
      if (error) reject(error);
      else resolve(replies);
    };
    const timer = setTimeout(
      () => end(new MeterError(`The meter at ${host}:${port} does not answer within ${SILENT_MS / 1000} s.`)),
      SILENT_MS,
    );
    /** Sends up to the next query. */
    const send = () => {
      for (let line = left.shift(); line !== undefined; line = left.shift()) {
        socket.write(`${line}\n`);
        if (line.endsWith("?")) return;
      }
      end();
    };
    socket.setNoDelay(true);
    socket.on("connect", send);
    socket.on("data", (bytes: Buffer) => {
      pending += bytes.toString("latin1");
      if (pending.length > MOST_BYTES)
        return end(new MeterError(`The meter at ${host}:${port} sends more than an answer.`));
      const at = pending.indexOf("\n");
      if (at < 0) return;
      replies.push(pending.slice(0, at).trim());
      pending = pending.slice(at + 1);
      send();
    });
    socket.on("error", (error: NodeJS.ErrnoException) =>
      end(
        new MeterError(
          error.code === "ECONNREFUSED"
            ? `Nothing listens at ${host}:${port}. Is the meter on, and its network port open?`
            : `The meter at ${host}:${port} cannot be reached (${error.code ?? "no reason given"}).`,
        ),
      ),
    );
    socket.on("close", () => end(new MeterError(`The meter at ${host}:${port} hung up.`)));
  });
}
