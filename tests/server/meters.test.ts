import { createServer, type Server, type Socket } from "node:net";
import type { AddressInfo } from "node:net";
import { afterAll, afterEach, describe, expect, test } from "@jest/globals";
import { Instrument } from "#core/meter/index.ts";
import { closePool } from "#server/database/pool.ts";
import { askMeter } from "#server/meters/askMeter.ts";
import { addMeter, identify, listMeters, newMeter, readMeter, removeMeter } from "#server/meters/meters.ts";

const servers: Server[] = [];
const sockets = new Set<Socket>();
/** On the list for one test: the next may be given the same port. */
const onTheList: string[] = [];
afterEach(async () => {
  for (const id of onTheList.splice(0)) await removeMeter(id);
  for (const socket of sockets) socket.destroy();
  await Promise.all(servers.splice(0).map((s) => new Promise((done) => s.close(done))));
});
afterAll(closePool);

/** Something that listens on this machine and answers each line by `reply`. */
async function listen(
  reply: (line: string, socket: Socket) => void,
): Promise<{ host: string; port: number }> {
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.on("error", () => undefined);
    socket.on("data", (bytes) => {
      for (const line of bytes.toString().split("\n").filter(Boolean)) reply(line, socket);
    });
  });
  servers.push(server);
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  return { host: "127.0.0.1", port: (server.address() as AddressInfo).port };
}

async function listed(reply: (line: string, socket: Socket) => void): Promise<string> {
  const address = await listen(reply);
  expect(await addMeter({ name: `at ${address.port}`, ...address })).toBeUndefined();
  const { id } = (await listMeters()).find((m) => m.port === address.port)!;
  onTheList.push(id);
  return id;
}
const honest = (value: number) => {
  const instrument = new Instrument(() => value);
  return (line: string, socket: Socket) => {
    const reply = instrument.take(line);
    if (reply !== undefined) socket.write(`${reply}\n`);
  };
};

describe("a bench meter", () => {
  test("says what it is, and reads", async () => {
    const id = await listed(honest(230.1));
    expect(await identify(id)).toBe("Zygodrome,Simulated meter,0,1");
    expect(await readMeter(id, "vac")).toBeCloseTo(230.1, 6);
    const open = await listed(honest(Infinity));
    expect(await readMeter(open, "ohm")).toBe(Infinity);
  });

  test("asked by many at once answers each, and is not asked faster than it can", async () => {
    const id = await listed(honest(5));
    const all = await Promise.allSettled(Array.from({ length: 30 }, () => readMeter(id, "vdc")));
    const answered = all.filter((r) => r.status === "fulfilled");
    expect(answered.length).toBeGreaterThan(8);
    expect(answered.every((r) => Math.abs(r.value - 5) < 1e-6)).toBe(true);
    for (const r of all)
      if (r.status === "rejected") expect(String(r.reason)).toContain("faster than it answers");
  });

  test("whose answer is split over packets is read whole", async () => {
    const id = await listed((line, socket) => {
      if (line.startsWith("SYST")) return void socket.write('0,"No error"\n');
      socket.write("+2.3");
      setTimeout(() => socket.write("01E+2\n"), 30);
    });
    expect(await readMeter(id, "vac")).toBeCloseTo(230.1, 6);
  });
});

describe("a meter that does not behave is said to", () => {
  const said = async (reply: (line: string, socket: Socket) => void) =>
    readMeter(await listed(reply), "vac").then(String, (e: Error) => e.message);

  test("where nobody listens", async () => {
    const { host, port } = await listen(() => undefined);
    await new Promise((done) => servers.pop()!.close(done));
    await expect(askMeter({ host, port }, ["*IDN?"])).rejects.toThrow(/Nothing listens at/u);
  });
  test("where it says nothing", async () => {
    expect(await said(() => undefined)).toContain("does not answer within 2.5 s");
  });
  test("where it hangs up", async () => {
    expect(await said((_, socket) => void socket.destroy())).toContain("hung up");
  });
  test("where it floods", async () => {
    expect(await said((_, socket) => void socket.write("9".repeat(100_000)))).toContain(
      "more than an answer",
    );
  });
  test("where it lies: words, a comma, no number", async () => {
    const lie = (text: string) =>
      said((line, socket) => void socket.write(line.startsWith("SYST") ? '0,"No error"\n' : `${text}\n`));
    expect(await lie("two hundred")).toContain("no reading: “two hundred”");
    expect(await lie("230,1")).toContain("no reading");
    expect(await lie("9.91E37")).toContain("no reading");
  });
  test("where it has an error of its own", async () => {
    expect(
      await said(
        (line, socket) =>
          void socket.write(line.startsWith("SYST") ? '-222,"Data out of range"\n' : "+1.0\n"),
      ),
    ).toContain("-222");
  });
  test("where it has no such function", async () => {
    const id = await listed(honest(1));
    await expect(readMeter(id, "lowz")).rejects.toThrow(/has no “V AC low Z”/u);
  });
});

describe("the list", () => {
  test("takes addresses of the shop's own network only, and each once", async () => {
    const ok = (host: string, port: unknown = 5025) => newMeter.safeParse({ name: "m", host, port }).success;
    expect(["127.0.0.1", "10.0.0.7", "192.168.1.40", "172.16.0.1", "172.31.255.1"].every((h) => ok(h))).toBe(
      true,
    );
    expect(
      ["172.15.0.1", "172.32.0.1", "8.8.8.8", "192.169.1.1", "localhost", "meter.example", "127.1", ""].some(
        (h) => ok(h),
      ),
    ).toBe(false);
    expect([ok("10.0.0.7", 0), ok("10.0.0.7", 65_536), ok("10.0.0.7", "x")]).toEqual([false, false, false]);
    expect([ok("10.0.0.7", 1), ok("10.0.0.7", "65535")]).toEqual([true, true]);
    expect(await addMeter({ name: "one", host: "10.9.9.9", port: 5025 })).toBeUndefined();
    expect(await addMeter({ name: "two", host: "10.9.9.9", port: 5025 })).toContain("on the list already");
    const { id } = (await listMeters()).find((m) => m.host === "10.9.9.9")!;
    await removeMeter(id);
    await expect(readMeter(id, "vac")).rejects.toThrow(/not on the list/u);
    await expect(readMeter("10.9.9.9", "vac")).rejects.toThrow(/not on the list/u);
  });
});
