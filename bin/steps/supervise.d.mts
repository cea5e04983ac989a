import type { ChildProcess } from "node:child_process";
import type { Cluster } from "./postgres.mjs";

/** Types for the tests and benches; see supervise.mjs. */
export class Restarts {
  once(now?: number): boolean;
}
export class Supervisor {
  constructor(
    root: string,
    cluster: Cluster,
    port: number,
    giveUp: (message: string, fix?: string) => void,
    most?: number,
  );
  readonly server: { readonly child: ChildProcess; readonly address: string };
  start(): Promise<string>;
  stop(): Promise<void>;
}
