import { observationCheck, readingCheck, type Evidence } from "#core/diagnosis/index.ts";
import { glasswasher } from "./glasswasher.ts";

const unit = glasswasher();

/** What somebody saw the glasswasher do, or not. */
export const seen = (id: string, yes: boolean): Evidence => ({
  kind: "seen",
  id,
  check: observationCheck(unit, id),
  seen: yes,
});

/** Volts to neutral while it heats the rinse. */
export const volts = (id: string, red: string, value: number): Evidence => ({
  kind: "reading",
  id,
  check: readingCheck({ state: "rinse-heat", lifts: [] }, "vac", red, "P1.2"),
  value,
});

/** Ohms on the dead unit. */
export const ohms = (id: string, red: string, black: string, value: number): Evidence => ({
  kind: "reading",
  id,
  check: readingCheck({ state: "dead", lifts: [] }, "ohm", red, black),
  value,
});
