import type { LearnedView } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { percentText } from "../../words/percent.ts";

/** Where the suspects start: from the catalogue, and from what this shop has found before. It can be left aside in a job. */
export function LearnedNote({
  learned,
  onSwitch,
}: {
  learned: LearnedView;
  onSwitch: (on: boolean) => void;
}) {
  const { on, jobs, rows, claim, age } = learned;
  const count = Math.round(jobs);
  return (
    <details data-testid="learned" className="border-t border-rule text-[0.9375rem]">
      <summary className="min-h-11 cursor-pointer py-2.5">
        {on
          ? count === 0
            ? "Starts from what other units here had"
            : `Starts from ${count} job${count === 1 ? "" : "s"} of this shop on this unit`
          : "What this shop has learned is left aside in this job"}
      </summary>
      <table className="w-full">
        <caption className="sr-only">Chances before any finding</caption>
        <thead className="text-left text-ink-soft">
          <tr>
            <th scope="col" className="font-normal">
              Before any finding
            </th>
            <th scope="col" className="px-2 text-right font-normal">
              catalogue
            </th>
            <th scope="col" className="text-right font-normal">
              this shop
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name} className="border-t border-rule-faint">
              <th scope="row" className="text-left font-semibold">
                {row.name}
              </th>
              <td className="reading px-2 text-right">{percentText(row.catalogue)} %</td>
              <td className="reading text-right">{percentText(row.start)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      {age && <p className="pt-2">{ageText(age)}</p>}
      <p className="py-2 text-ink-soft">
        Closed and proven jobs count whole, unproven ones half, those that came back hardly; twenty jobs weigh
        as much as the catalogue.{" "}
        {claim >= 0.95
          ? "A claim that a part is new clears nothing here."
          : `A claim that a part is new leaves it ${percentText(claim)} % of its odds.`}
      </p>
      <Button className="mb-3" onClick={() => onSwitch(!on)}>
        {on ? "Leave it aside in this job" : "Use it again"}
      </Button>
    </details>
  );
}

function ageText({ years, kinds }: NonNullable<LearnedView["age"]>): string {
  const old =
    years === 0 ? "This one is of this year" : `This one is ${years} year${years === 1 ? "" : "s"} old`;
  if (kinds.length === 0) return `${old}; here, units of that age fail as others do.`;
  const list = kinds.map(({ name, factor }) => `${name} ${factor.toFixed(1)} times`).join(", ");
  return `${old}. Against the same units of all ages, these were at fault here: ${list} as often.`;
}
