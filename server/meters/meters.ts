import { randomUUID } from "node:crypto";
import { isIPv4 } from "node:net";
import PQueue from "p-queue";
import { z } from "zod";
import {
  FUNCTION_NAME,
  IDENTIFY,
  measureCommand,
  NEXT_ERROR,
  readReply,
  type MeterFunction,
} from "#core/meter/index.ts";
import { pool } from "../database/pool.ts";
import { execute, many, maybeOne } from "../database/query.ts";
import { askMeter, MeterError } from "./askMeter.ts";

export interface BenchMeter {
  readonly id: string;
  readonly name: string;
  readonly host: string;
  readonly port: number;
}

/** Networks of one's own: this machine, and what RFC 1918 keeps private. */
const OWN = [/^127\./u, /^10\./u, /^192\.168\./u, /^172\.(?:1[6-9]|2\d|3[01])\./u];

const isOwn = (host: string) => isIPv4(host) && OWN.some((net) => net.test(host));

export const newMeter = z.object({
  name: z.string().trim().min(1, "Give the meter a name.").max(60, "Keep the name under 60 characters."),
  host: z
    .string()
    .trim()
    .refine(isOwn, "The address is four numbers of this shop's own network, such as 192.168.1.40."),
  port: z.coerce
    .number("The port is a number; most meters have 5025.")
    .int("The port is a whole number.")
    .min(1, "The port is between 1 and 65535.")
    .max(65_535, "The port is between 1 and 65535."),
});

export function listMeters(): Promise<BenchMeter[]> {
  return many<BenchMeter>(pool(), "SELECT id, name, host, port FROM meters ORDER BY name");
}

/** Puts a meter on the list of those that may be asked. Returns a sentence where it stands there already. */
export async function addMeter({ name, host, port }: z.infer<typeof newMeter>): Promise<string | undefined> {
  const added = await execute(
    pool(),
    "INSERT INTO meters (id, name, host, port) VALUES ($1, $2, $3, $4) ON CONFLICT (shop_id, host, port) DO NOTHING",
    [randomUUID(), name, host, port],
  );
  return added === 1 ? undefined : `${host}:${port} is on the list already.`;
}

export async function removeMeter(id: string): Promise<void> {
  await execute(pool(), "DELETE FROM meters WHERE id::text = $1", [id]);
}

/** A meter answers one after the other; so many may wait for it. */
const MOST_WAITING = 8;
const holder = globalThis as typeof globalThis & { zygodromeMeters?: Map<string, PQueue> };

function queueOf({ host, port }: BenchMeter): PQueue {
  const queues = (holder.zygodromeMeters ??= new Map<string, PQueue>());
  const key = `${host}:${port}`;
  let queue = queues.get(key);
  if (!queue) queues.set(key, (queue = new PQueue({ concurrency: 1 })));
  return queue;
}

/** Asks a meter of the list, and no other address. @throws MeterError */
async function ask(id: string, lines: readonly string[]): Promise<string[]> {
  const meter = await maybeOne<BenchMeter>(
    pool(),
    "SELECT id, name, host, port FROM meters WHERE id::text = $1",
    [id],
  );
  if (!meter || !isOwn(meter.host)) throw new MeterError("This meter is not on the list in Settings.");
  const queue = queueOf(meter);
  if (queue.size >= MOST_WAITING) throw new MeterError(`${meter.name} is asked faster than it answers.`);
  return queue.add(() => askMeter(meter, lines));
}

/** What a meter says it is. @throws MeterError */
export async function identify(id: string): Promise<string> {
  const [name] = await ask(id, [IDENTIFY]);
  if (name === undefined || name === "" || !/^[\x20-\x7e]{1,200}$/u.test(name))
    throw new MeterError("It answers, but not with what an instrument says it is.");
  return name;
}

/** One reading, in base units, Infinity over limit. @throws MeterError where there is none */
export async function readMeter(id: string, fn: MeterFunction): Promise<number> {
  const command = measureCommand(fn);
  if (command === undefined)
    throw new MeterError(`A bench meter has no “${FUNCTION_NAME[fn]}”. Read it by hand, and type it.`);
  const [reply, error] = await ask(id, [command, NEXT_ERROR]);
  if (error !== undefined && !/^[+]?0\b/u.test(error)) throw new MeterError(`The meter says: ${error}`);
  const value = readReply(reply ?? "");
  if (value === undefined)
    throw new MeterError(`The meter's answer is no reading: “${(reply ?? "").slice(0, 40)}”.`);
  return value;
}
