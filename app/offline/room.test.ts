import { describe, expect, test } from "@jest/globals";
import { bytesText, LITTLE_ROOM, roomText } from "./room.ts";

describe("room in the browser", () => {
  test("is said to be little below 60 MB, and not to last where it may be cleared away", () => {
    const room = { used: 12e6, most: 12e6 + LITTLE_ROOM, lasting: true };
    expect(roomText(room)).toBe("This browser keeps 12 MB of Zygodrome and has room for 60 MB more.");
    expect(roomText({ ...room, most: room.most - 1e6 })).toContain("room for 59 MB more. That is little");
    expect(roomText({ ...room, lasting: false })).toContain("may clear copies away");
    expect(roomText({ ...room, used: 2e9 })).toContain("room for 0 kB more");
  });

  test.each([
    [1, "1 kB"],
    [999_999, "1000 kB"],
    [1e6, "1 MB"],
    [2.4e9, "2.4 GB"],
  ])("%d bytes are %s", (bytes, said) => expect(bytesText(bytes)).toBe(said));
});
