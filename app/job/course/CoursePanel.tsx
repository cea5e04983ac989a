import { Term } from "../../guide/Term.tsx";
import { useState } from "react";
import type { CourseView, ProposalView } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { OhmsCourse } from "./OhmsCourse.tsx";
import { CourseChart } from "./CourseChart.tsx";

interface Props {
  courses: readonly CourseView[];
  chosen: string | undefined;
  proposal: ProposalView | undefined;
  onChoose: (id: string) => void;
  onPoint: (point: string) => void;
  onWiring: () => void;
}

/** The course on screen: the one chosen, else the one the next check lies on, else the one with most to tell. */
export function CoursePanel({ courses, chosen, proposal, onChoose, onPoint, onWiring }: Props) {
  const [dead, setDead] = useState(false);
  const course = courses.find((c) => c.id === chosen) ?? courseInQuestion(courses, proposal);
  if (!course) return <p className="p-4 text-ink-soft">This unit's model names no courses.</p>;
  const next =
    proposal?.check.kind === "reading" && course.points.some((p) => p.id === proposal.red?.id)
      ? proposal.red?.id
      : undefined;
  return (
    <section aria-label="Course" className="px-4 pt-2.5 pb-3">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 className="section-title">
          {course.name}
          {dead
            ? ": ohms from point to point, dead"
            : `, in ${course.state.toLowerCase()}: ${course.fn === "vac" ? "volts AC" : "volts DC"} against ${course.points.find((p) => p.id === course.reference)?.label ?? course.reference}`}
        </h2>
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <Button aria-pressed={dead} onClick={() => setDead(!dead)}>
            {dead ? "Show volts" : "Show ohms"}
          </Button>
          <Button hotkey="w" onClick={onWiring}>
            Wiring
          </Button>
          <span className="flex items-center gap-2 text-[0.9375rem]">
            <Term id="course">Course</Term>
            <select
              aria-label="Course"
              className="min-h-11 border-[1.5px] border-ink px-2 font-semibold"
              value={course.id}
              onChange={(e) => onChoose(e.target.value)}
            >
              {courses.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          </span>
        </div>
      </div>
      {dead ? (
        <OhmsCourse course={course} onPoint={onPoint} />
      ) : (
        <CourseChart course={course} next={next} onPoint={onPoint} />
      )}
    </section>
  );
}

/** Suspicion is on the course whose uncleared links are the fewest but not none; the next check's own course comes first. */
function courseInQuestion(
  courses: readonly CourseView[],
  proposal: ProposalView | undefined,
): CourseView | undefined {
  const on = (c: CourseView) =>
    c.points.filter((p) => p.id === proposal?.red?.id || p.id === proposal?.black?.id).length;
  const marked = (c: CourseView) => c.points.filter((p) => p.measured).length;
  const suspected = (c: CourseView) => c.links.filter((l) => !l.cleared).length;
  return [...courses].sort(
    (a, b) => on(b) - on(a) || marked(b) - marked(a) || suspected(b) - suspected(a),
  )[0];
}
