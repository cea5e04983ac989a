import { spawn } from "node:child_process";
import { cleanEnvironment, run } from "./run.mjs";
import { StepError } from "./say.mjs";

/** Migrates the database as its owner, lets the application in, and loads the demo shop into an empty one. Needs the build. */
export async function prepareDatabase(root, cluster) {
  const env = cleanEnvironment({ DATABASE_URL: cluster.url, APP_PASSWORD: cluster.appPassword });
  const { output } = await run(process.execPath, ["build/node/prepare.js"], {
    cwd: root,
    env,
    fix: "the message above names the migration or model file",
  });
  return output.trim();
}

/** Between two collections a heap grows by three tenths, where V8 by itself lets it more than double (docs/scale.md). */
const HEAP = ["--max-semi-space-size=8", "--heap-growing-percent=30"];

/**
 * Starts the web server and resolves, once it listens, to its process and address. It ends with us, however we end: its
 * standard input closes then.
 */
export function startServer(root, databaseUrl, port, { stderr = "inherit", machineShop = "pellwick" } = {}) {
  return new Promise((resolve, reject) => {
    const env = cleanEnvironment({
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      NODE_ENV: "production",
      ENDS_WITH_INPUT: "yes",
      // Whoever sits at this machine works for the shop that was started here, without a sign-in, unless that is asked for.
      ...(process.env.ZYGODROME_SIGN_IN === "required" ? {} : { ZYGODROME_MACHINE_SHOP: machineShop }),
    });
    const child = spawn(process.execPath, [...HEAP, "build/node/main.js"], {
      cwd: root,
      env,
      stdio: ["pipe", "pipe", stderr],
      detached: true,
    });
    child.stdout.on("data", (chunk) => {
      const address = /listening on (\S+)/.exec(String(chunk))?.[1];
      if (address) resolve({ child, address });
    });
    child.once("exit", (code) =>
      reject(
        new StepError(`The web server ended with ${code} before it listened.`, "read the message above"),
      ),
    );
  });
}

/** Ends a server process and waits for it. */
export function stopServer(child) {
  return new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once("exit", () => resolve());
    child.kill("SIGTERM");
  });
}
