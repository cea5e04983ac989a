import { Link } from "react-router";
import type { Course, Try } from "#server/practice/progress.ts";

interface Props {
  course: Course;
  units: readonly { readonly id: string; readonly name: string }[];
}

/** Who has worked which exercise of a course, and what came of it. */
export function CourseTable({ course, units }: Props) {
  const people = new Map(course.exercises.flatMap((e) => e.tries.map((t) => [t.person, t.name] as const)));
  return (
    <section aria-label={course.title}>
      <h2 className="section-title border-b border-rule pb-1">
        {course.title}, set by {course.setBy}
      </h2>
      {people.size === 0 ? (
        <p className="py-2 text-ink-soft">Nobody has taken it yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full text-left">
            <thead>
              <tr className="border-b border-ink align-bottom">
                <th scope="col" className="py-1 pr-3">
                  Who
                </th>
                {course.exercises.map((e, i) => (
                  <th key={e.id} scope="col" className="py-1 pr-3 font-normal">
                    <strong>{i + 1}</strong> {units.find((u) => u.id === e.unit)?.name ?? e.unit}
                    <span className="block text-[0.9375rem] text-ink-soft">
                      {e.kind}, {e.difficulty}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {[...people].map(([id, name]) => (
                <tr key={id} className="border-b border-rule-faint">
                  <th scope="row" className="py-2 pr-3">
                    {name}
                  </th>
                  {course.exercises.map((e) => (
                    <td key={e.id} className="py-1 pr-3">
                      <Tried of={e.tries.findLast((t) => t.person === id)} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

function Tried({ of: tried }: { of: Try | undefined }) {
  if (!tried) return <span className="text-ink-soft">not yet</span>;
  if (tried.right === null) return <span>at it</span>;
  const dangers = tried.dangers ?? 0;
  return (
    <Link
      to={`/practice/${tried.practice}/debrief`}
      className="inline-flex min-h-11 items-center underline underline-offset-4"
    >
      {tried.right ? "found" : "not found"}, {Math.round(tried.minutes ?? 0)} min
      {dangers > 0 && `, ${dangers} dangerous`}
    </Link>
  );
}
