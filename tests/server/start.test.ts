import { spawn } from "node:child_process";
import { chownSync, existsSync, mkdirSync, mkdtempSync, readdirSync, statSync, writeFileSync } from "node:fs";
import net from "node:net";
import os from "node:os";
import path from "node:path";
import { afterEach, describe, expect, test } from "@jest/globals";
import { lockFolder } from "../../bin/steps/lock.mjs";
import { exactPort, freePort, readPort } from "../../bin/steps/port.mjs";
import type { Cluster } from "../../bin/steps/postgres.mjs";
import { throwAwayCluster } from "../../bin/steps/postgres.mjs";
import { Restarts } from "../../bin/steps/supervise.mjs";

/** What `npm start` does before the first page: one start a folder, one port, one owner, a whole database or none. */
const folder = () => mkdtempSync(path.join(os.tmpdir(), "zygodrome-start-"));
const clusters: Cluster[] = [];
afterEach(async () => {
  for (const cluster of clusters.splice(0)) await cluster.destroy();
});

describe("one start a data folder", () => {
  test("the second is told where the first is, and may start once that has ended", async () => {
    const here = folder();
    const first = await lockFolder(here);
    await expect(lockFolder(here)).rejects.toThrow(/being started from this folder already/);
    first.tell("http://127.0.0.1:4127");
    await expect(lockFolder(here)).rejects.toThrow(
      new RegExp(`already running at http://127.0.0.1:4127 \\(process ${process.pid}\\)`),
    );
    const elsewhere = await lockFolder(folder());
    elsewhere.release();
    first.release();
    const again = await until(() => lockFolder(here));
    again.release();
  });

  test("a start that was killed leaves no lock", async () => {
    const here = folder();
    const script = `import(${JSON.stringify(path.resolve("bin/steps/lock.mjs"))}).then(async ({ lockFolder }) => {
      await lockFolder(${JSON.stringify(here)}); console.log("locked"); setInterval(() => undefined, 1000); })`;
    const child = spawn(process.execPath, ["-e", script], { stdio: ["ignore", "pipe", "inherit"] });
    await new Promise((resolve) => child.stdout.once("data", resolve));
    await expect(lockFolder(here)).rejects.toThrow(/already/);
    child.kill("SIGKILL");
    const mine = await until(() => lockFolder(here));
    mine.release();
  });
});

describe("the address", () => {
  test("is the one asked for, or nobody's: who has the port is said", async () => {
    const port = await freePort();
    expect(await exactPort(port)).toBe(port);
    const squatter = net.createServer();
    await new Promise<void>((resolve) => squatter.listen(port, "127.0.0.1", resolve));
    try {
      await expect(exactPort(port)).rejects.toThrow(
        new RegExp(`Port ${port} on 127.0.0.1 is taken by “.+” \\(process ${process.pid}\\)`),
      );
    } finally {
      squatter.close();
    }
  });

  test("PORT is a port or refused", () => {
    expect(readPort(undefined, 4127)).toBe(4127);
    expect(readPort("", 4127)).toBe(4127);
    expect(readPort("0", 4127)).toBe(0);
    expect(readPort("65535", 1)).toBe(65_535);
    for (const text of ["65536", "-1", "80.5", "abc"])
      expect(() => readPort(text, 1)).toThrow(`PORT is “${text}”`);
  });
});

describe("what ends again and again", () => {
  test("is started five times in a minute, and given up at the sixth end", () => {
    const restarts = new Restarts();
    for (const second of [0, 10, 20, 30, 40]) expect(restarts.once(second * 1000)).toBe(true);
    expect(restarts.once(59_999)).toBe(false);
  });

  test("ends further apart than that do not add up", () => {
    const restarts = new Restarts();
    for (let minute = 0; minute < 30; minute++) expect(restarts.once(minute * 15_000)).toBe(true);
  });
});

describe("the database's folder", () => {
  test("a start killed while it was made begins afresh; one that holds something else is left alone", async () => {
    const killed = throwAwayCluster();
    clusters.push(killed);
    const { folder: at } = killed as unknown as { folder: string };
    mkdirSync(path.join(at, "data.new/base"), { recursive: true });
    writeFileSync(path.join(at, "data.new/half"), "x");
    await killed.start();
    expect(existsSync(path.join(at, "data.new"))).toBe(false);
    expect(existsSync(path.join(at, "data/half"))).toBe(false);

    const other = throwAwayCluster();
    clusters.push(other);
    const { folder: theirs } = other as unknown as { folder: string };
    mkdirSync(path.join(theirs, "data"), { recursive: true });
    writeFileSync(path.join(theirs, "data/diary.txt"), "mine");
    await expect(other.start()).rejects.toThrow(/no database cluster.*Nothing was changed/);
    expect(readdirSync(path.join(theirs, "data"))).toEqual(["diary.txt"]);
  });

  const asRoot = process.getuid!() === 0 ? test : test.skip;
  asRoot("of another user is refused in words, and stays theirs", async () => {
    const cluster = throwAwayCluster();
    clusters.push(cluster);
    const { folder: at } = cluster as unknown as { folder: string };
    mkdirSync(at, { recursive: true });
    const somebody = 12_345;
    chownSync(at, somebody, somebody);
    await expect(cluster.start()).rejects.toThrow(
      /belongs to the user with number 12345.*Nothing was changed/,
    );
    expect(statSync(at).uid).toBe(somebody);
    expect(readdirSync(at)).toEqual([]);
  });
});

/** Tries until it succeeds: the lock is given back a moment after its holder ended. */
async function until<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 0; ; tries++)
    try {
      return await work();
    } catch (error) {
      if (tries === 100) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
}
