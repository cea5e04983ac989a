import { spawn } from "node:child_process";
import { StepError } from "./say.mjs";

/** The environment without settings that would lead a PostgreSQL program to another server. */
export function cleanEnvironment(extra = {}) {
  const kept = Object.entries(process.env).filter(([name]) => !/^PG[A-Z]/.test(name));
  return { ...Object.fromEntries(kept), ...extra };
}

/**
 * Runs a program to its end and returns its output. `inherit` shows the output as it comes instead.
 * Throws StepError with the last lines of the output when it fails. After `mostMinutes` it is ended, and has failed.
 */
export function run(
  command,
  args,
  { env = cleanEnvironment(), cwd, inherit = false, fix, allowFailure = false, mostMinutes } = {},
) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      env,
      cwd,
      stdio: inherit ? ["ignore", "inherit", "inherit"] : ["ignore", "pipe", "pipe"],
    });
    let output = "";
    const limit = mostMinutes && setTimeout(() => child.kill("SIGKILL"), mostMinutes * 60_000);
    child.stdout?.on("data", (chunk) => (output += chunk));
    child.stderr?.on("data", (chunk) => (output += chunk));
    child.on("error", (error) => reject(new StepError(`${command} could not be run: ${error.message}`, fix)));
    child.on("close", (code) => {
      clearTimeout(limit);
      if (code === 0 || allowFailure) return resolve({ code, output });
      const tail = output.trim().split("\n").slice(-15).join("\n  ");
      reject(
        new StepError(`${command} ${args.join(" ")} ended with ${code}${tail ? `:\n  ${tail}` : ""}`, fix),
      );
    });
  });
}
