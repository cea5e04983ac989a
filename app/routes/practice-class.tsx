import { data, Form, Link, useNavigation } from "react-router";
import { z } from "zod";
import { EXERCISE_KINDS } from "#core/practice/index.ts";
import { listPeople } from "#server/people/people.ts";
import { classList, listSets, setExercise } from "#server/practice/progress.ts";
import { listUnits } from "#server/units/models.ts";
import type { Route } from "./+types/practice-class";
import { readChoices } from "#server/people/choices.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { useShop } from "../ui/ShopBar.tsx";

export const meta: Route.MetaFunction = () => [{ title: "The class · Practice · Zygodrome" }];

/** Exercises that were set, shown at once. */
const SHOWN = 30;

export async function loader() {
  const [rows, sets, units] = await Promise.all([classList(), listSets(SHOWN), listUnits()]);
  return { rows, sets, units: units.filter((u) => u.runs).map(({ id, name }) => ({ id, name })) };
}

const newSet = z.object({
  title: z.string().trim().min(1, "Give it a name.").max(120, "Keep the name under 120 characters."),
  unit: z.string().min(1, "Choose a unit."),
  kind: z.enum(EXERCISE_KINDS, { error: "Choose what kind of fault." }),
  difficulty: z.coerce.number().int().min(1).max(3),
});

export async function action({ request }: Route.ActionArgs) {
  const { person } = await readChoices(request);
  const who = (await listPeople()).find((p) => p.id === person && !p.elsewhere);
  if (who?.role !== "lead")
    return data(
      { said: "Only a lead sets exercises. Choose who is working at the top of the page." },
      { status: 403 },
    );
  const parsed = newSet.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success)
    return data({ said: parsed.error.issues.map((i) => i.message).join(" ") }, { status: 400 });
  if (!(await listUnits()).some((u) => u.id === parsed.data.unit && u.runs))
    return data({ said: "This unit cannot be run; choose another." }, { status: 400 });
  await setExercise({ ...parsed.data, person: who.id });
  return { said: `“${parsed.data.title}” is set for everybody.` };
}

/** Who has worked what, and an exercise to set. */
export default function Class({ loaderData: { rows, sets, units }, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  const { people, person } = useShop();
  const isLead = people.find((p) => p.id === person)?.role === "lead";
  return (
    <main className="mx-auto flex max-w-5xl flex-col gap-6 p-4 md:p-6">
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2">
        <h1 className="text-[1.75rem] font-bold">The class</h1>
        <Link to="/practice" className={buttonClass("plain")}>
          Back to practice
        </Link>
      </div>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b border-ink">
            <th className="py-1 pr-2">Who</th>
            <th className="py-1 pr-2">Found</th>
            <th className="py-1 pr-2">Dangerous slips</th>
            <th className="py-1">Last</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className="border-b border-rule-faint">
              <td className="py-2 pr-2">
                <strong>{row.name}</strong> <span className="text-ink-soft">{row.role}</span>
              </td>
              <td className="reading py-2 pr-2">
                {row.right} of {row.done}
              </td>
              <td className="reading py-2 pr-2">{row.dangers}</td>
              <td className="reading py-2">{row.lastAt ?? "never"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {isLead ? (
        <Form method="post" className="flex flex-col gap-4 border-2 border-ink bg-sheet p-4">
          <h2 className="text-xl font-bold">Set an exercise</h2>
          <p className="text-ink-soft">Everybody who takes it gets the same hidden fault.</p>
          <div className="grid gap-4 sm:grid-cols-2">
            <Field label="Name">
              {(aria) => <input {...aria} name="title" required maxLength={120} className={inputClass} />}
            </Field>
            <Field label="Unit">
              {(aria) => (
                <select {...aria} name="unit" className={inputClass}>
                  {units.map((u) => (
                    <option key={u.id} value={u.id}>
                      {u.name}
                    </option>
                  ))}
                </select>
              )}
            </Field>
            <Field label="Kind of fault">
              {(aria) => (
                <select {...aria} name="kind" className={inputClass}>
                  {EXERCISE_KINDS.map((k) => (
                    <option key={k}>{k}</option>
                  ))}
                </select>
              )}
            </Field>
            <Field label="How hard, 1 to 3">
              {(aria) => (
                <select {...aria} name="difficulty" className={inputClass}>
                  {[1, 2, 3].map((d) => (
                    <option key={d}>{d}</option>
                  ))}
                </select>
              )}
            </Field>
          </div>
          <div className="flex flex-wrap items-center gap-4">
            <Button type="submit" look="main" disabled={busy}>
              Set it
            </Button>
            <p role="status">{actionData?.said}</p>
          </div>
        </Form>
      ) : (
        <p className="text-ink-soft">A lead sets exercises for everybody.</p>
      )}
      {sets.map((set) => (
        <section key={set.id} aria-label={set.title}>
          <h2 className="section-title border-b border-rule pb-1">
            {set.title}, set by {set.setBy}
          </h2>
          {set.worked.length === 0 ? (
            <p className="py-2 text-ink-soft">Nobody has taken it yet.</p>
          ) : (
            <ul>
              {set.worked.map((w) => (
                <li
                  key={w.practice}
                  className="flex flex-wrap justify-between gap-x-4 border-b border-rule-faint py-2"
                >
                  <strong>{w.person}</strong>
                  <span>
                    {w.right === null
                      ? "at it"
                      : `${w.right ? "found" : "not found"}, ${Math.round(w.minutes ?? 0)} min, ${w.dangers ?? 0} dangerous`}
                  </span>
                  {w.right !== null && (
                    <Link
                      to={`/practice/${w.practice}/debrief`}
                      className="inline-flex min-h-11 items-center underline underline-offset-4"
                    >
                      Look back at it
                    </Link>
                  )}
                </li>
              ))}
            </ul>
          )}
        </section>
      ))}
    </main>
  );
}
