import type { ChildProcess } from "node:child_process";
import { chromium, type Browser } from "@playwright/test";
import { ensureBuild } from "../bin/steps/build.mjs";
import { throwAwayCluster, type Cluster } from "../bin/steps/postgres.mjs";
import { prepareDatabase, startServer, stopServer } from "../bin/steps/serve.mjs";

/** The demo shop on a database and a server of its own, gone at the end. */
export interface OwnServer {
  readonly cluster: Cluster;
  readonly address: string;
  readonly process: ChildProcess;
  end(): Promise<void>;
}

/**
 * @param durable the database writes to the disk as a shop's does; otherwise it is faster
 * @param before what is to be done in the database before the server starts
 */
export async function startOwnServer({
  durable = false,
  before,
}: { durable?: boolean; before?: (cluster: Cluster) => Promise<void> } = {}): Promise<OwnServer> {
  const root = process.cwd();
  await ensureBuild(root);
  const cluster = throwAwayCluster({ durable });
  await cluster.start();
  await prepareDatabase(root, cluster);
  await before?.(cluster);
  const { child, address } = await startServer(root, cluster.appUrl, 0);
  return {
    cluster,
    address,
    process: child,
    end: async () => {
      await stopServer(child);
      await cluster.destroy();
    },
  };
}

/** Debian's Chromium without a window. */
export function launchBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: "/usr/bin/chromium-headless-shell",
    args: [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--disable-background-networking",
      "--disable-sync",
      "--disable-dev-shm-usage",
    ],
  });
}
