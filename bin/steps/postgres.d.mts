/** Types of the cluster for the tests that start one; see postgres.mjs. */
export class Cluster {
  constructor(folder: string, options?: { durable?: boolean });
  readonly url: string;
  readonly appUrl: string;
  readonly appPassword: string;
  readonly data: string;
  readonly bin: string;
  readonly runs: boolean;
  start(): Promise<Cluster>;
  startAsStandbyOf(primary: Cluster): Promise<Cluster>;
  stop(patience?: number): Promise<void>;
  kill(): Promise<void>;
  destroy(): Promise<void>;
}
export function throwAwayCluster(options?: { durable?: boolean }): Cluster;
