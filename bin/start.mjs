#!/usr/bin/env node
import path from "node:path";
import { fileURLToPath } from "node:url";
import { ensureBuild } from "./steps/build.mjs";
import { lockFolder } from "./steps/lock.mjs";
import { ensureModules, ensurePackages } from "./steps/packages.mjs";
import { exactPort, readPort } from "./steps/port.mjs";
import { Cluster } from "./steps/postgres.mjs";
import { explain, say, step, StepError } from "./steps/say.mjs";
import { prepareDatabase } from "./steps/serve.mjs";
import { Supervisor } from "./steps/supervise.mjs";

/**
 * Everything from an empty clone to a page: packages, database, migrations, demo shop, build, server; then keeps both
 * running. PORT chooses the port, ZYGODROME_DATA the folder of the data.
 */
const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const DEFAULT_PORT = 4127;
let lock;
let cluster;
let supervisor;
let ending;

async function end(code) {
  ending ??= (async () => {
    if (lock) say("\n· stopping");
    await supervisor?.stop();
    await cluster?.stop();
    lock?.release();
    if (lock) say("  stopped");
  })();
  await ending;
  process.exit(code);
}

process.on("SIGINT", () => void end(0));
process.on("SIGTERM", () => void end(0));
process.on("SIGHUP", () => void end(0));

try {
  const data = process.env.ZYGODROME_DATA ?? path.join(root, ".zygodrome");
  lock = await lockFolder(data);
  const port = await exactPort(readPort(process.env.PORT, DEFAULT_PORT));
  await ensurePackages();
  await ensureModules(root);
  cluster = new Cluster(path.join(data, "postgres"));
  await step("starting the database", () => cluster.start());
  await ensureBuild(root);
  const prepared = await step("bringing the database up to date", () => prepareDatabase(root, cluster));
  if (prepared)
    say(`  ${prepared.replaceAll("\n", "\n  ").replace(" /sign-in/", ` http://127.0.0.1:${port}/sign-in/`)}`);
  supervisor = new Supervisor(root, cluster, port, (message, fix) => {
    explain(
      new StepError(message, fix ?? `read ${path.join(data, "postgres/server.log")} and the messages above`),
    );
    void end(1);
  });
  const address = await step("starting the web server", () => supervisor.start());
  lock.tell(address);
  say(`\nZygodrome is at ${address}   (Ctrl-C stops it)`);
} catch (error) {
  explain(error);
  await end(1);
}
