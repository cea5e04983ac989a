import { data, Link } from "react-router";
import { z } from "zod";
import { EXERCISE_KINDS } from "#core/practice/index.ts";
import { listPeople } from "#server/people/people.ts";
import { classList, listCourses, MOST_OF_A_COURSE, setCourse } from "#server/practice/progress.ts";
import { listUnits } from "#server/units/models.ts";
import type { Route } from "./+types/practice-class";
import { translated } from "../language/tongue.ts";
import { readChoices } from "#server/people/choices.ts";
import { CourseForm } from "../practice/CourseForm.tsx";
import { CourseTable } from "../practice/CourseTable.tsx";
import { buttonClass } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("The class · Practice · Zygodrome") }];

/** Courses that were set, shown at once. */
const SHOWN = 30;

export async function loader() {
  const [rows, courses, units] = await Promise.all([classList(), listCourses(SHOWN), listUnits()]);
  return { rows, courses, units: units.filter((u) => u.runs).map(({ id, name }) => ({ id, name })) };
}

const newCourse = z.object({
  title: z.string().trim().min(1, "Give it a name.").max(120, "Keep the name under 120 characters."),
  exercises: z
    .array(
      z.object({
        unit: z.string().min(1, "Choose a unit."),
        kind: z.enum(EXERCISE_KINDS, { error: "Choose what kind of fault." }),
        difficulty: z.coerce.number().int().min(1).max(3),
      }),
    )
    .min(1, "Set one exercise at least.")
    .max(MOST_OF_A_COURSE, `Set ${MOST_OF_A_COURSE} exercises at most.`),
});

export async function action({ request }: Route.ActionArgs) {
  const { person } = await readChoices(request);
  const who = (await listPeople()).find((p) => p.id === person && !p.elsewhere);
  if (who?.role !== "lead")
    return data(
      { said: "Only a lead sets exercises. Choose who is working at the top of the page." },
      { status: 403 },
    );
  const form = await request.formData();
  const [units, kinds, hard] = ["unit", "kind", "difficulty"].map((name) => form.getAll(name));
  const exercises = units!.map((unit, i) => ({ unit, kind: kinds![i], difficulty: hard![i] }));
  const parsed = newCourse.safeParse({ title: form.get("title"), exercises });
  if (!parsed.success)
    return data({ said: parsed.error.issues.map((i) => i.message).join(" ") }, { status: 400 });
  const runs = new Set((await listUnits()).filter((u) => u.runs).map((u) => u.id));
  if (!parsed.data.exercises.every((e) => runs.has(e.unit)))
    return data({ said: "This unit cannot be run; choose another." }, { status: 400 });
  await setCourse({ ...parsed.data, person: who.id });
  return { said: `“${parsed.data.title}” is set for everybody.` };
}

/** Who has worked what, and an exercise to set. */
export default function Class({ loaderData: { rows, courses, units }, actionData }: Route.ComponentProps) {
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
        <CourseForm units={units} said={actionData?.said} />
      ) : (
        <p className="text-ink-soft">A lead sets exercises for everybody.</p>
      )}
      {courses.map((course) => (
        <CourseTable key={course.id} course={course} units={units} />
      ))}
    </main>
  );
}
