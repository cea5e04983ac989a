import { readdirSync, readFileSync, readlinkSync } from "node:fs";
import net from "node:net";
import { StepError } from "./say.mjs";

/** A free port on the loopback address: the wanted one if it is free. */
export async function freePort(wanted = 0) {
  const port = await tryPort(wanted);
  if (port !== undefined) return port;
  if (wanted !== 0) return freePort();
  throw new StepError("No free port on 127.0.0.1.");
}

/** The wanted port, or words on who has it: entries that wait in a browser belong to the address, so it is never another. */
export async function exactPort(wanted) {
  if ((await tryPort(wanted)) !== undefined) return wanted;
  const who = whoListens(wanted);
  throw new StepError(
    `Port ${wanted} on 127.0.0.1 is taken${who ? ` by “${who.name}” (process ${who.pid})` : " by another program"}.`,
    `stop that program, or choose another port: PORT=${wanted + 1} npm start (what waits unsent in a browser waits at the old address)`,
  );
}

/** PORT as a number: 0 for any free one. */
export function readPort(text, otherwise) {
  if (text === undefined || text === "") return otherwise;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new StepError(`PORT is “${text}”, which is no port.`, "give a whole number from 1 to 65535");
}

function tryPort(wanted) {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once("error", () => resolve(undefined));
    probe.listen(wanted, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** The program that listens on a port of this machine, as far as this user may see it. */
function whoListens(port) {
  const hex = port.toString(16).toUpperCase().padStart(4, "0");
  const LISTENING = "0A";
  const sockets = new Set();
  for (const table of ["/proc/net/tcp", "/proc/net/tcp6"]) {
    for (const line of readOrNothing(table).split("\n").slice(1)) {
      const [, local = "", , state, , , , , , inode] = line.trim().split(/\s+/);
      if (local.endsWith(`:${hex}`) && state === LISTENING) sockets.add(`socket:[${inode}]`);
    }
  }
  for (const pid of readdirSync("/proc").filter((name) => /^\d+$/.test(name))) {
    let files;
    try {
      files = readdirSync(`/proc/${pid}/fd`);
    } catch {
      continue; // another user's process, or one that has just ended
    }
    const isIt = files.some((fd) => {
      try {
        return sockets.has(readlinkSync(`/proc/${pid}/fd/${fd}`));
      } catch {
        return false;
      }
    });
    if (isIt) return { pid: Number(pid), name: readOrNothing(`/proc/${pid}/comm`).trim() };
  }
  return undefined;
}

function readOrNothing(file) {
  try {
    return readFileSync(file, "utf8");
  } catch {
    return "";
  }
}
