import { Form } from "react-router";
import type { Assumptions, repairOrReplace } from "#core/job/index.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { money } from "../words/money.ts";

const FIELDS = [
  ["newPrice", "Price of a new one", 1_000_000],
  ["newYears", "Years a new one lasts", 100],
  ["yearsLeft", "Years this one goes on, repaired", 100],
] as const;

/** What an address assumes; nothing where no price is named, a problem where one of the three is no number above nothing. */
export function readAssumptions(params: URLSearchParams): { assumed?: Assumptions; problem?: string } {
  if (!params.has("newPrice")) return {};
  const values: Record<string, number> = {};
  for (const [name, label, most] of FIELDS) {
    const value = Number((params.get(name) ?? "").trim().replace(",", ".") || NaN);
    if (!(value > 0 && value <= most))
      return { problem: `${label}: a number above nothing and up to ${most} is needed.` };
    values[name] = value;
  }
  return { assumed: values as unknown as Assumptions };
}

/** Repaired or new, in money a year, by assumptions that are shown and can be changed. */
export function ReplaceOrRepair({
  compared,
  problem,
  currency,
}: {
  compared: ({ assumed: Assumptions } & ReturnType<typeof repairOrReplace>) | null;
  problem: string | null;
  currency: string;
}) {
  return (
    <section aria-labelledby="replace" className="border-t-2 border-ink pt-3">
      <h2 id="replace" className="text-xl font-bold">
        Repair it, or a new one?
      </h2>
      <Form method="get" preventScrollReset className="grid items-end gap-4 pt-3 sm:grid-cols-4">
        {FIELDS.map(([name, label]) => (
          <Field key={name} label={label}>
            {(aria) => (
              <input
                {...aria}
                name={name}
                inputMode="decimal"
                required
                className={inputClass}
                defaultValue={compared?.assumed[name] ?? ""}
              />
            )}
          </Field>
        ))}
        <Button type="submit">Compare</Button>
      </Form>
      <p role={problem ? "alert" : "status"} className="pt-2 text-lg empty:hidden">
        {problem ??
          (compared &&
            `Repaired it costs ${money(compared.repairPerYear, currency)} a year, new ${money(compared.newPerYear, currency)} a year: ${compared.cheaper === "repair" ? "the repair is cheaper" : "a new one is cheaper"} on these assumptions.`)}
      </p>
    </section>
  );
}
