import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { codeChoices, openingChoices, stallChoices } from "./complaintChoices.ts";
import { readStartForm } from "./startForm.ts";

const form = (entries: readonly (readonly [string, string])[]) => {
  const data = new FormData();
  for (const [name, value] of entries) data.append(name, value);
  return data;
};

describe("the form that opens a job, as plain data", () => {
  test("texts are taken as they stand, the label without the blanks around it", () => {
    expect(
      readStartForm(
        form([
          ["id", "x"],
          ["unit", "u"],
          ["person", "ansa"],
          ["label", "  row 3 "],
          ["complaint", " cold "],
        ]),
      ),
    ).toEqual({
      id: "x",
      unit: "u",
      person: "ansa",
      label: "row 3",
      complaint: " cold ",
      seen: {},
      claims: [],
      learned: true,
    });
  });

  test("a year is taken as it was typed, and an empty field is none", () => {
    expect(readStartForm(form([["made", " 2017 "]]))["made"]).toBe(" 2017 ");
    expect(readStartForm(form([["made", "  "]]))).not.toHaveProperty("made");
  });

  test("what the shop has learned is used unless the box was shown and not ticked", () => {
    const learned = (entries: readonly (readonly [string, string])[]) =>
      readStartForm(form(entries))["learned"];
    expect(learned([])).toBe(true);
    expect(learned([["learned-asked", "yes"]])).toBe(false);
    expect(
      learned([
        ["learned-asked", "yes"],
        ["learned", "on"],
      ]),
    ).toBe(true);
  });

  test("what is not filled in is empty, a file in a text's place is nothing", () => {
    const data = form([]);
    data.append("complaint", new File(["x"], "x.txt"));
    expect(readStartForm(data)).toMatchObject({ id: "", unit: "", complaint: "" });
  });

  test("questions answered yes or no, and those left open", () => {
    expect(
      readStartForm(
        form([
          ["seen-drum", "yes"],
          ["seen-fan", ""],
          ["seen-light", "no"],
        ]),
      ).seen,
    ).toEqual({ drum: "yes", light: "no" });
  });

  test("one choice may answer several questions; ids may hold a colon", () => {
    expect(
      readStartForm(
        form([
          ["answers", "reaches-fill:yes,reaches-wash:no"],
          ["answers", "a:b:yes"],
          ["answers", ""],
        ]),
      ).seen,
    ).toEqual({ "reaches-fill": "yes", "reaches-wash": "no", "a:b": "yes" });
  });

  test("claims keep their part; one without words says that the part is said to be good, one about nothing is none", () => {
    expect(
      readStartForm(
        form([
          ["claim-text", " board changed "],
          ["claim-item", "board"],
          ["claim-text", "  "],
          ["claim-item", "fan"],
          ["claim-text", "checked the wiring"],
          ["claim-item", ""],
        ]),
      ).claims,
    ).toEqual([
      { text: "board changed", item: "board" },
      { text: "said to be good", item: "fan" },
      { text: "checked the wiring" },
    ]);
  });
});

/** Every demo unit: what the choices answer must be observations the unit has. */
describe("what the customer is asked", () => {
  const units = [...demoUnits().values()];
  test.each(units.map((u) => [u.id, u] as const))(
    "%s: every choice answers observations of the unit",
    (_id, unit) => {
      for (const choice of [...stallChoices(unit), ...codeChoices(unit), ...openingChoices(unit)]) {
        expect(choice.label).not.toMatch(/undefined|^$/);
        for (const answer of choice.answers.split(",")) {
          const [id, said] = [
            answer.slice(0, answer.lastIndexOf(":")),
            answer.slice(answer.lastIndexOf(":") + 1),
          ];
          expect({ id, known: unit.observations.some((o) => o.id === id) }).toEqual({ id, known: true });
          expect(["yes", "no"]).toContain(said);
        }
      }
    },
  );

  test("where it stops: it reaches one step and not the next, and the last choice is the end", () => {
    const roaster = demoUnits().get("roaster-dr6")!;
    const choices = stallChoices(roaster);
    const steps = roaster.observations.filter((o) => o.kind === "reaches");
    expect(choices).toHaveLength(steps.length + 1);
    expect(choices[0]!.answers).toBe(`${steps[0]!.id}:no`);
    expect(choices[1]!.answers).toBe(`${steps[0]!.id}:yes,${steps[1]!.id}:no`);
    expect(choices.at(-1)!.answers).toBe(`${steps.at(-1)!.id}:yes`);
  });

  test("no code answers every code with no; what trips is asked at once and later", () => {
    const glasswasher = demoUnits().get("glasswasher-gw4")!;
    const codes = glasswasher.observations.filter((o) => o.kind === "code");
    if (codes.length > 0) expect(codeChoices(glasswasher)[0]!.answers.split(",")).toHaveLength(codes.length);
    const [none, ...opens] = openingChoices(glasswasher);
    expect(none!.label).toBe("nothing trips or blows");
    expect(opens.some((o) => /at once$/.test(o.label) && /:yes,.*:no$/.test(o.answers))).toBe(true);
    expect(opens.some((o) => /during a run$/.test(o.label) && /:yes,.*:yes$/.test(o.answers))).toBe(true);
  });

  test("a unit without a sequence and without such observations is asked nothing of the kind", () => {
    const unit = structuredClone({ ...demoUnits().get("roaster-dr6")!, observations: [] });
    delete unit.sequence;
    expect([stallChoices(unit), codeChoices(unit), openingChoices(unit)]).toEqual([[], [], []]);
  });
});
