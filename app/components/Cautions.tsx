import { TriangleAlert } from "lucide-react";
import type { Hazard } from "#core/unit/index.ts";
import { DEFERENCE, HAZARD_NAME } from "../words/cautions.ts";

/** The unit's hazards and the usual cautions, in words. */
export function Cautions({ hazards }: { hazards: readonly Hazard[] }) {
  return (
    <div className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 text-[0.9375rem]">
      <ul className="flex flex-col gap-1">
        {hazards.map((hazard) => (
          <li key={hazard.kind + hazard.text} className="flex gap-2">
            <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-hazard" />
            <span>
              <strong>{HAZARD_NAME[hazard.kind]}.</strong> {hazard.text}
              {hazard.waitSeconds !== undefined &&
                ` Wait ${hazard.waitSeconds} s, then measure${hazard.confirmBelowVolts === undefined ? "" : `: below ${hazard.confirmBelowVolts} V`}.`}
            </span>
          </li>
        ))}
      </ul>
      <p className="pt-1 text-ink-soft">{DEFERENCE}</p>
    </div>
  );
}
