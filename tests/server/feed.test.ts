import { once } from "node:events";
import { createServer, type Server, type Socket } from "node:net";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { onNewEvents } from "#server/jobs/feed.ts";

/** A server that breaks its first connections and holds the later ones without a word. */
let server: Server;
let address: string | undefined;
const met: Socket[] = [];
let breaks = 0;

beforeEach(async () => {
  address = process.env["DATABASE_URL"];
  met.length = 0;
  server = createServer((socket) => {
    met.push(socket);
    socket.on("error", () => undefined).resume();
    if (met.length <= breaks) socket.destroy();
  });
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  process.env["DATABASE_URL"] = `postgres://nobody@127.0.0.1:${(server.address() as AddressInfo).port}/none`;
});

afterEach(async () => {
  process.env["DATABASE_URL"] = address;
  for (const socket of met) socket.destroy();
  server.close();
  await once(server, "close");
});

describe("the connection that listens for entries", () => {
  test("a loss, however often it is told of, is answered by one new connection", async () => {
    breaks = 3;
    const forget = onNewEvents("job", () => undefined);
    while (met.length < 4) await once(server, "connection");
    // The fourth is held; had each loss been answered twice, three more would have come with it.
    const held = met.at(-1)!;
    forget();
    await once(held, "close");
    await new Promise((resolve) => setImmediate(resolve));
    expect(met).toHaveLength(4);
  });

  test("an end of the listening connection is no end of the process, also after it was let go", async () => {
    breaks = 0;
    const forget = onNewEvents("job", () => undefined);
    await once(server, "connection");
    forget();
    for (const socket of met) socket.resetAndDestroy();
    await new Promise((resolve) => setImmediate(resolve));
    expect(met).toHaveLength(1);
  });
});
