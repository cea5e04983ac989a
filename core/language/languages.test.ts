import { expect, test } from "@jest/globals";
import { languageAmong } from "./languages.ts";

test.each([
  ["de-AT,de;q=0.9,en;q=0.5", "de"],
  ["en-GB,de;q=0.9", "en"],
  ["fr-FR, en;q=0.4, de;q=0.5", "de"],
  ["fr, de;q=0, en;q=0.1", "en"],
  ["DE", "de"],
  // Equal weights: the one named first (RFC 9110, 12.5.4 leaves it open; browsers mean it so).
  ["de;q=0.8, en;q=0.8", "de"],
  ["fr, it", undefined],
  ["", undefined],
  ["constructor, *", undefined],
] as const)("who asks for “%s” gets %p", (accepted, wanted) => expect(languageAmong(accepted)).toBe(wanted));
