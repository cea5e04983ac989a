import type { ChildProcess } from "node:child_process";
import type { Cluster } from "./postgres.mjs";

/** Types for the tests that start a server of their own; see serve.mjs. */
export function prepareDatabase(root: string, cluster: Cluster): Promise<string>;
export function startServer(
  root: string,
  databaseUrl: string,
  port: number,
  options?: { readonly stderr?: "inherit" | "ignore"; readonly machineShop?: string },
): Promise<{ child: ChildProcess; address: string }>;
export function stopServer(child: ChildProcess): Promise<void>;
