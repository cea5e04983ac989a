import { z } from "zod";
import { definePart } from "../partKind.ts";
import { ohmsFrom } from "../sizes.ts";

/** A wire's length and its two joints, Ω. */
const JOINED_OHMS = 0.01;

/** Two conductors that lie close to each other: nothing passes between them until something bridges them. */
export const gap = definePart({
  type: "gap",
  terminals: ["a", "b"],
  parameters: z.strictObject({ insulationOhms: z.number().positive().max(1e13).default(1e13) }),
  across: [["a", "b"]],
  modes: [
    {
      id: "bridged",
      name: "bridged",
      looks: "solder, a whisker, damp, carbon or chafed insulation between the two",
      weight: 0.2,
      sizes: ohmsFrom(0.05, 1e5, 4),
    },
    {
      id: "joined",
      name: "joined by a wire",
      looks: "a wire where none belongs",
      weight: 0.02,
    },
  ],
  expand(build, { insulationOhms }, { mode, severity }) {
    build.branch("gap", build.node("a"), build.node("b"), {
      ohms: mode === "bridged" ? severity! : mode === "joined" ? JOINED_OHMS : insulationOhms,
    });
  },
});
