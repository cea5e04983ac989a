import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { graphmlOf } from "#core/formats/index.ts";
import { seeded } from "#core/quantity/index.ts";
import {
  checkFile,
  doubtsOf,
  failuresOf,
  moved,
  namesOf,
  readSectionTable,
  recordsOf,
  renamed,
  SECTIONS,
  sectionTable,
  usesOf,
  withCopy,
  withField,
  withNew,
  without,
  withTable,
  isJson,
  type Json,
} from "#core/workshop/index.ts";
import { ladderOf } from "#core/wiring/index.ts";
import { mutated } from "../../bench/fuzz/texts.ts";

/** Model files with random damage, as a draft can hold them: the workshop goes on working, and says what is wrong. */
const FILES = readdirSync("demo/units").map(
  (f) => JSON.parse(readFileSync(`demo/units/${f}`, "utf8")) as Json,
);
const KINDS = ["part", "item", "net", "need", "terminal", "suspect", "setting", "output", "step"] as const;

function everything(file: Json, random: () => number): void {
  const checked = checkFile(file);
  for (const p of checked.problems) expect(p.message).toMatch(/\S/u);
  if (checked.unit) {
    doubtsOf(file, checked.unit);
    graphmlOf(checked.unit);
    for (const course of checked.unit.courses) ladderOf(checked.unit, course);
  }
  for (const kind of KINDS) {
    const names = namesOf(file, kind);
    const some = names[Math.floor(random() * names.length)]?.id ?? "nothing";
    usesOf(file, kind, some);
    renamed(file, kind, some, "zz");
  }
  for (const section of SECTIONS) {
    const records = recordsOf(file, section);
    const { at, record } = records[Math.floor(random() * records.length)] ?? { at: 0, record: {} };
    withNew(file, section);
    withCopy(file, section, at);
    without(file, section, at);
    moved(file, section, at, at + 1);
    const field = section.fields[Math.floor(random() * section.fields.length)]!;
    withField(file, section, at, field.path, "x");
    if (section.path[0] === "parts") failuresOf(record);
    withTable(file, section, readSectionTable(file, section, sectionTable(file, section)), random() < 0.5);
  }
}

describe("a damaged file", () => {
  test.each([3, 4, 5])(
    "in twenty forms, seed %i, throws nothing and loses nothing that it is not asked to",
    (seed) => {
      const random = seeded(seed);
      for (let i = 0; i < 20; i++) {
        const file = mutated(FILES[i % FILES.length], random);
        if (!isJson(file)) continue;
        const before = JSON.stringify(file);
        everything(file, random);
        expect(JSON.stringify(file)).toBe(before);
      }
    },
  );
});
