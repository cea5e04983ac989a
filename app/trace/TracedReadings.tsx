import type { TracedCourse } from "#core/view/index.ts";
import type { Traced } from "./useTracedView.ts";

interface Props {
  traced: Pick<Traced, "view" | "first" | "worth" | "calculating">;
  /** What stands there until there is something to show. */
  missing: string;
}

/** What a meter should show along each circuit while it is called for, and where one would measure first. */
export function TracedReadings({ traced: { view, first, worth, calculating }, missing }: Props) {
  if (!view)
    return (
      <div>
        <h2 className="section-title border-b border-rule pb-1">What it should read</h2>
        <p role="status" className="pt-2 text-ink-soft">
          {calculating ? "Calculating…" : missing}
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
      <div className="border-2 border-ink bg-sheet px-4 py-3">
        <h2 className="section-title">First check, if nothing works</h2>
        {first?.suspects !== undefined ? (
          <>
            <p className="text-xl font-bold">{first.check?.title ?? "None"}</p>
            <p className="text-ink-soft">
              {first.check && `State: ${first.check.setup}. Takes ${first.check.time}. `}
              {first.suspects} ways to fail, none ruled out yet.
            </p>
          </>
        ) : first ? (
          <p className="text-ink-soft">
            This unit is too large to look through every failure: a job on it has courses and readings.
          </p>
        ) : (
          <p role="status" className="text-ink-soft">
            Calculating…
          </p>
        )}
      </div>
      {worth !== undefined && (
        <p data-testid="worth-knowing" className="border-l-4 border-here bg-here-soft px-3 py-2">
          {worth}
        </p>
      )}
      {view.courses.map((course) => (
        <Course key={course.id} course={course} />
      ))}
    </div>
  );
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
