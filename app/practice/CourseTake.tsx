import { Form, Link } from "react-router";
import type { Course } from "#server/practice/progress.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { courseStanding } from "./courseStanding.ts";

interface Props {
  course: Course;
  units: readonly { readonly id: string; readonly name: string }[];
  person: string | undefined;
  busy: boolean;
}

/** A course as somebody stands in it: the exercise that is next, or the one to go on with. */
export function CourseTake({ course, units, person, busy }: Props) {
  const { next, openPractice, done } = courseStanding(course, person);
  const { title, exercises } = course;
  const count = exercises.length;
  return (
    <Form method="post" className="flex items-center justify-between gap-2">
      {next && <input type="hidden" name="set" value={next.id} />}
      <span className="min-w-0">
        <strong className="block">{title}</strong>
        <span className="text-[0.9375rem] text-ink-soft">
          {count > 1 && `${done} of ${count} done. `}
          {next
            ? `${units.find((u) => u.id === next.unit)?.name ?? next.unit}, ${next.kind}`
            : count === 1
              ? "done"
              : "All done."}
        </span>
      </span>
      {openPractice ? (
        <Link
          to={`/practice/${openPractice}`}
          className={buttonClass("plain")}
          aria-label={`Go on with “${title}”`}
        >
          Go on
        </Link>
      ) : (
        next && (
          <Button type="submit" disabled={busy} aria-label={`Take “${title}”`}>
            Take it
          </Button>
        )
      )}
    </Form>
  );
}
