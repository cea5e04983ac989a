import { proxy, wrap } from "comlink";
import { useEffect, useState } from "react";
import type { SymptomGroup } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { SymptomsWorker } from "../workers/symptomsProtocol.ts";

/**
 * What every failure of the unit looks like in an ordinary run, found in the browser while the page is read.
 * @param dictionary where the runs of this very model are to be had, if they were made before
 */
export function SymptomTable({ unit, dictionary }: { unit: UnitModel; dictionary?: string }) {
  const [groups, setGroups] = useState<readonly SymptomGroup[]>();
  const [done, setDone] = useState(0);
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => {
    const thread = new Worker(new URL("../workers/symptoms.worker.ts", import.meta.url), { type: "module" });
    wrap<SymptomsWorker>(thread)
      .groups(unit, dictionary, proxy(setDone))
      .then(setGroups)
      .catch((error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
    return () => thread.terminate();
  }, [unit, dictionary]);
  if (trouble)
    return (
      <p role="alert" className="font-semibold text-hazard">
        The symptoms could not be computed: {trouble}
      </p>
    );
  if (!groups)
    return (
      <p role="status">
        Every failure is being run through the sequence:{" "}
        <span className="reading">{Math.round(100 * done)} %</span>
      </p>
    );
  return (
    <ul data-testid="symptoms" className="@container">
      {groups.map((group) => (
        <li
          key={[group.title, ...group.differs].join("|")}
          className="grid gap-x-6 border-t border-rule py-2 @2xl:grid-cols-[20rem_1fr]"
        >
          <div>
            <strong>{group.title}</strong>
            {group.differs.map((d) => (
              <span key={d} className="block text-[0.9375rem]">
                {d}
              </span>
            ))}
          </div>
          <Failures group={group} />
        </li>
      ))}
    </ul>
  );
}

/** More than these are folded away. */
const SHOWN = 8;

function Failures({ group }: { group: SymptomGroup }) {
  const text = (list: SymptomGroup["failures"]) => list.map((f) => `${f.part} ${f.mode}`).join("; ");
  const rest = group.failures.slice(SHOWN);
  return (
    <div className="text-[0.9375rem] text-ink-soft">
      {text(group.failures.slice(0, SHOWN))}
      {rest.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer content-center font-semibold underline underline-offset-4">
            {rest.length} more
          </summary>
          {text(rest)}
        </details>
      )}
    </div>
  );
}
