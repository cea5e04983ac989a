import { randomBytes } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import { closePool, pool } from "#server/database/pool.ts";
import {
  askForPasskey,
  keepPasskey,
  offerPasskey,
  passkeysOf,
  removePasskey,
  signInAnswer,
  signInByPasskey,
} from "#server/people/passkeys.ts";
import { siteOf } from "#server/requests/from.ts";

afterAll(closePool);

const site = { name: "localhost", origin: "http://localhost:4127" };
const from = { address: "10.0.0.9", device: "a browser" };
const b64 = (text: string | Buffer) => Buffer.from(text).toString("base64url");
const clientData = (type: string, challenge: string, origin = site.origin) =>
  b64(JSON.stringify({ type, challenge, origin }));
const answerFor = (handle: string, challenge: string) => ({
  id: b64(randomBytes(16)),
  rawId: "x",
  type: "public-key" as const,
  clientExtensionResults: {},
  response: {
    clientDataJSON: clientData("webauthn.get", challenge),
    authenticatorData: b64(randomBytes(37)),
    signature: b64(randomBytes(70)),
    userHandle: b64(handle),
  },
});
const addKey = (person: string, device: string) =>
  pool().query("INSERT INTO passkeys (id, person_id, public_key, uses, device) VALUES ($1, $2, $3, 0, $4)", [
    b64(randomBytes(16)),
    person,
    randomBytes(77),
    device,
  ]);

describe("passkeys, whose signing and opening the browser test plays through with a device", () => {
  test("a key is offered to a named person, checked by its device's own lock, and none that they have", async () => {
    await addKey("teo", "one that is there");
    const [own] = await passkeysOf("teo");
    const offered = await offerPasskey("pellwick", { id: "teo", name: "Teo Marrick" }, site);
    if ("said" in offered) throw new Error(offered.said);
    expect(offered.options).toMatchObject({
      rp: { id: "localhost" },
      user: { id: b64("pellwick.teo"), displayName: "Teo Marrick" },
      authenticatorSelection: { residentKey: "required", userVerification: "required" },
      excludeCredentials: [{ id: own!.id }],
    });
    await removePasskey("ansa", own!.id);
    expect(await passkeysOf("teo")).toHaveLength(1);
    await removePasskey("teo", own!.id);
    expect(await passkeysOf("teo")).toEqual([]);
  });

  test("an eleventh is not offered", async () => {
    for (let i = 0; i < 9; i++) await addKey("ilo", `key ${i}`);
    expect(await offerPasskey("pellwick", { id: "ilo", name: "Ilo" }, site)).toHaveProperty("options");
    await addKey("ilo", "the tenth");
    expect(await offerPasskey("pellwick", { id: "ilo", name: "Ilo" }, site)).toEqual({
      said: "You have 10 passkeys. Remove one first.",
    });
  });

  test("what was not asked for is not kept", async () => {
    const answer = {
      id: "AAAA",
      rawId: "AAAA",
      type: "public-key" as const,
      clientExtensionResults: {},
      response: { clientDataJSON: clientData("webauthn.create", "invented"), attestationObject: "oA" },
    };
    expect(await keepPasskey("teo", answer, site, from)).toContain("no passkey that was asked for");
    expect(await passkeysOf("teo")).toEqual([]);
  });

  test("a stranger's signature opens nothing, whoever it says it is of; after too many nothing is looked at", async () => {
    for (const handle of ["pellwick.teo", "nowhere.teo", "pellwick.ghost", "x", "pellwick.'; DROP"]) {
      const { challenge } = await askForPasskey(site);
      expect(await signInByPasskey(answerFor(handle, challenge), site, from)).toEqual({
        said: "That passkey opens nothing here. Sign in with the passphrase.",
        status: 401,
      });
    }
    const tries = [];
    for (let i = 0; i < 40; i++)
      tries.push(await signInByPasskey(answerFor("pellwick.ansa", "old"), site, from));
    expect(tries.at(-1)).toMatchObject({ status: 429 });
  });

  test("an answer is bounded before it is read, and has a handle", () => {
    const good = answerFor("pellwick.teo", "c");
    expect(signInAnswer.safeParse(good).success).toBe(true);
    const { response } = good;
    for (const wrong of [
      { ...response, userHandle: "x".repeat(201) },
      { ...response, signature: "x".repeat(8001) },
      { ...response, userHandle: undefined },
    ])
      expect(signInAnswer.safeParse({ ...good, response: wrong }).success).toBe(false);
  });
});

describe("a site", () => {
  const at = (host: string, over = "") =>
    siteOf(new Request("http://x/", { headers: { Host: host, "X-Asked-Over": over } }));
  test("is its name and its origin; a number is none", () => {
    expect(at("bench.example:4127")).toEqual({ name: "bench.example", origin: "http://bench.example:4127" });
    expect(at("Bench.example", "tls")).toEqual({ name: "bench.example", origin: "https://bench.example" });
    for (const number of ["127.0.0.1:4127", "[::1]:4127", "10.1.2.3", ""]) expect(at(number)).toBeUndefined();
  });
});
