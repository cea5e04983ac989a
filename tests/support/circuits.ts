import type { Branch, Circuit, Constraint, Control } from "#core/circuit/index.ts";

/** A circuit written by node names; "0" is the reference. */
export class CircuitBuilder {
  private readonly names: string[] = ["0"];
  private readonly branches: Branch[] = [];
  private readonly constraints: Constraint[] = [];
  private readonly controls: Control[] = [];
  private readonly hertz: number;

  constructor(hertz = 50) {
    this.hertz = hertz;
  }

  node(name: string): number {
    const known = this.names.indexOf(name);
    return known >= 0 ? known : this.names.push(name) - 1;
  }

  branch(a: string, b: string, values: Partial<Branch> & { ohms: number }): this {
    const plain = { henries: 0, farads: 0, acVolts: 0, dcVolts: 0, tolerance: 0 };
    this.branches.push({
      id: `b${this.branches.length}`,
      ...plain,
      ...values,
      a: this.node(a),
      b: this.node(b),
    });
    return this;
  }

  /** A silicon diode from anode a to cathode b, or one with other data. */
  diode(a: string, b: string, given: Partial<Extract<Control, { kind: "diode" }>> = {}): this {
    const branch = this.branches.length;
    this.branch(a, b, { ohms: 1e10 });
    const silicon = { saturation: 5e-9, emission: 1.8, seriesOhms: 0.04, offsetVolts: 0 };
    return this.control({ kind: "diode", id: `D${branch}`, branch, ...silicon, ...given });
  }

  constraint(constraint: Constraint): this {
    this.constraints.push(constraint);
    return this;
  }

  control(control: Control): this {
    this.controls.push(control);
    return this;
  }

  build(): Circuit {
    return {
      nodeNames: [...this.names],
      branches: [...this.branches],
      constraints: [...this.constraints],
      controls: [...this.controls],
      hertz: this.hertz,
    };
  }
}
