import { useState } from "react";
import { Link } from "react-router";
import type { UnitSummary } from "#server/units/models.ts";

/** The units of the shop, one of them chosen. */
export function UnitChoice({
  units,
  chosen,
  error,
}: {
  units: readonly UnitSummary[];
  chosen: string | undefined;
  error: string | undefined;
}) {
  const [all, setAll] = useState(chosen === undefined);
  const shown = all ? units : units.filter((unit) => unit.id === chosen);
  return (
    <section aria-label="Unit" className="pt-4">
      <ul className="flex flex-col">
        {shown.map((unit) => (
          <li key={unit.id}>
            <Link
              to={`?unit=${unit.id}`}
              replace
              preventScrollReset
              aria-current={unit.id === chosen ? "true" : undefined}
              className={`flex min-h-11 flex-wrap items-baseline gap-x-2 border-[1.5px] px-3 py-2.5 ${unit.id === chosen ? "border-here bg-here-soft" : "border-rule bg-sheet"}`}
            >
              <span className="min-w-0 text-xl font-bold wrap-anywhere">{unit.name}</span>
              <span className="min-w-0 wrap-anywhere text-ink-soft">{unit.maker}</span>
              <span className="grow" />
              <span className="font-semibold">{unit.id === chosen ? "chosen" : "choose"}</span>
            </Link>
          </li>
        ))}
      </ul>
      {!all && units.length > 1 && (
        <button
          type="button"
          onClick={() => setAll(true)}
          className="min-h-11 font-semibold underline underline-offset-4"
        >
          Another unit ({units.length - 1})
        </button>
      )}
      {error && (
        <p role="alert" className="pt-1 font-semibold text-hazard">
          {error}
        </p>
      )}
    </section>
  );
}
