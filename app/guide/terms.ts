/** Words of this program that are not everybody's, each with what it means here. */
export const TERMS = {
  suspect: {
    name: "Suspect",
    means:
      "One way in which one part of this unit can fail: a fuse that is blown, a plug pin with a bad joint. All suspects together share 100 %.",
  },
  item: {
    name: "Item",
    means: "What is replaced or mended as a whole, such as a control board or a heater with its leads.",
  },
  chance: {
    name: "Chance",
    means:
      "How likely a suspect is after every finding so far. It starts from how often such parts fail, and from what this shop has repaired.",
  },
  check: {
    name: "Check",
    means: "One thing to do next: a reading between two points, a look, a swap, a bridge.",
  },
  finding: {
    name: "Finding",
    means: "What a check showed. It is never changed afterwards; it can be taken back with a reason.",
  },
  state: {
    name: "State",
    means:
      "What the unit is asked to do while you measure: idle, filling, heating. A reading only means something together with its state.",
  },
  power: {
    name: "Power",
    means:
      "Live, or dead and proven. Nothing that needs the unit live is offered until it is declared live, and no ohms are taken on a live unit.",
  },
  course: {
    name: "Course",
    means:
      "The way that current takes from the supply through one load and back, with every pin and wire on it.",
  },
  call: {
    name: "Call",
    means: "Your decision about what is at fault, with the finding that proves it.",
  },
  proof: {
    name: "Proof",
    means:
      "What shows that the repair holds: each reading that was wrong before is taken again and is right now, and the unit finishes.",
  },
  claim: {
    name: "Claim",
    means:
      "What somebody else says was replaced or is good. It counts a little, and is never taken for a reading.",
  },
  bits: {
    name: "Information",
    means:
      "How much a check is expected to narrow the suspects down, in bits. One bit halves them. Checks are compared by bits for each minute.",
  },
  doubt: {
    name: "Doubt",
    means: "A reading that fits no suspect. It is asked for again before anything rests on it.",
  },
  outside: {
    name: "Not in the model",
    means:
      "The chance that the fault is something this unit's model does not have, such as a wire that somebody moved.",
  },
  strip: {
    name: "Strip-down",
    means:
      "For what trips or blows: loads are taken off in turn until it holds, and the last one off is the short.",
  },
  knownGood: {
    name: "Known-good unit",
    means:
      "A second unit of the same kind that works. Readings on it are compared with yours; they prove nothing by themselves.",
  },
} as const satisfies Record<string, { readonly name: string; readonly means: string }>;

export type TermId = keyof typeof TERMS;
