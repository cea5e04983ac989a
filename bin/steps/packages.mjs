import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { run, cleanEnvironment } from "./run.mjs";
import { step, StepError } from "./say.mjs";

const POSTGRES = "/usr/lib/postgresql";

/** Folder with initdb and pg_ctl of the newest PostgreSQL installed; undefined where there is none. */
export function postgresBin() {
  if (!existsSync(POSTGRES)) return undefined;
  const versions = readdirSync(POSTGRES).filter((v) => existsSync(path.join(POSTGRES, v, "bin/initdb")));
  versions.sort((a, b) => Number(b) - Number(a));
  return versions[0] && path.join(POSTGRES, versions[0], "bin");
}

export const CHROMIUM = "/usr/bin/chromium-headless-shell";

/** Installs the Debian packages that are missing when root; otherwise says exactly which to install. */
export async function ensurePackages({ browser = false, simulator = false } = {}) {
  const missing = [];
  if (!postgresBin()) missing.push("postgresql");
  if (browser && !existsSync(CHROMIUM)) missing.push("chromium-headless-shell");
  if (simulator && !existsSync("/usr/bin/ngspice")) missing.push("ngspice");
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(" ")}`;
  if (process.getuid() !== 0)
    throw new StepError(`Missing Debian packages: ${missing.join(", ")}.`, `as root, run: ${command}`);
  await step(`installing Debian packages: ${missing.join(", ")}`, async () => {
    // Without this the package makes and starts a cluster of its own on port 5432.
    mkdirSync("/etc/postgresql-common/createcluster.d", { recursive: true });
    writeFileSync("/etc/postgresql-common/createcluster.d/zygodrome.conf", "create_main_cluster = false\n");
    const env = cleanEnvironment({ DEBIAN_FRONTEND: "noninteractive" });
    const fix = `check the network and the package sources, then run: ${command}`;
    await run("apt-get", ["update", "-q"], { env, fix });
    await run("apt-get", ["install", "-yq", "--no-install-recommends", ...missing], { env, fix });
  });
}

/** Runs npm ci when node_modules is missing or older than the lock file. */
export async function ensureModules(root) {
  const stamp = path.join(root, "node_modules/.package-lock.json");
  const lock = path.join(root, "package-lock.json");
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(lock).mtimeMs - 1000) return;
  await step("installing npm packages", () =>
    run("npm", ["ci", "--no-audit", "--no-fund"], {
      cwd: root,
      fix: "check that the npm registry can be reached, then run: npm ci",
    }),
  );
}
