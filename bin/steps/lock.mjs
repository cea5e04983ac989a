import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { StepError } from "./say.mjs";

/** Exit code by which flock says that somebody else holds the lock. */
const HELD = 75;

/**
 * One running Zygodrome a data folder. The kernel holds the lock for a child that lives as long as we do, so that no crash
 * leaves it behind.
 *
 * @returns `tell`, which writes where the program is to be found for the next one who tries, and `release`
 */
export async function lockFolder(folder) {
  mkdirSync(folder, { recursive: true });
  const told = path.join(folder, "running.json");
  // Appends nothing: opening the file as we would write it shows whether this user may.
  const file = path.join(folder, "start.lock");
  const child = spawn("flock", ["-n", "-E", String(HELD), file, "sh", "-c", "echo held; exec cat"], {
    stdio: ["pipe", "pipe", "pipe"],
    // Ctrl-C at the terminal reaches us only; the lock is given back last.
    detached: true,
  });
  let complaint = "";
  child.stderr.on("data", (chunk) => (complaint += chunk));
  await new Promise((resolve, reject) => {
    child.stdout.once("data", resolve);
    child.once("error", (error) => reject(new StepError(`The lock could not be taken: ${error.message}`)));
    child.once("exit", (code) => {
      if (code === HELD) return reject(alreadyRunning(told));
      reject(
        new StepError(
          `${file} cannot be used: ${complaint.trim() || `flock ended with ${code}`}`,
          `start as the user that ${folder} belongs to`,
        ),
      );
    });
  });
  child.unref();
  child.stdout.unref();
  child.stderr.unref();
  child.stdin.unref();
  return {
    tell: (address) => writeFileSync(told, JSON.stringify({ pid: process.pid, address })),
    release: () => child.stdin.end(),
  };
}

function alreadyRunning(told) {
  try {
    const { pid, address } = JSON.parse(readFileSync(told, "utf8"));
    return new StepError(
      `Zygodrome is already running at ${address} (process ${pid}). Nothing was changed.`,
      "open that address, or stop the running one with Ctrl-C in its window first",
    );
  } catch {
    return new StepError(
      "Zygodrome is being started from this folder already. Nothing was changed.",
      "wait for the other start to print its address",
    );
  }
}
