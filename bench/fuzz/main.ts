import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { startOwnServer } from "../ownServer.ts";
import { fuzzLines, fuzzQuantities, fuzzUnits } from "./fuzz.ts";
import { fuzzRequests } from "./requests.ts";

/**
 * What nobody would type, file or send: `npm run bench:fuzz`, with `--json` as one line, `--share 0.1` for a tenth of it, `--seed N`.
 * Half a million quantities and half a million lines, 10,000 changed units, 2,000 changed requests.
 *
 * crashes, hangsOver5s, notFinite   over all of them: errors that are no answers, answers that took too long, numbers that are none
 * fiveHundreds                      requests answered with 500 or more, or not at all
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    share: { type: "string", default: "1" },
    seed: { type: "string", default: "1" },
  },
});
const share = Number(values.share);
const seed = Number(values.seed);
const many = (count: number) => Math.max(1, Math.round(count * share));
const say = (text: string) => process.stderr.write(`${text}\n`);

const files = readdirSync("demo/units").map(
  (name) => JSON.parse(readFileSync(path.join("demo/units", name), "utf8")) as unknown,
);
say("quantities");
const quantities = fuzzQuantities(many(500_000), seed);
say("lines");
const lines = fuzzLines(readUnitOrThrow(files[3]), many(500_000), seed + 1);
say("units");
const units = fuzzUnits(files, many(10_000), seed + 2);

say("requests");
const server = await startOwnServer();
const job = crypto.randomUUID();
await fetch(`${server.address}/jobs/new`, {
  method: "POST",
  body: new URLSearchParams({ id: job, unit: "glasswasher-gw4", person: "ansa", label: "", complaint: "x" }),
  redirect: "manual",
});
const requests = await fuzzRequests(server.address, job, many(2000), seed + 3);
await server.end();

const all = [quantities, lines, units];
for (const text of all.flatMap((r) => [...r.crashes, ...r.hangs, ...r.notFinite]).slice(0, 30)) say(text);
for (const text of requests.failures.slice(0, 30)) say(text);
const sum = (pick: (r: (typeof all)[number]) => number) => all.reduce((n, r) => n + pick(r), 0);
const result = {
  quantities: quantities.tried,
  quantitiesTaken: quantities.taken,
  lines: lines.tried,
  linesTaken: lines.taken,
  units: units.tried,
  unitsTaken: units.taken,
  requests: requests.tried,
  statuses: requests.statuses,
  crashes: sum((r) => r.crashes.length),
  hangsOver5s: sum((r) => r.hangs.length),
  notFinite: sum((r) => r.notFinite.length),
  fiveHundreds: requests.failures.length,
};
process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);
process.exit(0);
