import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { describe, expect, test } from "@jest/globals";
import { discharged } from "#core/circuit/index.ts";
import { CircuitBuilder } from "../support/circuits.ts";

/** What is left on a link and on what it feeds through a diode, against ngspice on a deck written by hand. */
describe("a charged link against ngspice", () => {
  const seconds = [0.05, 0.5, 2, 8, 20];

  function byNgspice(): { link: number; behind: number }[] {
    const file = path.join(mkdtempSync(path.join(os.tmpdir(), "zygodrome-discharge-")), "deck.cir");
    const deck = [
      "* a link of 470 uF with its bleeder, a second store behind a diode with a load of its own",
      "c1 p 0 470u ic=325",
      "r1 p 0 47k",
      "r2 p a 2k",
      "d1 a q junction",
      "c2 q 0 100u ic=20",
      "r3 q 0 10k",
      ".model junction d(is=5e-9 n=1.8 rs=0.04)",
      ".options reltol=1e-6",
      ".control",
      "tran 2m 20 0 2m uic",
      ...seconds.flatMap((t, i) => [
        `meas tran p${i} find v(p) at=${t === 20 ? 19.999 : t}`,
        `meas tran q${i} find v(q) at=${t === 20 ? 19.999 : t}`,
        `echo AT ${i} $&p${i} $&q${i}`,
      ]),
      "quit 0",
      ".endc",
      ".end",
    ].join("\n");
    writeFileSync(file, deck);
    const output = execFileSync("ngspice", ["-b", file], {
      encoding: "utf8",
      stdio: ["ignore", "pipe", "pipe"],
    });
    return [...output.matchAll(/^AT \d+ (\S+) (\S+)/gm)].map(([, p, q]) => ({
      link: Number(p),
      behind: Number(q),
    }));
  }

  test("both stores within one percent and 50 mV, from a twentieth of a second to twenty seconds", () => {
    const c = new CircuitBuilder()
      .branch("p", "0", { ohms: 1e-3, farads: 470e-6 })
      .branch("p", "0", { ohms: 47e3 })
      .branch("p", "a", { ohms: 2e3 })
      .diode("a", "q")
      .branch("q", "0", { ohms: 1e-3, farads: 100e-6 })
      .branch("q", "0", { ohms: 10e3 });
    const circuit = c.build();
    const [link, behind] = circuit.branches.filter((b) => b.farads > 0).map((b) => b.id) as [string, string];
    const reference = byNgspice();
    expect(reference).toHaveLength(seconds.length);
    seconds.forEach((t, i) => {
      const left = discharged(
        circuit,
        new Map([
          [link, 325],
          [behind, 20],
        ]),
        t,
      );
      for (const [id, theirs] of [
        [link, reference[i]!.link],
        [behind, reference[i]!.behind],
      ] as const)
        expect(Math.abs((left.get(id) ?? 0) - theirs)).toBeLessThan(0.05 + 0.01 * Math.abs(theirs));
    });
  });
});
