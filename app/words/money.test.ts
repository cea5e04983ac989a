import { describe, expect, test } from "@jest/globals";
import { inCurrency, money } from "./money.ts";

describe("sums", () => {
  test("stand in the shop's currency, whole ones without a fraction", () => {
    expect(money(62, "EUR")).toBe("€62");
    expect(money(62.5, "EUR")).toBe("€62.50");
    expect(money(1200, "USD")).toBe("$1,200");
    expect(money(0, "GBP")).toBe("£0");
    expect(money(9.999, "EUR")).toBe("€10.00");
  });

  test("in sentences are put in their places, and nothing else is touched", () => {
    expect(inCurrency("Replacing it comes to about 62 ¤ on average; checking on, to 48.5 ¤.", "GBP")).toBe(
      "Replacing it comes to about £62 on average; checking on, to £48.50.",
    );
    expect(inCurrency("P4·3 to N: 118 V, 3 of 4", "GBP")).toBe("P4·3 to N: 118 V, 3 of 4");
  });
});
