import { execute, one } from "../database/query.ts";
import { pool } from "../database/pool.ts";
import { hashOf } from "./token.ts";

/** Attempts that may fail within the window, of one name and of one address: a whole shop may sit behind an address. */
const MOST_OF_A_NAME = 8;
const MOST_OF_AN_ADDRESS = 60;
const WINDOW_MINUTES = 15;

/** Whose attempts are counted. They are counted in the database: a new start forgets none. */
export interface Attempt {
  readonly shop: string;
  readonly name: string;
  readonly address: string;
}

const keysOf = ({ shop, name, address }: Attempt) => [
  hashOf(`name ${shop} ${name}`),
  hashOf(`at ${address}`),
];

/** Whether it failed too often lately: then nothing is looked at. */
export async function hasFailedTooOften(attempt: Attempt): Promise<boolean> {
  const { of, at } = await one<{ of: number; at: number }>(
    pool(),
    `SELECT count(*) FILTER (WHERE counted = $1)::int AS of, count(*) FILTER (WHERE counted = $2)::int AS at
       FROM sign_in_failures
      WHERE counted IN ($1, $2) AND at > now() - ${WINDOW_MINUTES} * interval '1 minute'`,
    keysOf(attempt),
  );
  return of >= MOST_OF_A_NAME || at >= MOST_OF_AN_ADDRESS;
}

/** Counts a failed attempt, and drops what no longer counts. */
export async function countFailure(attempt: Attempt): Promise<void> {
  await execute(
    pool(),
    `WITH dropped AS (DELETE FROM sign_in_failures WHERE at < now() - ${WINDOW_MINUTES} * interval '1 minute')
     INSERT INTO sign_in_failures (counted) SELECT unnest($1::bytea[])`,
    [keysOf(attempt)],
  );
}

/** Who came in is let off what they mistyped before. */
export async function forgetFailures({ shop, name }: Attempt): Promise<void> {
  await execute(pool(), "DELETE FROM sign_in_failures WHERE counted = $1", [hashOf(`name ${shop} ${name}`)]);
}
