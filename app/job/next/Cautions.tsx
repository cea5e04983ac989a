import { TriangleAlert } from "lucide-react";
import { useState } from "react";
import { cautionText, type Caution } from "#core/view/index.ts";
import type { Hazard } from "#core/unit/index.ts";
import { DEFERENCE, HAZARD_NAME } from "../../words/cautions.ts";

/** The unit's hazards and the usual cautions, in words. */
export function Cautions({ hazards }: { hazards: readonly Hazard[] }) {
  return (
    <div className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 text-[0.9375rem]">
      <ul className="flex flex-col gap-1">
        {hazards.map((hazard) => (
          <li key={hazard.kind + hazard.text} className="flex gap-2">
            <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-hazard" />
            <span>
              <strong>{HAZARD_NAME[hazard.kind]}.</strong> {cautionText(hazard)}
            </span>
          </li>
        ))}
      </ul>
      <p className="pt-1 text-ink-soft">{DEFERENCE}</p>
    </div>
  );
}

/** The hazards of one step, a line each; the whole text and what goes before it behind "more". */
export function CautionLines({ cautions }: { cautions: readonly Caution[] }) {
  const [whole, setWhole] = useState(false);
  if (cautions.length === 0) return null;
  return (
    <div
      data-testid="cautions"
      className="mb-2 grid grid-cols-[1fr_auto] border-l-4 border-hazard bg-hazard-soft pl-2.5"
    >
      <ul className="self-center py-1">
        {cautions.map((caution) => (
          <li
            key={caution.kind + caution.line}
            data-hazard={caution.kind}
            className="flex gap-2 leading-snug"
          >
            <TriangleAlert aria-hidden size={17} className="mt-0.5 shrink-0 text-hazard" />
            <span className="text-[0.9375rem]">
              <strong>{HAZARD_NAME[caution.kind]}.</strong> {whole ? caution.text : caution.line}
            </span>
          </li>
        ))}
      </ul>
      <button
        type="button"
        aria-expanded={whole}
        aria-label={whole ? "Less on these hazards" : "All on these hazards"}
        className="min-h-11 min-w-11 self-start px-2 text-sm underline underline-offset-4"
        onClick={() => setWhole(!whole)}
      >
        {whole ? "less" : "more"}
      </button>
      {whole && <p className="col-span-2 pr-2 pb-1 text-sm text-ink-soft">{DEFERENCE}</p>}
    </div>
  );
}
