import type { CourseView } from "#core/view/index.ts";

/** The course on the dead circuit: each stretch with the ohms it should have, would have and has. */
export function OhmsCourse({ course, onPoint }: { course: CourseView; onPoint: (pair: string) => void }) {
  return (
    <ol className="py-2">
      {course.links.map(({ ohms, label, cleared }, i) => {
        const [from, to] = [course.points[i]!, course.points[i + 1]!];
        const off = ohms.measured?.asItShould === false;
        return (
          <li
            key={to.id}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-t border-rule-faint py-1 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto]"
          >
            <button
              type="button"
              className={`min-h-11 text-left underline decoration-rule underline-offset-4 ${cleared ? "text-receded" : "font-semibold"}`}
              onClick={() => onPoint(`${from.id} ${to.id}`)}
            >
              {from.label} to {to.label} <span className="font-normal">{label}</span>
            </button>
            <span className="text-[0.9375rem] text-ink-soft max-sm:row-start-2">
              expected <span className="reading">{ohms.expected}</span>
              {ohms.suspected !== undefined && ohms.suspected !== ohms.expected && (
                <>
                  , under the leading suspect <span className="reading text-hazard">{ohms.suspected}</span>
                </>
              )}
            </span>
            <span className={`reading text-xl font-semibold ${off ? "text-hazard" : ""}`}>
              {ohms.measured ? `${ohms.measured.text}${off ? " off" : ""}` : "–"}
            </span>
          </li>
        );
      })}
    </ol>
  );
}
