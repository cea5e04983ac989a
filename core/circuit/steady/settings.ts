import { OPEN_OHMS, type Branch, type Constraint } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control, Setting } from "../model/control.ts";
import { tangentAt } from "./junction.ts";

/** Where a control stands before anything is switched on. */
export function restSetting(control: Control): Setting {
  switch (control.kind) {
    case "relay":
    case "output":
      return { on: false };
    case "rectifier":
    case "converter":
      return { on: false, emf: 0, loadOhms: OPEN_OHMS };
    case "regulator":
      return { on: false, region: "off" };
    case "fuse":
    case "residual":
      return { on: true };
    case "diode":
      return { on: true, junction: 0 };
  }
}

/** The switched positions alone; a repeat of one that then moves on is a cycle. */
export function positions(settings: readonly Setting[]): string {
  return settings.map(({ on, region }) => `${on ? 1 : 0}${region ?? ""}`).join();
}

/** The circuit with its controls where the settings have them; `share` scales its DC sources, `leak` (S) eases its diodes. */
export function withSettings(circuit: Circuit, settings: readonly Setting[], share = 1, leak = 0): Circuit {
  const branches: Branch[] =
    share === 1
      ? [...circuit.branches]
      : circuit.branches.map((b) => (b.dcVolts === 0 ? b : { ...b, dcVolts: share * b.dcVolts }));
  const constraints: Constraint[] = [...circuit.constraints];
  const set = (index: number, change: Partial<Branch>) => {
    const branch = branches[index]!;
    const same = Object.entries(change).every(([key, value]) => branch[key as keyof Branch] === value);
    if (!same) branches[index] = { ...branch, ...change };
  };
  circuit.controls.forEach((control, i) => {
    const { on, region, emf, loadOhms, junction, linear, mean } = settings[i]!;
    switch (control.kind) {
      case "relay":
        for (const { branch, restOhms, workOhms } of control.contacts)
          set(branch, { ohms: on ? workOhms : restOhms });
        if (control.armature) {
          const { branch, restHenries, workHenries } = control.armature;
          set(branch, { henries: on ? workHenries : restHenries });
        }
        return;
      case "output":
        return set(control.branch, { ohms: on ? control.onOhms : control.offOhms });
      case "rectifier":
      case "converter":
        set(control.source, { ohms: on ? control.sourceOhms : OPEN_OHMS, dcVolts: on ? share * emf! : 0 });
        return set(control.load, { ohms: loadOhms! });
      case "diode":
        // A setting from a base whose diode was another part's has no junction yet.
        return set(control.branch, linear ?? tangentAt(control, junction ?? 0, leak));
      case "residual":
        if (!on) for (const branch of control.opens ?? control.branches) set(branch, { ohms: OPEN_OHMS });
        return;
      case "fuse":
        return on ? undefined : set(control.branch, { ohms: OPEN_OHMS });
      case "regulator": {
        const constraint = constraints[control.constraint]!;
        const volts = region === "starved" ? control.dropout : control.volts;
        if (constraint.kind === "regulator")
          constraints[control.constraint] = mean
            ? { ...constraint, ...mean }
            : { ...constraint, region: region!, volts, amps: control.limit };
      }
    }
  });
  return { ...circuit, branches, constraints };
}

/** Settings agree when positions are the same and the values of rectifiers and converters lie within 0.02 %. */
export function agree(a: Setting, b: Setting): boolean {
  const close = (x = 0, y = 0) => Math.abs(x - y) <= 2e-4 * Math.max(Math.abs(x), Math.abs(y));
  // A junction's voltage to ten microvolts: a current to 0.02 %.
  const still = Math.abs((a.junction ?? 0) - (b.junction ?? 0)) <= 1e-5 + 1e-6 * Math.abs(b.junction ?? 0);
  return (
    still && a.on === b.on && a.region === b.region && close(a.emf, b.emf) && close(a.loadOhms, b.loadOhms)
  );
}
