import { data, Form, Link, redirect, useNavigation } from "react-router";
import {
  DIFFICULTY_TEXT,
  EXERCISE_KINDS,
  KIND_TEXT,
  type Difficulty,
  type ExerciseKind,
} from "#core/practice/index.ts";
import { readChoices } from "#server/people/choices.ts";
import { newPractice, openPractice } from "#server/practice/practices.ts";
import { exercisesOf, listCourses, progressOf, readSet } from "#server/practice/progress.ts";
import { todays, todaysSeed } from "#server/practice/today.ts";
import { listUnits } from "#server/units/models.ts";
import type { Route } from "./+types/practice";
import { translated } from "../language/tongue.ts";
import { CourseTake } from "../practice/CourseTake.tsx";
import { TopicsChart } from "../practice/TopicsChart.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Clock } from "../ui/Clock.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { useChoosing, useShop } from "../ui/ShopBar.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Practice · Zygodrome") }];

/** Exercises shown of those set and of one's own. */
const SHOWN = 8;

export async function loader({ request }: Route.LoaderArgs) {
  const { person } = await readChoices(request);
  const [units, courses] = await Promise.all([listUnits(), listCourses(SHOWN)]);
  const [worked, progress] =
    person === undefined
      ? [[], undefined]
      : await Promise.all([exercisesOf(person, SHOWN), progressOf(person)]);
  const ready = units.filter((u) => u.runs).map(({ id, name }) => ({ id, name }));
  return {
    units: ready,
    courses,
    worked,
    progress,
    today: todays(
      ready.map((u) => u.id),
      Date.now(),
    ),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const { person } = await readChoices(request);
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const setId = typeof form["set"] === "string" ? form["set"] : undefined;
  const set = setId === undefined ? undefined : await readSet(setId);
  const today =
    form["today"] === undefined
      ? undefined
      : todays(
          (await listUnits()).filter((u) => u.runs).map((u) => u.id),
          Date.now(),
        );
  const parsed = newPractice.safeParse({ unit: "", ...form, ...set, ...today, person: person ?? "" });
  if (!parsed.success)
    return data({ said: parsed.error.issues.map((i) => i.message).join(" ") }, { status: 400 });
  const given = set ? { id: setId!, seed: set.seed } : today && { seed: todaysSeed(Date.now()) };
  const opened = await openPractice(parsed.data, given);
  return "said" in opened ? data(opened, { status: 422 }) : redirect(`/practice/${opened.id}`);
}

type Loaded = Route.ComponentProps["loaderData"];

/** Choose what to practise; what was set; how it goes. */
export default function Practice({ loaderData, actionData }: Route.ComponentProps) {
  const { units, courses, worked, progress, today } = loaderData;
  const choosing = useChoosing();
  const busy = useNavigation().state !== "idle" || choosing;
  const laying = busy && !choosing;
  const { people, person } = useShop();
  const isLead = people.find((p) => p.id === person)?.role === "lead";
  return (
    <main className="mx-auto grid max-w-6xl gap-8 p-4 md:grid-cols-[1fr_22rem] md:p-6">
      <div className="flex min-w-0 flex-col gap-6">
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2">
          <h1 className="text-[1.75rem] font-bold">Practice</h1>
          <Link to="/practice/class" className={buttonClass("plain")}>
            {isLead ? "The class, and exercises to set" : "The class"}
          </Link>
        </div>
        <p>
          A unit with a hidden fault, a meter, and your hands. Find it, put it right, hand it back; then see
          what every step was worth.
        </p>
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 empty:hidden">
          {actionData?.said}
        </p>
        {today && <Todays today={today} units={units} busy={busy} laying={laying} />}
        <ChooseOne units={units} kind={progress?.next.kind ?? "dead load"} busy={busy} laying={laying} />
        {progress && progress.kinds.length > 0 && <HowItGoes progress={progress} />}
      </div>
      <aside className="flex flex-col gap-6 self-start">
        <section>
          <h2 className="section-title border-b border-rule pb-1">Set for everybody</h2>
          {courses.length === 0 && (
            <p className="py-2 text-ink-soft">Nothing is set. A lead can set exercises.</p>
          )}
          <ul>
            {courses.map((course) => (
              <li key={course.id} className="border-b border-rule-faint py-2">
                <CourseTake course={course} units={units} person={person} busy={busy} />
              </li>
            ))}
          </ul>
        </section>
        <LastOnes worked={worked} isSomebody={person !== undefined} />
      </aside>
    </main>
  );
}

interface Begins {
  readonly units: Loaded["units"];
  readonly busy: boolean;
  /** An exercise is being laid out. */
  readonly laying: boolean;
}

function Todays({ today, units, busy, laying }: Begins & { today: NonNullable<Loaded["today"]> }) {
  return (
    <Form
      method="post"
      className="flex flex-wrap items-center justify-between gap-3 border-2 border-here bg-here-soft p-4"
    >
      <input type="hidden" name="today" value="yes" />
      <span>
        <strong className="block text-lg">Today's exercise</strong>
        {units.find((u) => u.id === today.unit)?.name}: {KIND_TEXT[today.kind]}
      </span>
      <Button type="submit" look="main" disabled={busy}>
        {laying ? "Laying it out…" : "Take it"}
      </Button>
    </Form>
  );
}

function ChooseOne({ units, kind: first, busy, laying }: Begins & { kind: ExerciseKind }) {
  return (
    <Form method="post" className="flex flex-col gap-5">
      <h2 className="section-title border-b border-rule pb-1">Choose one</h2>
      <div className="grid gap-5 sm:grid-cols-2">
        <Field label="Unit">
          {(aria) => (
            <select {...aria} name="unit" required className={inputClass} defaultValue="">
              <option value="" disabled>
                choose
              </option>
              {units.map((u) => (
                <option key={u.id} value={u.id}>
                  {u.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="How hard">
          {(aria) => (
            <select {...aria} name="difficulty" className={inputClass} defaultValue="1">
              {([1, 2, 3] as Difficulty[]).map((d) => (
                <option key={d} value={d}>
                  {d}: {DIFFICULTY_TEXT[d]}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <fieldset className="grid gap-1 sm:grid-cols-2">
        <legend className="pb-1 font-bold">Kind of fault</legend>
        {EXERCISE_KINDS.map((kind) => (
          <label
            key={kind}
            className="flex min-h-11 cursor-pointer items-center gap-3 border-[1.5px] border-rule px-3 py-1.5 has-checked:border-ink has-checked:bg-here-soft"
          >
            <input
              type="radio"
              name="kind"
              value={kind}
              className="size-5 shrink-0 accent-here"
              defaultChecked={kind === first}
            />
            <span className="leading-tight">
              <strong className="block first-letter:uppercase">{kind}</strong>
              <span className="text-[0.9375rem] text-ink-soft">{KIND_TEXT[kind]}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <Button type="submit" look="main" disabled={busy} className="self-start">
        {laying ? "Laying it out…" : "Begin"}
      </Button>
    </Form>
  );
}

function HowItGoes({ progress }: { progress: NonNullable<Loaded["progress"]> }) {
  return (
    <section className="flex flex-col gap-3">
      <h2 className="section-title border-b border-rule pb-1">How it goes</h2>
      <p>
        Next: <strong>{progress.next.kind}</strong>,{" "}
        {progress.next.why === "never tried"
          ? "which you have not tried yet."
          : progress.next.why === "least found"
            ? "which you find least often."
            : "once more; you have found all so far."}
      </p>
      <TopicsChart title="By kind of fault" topics={progress.kinds} />
      <TopicsChart title="By unit" topics={progress.units} />
    </section>
  );
}

/** One's own exercises, the newest first. */
function LastOnes({ worked, isSomebody }: { worked: Loaded["worked"]; isSomebody: boolean }) {
  return (
    <section>
      <h2 className="section-title border-b border-rule pb-1">Your last ones</h2>
      {worked.length === 0 && (
        <p className="py-2 text-ink-soft">
          {isSomebody
            ? "None yet."
            : "Choose who is working at the top of the page: exercises are kept by name."}
        </p>
      )}
      <ul>
        {worked.map((w) => (
          <li key={w.id} className="border-b border-rule-faint">
            <Link
              to={w.right === undefined ? `/practice/${w.id}` : `/practice/${w.id}/debrief`}
              className="block min-h-11 py-2 underline-offset-4 hover:underline"
            >
              <strong>{w.unitName}</strong>, {w.kind}
              <span className="block text-[0.9375rem] text-ink-soft">
                <Clock at={w.openedAt} withDate /> ·{" "}
                {w.right === undefined ? "go on with it" : w.right ? "found" : "not found"}
                {w.minutes !== undefined && `, ${Math.round(w.minutes)} min`}
                {w.dangers ? `, ${w.dangers} dangerous ${w.dangers === 1 ? "slip" : "slips"}` : ""}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
