import { PRACTICE } from "#core/standards/index.ts";
import { decided } from "../table/conditions.ts";
import { text } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { findPinout, readPairs } from "./pinout.ts";
import { relayModule } from "./relayModule.ts";
import { coil } from "./relayCoil.ts";
import { contacts, drop } from "./relayContacts.ts";

/** A contact reads less than the first; more than that and less than the second is a coil, Ω. Common practice, no source. */
const CONTACT_OHMS = 3;
const COIL_MOST = 1e5;

const pinout = fromTable({
  id: "relay-pinout",
  family: "Relays and contactors",
  name: "Relay, find the pins",
  purpose: "Names the pins of an unmarked relay from the ohms between them.",
  prepare: ["Out of circuit.", "Number the pins as you like, and read every pair once."],
  probes: [{ red: "each pin", black: "each other pin", dial: "Ω" }],
  fields: [
    text("pins", "Pins", { hint: "1 2 3 4 5" }),
    text("readings", "Pairs that are not OL", { hint: "1-2 270, 3-4 0.1, 1-5 1.2M, 2-5 beep" }),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  figures: {
    coilReads: {
      shown: "Ω",
      of: (r) => {
        const found = readPinout(r);
        return "coil" in found ? found.coilOhms : undefined;
      },
    },
  },
  findings: {
    trouble: (r) => {
      const found = readPinout(r);
      return "trouble" in found ? found.trouble : undefined;
    },
    layout: (r) => {
      const found = readPinout(r);
      if ("trouble" in found) return undefined;
      const rest = found.restPairs.map(([a, b]) => `${a}–${b}`).join(", ");
      return [
        rest === "" ? "No contact is closed at rest." : `Closed at rest: ${rest}.`,
        ...(found.loose.length > 0 ? [`Joins nothing at rest: ${found.loose.join(", ")}.`] : []),
      ].join(" ");
    },
    coilPins: (r) => {
      const found = readPinout(r);
      return "coil" in found ? found.coil.join("–") : undefined;
    },
    next: (r) => {
      const found = readPinout(r);
      if ("trouble" in found) return undefined;
      const [pair] = found.restPairs;
      return pair && found.restPairs.length === 1 && found.loose.length === 1
        ? `Energise the coil: the one of ${pair.join(" and ")} that then joins ${found.loose[0]} is the common.`
        : "Energise the coil from a fused supply of its volts and read again: what changed are its contacts.";
    },
  },
  limits: {
    contact: {
      of: "coilReads",
      at: CONTACT_OHMS,
      text: "contacts read less than {at}, coils more",
      source: PRACTICE,
    },
    coil: { of: "coilReads", at: COIL_MOST, text: "coils read less than {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "trouble",
      verdict: "doubtful",
      when: decided(["contact", "coil"], (r) => "trouble" in readPinout(r)),
      says: "{trouble}",
    },
    {
      code: "found",
      verdict: "told",
      says: "Coil {coilPins} ({coilReads}). {layout}",
      advice: ["{next}"],
    },
  ],
});

function readPinout(r: Reckoning) {
  const pins = r.word("pins").split(/[\s,]/u).filter(Boolean);
  const read = readPairs(r.word("readings"), pins);
  return "trouble" in read ? read : findPinout(pins, read.pairs, r.limit("contact")!, r.limit("coil")!);
}

export const RELAY_TESTS = [coil, pinout, contacts, relayModule, drop] as const;
