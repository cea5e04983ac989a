import { expect, test } from "@jest/globals";
import { ownPath } from "./ownPath.ts";

test.each([
  ["/", "/"],
  ["/units/kiln-pk9?find=a%20b#points", "/units/kiln-pk9?find=a%20b#points"],
  ["//elsewhere.example/", "/"],
  ["/\\elsewhere.example", "/"],
  ["https://elsewhere.example/", "/"],
  ["units", "/"],
  ["/a\r\nSet-Cookie: x=y", "/"],
  ["/a b", "/"],
  [null, "/"],
  [undefined, "/"],
])("from %p one goes on to %s", (asked, wanted) => expect(ownPath(asked)).toBe(wanted));
