#!/usr/bin/env node
import path from "node:path";
import { fileURLToPath } from "node:url";
import { ensureBuild } from "./steps/build.mjs";
import { ensureModules, ensurePackages } from "./steps/packages.mjs";
import { Cluster, freePort } from "./steps/postgres.mjs";
import { explain, say, step } from "./steps/say.mjs";
import { prepareDatabase, startServer, stopServer } from "./steps/serve.mjs";

/** Everything from an empty clone to a page: packages, database, migrations, demo shop, build, server. */
const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const PORT = Number(process.env.PORT ?? 4127);
let cluster;
let server;
let ending;

async function end(code) {
  ending ??= (async () => {
    say("\n· stopping");
    if (server) await stopServer(server.child);
    if (cluster) await cluster.stop();
    say("  stopped");
  })();
  await ending;
  process.exit(code);
}

process.on("SIGINT", () => void end(0));
process.on("SIGTERM", () => void end(0));
process.on("SIGHUP", () => void end(0));

try {
  await ensurePackages();
  await ensureModules(root);
  cluster = new Cluster(path.join(root, ".zygodrome/postgres"));
  await step("starting the database", () => cluster.start());
  await ensureBuild(root);
  const prepared = await step("bringing the database up to date", () => prepareDatabase(root, cluster.url));
  if (prepared) say(`  ${prepared.replaceAll("\n", "\n  ")}`);
  server = await step("starting the web server", async () =>
    startServer(root, cluster.url, await freePort(PORT)),
  );
  server.child.once("exit", (code) => {
    if (ending) return;
    process.stderr.write(`\n✗ The web server ended with ${code}.\n`);
    void end(1);
  });
  say(`\nZygodrome is at ${server.address}   (Ctrl-C stops it)`);
} catch (error) {
  explain(error);
  await end(1);
}
