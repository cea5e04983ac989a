import { CELSIUS, choice, MEGOHM, quantity, VOLT } from "./fields.ts";
import { judged, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Insulation halves for every 10 °C; readings are compared at 40 °C, as IEEE 43 has it (from memory). */
export function insulationAt40(ohms: number, celsius: number): number {
  return ohms * 2 ** ((celsius - 40) / 10);
}

/** What a rule asks of an appliance's insulation, Ω, as it is read. From memory; local rules and the maker's go first. */
const RULES = {
  class1: { ohms: 1e6, name: "with a protective earth", source: "IEC 62638, from memory" },
  heating: {
    ohms: 0.3e6,
    name: "with a protective earth, heating elements",
    source: "IEC 62638, from memory",
  },
  class2: { ohms: 2e6, name: "doubly insulated", source: "IEC 62638, from memory" },
} as const;

/** A winding by itself at 40 °C: good from the first on, bad below the second, Ω. */
const WINDING_GOOD = 5e6;
const WINDING_BAD = 1e6;

export const insulation: ComponentTest = {
  id: "insulation",
  family: "Motors",
  name: "Insulation resistance",
  purpose: "A reading of the insulation tester, brought to 40 °C.",
  stored: true,
  prepare: [
    "Dead, proven, all electronics unplugged: the tester's 500 V destroys them.",
    "One minute, then discharge what was charged.",
  ],
  probes: [{ red: "winding", black: "frame, bare metal", dial: "insulation, 500 V" }],
  fields: [
    choice("rule", "Judged by", [
      ["winding", "a winding by itself (IEEE 43)"],
      ...Object.entries(RULES).map(([id, r]) => [id, `an appliance ${r.name}`] as const),
    ]),
    quantity("reads", "After a minute", MEGOHM),
    quantity("celsius", "Temperature of the winding", CELSIUS, { signed: true, usual: [-10, 120] }),
    quantity("volts", "Rated volts", VOLT, { usual: [12, 1000] }),
  ],
  types: ["motor", "split-winding-motor", "three-phase-motor", "heater", "transformer", "power-transformer"],
  judge(v) {
    const reads = v.get("reads");
    const rule = RULES[v.word("rule") as keyof typeof RULES] as
      (typeof RULES)[keyof typeof RULES] | undefined;
    if (rule) {
      const asked = [{ text: `at least ${say(rule.ohms, "Ω")}, as read`, source: rule.source }];
      const leak = [`leakage at ${v.get("volts")} V: ${say(v.get("volts") / Math.max(reads, 1), "A")}`];
      return reads < rule.ohms
        ? judged(
            "bad",
            `Below what is asked of an appliance ${rule.name}. Find the part that leaks.`,
            leak,
            asked,
          )
        : judged("good", "It has what is asked.", reads === Infinity ? [] : leak, asked);
    }
    const limits = [
      {
        text: `above ${say(WINDING_GOOD, "Ω")} at 40 °C good, below ${say(WINDING_BAD, "Ω")} bad`,
        source: `IEEE 43 for windings, from memory; the lower ${PRACTICE}`,
      },
      { text: "halves for every 10 °C", source: "IEEE 43, from memory" },
    ];
    if (reads === Infinity) return judged("good", "Above the tester's range.", [], limits);
    const at40 = insulationAt40(reads, v.get("celsius"));
    const working = [
      `${say(reads, "Ω")} · 2^((${v.get("celsius")} − 40)/10) = ${say(at40, "Ω")} at 40 °C`,
      `leakage at ${v.get("volts")} V: ${say(v.get("volts") / Math.max(reads, 1), "A")}`,
    ];
    if (at40 < WINDING_BAD)
      return judged(
        "bad",
        "It leaks: wet, or the insulation is gone. Dry it warm and read again before it is condemned.",
        working,
        limits,
      );
    return at40 < WINDING_GOOD
      ? judged("doubtful", "On the low side: damp or dirty. Watch it.", working, limits)
      : judged("good", "Good.", working, limits);
  },
};
