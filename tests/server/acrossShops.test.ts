import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";

/**
 * A shop is where the rows of a distributed database would lie together. These are the places that ask beyond one, by file, read
 * from the source: none of them is on a technician's way, so what a technician does is answered where their shop lies.
 */
const ASK_BEYOND = {
  /** Every shop in turn, by the owner: before the server starts, and for `npx zygodrome check`. */
  everyShop: ["server/backup/checkDatabase.ts", "server/database/query.ts", "server/prepare.ts"],
  /** Tables without a shop: attempts to sign in and what is signed for, before anybody has said who they are; the machine's backups. */
  sign_in_failures: ["server/people/failures.ts"],
  passkey_challenges: ["server/people/passkeys.ts"],
  backups: ["server/watch/machine.ts"],
  /** Its own row of the list of shops. */
  shops: ["server/database/query.ts", "server/people/links.ts", "server/shop/settings.ts"],
} as const;

const files = readdirSync("server", { recursive: true, encoding: "utf8" })
  .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts"))
  .map((f) => `server/${f}`);
const sources = new Map(files.map((f) => [f, readFileSync(f, "utf8")]));
const having = (what: RegExp) => files.filter((f) => what.test(sources.get(f)!)).sort();

describe("statements that go beyond one shop", () => {
  test("are those of the list, and no other", () => {
    expect(files.length).toBeGreaterThan(60);
    expect(having(/\beveryShop\(/u)).toEqual(ASK_BEYOND.everyShop);
    for (const table of ["sign_in_failures", "passkey_challenges", "backups", "shops"] as const)
      expect([table, having(new RegExp(String.raw`\b(?:FROM|INTO|JOIN|UPDATE)\s+${table}\b`, "u"))]).toEqual([
        table,
        ASK_BEYOND[table],
      ]);
  });

  test("none of them stands where jobs, units, findings, files or practice are worked", () => {
    const beyond = Object.values(ASK_BEYOND).flat();
    for (const room of [
      "jobs",
      "units",
      "files",
      "practice",
      "logbook",
      "stock",
      "outbox",
      "reports",
      "meters",
    ])
      expect(beyond.filter((f) => f.startsWith(`server/${room}/`))).toEqual([]);
  });

  test("no statement names the shop it is for: the connection was told once", () => {
    // Beside the setting itself, only what is read of one's own row of the list of shops.
    expect(having(/\bshop_id\s*=\s*\$/u)).toEqual([]);
  });
});
