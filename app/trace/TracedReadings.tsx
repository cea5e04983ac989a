import { describeTraceProblem, type Trace } from "#core/trace/index.ts";
import type { TracedCourse, TracedView } from "#core/view/index.ts";

interface Props {
  view: TracedView | undefined;
  calculating: boolean;
  trouble: string | undefined;
  trace: Trace;
}

/** What a meter should show along each circuit while it is called for, and where one would measure first. */
export function TracedReadings({ view, calculating, trouble, trace }: Props) {
  if (!view)
    return (
      <div>
        <h2 className="section-title border-b border-rule pb-1">What it should read</h2>
        <p role="status" className="pt-2 text-ink-soft">
          {trouble ?? (calculating ? "Calculating…" : missing(trace))}
        </p>
      </div>
    );
  return (
    <div data-testid="traced-readings" aria-busy={calculating} className="flex flex-col gap-4">
      {view.doubts.length > 0 && (
        <ul role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-2">
          {view.doubts.map((doubt) => (
            <li key={doubt}>{doubt}</li>
          ))}
        </ul>
      )}
      {view.first && (
        <div className="border-2 border-ink bg-sheet px-4 py-3">
          <h2 className="section-title">First check, if nothing works</h2>
          <p className="text-xl font-bold">{view.first.title}</p>
          <p className="text-ink-soft">
            State: {view.first.setup}. Takes {view.first.time}. {view.suspects} ways to fail, none ruled out
            yet.
          </p>
        </div>
      )}
      {view.courses.map((course) => (
        <Course key={course.id} course={course} />
      ))}
    </div>
  );
}

function missing({ walk, problem }: Trace): string {
  if (problem) return describeTraceProblem(problem);
  if (!walk.supply) return "Begin with the supply.";
  if (walk.lines.some((l) => !l.ok))
    return "A line is not understood yet: mend it, and the readings stand here.";
  return "The readings stand here as soon as the circuit has its load.";
}

function Course({ course }: { course: TracedCourse }) {
  return (
    <table className="w-full text-left">
      <caption className="border-b border-ink pb-1 text-left">
        <span className="font-bold">{course.name}</span>{" "}
        <span className="text-ink-soft">
          while running, {course.fn === "vac" ? "V AC" : "V DC"} against {course.reference}
        </span>
      </caption>
      <tbody>
        {course.points.map((point) => (
          <tr key={point.id} className="border-b border-rule-faint align-baseline">
            <th scope="row" className="reading py-1 pr-3 font-semibold whitespace-nowrap">
              {point.label}
            </th>
            <td className="pr-2 text-[0.9375rem]">{point.name}</td>
            <td className="reading text-right text-lg whitespace-nowrap">
              {point.reads ?? "reference"}
              {point.range !== undefined && (
                <span className="block text-sm text-ink-soft">{point.range}</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
