import { describe, expect, test } from "@jest/globals";
import { wantedPage } from "./wantedPage.ts";

const HERE = "https://bench.example/offline";
const wanted = (page: string) => wantedPage(`${HERE}?${new URLSearchParams({ wanted: page }).toString()}`);

describe("the page that was wanted", () => {
  test("is one of ours, with what was asked of it", () => {
    expect(wanted("/logbook?find=rinse cold")).toBe("https://bench.example/logbook?find=rinse%20cold");
    expect(wanted("https://bench.example//evil.example")).toBe("https://bench.example//evil.example");
  });

  test.each(["https://evil.example/", "//evil.example", "/\\evil.example", "javascript:x", "http://["])(
    "“%s” is none of ours",
    (page) => expect(wanted(page)).toBeUndefined(),
  );

  test("is not there where nothing was", () => expect(wantedPage(HERE)).toBeUndefined());
});
