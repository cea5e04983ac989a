import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

/** Seconds of processor time that a process, its threads, its children and those it has waited for have used (proc(5), stat). */
export function processTreeSeconds(pid: number): number {
  const children = execFileSync("ps", ["-o", "pid=", "--ppid", String(pid)], { encoding: "utf8" })
    .split("\n")
    .map(Number)
    .filter((n) => n > 0);
  return children.reduce((sum, child) => sum + processTreeSeconds(child), ownSeconds(pid));
}

/** Ticks of user, system, and those of children that were waited for: fields 14 to 17, in hundredths of a second. */
function ownSeconds(pid: number): number {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    // The second field is a name in brackets, which may have blanks.
    const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
    return fields.slice(11, 15).reduce((sum, ticks) => sum + Number(ticks) / 100, 0);
  } catch {
    // It has ended meanwhile; its parent has its time.
    return 0;
  }
}
