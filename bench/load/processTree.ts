import { readdirSync, readFileSync } from "node:fs";

interface Process {
  readonly pid: number;
  readonly parent: number;
  /** Of user and system, its own and of children that it has waited for, s. */
  readonly seconds: number;
}

/** Seconds of processor time that a process, its threads, its children and those it has waited for have used. */
export function processTreeSeconds(pid: number): number {
  const all = readdirSync("/proc")
    .filter((name) => /^\d+$/u.test(name))
    .flatMap((name) => processAt(Number(name)) ?? []);
  const under = (id: number): number =>
    all.filter(({ parent }) => parent === id).reduce((sum, child) => sum + under(child.pid), own(id));
  const own = (id: number) => all.find((p) => p.pid === id)?.seconds ?? 0;
  return under(pid);
}

/** By proc(5), stat: field 4 is the parent, 14 to 17 are ticks in hundredths of a second. Undefined where it has ended. */
function processAt(pid: number): Process | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    // The second field is a name in brackets, which may have blanks.
    const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
    const ticks = fields.slice(11, 15).map(Number);
    return { pid, parent: Number(fields[1]), seconds: ticks.reduce((sum, t) => sum + t, 0) / 100 };
  } catch {
    return undefined;
  }
}
