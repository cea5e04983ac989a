import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { run } from "./run.mjs";
import { step } from "./say.mjs";

const SOURCES = [
  "app",
  "core",
  "server",
  "demo",
  "public",
  "package-lock.json",
  "vite.config.ts",
  "vite.node.config.ts",
  "vite.worker.config.ts",
  "react-router.config.ts",
  "tsconfig.json",
];

/** Builds the application when its sources differ from those of the last build. */
export async function ensureBuild(root) {
  const stamp = path.join(root, "build/.sources");
  const now = fingerprint(root);
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === now) return;
  const fix = "the message above names the file; if you did not change it, run: git status";
  await step("building", async () => {
    await run("npx", ["--no-install", "react-router", "build"], { cwd: root, fix });
    for (const config of ["vite.worker.config.ts", "vite.node.config.ts"])
      await run("npx", ["--no-install", "vite", "build", "--config", config, "--logLevel", "warn"], {
        cwd: root,
        fix,
      });
  });
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, now);
}

/** Hash over the names and contents of every source file. */
function fingerprint(root) {
  const hash = createHash("sha256");
  const add = (file) => {
    if (!existsSync(file)) return;
    if (statSync(file).isDirectory()) {
      for (const entry of readdirSync(file).sort()) add(path.join(file, entry));
      return;
    }
    hash.update(path.relative(root, file)).update("\0").update(readFileSync(file)).update("\0");
  };
  for (const source of SOURCES) add(path.join(root, source));
  return hash.digest("hex");
}
