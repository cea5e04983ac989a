import { Form, Link, useSearchParams } from "react-router";
import { PERIODS, readAsked } from "#server/logbook/asked.ts";
import { answer, findJobs, QUESTIONS, unitsWorkedOn, type FoundPage } from "#server/logbook/logbook.ts";
import type { Route } from "./+types/logbook";
import { translated } from "../language/tongue.ts";
import { AnswerSection } from "../logbook/AnswerSection.tsx";
import { FoundJobs } from "../logbook/FoundJobs.tsx";
import { QUESTION_WORDS } from "../logbook/questionWords.ts";
import { Button } from "../ui/Button.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Logbook · Zygodrome") }];

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const asked = readAsked(searchParams);
  const wanted = QUESTIONS.find((q) => q === searchParams.get("ask")) ?? "fails";
  const page = Number(/^\d{1,6}$/u.exec(searchParams.get("page") ?? "")?.[0] ?? 1);
  const [found, shown, units] = await Promise.all([
    findJobs(asked, page),
    answer(wanted, asked),
    unitsWorkedOn(),
  ]);
  return {
    asked,
    found,
    shown,
    units,
    questions: QUESTIONS,
    periods: PERIODS,
    sought: asked.words.join(" "),
  };
}

/** What this shop has met: its jobs in one search, and what they say when they are counted. */
export default function Logbook({
  loaderData: { asked, found, shown, units, questions, periods, sought },
}: Route.ComponentProps) {
  const [params] = useSearchParams();
  /** Another question of the same jobs. */
  const asking = (question: string) => {
    const next = new URLSearchParams(params);
    next.set("ask", question);
    return `?${next.toString()}`;
  };
  return (
    <main className="mx-auto flex max-w-6xl flex-col gap-5 p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Logbook</h1>
      <Search key={params.toString()} {...{ asked, units, periods, sought }} question={shown.id} />
      <p role="status">
        {countText(found)}
        {(sought !== "" || asked.unit !== undefined || asked.days !== undefined) && (
          <>
            {" "}
            <Link
              to={`?ask=${shown.id}`}
              className="inline-flex min-h-11 items-center underline underline-offset-4"
            >
              Show all
            </Link>
          </>
        )}
      </p>
      {found.all > 0 && (
        <>
          <nav aria-label="Questions" className="flex flex-wrap gap-x-5 border-b border-rule">
            {questions.map((q) => (
              <Link
                key={q}
                to={asking(q)}
                preventScrollReset
                aria-current={q === shown.id ? "page" : undefined}
                className={`flex min-h-11 items-center ${q === shown.id ? "border-b-4 border-here font-bold" : "underline decoration-rule underline-offset-4"}`}
              >
                {QUESTION_WORDS[q].ask}
              </Link>
            ))}
          </nav>
          <AnswerSection answer={shown} csv={`/logbook/${shown.id}.csv?${params.toString()}`} />
          <FoundJobs found={found} />
        </>
      )}
    </main>
  );
}

type Loaded = Route.ComponentProps["loaderData"];

/** Words, a unit and a time: whichever is given narrows what is found. */
function Search({
  asked,
  units,
  periods,
  sought,
  question,
}: Pick<Loaded, "asked" | "units" | "periods" | "sought"> & { question: string }) {
  return (
    <Form role="search" className="flex flex-wrap items-end gap-3">
      <input type="hidden" name="ask" value={question} />
      <label className="flex min-w-0 grow basis-72 flex-col gap-1 font-semibold">
        Find in all jobs
        <input
          type="search"
          name="find"
          placeholder="Unit, place, part, code, person, date, any word"
          defaultValue={sought}
          className="min-h-11 min-w-0 border-[1.5px] border-ink px-3 font-normal"
        />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Unit
        <select
          name="unit"
          defaultValue={asked.unit ?? ""}
          className="min-h-11 max-w-56 border-[1.5px] border-ink px-2 font-normal"
        >
          <option value="">all units</option>
          {units.map((u) => (
            <option key={u.id} value={u.id}>
              {u.name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Taken in
        <select
          name="days"
          defaultValue={asked.days ?? ""}
          className="min-h-11 border-[1.5px] border-ink px-2 font-normal"
        >
          <option value="">at any time</option>
          {periods.map((d) => (
            <option key={d} value={d}>
              in the last {d} days
            </option>
          ))}
        </select>
      </label>
      <Button type="submit" look="main">
        Find
      </Button>
    </Form>
  );
}

const countText = ({ all }: FoundPage) =>
  all === 0 ? "No job has these words." : all === 1 ? "One job." : `${all} jobs.`;
