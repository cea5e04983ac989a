import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import pg from "pg";
import sharp from "sharp";
import { startServer, stopServer } from "../../bin/steps/serve.mjs";
import { closePool, pool } from "#server/database/pool.ts";
import { many, transaction } from "#server/database/query.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { openPractice } from "#server/practice/practices.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { newLetter, putLetter } from "#server/outbox/outbox.ts";
import { makeLink } from "#server/people/links.ts";
import { beginSession } from "#server/people/sessions.ts";
import { keepSessionCookie } from "#server/requests/sessionCookie.ts";
import { ROUTE_RULES, whoMay } from "#server/requests/routeRules.ts";
import { engineStamp } from "#server/units/dictionaries.ts";
import { copyUnit } from "#server/units/shelf.ts";
import { newestModel } from "#server/units/models.ts";

/**
 * Every address of the application, asked as nobody, as a lead of another shop, and as a learner of this one: each knows every id
 * there is, and may learn and change nothing that is not theirs.
 */
const RIVAL = `rival-${randomUUID().slice(0, 8)}`;
/** It stands in whatever belongs to the shop that is attacked. */
const MARK = `canary${randomUUID().replaceAll("-", "")}`;
const ids = { job: randomUUID(), file: randomUUID(), letter: randomUUID(), meter: randomUUID() };
let places: Record<string, string>;
let server: Awaited<ReturnType<typeof startServer>>;
let owner: pg.Client;
const cookies: Record<string, string> = {};

/** A browser's cookie for somebody. */
const cookieOf = async (shop: string, person: string) =>
  (
    await keepSessionCookie(
      await inShop(shop, () => transaction((c) => beginSession(c, shop, person, "attacker"))),
      false,
    )
  ).split(";")[0]!;

beforeAll(async () => {
  owner = new pg.Client({ connectionString: process.env["OWNER_DATABASE_URL"] });
  await owner.connect();
  await owner.query("INSERT INTO shops (id, name) VALUES ($1, 'Rival')", [RIVAL]);
  await owner.query("INSERT INTO shop_settings (shop_id) VALUES ($1)", [RIVAL]);
  await owner.query("INSERT INTO people (shop_id, id, name, role) VALUES ($1, 'mo', 'Mo', 'lead')", [RIVAL]);
  const unit = (await copyUnit("glasswasher-gw4", `Washer ${MARK}`))!;
  const { hash } = (await newestModel(unit))!;
  await openJob({
    id: ids.job,
    unit,
    person: "ansa",
    label: MARK,
    complaint: `rinses cold ${MARK}`,
    seen: {},
    claims: [],
  });
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: "red" } })
    .png()
    .toBuffer();
  await many(
    pool(),
    "INSERT INTO files (id, job_id, name, media, content, thumbnail) VALUES ($1, $2, $3, 'image/png', $4, $4)",
    [ids.file, ids.job, MARK, picture],
  );
  const letter = newLetter.parse({
    id: ids.letter,
    person: "ansa",
    address: "a@b.example",
    subject: MARK,
    body: MARK,
  });
  await putLetter((await readJob(ids.job))!, letter, {
    address: `http://127.0.0.1/jobs/${MARK}`,
    language: "en",
  });
  await many(pool(), "INSERT INTO meters (id, name, host, port) VALUES ($1, $2, '127.0.0.1', 9)", [
    ids.meter,
    MARK,
  ]);
  const practice = await openPractice({ unit, kind: "dead load", difficulty: 1, person: "ansa" });
  places = {
    ...ids,
    unit,
    hash,
    engine: engineStamp(),
    practice: "id" in practice ? practice.id : "",
    test: "fuse-ohms",
    order: "information",
    form: "json",
    paper: "customer.pdf",
    table: "fails.csv",
    page: "keys",
    link: (await makeLinkOf("ilo")).replace("/sign-in/", ""),
  };
  cookies["rival"] = await cookieOf(RIVAL, "mo");
  cookies["learner"] = await cookieOf("pellwick", "ilo");
  cookies["technician"] = await cookieOf("pellwick", "teo");
  cookies["lead"] = await cookieOf("pellwick", "ansa");
  server = await startServer(process.cwd(), process.env["DATABASE_URL"]!, 0, { machineShop: "" });
}, 120_000);
afterAll(async () => {
  await stopServer(server.child);
  await owner.end();
  await closePool();
});

const makeLinkOf = (person: string) => transaction((client) => makeLink(client, person, "invitation"));

const filled = (address: string) =>
  address.replaceAll(/:(\w+)/gu, (_, name: string) => {
    const place = places[name];
    if (place === undefined) throw new Error(`Say what :${name} is, so that it can be attacked.`);
    return place;
  });

async function ask(method: string, path: string, cookie = "", body?: object | URLSearchParams) {
  const response = await fetch(new URL(path, server.address), {
    method,
    redirect: "manual",
    headers: {
      Accept: "text/html",
      ...(cookie ? { Cookie: cookie } : {}),
      ...(body && !(body instanceof URLSearchParams) ? { "Content-Type": "application/json" } : {}),
    },
    ...(body ? { body: body instanceof URLSearchParams ? body : JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(path.startsWith("/stream") ? 1500 : 60_000),
  });
  // A stream has no end: what comes in a second is read.
  const text = path.startsWith("/stream") ? await firstOf(response) : await response.text();
  return { status: response.status, text, to: response.headers.get("Location") ?? "", response };
}

async function firstOf(response: Response): Promise<string> {
  let text = "";
  try {
    for await (const chunk of response.body ?? []) text += new TextDecoder().decode(chunk);
  } catch {
    // Cut off by its time.
  }
  return text;
}

const ADDRESSES = Object.keys(ROUTE_RULES);
const asked = (address: string) => (address === "/stream" ? `/stream?jobs=${ids.job}:0` : filled(address));
/** What somebody might send: enough for whatever reads it to go on to its own checks. */
const sent = () =>
  new URLSearchParams({ do: "add", name: MARK, role: "lead", of: "ansa", id: ids.job, person: "ansa" });

describe("nobody", () => {
  test.each(ADDRESSES)("is shown nothing at %s", async (address) => {
    const { status, text, to } = await ask("GET", asked(address));
    if (whoMay("GET", address) === "anybody") expect(status).toBeLessThan(500);
    else expect([status, to.startsWith("/sign-in?to=")]).toEqual([303, true]);
    expect(text).not.toContain(MARK);
    expect(text).not.toContain("Ansa Vell");
  });

  test.each(ADDRESSES)("may send nothing to %s", async (address) => {
    const { status, text } = await ask("POST", asked(address), "", sent());
    if (whoMay("POST", address) === "anybody") expect(status).toBeLessThan(500);
    else expect([401, 405]).toContain(status);
    expect(text).not.toContain(MARK);
  });

  test("has no page's data either, and no made-up session", async () => {
    for (const path of ["/_root.data", `/jobs/${ids.job}/report.data`, "/settings.data", "/staff.data"])
      for (const cookie of [
        "",
        "session=x",
        `session=${btoa(JSON.stringify(`pellwick.${"a".repeat(43)}`))}`,
      ]) {
        const response = await fetch(new URL(path, server.address), {
          headers: cookie ? { Cookie: cookie } : {},
        });
        expect([path, response.status]).toEqual([path, 401]);
        expect(await response.text()).not.toContain("Ansa");
      }
  });

  test("is not taken for the shop's own machine behind a proxy, nor at one where a sign-in is asked for", async () => {
    const other = await startServer(process.cwd(), process.env["DATABASE_URL"]!, 0, {
      machineShop: "pellwick",
    });
    try {
      const at = (headers: Record<string, string>) =>
        fetch(other.address, { redirect: "manual", headers: { Accept: "text/html", ...headers } });
      expect((await at({})).status).toBe(200);
      for (const header of ["X-Forwarded-For", "Forwarded", "X-Real-IP", "Via"])
        expect([header, (await at({ [header]: "127.0.0.1" })).status]).toEqual([header, 303]);
      // Who is signed in is who they are, at the machine too.
      const learner = await at({ Cookie: cookies["learner"]! });
      expect(learner.headers.get("Location")).toBe("/practice");
    } finally {
      await stopServer(other.child);
    }
    expect((await ask("GET", "/")).status).toBe(303);
  });

  test("is asked to sign in at a machine whose shop is not there any more", async () => {
    const other = await startServer(process.cwd(), process.env["DATABASE_URL"]!, 0, {
      machineShop: "gone-away",
    });
    try {
      const answer = await fetch(other.address, { redirect: "manual", headers: { Accept: "text/html" } });
      expect([answer.status, answer.headers.get("Location")]).toEqual([303, "/sign-in?to=%2F"]);
    } finally {
      await stopServer(other.child);
    }
  });
});

/** Of a unit that is not there the shelf has nothing. */
const NOTHING = '{"offers":[]}';

describe("a lead of another shop, who knows every id", () => {
  test.each(ADDRESSES.filter((a) => a !== "/sign-in/:link"))("learns nothing at %s", async (address) => {
    const { status, text } = await ask("GET", asked(address), cookies["rival"]);
    expect(status).toBeLessThan(500);
    expect(text).not.toContain(MARK);
    expect(text).not.toMatch(/Ansa Vell|Teo Marrick|Pellwick/u);
    if (/:(job|file|letter|practice|unit|hash|meter)\b/u.test(address))
      expect([address, text === NOTHING || [302, 400, 404, 405, 422, 502].includes(status)]).toEqual([
        address,
        true,
      ]);
  });

  test("changes nothing of it by whatever is sent anywhere", async () => {
    const before = await fingerprint();
    for (const address of ADDRESSES.filter((a) => !a.startsWith("/sign-"))) {
      const { status, text } = await ask("POST", asked(address), cookies["rival"], sent());
      expect([address, status < 500]).toEqual([address, true]);
      expect(text.replaceAll(`${MARK} is on the list`, "")).not.toMatch(/Ansa Vell|Pellwick/u);
    }
    const note = { type: "note", text: "from elsewhere" };
    const event = { id: randomUUID(), person: "ansa", at: new Date().toISOString(), body: note };
    expect((await ask("POST", `/jobs/${ids.job}/events`, cookies["rival"], event)).status).toBe(404);
    const action = await ask("POST", `/practice/${places["practice"]}/actions`, cookies["rival"], {
      do: "finish",
    });
    expect(action.status).toBe(404);
    expect(await fingerprint()).toEqual(before);
  });
});

describe("two shops at work on one server", () => {
  test("each is told of its own people and settings only, however their requests fall together", async () => {
    const told = async (shop: "rival" | "lead") => {
      const response = await fetch(new URL("/_root.data", server.address), {
        headers: { Cookie: cookies[shop]! },
      });
      const text = await response.text();
      return {
        shop,
        own: /Pellwick|Ansa Vell/u.test(text),
        rival: text.includes("Rival"),
      };
    };
    for (let round = 0; round < 60; round++) {
      // Several at once or one alone: connections change hands between the shops, and between the server and its pages.
      const asked = Array.from({ length: 1 + (round % 5) }, (_, i) =>
        (round + i) % 3 === 0 ? ("lead" as const) : ("rival" as const),
      );
      for (const answer of await Promise.all(asked.map(told)))
        expect([round, answer]).toEqual([
          round,
          { shop: answer.shop, own: answer.shop === "lead", rival: answer.shop === "rival" },
        ]);
    }
  });
});

/** What the attacked shop has, and when. */
async function fingerprint(): Promise<unknown> {
  return (
    await owner.query(
      `SELECT (SELECT count(*) FROM job_events WHERE shop_id = 'pellwick' AND job_id = $1) AS entries,
              (SELECT count(*) FROM practice_actions WHERE shop_id = 'pellwick' AND practice_id = $2) AS actions,
              (SELECT count(*) FROM people WHERE shop_id = 'pellwick' AND name LIKE '%' || $3 || '%') AS people,
              (SELECT string_agg(role, ',' ORDER BY id) FROM people WHERE shop_id = 'pellwick' AND id IN ('ansa', 'teo', 'ilo')) AS roles,
              (SELECT count(*) FROM meters WHERE shop_id = 'pellwick' AND id = $4) AS meters,
              (SELECT count(*) FROM unit_revisions WHERE shop_id = 'pellwick' AND unit_id = $5) AS revisions,
              (SELECT xmin::text FROM shop_settings WHERE shop_id = 'pellwick') IS NOT NULL AS settings`,
      [ids.job, places["practice"], MARK, ids.meter, places["unit"]],
    )
  ).rows;
}

describe("a learner of the shop", () => {
  test.each(ADDRESSES.filter((a) => !a.startsWith("/sign-")))(
    "is shown at %s what their role lets them see",
    async (address) => {
      const { status, text } = await ask("GET", asked(address), cookies["learner"]);
      const who = whoMay("GET", address);
      expect(status).toBeLessThan(500);
      if (who === "technician" || who === "lead") {
        expect([address, address === "/" ? 303 : 403]).toEqual([address, status]);
        expect(text).not.toContain(MARK);
      }
      if (address.startsWith("/practice/:practice")) expect(status).toBe(404);
    },
  );

  test.each(ADDRESSES.filter((a) => !a.startsWith("/sign-")))(
    "may send to %s what their role lets them",
    async (address) => {
      const who = whoMay("POST", address);
      if (who === "anybody" || who === "learner") return;
      const { status } = await ask("POST", asked(address), cookies["learner"], sent());
      expect([address, status]).toEqual([address, who === "nobody" ? 405 : 403]);
    },
  );

  test("makes nobody a lead, themselves neither", async () => {
    const { status } = await ask(
      "POST",
      "/staff",
      cookies["learner"],
      new URLSearchParams({ do: "role", of: "ilo", role: "lead" }),
    );
    expect(status).toBe(403);
  });
});

describe("a technician of the shop", () => {
  test("writes under no other name, changes no settings and invites nobody", async () => {
    const event = (person: string) => ({
      id: randomUUID(),
      person,
      at: new Date().toISOString(),
      body: { type: "note", text: "checked" },
    });
    const teo = cookies["technician"];
    const other = await ask("POST", `/jobs/${ids.job}/events`, teo, event("ansa"));
    expect([other.status, other.text]).toEqual([422, expect.stringContaining("Teo Marrick is signed in")]);
    expect((await ask("POST", `/jobs/${ids.job}/events`, teo, event("teo"))).status).toBe(200);
    for (const path of ["/settings", "/staff", "/practice/class"])
      expect([path, (await ask("POST", path, teo, sent())).status]).toEqual([path, 403]);
    expect((await ask("GET", "/staff", teo)).status).toBe(403);
  });
});

describe("a session's cookie", () => {
  test("is out of every script's and every other site's reach, and goes over TLS only where there is any", async () => {
    const plain = await keepSessionCookie("pellwick.x", false);
    const tls = await keepSessionCookie("pellwick.x", true);
    for (const cookie of [plain, tls]) expect(cookie).toMatch(/Path=\/; HttpOnly; (Secure; )?SameSite=Lax/u);
    expect(plain).not.toContain("Secure");
    expect(tls).toContain("Secure");
  });

  test("sign-in goes on to a page of ours only", async () => {
    for (const to of [
      "https://evil.example",
      "//evil.example",
      "/\\evil.example",
      "/sign-out",
      "javascript:x",
    ]) {
      const { text } = await ask("GET", `/sign-in?to=${encodeURIComponent(to)}`);
      expect(text).toMatch(/name="to" value="\/"/u);
    }
    expect((await ask("GET", "/sign-in?to=%2Flogbook")).text).toMatch(/name="to" value="\/logbook"/u);
  });

  test("over TLS the browser is told to stay there, over plain HTTP not", async () => {
    const get = (headers: Record<string, string>) => fetch(new URL("/sign-in", server.address), { headers });
    const tls = await get({ "X-Forwarded-Proto": "https", "X-Forwarded-For": "192.0.2.1" });
    expect(tls.headers.get("Strict-Transport-Security")).toMatch(/max-age=31536000/u);
    expect((await get({})).headers.get("Strict-Transport-Security")).toBeNull();
  });
});
